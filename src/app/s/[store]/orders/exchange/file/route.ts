import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { list } from '@/server/features/orders/use-cases';

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  const query = new URL(request.url).searchParams;
  return fileResponse(() =>
    perform(list.take, store, { list: query.get('list') ?? '', as: query.get('as') === 'json' ? 'json' : 'csv' }),
  );
}
