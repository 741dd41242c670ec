import { fileResponse } from '@/app/files';
import { LISTS, type ListKind } from '@/core/exchange';
import { access } from '@/server/auth/access';
import { AppError } from '@/server/errors';
import { takeOut } from '@/server/views/exchange/take-out';

export async function GET(request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  const query = new URL(request.url).searchParams;
  return fileResponse(async () => {
    const list = query.get('list') as ListKind;
    if (!LISTS.includes(list))
      throw new AppError('invalid', `There is no list of that name. There are ${LISTS.join(', ')}.`);
    return takeOut(await access(store, 'order.place'), list, query.get('as') === 'json' ? 'json' : 'csv');
  });
}
