/** People who sign in: made, and their passwords set. */
import { randomUUID } from 'node:crypto';
import { and, eq, like, ne } from 'drizzle-orm';
import { database, type Executor } from '../db/client';
import { account, memberships, passwordLinks, session, verification } from '../db/schema';
import { auth } from './auth';
import { historyEntry } from './history';

/** Makes somebody who can sign in. */
export async function createUser(person: { name: string; email: string; password: string }): Promise<{ id: string }> {
  const context = await auth().$context;
  const made = await context.internalAdapter.createUser(
    { email: person.email.toLowerCase(), name: person.name, emailVerified: true },
    { method: 'admin' },
  );
  await context.internalAdapter.linkAccount({
    userId: made.id,
    providerId: 'credential',
    accountId: made.id,
    password: await context.password.hash(person.password),
  });
  return { id: made.id };
}

const ofPassword = (userId: string) => and(eq(account.userId, userId), eq(account.providerId, 'credential'));

/** Whether somebody has a password; who came by a provider has none. */
export async function hasPassword(userId: string): Promise<boolean> {
  const [row] = await database().select({ hash: account.password }).from(account).where(ofPassword(userId));
  return Boolean(row?.hash);
}

/** Whether a password is somebody's. */
export async function isPassword(userId: string, password: string): Promise<boolean> {
  const [row] = await database().select({ hash: account.password }).from(account).where(ofPassword(userId));
  if (!row?.hash) return false;
  const context = await auth().$context;
  return context.password.verify({ hash: row.hash, password });
}

/** Sets somebody's password. Their sessions end, but for the one that asks; links for a new password are over. */
export async function setPassword(userId: string, password: string, here?: string): Promise<void> {
  const context = await auth().$context;
  const hash = await context.password.hash(password);
  await database().transaction(async (tx) => {
    const now = new Date();
    const [set] = await tx.update(account).set({ password: hash, updatedAt: now }).where(ofPassword(userId));
    if (set.affectedRows === 0) {
      // Who came by a provider that is gone has had none.
      const own = { id: randomUUID(), userId, providerId: 'credential', accountId: userId };
      await tx.insert(account).values({ ...own, password: hash, createdAt: now, updatedAt: now });
    }
    await tx
      .delete(session)
      .where(and(eq(session.userId, userId), here === undefined ? undefined : ne(session.id, here)));
    await tx.delete(passwordLinks).where(eq(passwordLinks.userId, userId));
    // Browsers that were trusted are asked for a code again.
    await tx
      .delete(verification)
      .where(and(like(verification.identifier, 'trust-device-%'), eq(verification.value, userId)));
  });
}

type OwnDeed =
  | ('setOwnPassword' | 'gotNewPassword' | 'setUpSecondFactor' | 'endedSecondFactor' | 'renewedRecoveryCodes')
  | ('usedRecoveryCode' | 'addedPasskey' | 'removedPasskey');

/** Writes down what somebody did about themselves in every store that they belong to. */
export async function rememberEverywhere(
  person: { id: string; name: string },
  deed: OwnDeed,
  db: Executor = database(),
): Promise<void> {
  const rows = await db
    .select({ storeId: memberships.storeId })
    .from(memberships)
    .where(eq(memberships.userId, person.id));
  for (const { storeId } of rows)
    await historyEntry(storeId, { userId: person.id, name: person.name }, deed, {}, { db });
}
