import { readMedia } from '@/server/documents/media';

export async function GET(_request: Request, { params }: { params: Promise<{ path: string[] }> }): Promise<Response> {
  const found = await readMedia((await params).path);
  if (!found) return new Response('No such picture.', { status: 404 });
  return new Response(new Uint8Array(found.bytes), {
    headers: {
      'content-type': found.type,
      'cache-control': 'public, max-age=86400',
      'x-content-type-options': 'nosniff',
    },
  });
}
