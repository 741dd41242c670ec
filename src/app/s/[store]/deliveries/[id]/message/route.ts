import { access } from '@/server/auth/access';
import { AppError } from '@/server/errors';
import { sentMessage } from '@/server/views/deliveries';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; id: string }> },
): Promise<Response> {
  const { store, id } = await params;
  try {
    const raw = await sentMessage(await access(store, 'store.read'), id);
    return new Response(new Uint8Array(raw), {
      headers: { 'content-type': 'message/rfc822', 'content-disposition': `attachment; filename="${id}.eml"` },
    });
  } catch (error) {
    if (error instanceof AppError)
      return new Response(error.message, { status: error.code === 'signed-out' ? 401 : 404 });
    throw error;
  }
}
