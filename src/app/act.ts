/** What every server action goes through: a use case run for who is signed in, errors as words for the screen. */
import type { TSchema } from '@sinclair/typebox';
import { revalidatePath } from 'next/cache';
import type { Result } from '@/core/result';
import { AppError } from '@/server/base/errors';
import { isDatabaseError } from '@/server/base/faults';
import { log } from '@/server/base/log';
import { perform, type UseCase } from '@/server/features/use-case';
import { say } from '@/words/pages';

/** Runs a use case that changes nothing other screens show. */
export function act<In extends TSchema, Out>(
  useCase: UseCase<In, Out>,
  storeId: string,
  input: unknown,
): Promise<Result<Out>> {
  return attempt(useCase.name, () => perform(useCase, storeId, input));
}

/** Runs a use case, after which the screens of the store are read anew. */
export async function actAndRefresh<In extends TSchema, Out>(
  useCase: UseCase<In, Out>,
  storeId: string,
  input: unknown,
): Promise<Result<Out>> {
  const result = await act(useCase, storeId, input);
  if (result.ok) revalidatePath(`/s/${storeId}`, 'layout');
  return result;
}

/** The result with another value. */
export function withValue<T, U>(result: Result<T>, of: (value: T) => U): Result<U> {
  return result.ok ? { ok: true, value: of(result.value) } : result;
}

/** The result of what answers nothing. */
export const done = (result: Result<unknown>): Result<null> => withValue(result, () => null);

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
        message: isDatabaseError(error) ? say.theDatabaseDoesNotAnswer : say.somethingBrokeOnOurSide,
        problems: [],
      },
    };
  }
}
