'use server';
/** One's second factor: of a person and not of a store, so that who is not let into one can set theirs up. */
import type { Static, TSchema } from '@sinclair/typebox';
import { headers } from 'next/headers';
import { revalidatePath } from 'next/cache';
import { attempt } from '@/app/act';
import { FactorCodeSchema, OwnPasswordSchema, type FactorBegun } from '@/contract/second-factor';
import type { Result } from '@/core/result';
import { checker } from '@/core/schema';
import { currentPerson, type Person } from '@/server/auth/access';
import { beginFactor, confirmFactor, endFactor, renewRecoveryCodes } from '@/server/auth/second-factor';
import { AppError } from '@/server/base/errors';
import { say } from '@/words/refusals';

async function asPerson<S extends TSchema, T>(
  what: string,
  schema: S,
  input: unknown,
  run: (person: Person, input: Static<S>, headers: Headers) => Promise<T>,
): Promise<Result<T>> {
  return attempt(what, async () => {
    const person = await currentPerson();
    if (!person) throw new AppError('signed-out', say.youAreSignedOutSign);
    const checked = checker(schema)(input);
    if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
    return run(person, checked.value, new Headers(await headers()));
  });
}

export async function beginFactorAction(input: unknown): Promise<Result<FactorBegun>> {
  return asPerson('second factor begun', OwnPasswordSchema, input, (person, { password }, sent) =>
    beginFactor(person, password, sent),
  );
}

export async function confirmFactorAction(input: unknown): Promise<Result<null>> {
  return asPerson('second factor confirmed', FactorCodeSchema, input, async (person, { code }, sent) => {
    await confirmFactor(person, code, sent);
    revalidatePath('/', 'layout');
    return null;
  });
}

export async function renewRecoveryCodesAction(input: unknown): Promise<Result<string[]>> {
  return asPerson('recovery codes renewed', OwnPasswordSchema, input, (person, { password }, sent) =>
    renewRecoveryCodes(person, password, sent),
  );
}

export async function endFactorAction(input: unknown): Promise<Result<null>> {
  return asPerson('second factor ended', OwnPasswordSchema, input, async (person, { password }) => {
    await endFactor(person, password);
    revalidatePath('/', 'layout');
    return null;
  });
}
