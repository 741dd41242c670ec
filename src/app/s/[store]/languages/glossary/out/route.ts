import { fileResponse } from '@/app/files';
import { glossary } from '@/server/features/glossary/use-cases';
import { perform } from '@/server/features/use-case';

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  const as = new URL(request.url).searchParams.get('as') ?? 'tbx';
  return fileResponse(() => perform(glossary.takeOut, store, { as }));
}
