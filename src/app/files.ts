/** Files to save, with what stands in the way in words. */
import { AppError } from '@/server/base/errors';
import { log } from '@/server/base/log';
import type { ExportedFile } from '@/server/features/templates/exported';
import { say } from '@/words/pages';

const STATUS: Partial<Record<AppError['code'], number>> = { 'signed-out': 401, forbidden: 403, 'not-found': 404 };

export async function fileResponse(make: () => Promise<ExportedFile>): Promise<Response> {
  try {
    const { name, type, body } = await make();
    return new Response(typeof body === 'string' ? body : new Uint8Array(body), {
      headers: {
        'content-type': type,
        // A name in any script (RFC 6266), and one in ASCII for what does not know that.
        'content-disposition': `attachment; filename="${name.replace(/[^\w.-]/g, '_')}"; filename*=UTF-8''${encodeURIComponent(name)}`,
        'cache-control': 'no-store',
        'x-content-type-options': 'nosniff',
        // A saved message is for reading elsewhere: should it be opened here, nothing in it runs.
        'content-security-policy': "sandbox; default-src 'none'; style-src 'unsafe-inline'; img-src http: https: data:",
      },
    });
  } catch (error) {
    return fileProblem(error);
  }
}

/** What stood in the way of an answer that is no page, in words. */
export function fileProblem(error: unknown): Response {
  if (error instanceof AppError) return new Response(error.message, { status: STATUS[error.code] ?? 400 });
  log.error({ err: error }, 'a file could not be made');
  return new Response(say.libellusCannotMakeThisJust, { status: 503 });
}
