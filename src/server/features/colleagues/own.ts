/** What somebody changes about themselves: their name, their password, where they are signed in, what they are told. */
import { and, desc, eq, gt } from 'drizzle-orm';
import { ALERT_KINDS, alertsOf, type AlertKind, type ChooseAlert, type OwnAlerts } from '@/contract/alerts';
import type { NewPassword, OwnName, OwnPage } from '@/contract/colleagues';
import { plainLine } from '@/core/text';
import { storesOf, type Access } from '../../auth/access';
import { beginTry, succeeded, waitWords } from '../../auth/guard';
import { hasPassword, isPassword, rememberEverywhere, setPassword } from '../../auth/people';
import { isLinked, providerName } from '../../auth/provider';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { memberships, session, user, waitingAlerts } from '../../db/schema';
import { remember } from '../../auth/history';
import { networkOf } from '../../net/addresses';
import { say } from '@/words/refusals';

const FREE_TRIES = 8;

/** Somebody's own page; `here` is the id of the session that asks. */
export async function loadOwnPage(access: Access, here: string | undefined): Promise<OwnPage> {
  const { person } = access;
  const provider = providerName();
  const [stores, alerts, password, linked, sessions] = await Promise.all([
    storesOf(person),
    ownAlerts(access),
    hasPassword(person.id),
    isLinked(person.id),
    database()
      .select()
      .from(session)
      .where(and(eq(session.userId, person.id), gt(session.expiresAt, new Date())))
      .orderBy(desc(session.updatedAt)),
  ]);
  return {
    ...{ name: person.name, email: person.email, hasPassword: password, stores, alerts },
    ...(provider !== undefined && { provider: { name: provider, linked } }),
    sessions: sessions.map((s) => ({
      ...{ id: s.id, here: s.id === here, since: s.createdAt.toISOString(), lastAt: s.updatedAt.toISOString() },
      browser: browserOf(s.userAgent ?? ''),
      network: s.ipAddress ? networkOf(s.ipAddress) : '',
      by: s.by,
    })),
  };
}

const BROWSERS: [RegExp, string][] = [
  [/\bEdg\//, 'Edge'],
  [/\bFirefox\//, 'Firefox'],
  [/\b(Headless)?Chrom(e|ium)\//, 'Chromium'],
  [/\bSafari\//, 'Safari'],
];
const SYSTEMS: [RegExp, string][] = [
  [/\bAndroid\b/, 'Android'],
  [/\b(iPhone|iPad)\b/, 'iOS'],
  [/\bWindows\b/, 'Windows'],
  [/\bMac OS X\b/, 'macOS'],
  [/\bLinux\b/, 'Linux'],
];

/** A browser and its system as a person knows them, from what it calls itself; empty for what is no browser. */
export function browserOf(agent: string): string {
  const among = (names: [RegExp, string][]): string[] => names.filter(([is]) => is.test(agent)).map(([, name]) => name);
  return [among(BROWSERS)[0], among(SYSTEMS)[0]].filter(Boolean).join(', ');
}

/** Changes what somebody is called, in every store. */
export async function saveOwnName({ person }: Access, { name }: OwnName): Promise<void> {
  const called = plainLine(name);
  if (called === '') throw new AppError('invalid', say.sayYourName, [{ path: '/name', message: say.sayYourName }]);
  await database().update(user).set({ name: called, updatedAt: new Date() }).where(eq(user.id, person.id));
}

/** Changes somebody's password; all their sessions but the one that asks end. Guessing the one of before is as slow as at the door. */
export async function changeOwnPassword(
  { person }: Access,
  { before, password }: NewPassword,
  here: string | undefined,
): Promise<void> {
  const own = { of: `account ${person.email.toLowerCase()}`, free: FREE_TRIES };
  const refuse = (message: string): never => {
    throw new AppError('invalid', message, [{ path: '/before', message }]);
  };
  const wait = await beginTry([own]);
  if (wait > 0) refuse(say.tooManyWrongPasswords({ wait: waitWords(wait) }));
  if (!(await isPassword(person.id, before))) refuse(say.passwordIsWrong);
  await succeeded([own], []);
  await setPassword(person.id, password, here);
  await rememberEverywhere(person, 'setOwnPassword');
}

/** Ends one of somebody's sessions. Throws `not-found` for one that is over. */
export async function endOwnSession({ person }: Access, { id }: { id: string }): Promise<void> {
  const [gone] = await database()
    .delete(session)
    .where(and(eq(session.id, id), eq(session.userId, person.id)));
  if (gone.affectedRows === 0) throw new AppError('not-found', say.sessionIsOver);
}

/** What somebody is told by mail in a store, and how many of their colleagues are. */
async function ownAlerts({ person, store }: Access): Promise<OwnAlerts> {
  const rows = await database()
    .select({ userId: memberships.userId, role: memberships.role, chosen: memberships.alerts })
    .from(memberships)
    .where(and(eq(memberships.storeId, store.id), eq(memberships.off, false)));
  const own = rows.find((r) => r.userId === person.id);
  const others = rows.filter((r) => r.userId !== person.id).map((r) => alertsOf(r.role, r.chosen));
  return {
    store: store.name,
    chosen: alertsOf(own?.role ?? 'viewer', own?.chosen ?? null),
    others: eachKind((kind) => others.filter((chosen) => chosen[kind] !== 'never').length),
  };
}

const eachKind = (value: (kind: AlertKind) => number): Record<AlertKind, number> =>
  Object.fromEntries(ALERT_KINDS.map((kind) => [kind, value(kind)])) as Record<AlertKind, number>;

/** Chooses how often somebody is told of something in a store. What waits for the mail of a day comes with it unless they want none of it. */
export async function chooseAlert(access: Access, { kind, time }: ChooseAlert): Promise<void> {
  const mine = and(eq(memberships.userId, access.person.id), eq(memberships.storeId, access.store.id));
  await database().transaction(async (tx) => {
    const [own] = await tx.select({ chosen: memberships.alerts }).from(memberships).where(mine).for('update');
    if (!own) throw new AppError('not-found', say.noSuchColleague);
    await tx
      .update(memberships)
      .set({ alerts: { ...own.chosen, [kind]: time } })
      .where(mine);
    if (time === 'never') {
      const { storeId, userId } = waitingAlerts;
      await tx
        .delete(waitingAlerts)
        .where(and(eq(storeId, access.store.id), eq(userId, access.person.id), eq(waitingAlerts.kind, kind)));
    }
    await remember(access, 'choseAlerts', {}, { db: tx });
  });
}
