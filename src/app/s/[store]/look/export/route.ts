import { fileResponse } from '@/app/files';
import { access } from '@/server/auth/access';
import { exportLook } from '@/server/views/look';

export async function GET(_request: Request, { params }: { params: Promise<{ store: string }> }): Promise<Response> {
  const { store } = await params;
  return fileResponse(async () => ({
    name: `look-${store}.json`,
    type: 'application/json',
    body: JSON.stringify(await exportLook(await access(store, 'store.read')), null, 2),
  }));
}
