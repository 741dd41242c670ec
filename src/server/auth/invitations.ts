/** Invitations: who may come into a store by a link, as what, and until when. */
import { createHash } from 'node:crypto';
import { and, eq, isNull } from 'drizzle-orm';
import type { Join, OpenInvitation } from '../../contract/colleagues';
import { AppError } from '../base/errors';
import { database } from '../db/client';
import { invitations, memberships, stores, user } from '../db/schema';
import { databaseTime } from '../db/time';
import type { Person } from './access';
import { historyEntry } from './history';
import { createUser } from './people';
import { plainLine } from '@/core/text';
import { ROLE_WORDS } from '../../contract/policy';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');
const isToken = (token: unknown): token is string => typeof token === 'string' && /^[\w-]{43}$/.test(token);

async function rowOf(token: unknown) {
  if (!isToken(token)) return undefined;
  const [row] = await database()
    .select({ invitation: invitations, store: stores, userId: user.id })
    .from(invitations)
    .innerJoin(stores, eq(stores.id, invitations.storeId))
    .leftJoin(user, eq(user.email, invitations.email))
    .where(and(eq(invitations.tokenHash, hashOf(token)), isNull(invitations.overAt)));
  return row && row.invitation.until.getTime() > (await databaseTime()) ? row : undefined;
}

/** What a link invites to; undefined for one that there is not, that is over, or that was taken back. */
export async function openInvitation(token: unknown): Promise<OpenInvitation | undefined> {
  const row = await rowOf(token);
  if (!row) return undefined;
  const { invitation, store, userId } = row;
  const { email, role, by, until } = invitation;
  return {
    ...{ email, role, by, until: until.toISOString() },
    store: { id: store.id, name: store.name },
    zone: store.timeZone,
    known: userId !== null,
  };
}

/** Lets somebody who signs in already take part. Throws `conflict` where the link is over or is for another address. */
export async function joinAs(person: Person, token: unknown): Promise<{ storeId: string }> {
  const row = await rowOf(token);
  if (!row) throw new AppError('conflict', say.invitationIsOver);
  if (row.userId !== person.id)
    throw new AppError('conflict', say.invitationIsForOther({ email: row.invitation.email }));
  return takePart(row.invitation, person);
}

/** Makes who was invited somebody who can sign in, and lets them take part. Throws `conflict` where somebody has the address by now. */
export async function joinNew(token: unknown, { name, password }: Join): Promise<{ storeId: string; email: string }> {
  const row = await rowOf(token);
  if (!row) throw new AppError('conflict', say.invitationIsOver);
  const { email } = row.invitation;
  if (row.userId !== null) throw new AppError('conflict', say.signInToJoin({ email }));
  const called = plainLine(name);
  if (called === '') throw new AppError('invalid', say.sayYourName, [{ path: '/name', message: say.sayYourName }]);
  const { id } = await createUser({ name: called, email, password });
  return { ...(await takePart(row.invitation, { id, name: called, email })), email };
}

async function takePart(
  { id, storeId, role }: typeof invitations.$inferSelect,
  person: Person,
): Promise<{ storeId: string }> {
  await database().transaction(async (tx) => {
    const [there] = await tx
      .select({ id: invitations.id })
      .from(invitations)
      .where(and(eq(invitations.id, id), isNull(invitations.overAt)))
      .for('update');
    if (!there) throw new AppError('conflict', say.invitationIsOver);
    await tx
      .update(invitations)
      .set({ overAt: new Date(await databaseTime(tx)) })
      .where(eq(invitations.id, id));
    await tx
      .insert(memberships)
      .values({ userId: person.id, storeId, role })
      .onDuplicateKeyUpdate({ set: { role, off: false } });
    const actor = { userId: person.id, name: person.name };
    await historyEntry(storeId, actor, 'tookPart', { role: kept(() => ROLE_WORDS[role]) }, { db: tx });
  });
  return { storeId };
}
