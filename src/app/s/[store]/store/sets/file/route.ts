import { fileResponse } from '@/app/files';
import { set } from '@/server/features/sets/use-cases';
import { perform } from '@/server/features/use-case';

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  const of = new URL(request.url).searchParams.get('of') === 'live' ? 'live' : 'draft';
  return fileResponse(() => perform(set.take, store, { of }));
}
