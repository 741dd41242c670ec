import { fileProblem } from '@/app/files';
import { PICTURE_FORMS } from '@/core/rehearsal/pictures';
import { viewedPicture } from '@/server/features/viewings/viewed';
import { needViewing } from '@/server/features/viewings/door';

export async function GET(
  _request: Request,
  { params }: { params: Promise<{ token: string; seen: string; form: string }> },
): Promise<Response> {
  const { token, seen, form } = await params;
  try {
    const shown = PICTURE_FORMS.find((f) => f === form) ?? 'desktop';
    const bytes = await viewedPicture(await needViewing(token), seen, shown);
    return new Response(new Uint8Array(bytes), {
      headers: {
        'content-type': 'image/png',
        // Under this name there is never another picture, and the link may end.
        'cache-control': 'private, max-age=3600',
        'x-content-type-options': 'nosniff',
      },
    });
  } catch (error) {
    return fileProblem(error);
  }
}
