/**
 * Passkeys (WebAuthn 3), by the library's plugin. A passkey stands for password and code: it is held, and whoever holds it is asked for a
 * finger, a face or a number by their own device, without which it is not taken here.
 */
import { and, count, desc, eq } from 'drizzle-orm';
import type { PublicKeyCredentialCreationOptionsJSON } from '@simplewebauthn/browser';
import { MOST_PASSKEYS, type AddPasskey, type OwnPasskey, type RenamePasskey } from '@/contract/passkeys';
import { plainLine } from '@/core/text';
import { say } from '@/words/passkeys';
import { AppError } from '../base/errors';
import { log } from '../base/log';
import { database } from '../db/client';
import { passkey } from '../db/schema';
import { auth } from './auth';
import type { Person } from './access';
import { rememberEverywhere } from './people';
import { refuseUnproved, type Proof } from './proving';

/** Somebody's passkeys, newest first. */
export async function passkeysOf({ id }: Person): Promise<OwnPasskey[]> {
  const rows = await database()
    .select({ id: passkey.id, name: passkey.name, madeAt: passkey.createdAt, usedAt: passkey.usedAt })
    .from(passkey)
    .where(eq(passkey.userId, id))
    .orderBy(desc(passkey.createdAt));
  return rows.map(({ id, name, madeAt, usedAt }) => ({
    ...{ id, name: name ?? '', madeAt: (madeAt ?? new Date(0)).toISOString() },
    ...(usedAt && { usedAt: usedAt.toISOString() }),
  }));
}

/**
 * Begins to make a passkey: what the browser is to be asked for. Throws `invalid` for who does not prove that it is they, `conflict` for
 * too many.
 */
export async function beginPasskey(
  person: Person,
  proof: Proof,
  headers: Headers,
): Promise<PublicKeyCredentialCreationOptionsJSON> {
  await refuseUnproved(person, proof);
  const [row] = await database().select({ n: count() }).from(passkey).where(eq(passkey.userId, person.id));
  if ((row?.n ?? 0) >= MOST_PASSKEYS) throw new AppError('conflict', say.tooMany({ most: MOST_PASSKEYS }));
  return auth().api.generatePasskeyRegistrationOptions({ headers });
}

/** Keeps a passkey that a browser made. Throws `invalid` for one that does not hold, or came too late. */
export async function addPasskey(person: Person, { name, made }: AddPasskey, headers: Headers): Promise<void> {
  const called = namedOrRefused(name);
  try {
    await auth().api.verifyPasskeyRegistration({ body: { response: made, name: called }, headers });
  } catch (error) {
    log.info({ err: error }, 'a passkey was not taken');
    throw new AppError('invalid', say.notTaken);
  }
  await rememberEverywhere(person, 'addedPasskey');
}

function namedOrRefused(name: string): string {
  const called = plainLine(name);
  if (called === '') throw new AppError('invalid', say.nameIt, [{ path: '/name', message: say.nameIt }]);
  return called;
}

/** Calls one of somebody's passkeys something else. Throws `not-found`. */
export async function renamePasskey(person: Person, { id, name }: RenamePasskey): Promise<void> {
  const called = namedOrRefused(name);
  await database().transaction(async (tx) => {
    const mine = and(eq(passkey.id, id), eq(passkey.userId, person.id));
    const [row] = await tx.select({ id: passkey.id }).from(passkey).where(mine).for('update');
    if (!row) throw new AppError('not-found', say.isGone);
    await tx.update(passkey).set({ name: called }).where(mine);
  });
}

/** Removes one of somebody's passkeys: it opens nothing any more. Throws `invalid` without proof, `not-found`. */
export async function removePasskey(person: Person, id: string, proof: Proof): Promise<void> {
  await refuseUnproved(person, proof);
  const [gone] = await database()
    .delete(passkey)
    .where(and(eq(passkey.id, id), eq(passkey.userId, person.id)));
  if (gone.affectedRows === 0) throw new AppError('not-found', say.isGone);
  await rememberEverywhere(person, 'removedPasskey');
}
