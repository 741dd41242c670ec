import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { reply } from '@/server/features/orders/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; id: string }> },
): Promise<Response> {
  const { store, id } = await params;
  return fileResponse(async () => ({
    name: `reply-${id}.eml`,
    type: 'message/rfc822',
    body: await perform(reply.download, store, { id }),
  }));
}
