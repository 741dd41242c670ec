/** Who works in a store: listed, invited, given another role, switched off, taken out. */
import { and, asc, desc, eq, isNull, notInArray, sql, type SQLWrapper } from 'drizzle-orm';
import type { ChangeColleague, Colleagues, Invite, MadeInvitation } from '@/contract/colleagues';
import { ROLE_WORDS } from '@/contract/policy';
import type { RequireFactor } from '@/contract/second-factor';
import { cameByTwo, type Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { newLinkSecret } from '../../auth/links';
import { forgetAtProvider, PROVIDER_ID, providerName } from '../../auth/provider';
import { factorOf, forgetFactor } from '../../auth/second-factor';
import { config } from '../../base/config';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { account, invitations, memberships, passkey, session, stores, user } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { sendNote } from '../../sending/notice';
import { say as colleagueWords } from '@/words/colleagues';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';
import { say as factor } from '@/words/secondFactor';
import { readerLanguage, readerLocale } from '@/words/speak';

const DAYS_OPEN = 7;
const DAY = 86_400_000;
const MOST_OPEN = 100;

/** Whether there is anything of a kind, as a column. */
const has = (rows: SQLWrapper) => sql<boolean>`exists(${rows})`.mapWith(Boolean);

/** Everybody of a store by name, and who is invited. */
export async function loadColleagues({ store, person }: Access): Promise<Colleagues> {
  const provider = providerName();
  const [rows, open, now] = await Promise.all([
    database()
      .select({
        ...{ id: user.id, name: user.name, email: user.email },
        ...{ role: memberships.role, off: memberships.off, seenAt: memberships.seenAt },
        twoFactors: user.twoFactorEnabled,
        passkey: has(database().select({ id: passkey.id }).from(passkey).where(eq(passkey.userId, user.id))),
        atProvider: has(
          database()
            .select({ id: account.id })
            .from(account)
            .where(and(eq(account.userId, user.id), eq(account.providerId, PROVIDER_ID))),
        ),
      })
      .from(memberships)
      .innerJoin(user, eq(user.id, memberships.userId))
      .where(eq(memberships.storeId, store.id))
      .orderBy(asc(user.name)),
    database()
      .select()
      .from(invitations)
      .where(and(eq(invitations.storeId, store.id), isNull(invitations.overAt)))
      .orderBy(desc(invitations.id)),
    databaseTime(),
  ]);
  return {
    colleagues: rows.map(({ seenAt, ...r }) => ({ ...r, ...(seenAt && { seenAt: seenAt.toISOString() }) })),
    invitations: open.map(({ id, email, role, by, until }) => ({
      ...{ id, email, role, by, until: until.toISOString() },
      over: until.getTime() <= now,
    })),
    required: store.requiresTwoFactors,
    ...(provider !== undefined && { provider }),
    mayRequire: cameByTwo(person) || rows.some((r) => r.id === person.id && r.twoFactors),
  };
}

/**
 * Invites somebody by mail through the store's own service, with a link to hand over besides. Throws `conflict` for who is here or invited
 * already.
 */
export async function invite(access: Access, { email, role }: Invite): Promise<MadeInvitation> {
  const address = email.trim().toLowerCase();
  const refuse = (message: string): never => {
    throw new AppError('conflict', message, [{ path: '/email', message }]);
  };
  const now = await databaseTime();
  const { token, hash } = newLinkSecret();
  const until = new Date(now + DAYS_OPEN * DAY);
  await database().transaction(async (tx) => {
    const [member] = await tx
      .select({ name: user.name })
      .from(memberships)
      .innerJoin(user, eq(user.id, memberships.userId))
      .where(and(eq(memberships.storeId, access.store.id), eq(user.email, address)));
    if (member) refuse(say.isColleagueAlready({ name: member.name }));
    const open = await tx
      .select({ email: invitations.email })
      .from(invitations)
      .where(and(eq(invitations.storeId, access.store.id), isNull(invitations.overAt)))
      .for('update');
    if (open.some((o) => o.email.toLowerCase() === address)) refuse(say.isInvitedAlready({ email: address }));
    if (open.length >= MOST_OPEN) refuse(say.tooManyInvitations({ most: MOST_OPEN }));
    await tx.insert(invitations).values({
      ...{ id: newId(), storeId: access.store.id, email: address, role, tokenHash: hash },
      ...{ by: access.person.name, at: new Date(now), until },
    });
    await remember(access, 'invitedColleague', { email: address, role: kept(() => ROLE_WORDS[role]) }, { db: tx });
  });
  return sendInvitation(access, { email: address, role, until }, token);
}

/** Sends an invitation once more, with a new link and time; the link of before is over. Throws `not-found`. */
export async function inviteAgain(access: Access, { id }: { id: string }): Promise<MadeInvitation> {
  const { token, hash } = newLinkSecret();
  const until = new Date((await databaseTime()) + DAYS_OPEN * DAY);
  const mine = and(eq(invitations.storeId, access.store.id), eq(invitations.id, id), isNull(invitations.overAt));
  const [row] = await database().select().from(invitations).where(mine);
  if (!row) throw new AppError('not-found', say.noSuchInvitation);
  const [changed] = await database().update(invitations).set({ tokenHash: hash, until }).where(mine);
  if (changed.affectedRows === 0) throw new AppError('not-found', say.noSuchInvitation);
  const { email, role } = row;
  await remember(access, 'invitedColleague', { email, role: kept(() => ROLE_WORDS[role]) });
  return sendInvitation(access, { email, role, until }, token);
}

async function sendInvitation(
  { store, person }: Access,
  { email, role, until }: Pick<typeof invitations.$inferSelect, 'email' | 'role' | 'until'>,
  token: string,
): Promise<MadeInvitation> {
  const url = `${config().url}/join/${token}`;
  const words = { who: person.name, store: store.name };
  const day = new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'long', timeZone: store.timeZone }).format(until);
  const text = [
    colleagueWords.invitationText({ ...words, role: ROLE_WORDS[role] }),
    url,
    colleagueWords.invitationUntil({ day }),
  ].join('\n\n');
  const note = { subject: colleagueWords.invitationSubject(words), text, language: readerLanguage() };
  return { email, url, sent: await sendNote(store.id, { email, name: '' }, note) };
}

