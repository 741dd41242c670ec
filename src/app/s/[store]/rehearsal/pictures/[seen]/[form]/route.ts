import { fileProblem } from '@/app/files';
import { perform } from '@/server/features/use-case';
import { rehearsal } from '@/server/features/rehearsal/use-cases';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ store: string; seen: string; form: string }> },
): Promise<Response> {
  const { store, seen, form } = await params;
  try {
    const bytes = await perform(rehearsal.picture, store, { seen, form });
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'image/png',
        // Under this name there is never another picture.
        'cache-control': 'private, max-age=86400, immutable',
        'x-content-type-options': 'nosniff',
      },
    });
  } catch (error) {
    return fileProblem(error);
  }
}
