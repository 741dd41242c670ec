import { fileResponse } from '@/app/files';
import { customers } from '@/server/features/customers/use-cases';
import { perform } from '@/server/features/use-case';

const NARROWS = ['state', 'notification', 'from', 'until'] as const;

/** The messages to a customer as CSV, narrowed as the page is that leads here. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ store: string; id: string }> },
): Promise<Response> {
  const { store, id } = await params;
  const query = new URL(request.url).searchParams;
  const narrowed = Object.fromEntries(NARROWS.flatMap((name) => (query.get(name) ? [[name, query.get(name)]] : [])));
  return fileResponse(() => perform(customers.exportRecord, store, { id, ...narrowed }));
}
