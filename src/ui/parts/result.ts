'use client';
import { toast } from 'sonner';
import { placedSentence } from '@/core/schema';
import { WORDS_MARK, type Failure, type Result } from '@/core/result';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/parts';

/** What is said when no answer came: the network or the web process is away. */
export const NO_ANSWER: Failure = inEachLanguage(() => ({
  code: 'broken',
  message: say.libellusDoesNotAnswerCheck,
  problems: [],
}));

/**
 * The answer of the server, or the failure that there is none.
 * @param silent what is said when no answer came
 */
export function answered<T>(asked: Promise<Result<T>>, silent = NO_ANSWER.message): Promise<Result<T>> {
  return asked.catch((error: unknown): Result<T> => {
    // What the door of the web process says, such as that something is too large, is shown as it says it.
    const said =
      error instanceof Error && error.message.startsWith(WORDS_MARK) ? error.message.slice(WORDS_MARK.length) : '';
    return {
      ok: false,
      error: said === '' ? { ...NO_ANSWER, message: silent } : { code: 'invalid', message: said, problems: [] },
    };
  });
}

/** The value of a result; a failure is told at the edge of the screen and gives undefined. */
export function valueOrToast<T>(result: Result<T>): T | undefined {
  if (result.ok) return result.value;
  toast.error(result.error.message);
  return undefined;
}

/** A failure with the places it names, for where there are no fields to stand at. */
export function failureWords({ message, problems }: Failure): string {
  return [message, ...problems.map(placedSentence)].join(' ');
}

/** A failure without what was said of a field that was changed since; nothing is left of one that was about that alone. */
export function corrected(failure: Failure | undefined, path: string): Failure | undefined {
  if (!failure) return undefined;
  const problems = failure.problems.filter((p) => p.path !== path && !p.path.startsWith(`${path}/`));
  if (problems.length === failure.problems.length) return failure;
  return problems.length === 0 ? undefined : { ...failure, problems };
}

/** The problem that belongs to a field, by the JSON Pointer it stands at. */
export function problemAt(failure: Failure | undefined, path: string): string | undefined {
  return failure?.problems.find((p) => p.path === path)?.message;
}
