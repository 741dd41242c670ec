/** Who changed what. Written in the same transaction as the change where there is one. */
import { and, desc, eq, gt, type SQL } from 'drizzle-orm';
import type { Access } from './access';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { history, user } from '../db/schema';
import { newId } from '../base/ids';

interface Where {
  db?: Executor;
  /** The id of what has a history of its own. */
  about?: string;
}

/** A member, by the id that stays the same whatever they call themselves; or something that is no person, by its name. */
export type Actor = { userId: string; name: string } | { name: string };

/** Writes down what a member of a store did; `where.db` puts it into an open transaction. */
export async function remember(access: Access, action: string, what: string, where: Where = {}): Promise<void> {
  await historyEntry(access.store.id, { userId: access.person.id, name: access.person.name }, action, what, where);
}

/** Writes down what somebody did in a store, a member or none. */
export async function historyEntry(
  storeId: string,
  actor: Actor,
  action: string,
  what: string,
  { db = database(), about = '' }: Where = {},
): Promise<void> {
  await db.insert(history).values({
    id: newId(),
    storeId,
    who: actor.name.slice(0, 120),
    userId: 'userId' in actor ? actor.userId : null,
    action,
    what: what.slice(0, 300),
    at: new Date(await databaseTime()),
    about,
  });
}

/** So long one reading of the same thing by the same person is one, ms: pages read themselves anew. */
const ONE_READING_MS = 10 * 60_000;

/** That somebody read what is about a person, such as a message: once for each time they look, not for each time the page does. */
export async function rememberReading(access: Access, action: string, what: string, about: string): Promise<void> {
  const since = new Date((await databaseTime()) - ONE_READING_MS);
  const [lately] = await database()
    .select({ id: history.id })
    .from(history)
    .where(
      and(
        eq(history.storeId, access.store.id),
        eq(history.about, about),
        eq(history.userId, access.person.id),
        eq(history.action, action),
        gt(history.at, since),
      ),
    )
    .limit(1);
  if (!lately) await remember(access, action, what, { about });
}

export interface HistoryEntry {
  id: string;
  /** As the person is called now. */
  who: string;
  userId: string | undefined;
  action: string;
  what: string;
  at: Date;
}

/** The newest entries of a store, or of one thing in it. */
export async function historyOf(storeId: string, more?: SQL, limit = 100): Promise<HistoryEntry[]> {
  const rows = await database()
    .select({ entry: history, name: user.name })
    .from(history)
    .leftJoin(user, eq(user.id, history.userId))
    .where(and(eq(history.storeId, storeId), more))
    .orderBy(desc(history.id))
    .limit(limit);
  return rows.map(({ entry: { id, who, userId, action, what, at }, name }) => ({
    id,
    who: name ?? who,
    userId: userId ?? undefined,
    action,
    what,
    at,
  }));
}
