/** Requests that came from outside: kept, taken, and taken again when what was wrong is mended. */
import { and, asc, desc, eq, inArray, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import type { Mapping } from '@/core/mapping';
import { placedSentence, type SchemaProblem } from '@/core/schema';
import type { Store } from '../auth/access';
import { isAway } from '../base/database-errors';
import { Grouping } from '../base/grouping';
import { newId } from '../base/ids';
import { insertRows } from '../db/bulk';
import { database } from '../db/client';
import { sourceEditions, sourceRequests, type RequestState, type sources } from '../db/schema';
import { databaseTime } from '../db/time';
import { takeTold } from '../events/take';
import { eventOf } from './map';

export type Source = typeof sources.$inferSelect;
export type Request = typeof sourceRequests.$inferSelect;

/** So many requests of a source are kept to be looked at; those that wait to be taken again are kept as well, up to so many. */
const [SHOWN, WAITING] = [50, 5000];
/** And no more of them than so many bytes in all. */
const MOST_BYTES = 200_000_000;
/** Where a request may still be taken. */
export const OPEN_STATES: readonly RequestState[] = ['kept', 'wrong', 'unheard'];

type Outcome = Pick<Request, 'state' | 'status'> &
  Partial<Pick<Request, 'type' | 'word' | 'why' | 'problems' | 'edition' | 'order' | 'deliveries'>>;

/** Requests that come at the same time are kept together. */
const keeping = new Grouping<typeof sourceRequests.$inferInsert, void>({
  together: async (rows) => {
    await insertRows(database(), sourceRequests, rows);
    return rows.map(() => undefined);
  },
  most: 50,
  weight: { of: (row) => row.body.length, most: 4_000_000 },
  failsAll: isAway,
});

/** Keeps a request with what became of it, and lets go of those that are too many. */
export async function keepRequest(
  store: { id: string },
  sourceId: string,
  body: string,
  outcome: Outcome,
  bytes = Buffer.byteLength(body),
): Promise<string> {
  const id = newId();
  const at = new Date(await databaseTime());
  await keeping.add({ id, storeId: store.id, sourceId, body, bytes, at, ...cut(outcome) });
  // Not with each: a few too many do no harm.
  if (Math.random() < 0.02) await letGo(store.id, sourceId);
  return id;
}

const cut = (outcome: Outcome) => ({
  ...{ type: '', word: '', why: '', edition: 0, order: '', deliveries: 0 },
  ...outcome,
  problems: (outcome.problems ?? []).slice(0, 50),
  ...(outcome.word !== undefined && { word: outcome.word.slice(0, 120) }),
  ...(outcome.type !== undefined && { type: outcome.type.slice(0, 60) }),
  ...(outcome.why !== undefined && { why: outcome.why.slice(0, 1000) }),
  ...(outcome.order !== undefined && { order: outcome.order.slice(0, 64) }),
});

/** Lets go of what is older than the newest {@link SHOWN} that are done, and the newest {@link WAITING} that may still be taken. */
export async function letGo(storeId: string, sourceId: string): Promise<void> {
  const mine = and(eq(sourceRequests.storeId, storeId), eq(sourceRequests.sourceId, sourceId));
  for (const [states, most] of [
    [['taken', 'refused'], SHOWN],
    [OPEN_STATES, WAITING],
  ] as const) {
    const kind = and(mine, inArray(sourceRequests.state, [...states]));
    const [last] = await database()
      .select({ id: sourceRequests.id })
      .from(sourceRequests)
      .where(kind)
      .orderBy(desc(sourceRequests.id))
      .limit(1)
      .offset(most);
    if (last)
      await database()
        .delete(sourceRequests)
        .where(and(kind, sql`${sourceRequests.id} <= ${last.id}`));
  }
  // Large ones are kept for a shorter time.
  const [rows] = (await database().execute(sql`
    select id from (
      select id, sum(bytes) over (order by id desc) as so_far from ${sourceRequests}
      where store_id = ${storeId} and source_id = ${sourceId} and state <> 'refused'
    ) sums where so_far > ${MOST_BYTES} order by id desc limit 1`)) as unknown as [{ id: string }[]];
  if (rows[0])
    await database()
      .delete(sourceRequests)
      .where(and(mine, sql`${sourceRequests.id} <= ${rows[0].id}`));
}

/** Keeps a signed event of ours that was refused, so that whoever connects a shop sees why; it can be taken again. */
export async function keepRefusedEvent(
  storeId: string,
  event: unknown,
  { why, problems, status }: { why: string; problems: readonly SchemaProblem[]; status: number },
): Promise<void> {
  const type = (event as { type?: unknown } | null)?.type;
  await keepRequest({ id: storeId }, '', JSON.stringify(event) ?? '', {
    ...{ state: 'wrong', status, why, problems: [...problems] },
    ...(typeof type === 'string' && { type }),
  });
}

/** Mappings by source and edition: an edition never changes. */
const published = new LRUCache<string, Mapping>({ max: 200 });

async function publishedMapping(sourceId: string, number: number): Promise<Mapping> {
  const key = `${sourceId} ${number}`;
  let mapping = published.get(key);
  if (!mapping) {
    const [edition] = await database()
      .select({ mapping: sourceEditions.mapping })
      .from(sourceEditions)
      .where(and(eq(sourceEditions.sourceId, sourceId), eq(sourceEditions.number, number)));
    mapping = edition!.mapping;
    published.set(key, mapping);
  }
  return mapping;
}

/** Reads a request by the live edition of its source and takes it; answers what became of it. */
export async function readRequest(store: Store, source: Source, body: string): Promise<Outcome> {
  const edition = source.live;
  if (!source.on || edition === 0) return { state: 'kept', status: 202 };
  const made = eventOf(await publishedMapping(source.id, edition), {
    ...{ store, sourceId: source.id, body },
    key: `${source.id} ${edition}`,
  });
  const { type = '', word, event, problems } = made;
  if (!event) return { state: 'unheard', status: 202, word, edition };
  const order = numberOf(event.data);
  const known = { type, word, edition, order };
  if (problems.length > 0) {
    const why = problems.slice(0, 3).map(placedSentence).join(' ');
    return { ...known, state: 'wrong', status: 202, why, problems };
  }
  const taken = await takeTold(store.id, event);
  return 'why' in taken
    ? { ...known, state: 'wrong', status: 202, why: taken.title, problems: [...taken.problems] }
    : { ...known, state: 'taken', status: 202, deliveries: taken.deliveries.length };
}

const numberOf = (data: unknown): string => {
  const number = (data as { order?: { number?: unknown } }).order?.number;
  return typeof number === 'string' ? number : '';
};

/** The newest requests of a source, or of the events that were refused; without their bodies. */
export async function newestRequests(storeId: string, sourceId: string, limit = SHOWN) {
  const { body: _body, ...columns } = columnsOf();
  return database()
    .select(columns)
    .from(sourceRequests)
    .where(and(eq(sourceRequests.storeId, storeId), eq(sourceRequests.sourceId, sourceId)))
    .orderBy(desc(sourceRequests.id))
    .limit(limit);
}

const columnsOf = () => {
  const { id, state, status, at, type, word, why, problems, edition, order, deliveries, againAt, bytes, body } =
    sourceRequests;
  return { id, state, status, at, type, word, why, problems, edition, order, deliveries, againAt, bytes, body };
};

/**
 * Takes requests again that are still to be taken, the oldest first; those of a source by its live edition.
 * @param ids which ones; all that wait without them
 */
export async function takeAgain(
  store: Store,
  source: Source | undefined,
  ids?: readonly string[],
): Promise<{ taken: number; wrong: number; unheard: number }> {
  const counts = { taken: 0, wrong: 0, unheard: 0 };
  let after = '';
  for (;;) {
    const rows = await database()
      .select()
      .from(sourceRequests)
      .where(
        and(
          eq(sourceRequests.storeId, store.id),
          eq(sourceRequests.sourceId, source?.id ?? ''),
          inArray(sourceRequests.state, [...OPEN_STATES]),
          sql`${sourceRequests.id} > ${after}`,
          ids && inArray(sourceRequests.id, [...ids]),
        ),
      )
      .orderBy(asc(sourceRequests.id))
      .limit(100);
    if (rows.length === 0) return counts;
    for (const row of rows) {
      after = row.id;
      const outcome = source ? await readRequest(store, source, row.body) : await takeEventAgain(store.id, row);
      if (outcome.state === 'kept') return counts;
      if (outcome.state !== 'refused') counts[outcome.state] += 1;
      const { status: _answered, ...became } = cut(outcome);
      await database()
        .update(sourceRequests)
        .set({ ...became, ...(outcome.state === 'taken' && { againAt: new Date(await databaseTime()) }) })
        .where(eq(sourceRequests.id, row.id));
    }
  }
}

async function takeEventAgain(storeId: string, { body, type }: Request): Promise<Outcome> {
  const taken = await takeTold(storeId, JSON.parse(body));
  return 'why' in taken
    ? { state: 'wrong', status: 400, type, why: taken.title, problems: [...taken.problems] }
    : { state: 'taken', status: 202, type, deliveries: taken.deliveries.length };
}
