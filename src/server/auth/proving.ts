/** Proof that it is oneself who changes how one signs in: the password, or for who has none, that they signed in just now. */
import type { OwnPassword } from '@/contract/second-factor';
import { say } from '@/words/secondFactor';
import { say as signIn } from '@/words/signIn';
import { AppError } from '../base/errors';
import type { Person } from './access';
import { beginTry, succeeded, waitWords } from './guard';
import { hasPassword, isPassword } from './people';

export type Proof = OwnPassword;

/** So many tries are free before one waits. */
const FREE_TRIES = 8;
/** Whoever has no password signed in so many ms ago at most. */
const JUST_NOW_MS = 10 * 60_000;

/** Lets through who proves that it is they. Throws `invalid`. */
export async function refuseUnproved(person: Person, { password = '' }: Proof): Promise<void> {
  if (await hasPassword(person.id)) {
    const own = { of: `account ${person.email.toLowerCase()}`, free: FREE_TRIES };
    return guarded(own, '/password', say.passwordIsWrong, () => isPassword(person.id, password));
  }
  const since = person.session?.since.getTime() ?? 0;
  if (Date.now() - since > JUST_NOW_MS) throw new AppError('invalid', say.signInOnceMore);
}

/** Tries something that can be guessed. Throws `invalid` at a field when it is wrong, or was wrong too often. */
export async function guarded(
  own: { of: string; free: number },
  path: string,
  wrong: string,
  isRight: () => Promise<boolean>,
): Promise<void> {
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path, message }]);
  };
  const wait = await beginTry([own]);
  if (wait > 0) refuse(signIn.tooManyTriesWait({ wait: waitWords(wait) }));
  if (!(await isRight())) refuse(wrong);
  await succeeded([own], []);
}
