/** Who changed what. Written in the same transaction as the change where there is one. */
import { and, desc, eq, inArray, gt, type SQL } from 'drizzle-orm';
import type { Access } from './access';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { history, user } from '../db/schema';
import { newId } from '../base/ids';
import { readKeptIn } from '../base/reading';
import { areaOf } from './history-areas';
import { say } from '../../words/history';

interface Where {
  db?: Executor;
  /** The id of what has a history of its own. */
  about?: string;
}

/** A member, by the id that stays the same whatever they call themselves; or something that is no person, by its name. */
export type Actor = { userId: string; name: string } | { name: string };

type Said = typeof say;

/** What can be written down, by the message that says it later, with the values of that message but for who did it. */
export type Deeds = {
  [
    K in keyof Said as Said[K] extends (values: infer V) => string ? ('who' extends keyof V ? K : never) : never
  ]: Said[K] extends (values: infer V) => string ? Omit<V, 'who'> : never;
};
export type Deed = keyof Deeds;

/**
 * Writes down what a member of a store did; `where.db` puts it into an open transaction. Values may be kept words (`words/kept`).
 */
export async function remember<D extends Deed>(
  access: Access,
  deed: D,
  of: Deeds[D],
  where: Where = {},
): Promise<void> {
  await historyEntry(access.store.id, actorOf(access), deed, of, where);
}

/** Who did something: a member of the store, or who came by a link. */
export const actorOf = ({ person, link }: Access): Actor =>
  link ? { name: person.name } : { userId: person.id, name: person.name };

/** Writes down what somebody did in a store, a member or none. */
export async function historyEntry<D extends Deed>(
  storeId: string,
  actor: Actor,
  deed: D,
  of: Deeds[D],
  { db = database(), about = '' }: Where = {},
): Promise<void> {
  await db.insert(history).values({
    area: areaOf(deed),
    id: newId(),
    storeId,
    who: actor.name.slice(0, 120),
    userId: 'userId' in actor ? actor.userId : null,
    action: deed,
    what: JSON.stringify(of),
    at: new Date(await databaseTime()),
    about,
  });
}

/** So long one reading of the same thing by the same person is one, ms: pages read themselves anew. */
const ONE_READING_MS = 10 * 60_000;

/** That somebody read what is about a person, such as a message: once for each time they look, not for each time the page does. */
export async function rememberReading<D extends Deed>(
  access: Access,
  deed: D,
  of: Deeds[D],
  about: string,
): Promise<void> {
  const since = new Date((await databaseTime()) - ONE_READING_MS);
  const [lately] = await database()
    .select({ id: history.id })
    .from(history)
    .where(
      and(
        eq(history.storeId, access.store.id),
        eq(history.about, about),
        eq(history.userId, access.person.id),
        eq(history.action, deed),
        gt(history.at, since),
      ),
    )
    .limit(1);
  if (!lately) await remember(access, deed, of, { about });
}

export interface HistoryEntry {
  id: string;
  userId: string | undefined;
  /** A sentence for who reads it, with the person as they are called now. */
  words: string;
  at: Date;
}

/** An entry as a sentence; one from before deeds had names stands in the words that it was written in. */
function sentenceOf(who: string, deed: string, what: string): string {
  if (!Object.hasOwn(say, deed)) return `${who} ${deed} ${what}`;
  const words = say[deed as Deed] as (values: Record<string, unknown>) => string;
  return words({ who, ...readKeptIn(JSON.parse(what) as Record<string, unknown>) });
}

const entries = () =>
  database().select({ entry: history, name: user.name }).from(history).leftJoin(user, eq(user.id, history.userId));

type Row = Awaited<ReturnType<typeof entries>>[number];

const asSaid = ({ entry: { id, who, userId, action, what, at }, name }: Row): HistoryEntry => ({
  ...{ id, at, userId: userId ?? undefined },
  words: sentenceOf(name ?? who, action, what),
});

/** The newest entries of a store, or of one thing in it. */
export async function historyOf(storeId: string, more?: SQL, limit = 100): Promise<HistoryEntry[]> {
  const rows = await entries()
    .where(and(eq(history.storeId, storeId), more))
    .orderBy(desc(history.id))
    .limit(limit);
  return rows.map(asSaid);
}

/** Entries of a store by their ids, the newest first. They are put in order here: asked to, the database reads all of a store in order. */
export async function historyAt(storeId: string, ids: readonly string[]): Promise<HistoryEntry[]> {
  if (ids.length === 0) return [];
  const rows = await entries().where(and(eq(history.storeId, storeId), inArray(history.id, [...ids])));
  return rows.map(asSaid).toSorted((a, b) => (a.id < b.id ? 1 : -1));
}
