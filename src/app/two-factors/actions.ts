'use server';
/** One's second factor and passkeys: of a person and not of a store, so that who is not let into one can set theirs up. */
import type { Static, TSchema } from '@sinclair/typebox';
import { headers } from 'next/headers';
import { revalidatePath } from 'next/cache';
import { attempt } from '@/app/act';
import type { PublicKeyCredentialCreationOptionsJSON } from '@simplewebauthn/browser';
import { AddPasskeySchema, RemovePasskeySchema, RenamePasskeySchema } from '@/contract/passkeys';
import { FactorCodeSchema, OwnPasswordSchema, type FactorBegun } from '@/contract/second-factor';
import type { Result } from '@/core/result';
import { checker } from '@/core/schema';
import { currentPerson, type Person } from '@/server/auth/access';
import { addPasskey, beginPasskey, removePasskey, renamePasskey } from '@/server/auth/passkeys';
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
  return asPerson('second factor begun', OwnPasswordSchema, input, (person, proof, sent) =>
    beginFactor(person, proof, sent),
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
  return asPerson('recovery codes renewed', OwnPasswordSchema, input, (person, proof, sent) =>
    renewRecoveryCodes(person, proof, sent),
  );
}

export async function endFactorAction(input: unknown): Promise<Result<null>> {
  return asPerson('second factor ended', OwnPasswordSchema, input, async (person, proof) => {
    await endFactor(person, proof);
    revalidatePath('/', 'layout');
    return null;
  });
}

export async function beginPasskeyAction(input: unknown): Promise<Result<PublicKeyCredentialCreationOptionsJSON>> {
  return asPerson('passkey begun', OwnPasswordSchema, input, (person, proof, sent) =>
    beginPasskey(person, proof, sent),
  );
}

export async function addPasskeyAction(input: unknown): Promise<Result<null>> {
  return asPerson('passkey added', AddPasskeySchema, input, async (person, added, sent) => {
    await addPasskey(person, added, sent);
    return null;
  });
}

export async function renamePasskeyAction(input: unknown): Promise<Result<null>> {
  return asPerson('passkey renamed', RenamePasskeySchema, input, async (person, renamed) => {
    await renamePasskey(person, renamed);
    return null;
  });
}

export async function removePasskeyAction(input: unknown): Promise<Result<null>> {
  return asPerson('passkey removed', RemovePasskeySchema, input, async (person, { id, ...proof }) => {
    await removePasskey(person, id, proof);
    return null;
  });
}
