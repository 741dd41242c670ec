/**
 * A second factor besides the password: time-based codes (TOTP, RFC 6238) and recovery codes, by the library's plugin. Here are the locks
 * that it leaves to us: the password is guarded as at the door, a code lets in once, and what was trusted ends with the factor.
 */
import { and, eq, inArray, like, lt } from 'drizzle-orm';
import QRCode from 'qrcode';
import type { FactorBegun, FactorState } from '@/contract/second-factor';
import { say } from '@/words/secondFactor';
import { AppError } from '../base/errors';
import { database } from '../db/client';
import { memberships, session, stores, twoFactor, usedCodes, user, verification } from '../db/schema';
import { auth } from './auth';
import type { Person } from './access';
import { hasPassword, rememberEverywhere } from './people';
import { guarded, refuseUnproved, type Proof } from './proving';

/** So many tries are free before one waits. */
const FREE_TRIES = 8;
/** A code is known as used for so long, ms: longer than it is taken. */
const USED_MS = 600_000;

/** How it stands with somebody's second factor. */
export async function factorOf({ id }: Person): Promise<FactorState> {
  const [[row], requiring, password] = await Promise.all([
    database().select({ on: user.twoFactorEnabled }).from(user).where(eq(user.id, id)),
    database()
      .select({ name: stores.name })
      .from(memberships)
      .innerJoin(stores, eq(stores.id, memberships.storeId))
      .where(and(eq(memberships.userId, id), eq(memberships.off, false), eq(stores.requiresTwoFactors, true)))
      .orderBy(stores.name),
    hasPassword(id),
  ]);
  const on = row?.on === true;
  const left = on ? await auth().api.viewBackupCodes({ body: { userId: id } }) : undefined;
  return {
    on,
    codesLeft: left?.backupCodes.length ?? 0,
    requiredBy: requiring.map((r) => r.name),
    hasPassword: password,
  };
}

/**
 * Begins a second factor. It is asked for once {@link confirmFactor} has seen a code of it. Throws `invalid` for who does not prove that it
 * is they, `conflict` when there is one.
 */
export async function beginFactor(person: Person, proof: Proof, headers: Headers): Promise<FactorBegun> {
  await refuseUnproved(person, proof);
  if ((await factorOf(person)).on) throw new AppError('conflict', say.isOnAlready);
  const begun = await auth().api.enableTwoFactor({ body: { ...proof, method: 'totp' }, headers });
  if (begun.method !== 'totp') throw new Error('Another second factor was begun than codes.');
  const { totpURI, backupCodes } = begun;
  const key = new URL(totpURI).searchParams.get('secret') ?? '';
  return {
    key: key.replace(/.{4}(?=.)/g, '$& '),
    picture: await QRCode.toDataURL(totpURI, { errorCorrectionLevel: 'M', margin: 2, width: 240 }),
    recoveryCodes: backupCodes,
  };
}

/** A code as it was typed, without what sets it apart. */
const plainCode = (code: string): string => code.replace(/\s/g, '');

/** Turns a second factor on by a code of it; all other sessions end. Throws `invalid` for a wrong one. */
export async function confirmFactor(person: Person, code: string, headers: Headers): Promise<void> {
  const before = await database().select({ id: session.id }).from(session).where(eq(session.userId, person.id));
  const own = { of: `second factor ${person.id}`, free: FREE_TRIES };
  await guarded(own, '/code', say.codeIsWrong, () =>
    auth()
      .api.verifyTOTP({ body: { code: plainCode(code) }, headers })
      .then(
        () => true,
        () => false,
      ),
  );
  if (before.length > 0) {
    // The library has made the session that asks anew.
    await database()
      .delete(session)
      .where(
        inArray(
          session.id,
          before.map((s) => s.id),
        ),
      );
  }
  await rememberEverywhere(person, 'setUpSecondFactor');
}

/** Makes recovery codes anew; those of before open nothing. Throws `invalid` for who does not prove that it is they. */
export async function renewRecoveryCodes(person: Person, proof: Proof, headers: Headers): Promise<string[]> {
  await refuseUnproved(person, proof);
  const { backupCodes } = await auth().api.generateBackupCodes({ body: proof, headers });
  await rememberEverywhere(person, 'renewedRecoveryCodes');
  return backupCodes;
}

/** Turns somebody's own second factor off. Throws `invalid` for who does not prove that it is they, `forbidden` where a store asks for it. */
export async function endFactor(person: Person, proof: Proof): Promise<void> {
  await refuseUnproved(person, proof);
  const { requiredBy } = await factorOf(person);
  if (requiredBy.length > 0) throw new AppError('forbidden', say.storeAsksForIt({ store: requiredBy[0]! }));
  await forgetFactor(person.id);
  await rememberEverywhere(person, 'endedSecondFactor');
}

/** Forgets somebody's second factor, and the browsers that they trust. Where a store asks for one, they set up another when they come in. */
export async function forgetFactor(userId: string): Promise<void> {
  await database().transaction(async (tx) => {
    await tx.update(user).set({ twoFactorEnabled: false }).where(eq(user.id, userId));
    await tx.delete(twoFactor).where(eq(twoFactor.userId, userId));
    await tx
      .delete(verification)
      .where(and(like(verification.identifier, 'trust-device-%'), eq(verification.value, userId)));
  });
}

/** Who is asked for a code: by the library's cookie, which it proves itself when the code comes. */
export async function whoIsAsked(cookies: string): Promise<{ id: string; name: string; email: string } | undefined> {
  const cookie = /(?:^|;\s*)(?:__Secure-)?libellus\.two_factor=([^;]+)/.exec(cookies)?.[1];
  const identifier = cookie && decodeURIComponent(cookie).split('.')[0];
  if (!identifier) return undefined;
  const [row] = await database()
    .select({ id: user.id, name: user.name, email: user.email })
    .from(verification)
    .innerJoin(user, eq(user.id, verification.value))
    .where(eq(verification.identifier, identifier));
  return row;
}

/** Notes that a code is being used; false when it was used just now. */
export async function useCode(userId: string, code: string): Promise<boolean> {
  const now = Date.now();
  await database()
    .delete(usedCodes)
    .where(and(eq(usedCodes.userId, userId), lt(usedCodes.at, new Date(now - USED_MS))));
  const [made] = await database()
    .insert(usedCodes)
    .ignore()
    .values({ userId, code: code.slice(0, 20), at: new Date(now) });
  return made.affectedRows > 0;
}

/** Takes back that a code was used: it was not the right one. */
export async function codeWasWrong(userId: string, code: string): Promise<void> {
  await database()
    .delete(usedCodes)
    .where(and(eq(usedCodes.userId, userId), eq(usedCodes.code, code.slice(0, 20))));
}
