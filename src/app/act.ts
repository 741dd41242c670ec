/** What every server action goes through: access first, errors as words for the screen. */
import type { Result } from '@/core/result';
import { access, type Access } from '@/server/auth/access';
import type { Action } from '@/server/auth/policy';
import { AppError } from '@/server/errors';
import { log } from '@/server/log';

/** Does something for a signed-in person who may do it in this store. */
export function act<T>(storeId: string, action: Action, work: (access: Access) => Promise<T>): Promise<Result<T>> {
  return attempt(action, async () => work(await access(storeId, action)));
}

/** Does something, and gives what goes wrong back in words. */
export async function attempt<T>(what: string, work: () => Promise<T>): Promise<Result<T>> {
  try {
    return { ok: true, value: await work() };
  } catch (error) {
    if (error instanceof AppError) {
      return {
        ok: false,
        error: { code: error.code, message: error.message, problems: error.problems, detail: error.detail },
      };
    }
    log.error({ err: error, action: what }, 'an action failed');
    return {
      ok: false,
      error: {
        code: 'broken',
        message:
          'Something broke on our side and nothing was changed. Try again; if it stays so, look at the log of the web process.',
        problems: [],
      },
    };
  }
}