/** Takes an invitation back: its link opens nothing any more. Throws `not-found`. */
export async function takeInvitationBack(access: Access, { id }: { id: string }): Promise<void> {
  const mine = and(eq(invitations.storeId, access.store.id), eq(invitations.id, id), isNull(invitations.overAt));
  await database().transaction(async (tx) => {
    const [row] = await tx.select().from(invitations).where(mine).for('update');
    if (!row) throw new AppError('not-found', say.noSuchInvitation);
    await tx
      .update(invitations)
      .set({ overAt: new Date(await databaseTime(tx)) })
      .where(mine);
    await remember(access, 'tookInvitationBack', { email: row.email }, { db: tx });
  });
}

/** A colleague's membership, locked, with how many owners there are who can come in. Throws `not-found`. */
async function memberOf(tx: Executor, { store }: Access, id: string) {
  // All owners are locked: two who leave at once do not leave a store to nobody.
  const owners = await tx
    .select({ id: memberships.userId })
    .from(memberships)
    .where(and(eq(memberships.storeId, store.id), eq(memberships.role, 'owner'), eq(memberships.off, false)))
    .for('update');
  const [row] = await tx
    .select({ name: user.name, role: memberships.role, off: memberships.off })
    .from(memberships)
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.storeId, store.id), eq(memberships.userId, id)));
  if (!row) throw new AppError('not-found', say.noSuchColleague);
  return { ...row, isLastOwner: owners.length === 1 && owners[0]!.id === id };
}

/** Gives a colleague another role, or switches them off or on. Throws `conflict` where the store would have no owner. */
export async function changeColleague(access: Access, { id, role, off }: ChangeColleague): Promise<void> {
  await database().transaction(async (tx) => {
    const before = await memberOf(tx, access, id);
    const leaves = (role !== undefined && role !== 'owner') || off === true;
    if (before.isLastOwner && leaves) throw new AppError('conflict', say.lastOwner({ name: before.name }));
    await tx
      .update(memberships)
      .set({
        ...(role && { role }),
        // What a translator is given is of that role alone.
        ...(role && role !== 'translator' && { languages: null, publishes: false }),
        ...(off !== undefined && { off }),
      })
      .where(and(eq(memberships.storeId, access.store.id), eq(memberships.userId, id)));
    const { name } = before;
    if (role && role !== before.role)
      await remember(access, 'changedRole', { name, role: kept(() => ROLE_WORDS[role]) }, { db: tx });
    if (off !== undefined && off !== before.off)
      await remember(access, off ? 'switchedColleagueOff' : 'switchedColleagueOn', { name }, { db: tx });
  });
}

/** Takes a colleague out of the store. What they did stays in the history under their name. Throws `conflict` for the last owner. */
export async function removeColleague(access: Access, { id }: { id: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const { name, isLastOwner } = await memberOf(tx, access, id);
    if (isLastOwner) throw new AppError('conflict', say.lastOwner({ name }));
    await tx.delete(memberships).where(and(eq(memberships.storeId, access.store.id), eq(memberships.userId, id)));
    await remember(access, 'removedColleague', { name }, { db: tx });
  });
}

/**
 * Says whether who works in the store signs in with two factors. Whoever has one is asked to set up the second when they come in next.
 * Throws `conflict` for who would shut themselves out.
 */
export async function requireFactor(access: Access, { required }: RequireFactor): Promise<void> {
  const { store, person } = access;
  if (required && !cameByTwo(person) && !(await factorOf(person)).on)
    throw new AppError('conflict', factor.setUpYoursFirst);
  if (required === store.requiresTwoFactors) return;
  await database().transaction(async (tx) => {
    await tx.update(stores).set({ requiresTwoFactors: required }).where(eq(stores.id, store.id));
    await remember(access, required ? 'requiredTwoFactors' : 'requiredOneFactor', {}, { db: tx });
  });
}

/**
 * Forgets the second factor and the passkeys of a colleague who has lost them, and who they are at the provider; their sessions end. Throws
 * `forbidden` for one's own, and for who works in a
 * store where one is no owner: their factor guards that, too.
 */
export async function resetFactor(access: Access, { id }: { id: string }): Promise<void> {
  const { person } = access;
  if (id === person.id) throw new AppError('forbidden', factor.endYoursOnYourPage);
  const colleague = await database().transaction((tx) => memberOf(tx, access, id));
  const own = database()
    .select({ id: memberships.storeId })
    .from(memberships)
    .where(and(eq(memberships.userId, person.id), eq(memberships.role, 'owner'), eq(memberships.off, false)));
  const elsewhere = await database().$count(
    memberships,
    and(eq(memberships.userId, id), notInArray(memberships.storeId, own)),
  );
  if (elsewhere > 0) throw new AppError('forbidden', factor.worksElsewhere({ name: colleague.name }));
  await forgetFactor(id);
  await database().delete(passkey).where(eq(passkey.userId, id));
  await forgetAtProvider(id);
  await database().delete(session).where(eq(session.userId, id));
  await remember(access, 'resetSecondFactor', { name: colleague.name });
}
