import { fileResponse } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; id: string }> },
): Promise<Response> {
  const { store, id } = await params;
  return fileResponse(async () => ({
    name: `${id}.eml`,
    type: 'message/rfc822',
    body: await perform(rehearsal.download, store, { id }),
  }));
}
