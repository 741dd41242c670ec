/**
 * Claiming deliveries under a lease, and giving them back. The database is the one shared engine: `FOR UPDATE SKIP
 * LOCKED` lets any number of workers claim at once without waiting for each other or taking the same row.
 */
import { and, asc, eq, exists, inArray, lte, min, ne, notInArray, or, sql, type SQL } from 'drizzle-orm';
import { shareOut, type Claimant } from '@/core/shares';
import { clockAhead } from '../db/demo-clock';
import { database, type Executor } from '../db/client';
import { askDatabaseTime, databaseTime } from '../db/time';
import { retryingDeadlocks } from '../db/deadlocks';
import { deliveries, stores } from '../db/schema';
import { gathered, goesItself } from './gather';

export type Delivery = typeof deliveries.$inferSelect;

/** In these states a delivery waits to be claimed. */
const WAITING: (typeof deliveries.$inferSelect.state)[] = ['planned', 'deferred', 'held'];

/** What waits to go by itself. */
const waits = and(inArray(deliveries.state, WAITING), goesItself);

/** What held a message that ended the workers that had it in hand, {@link ALONE_TRIES} times with nothing else. */
export const WORKERS_ENDED = 'workers ended';

/** So often a delivery whose worker ended is tried with nothing else in hand, before it is put aside. */
export const ALONE_TRIES = 3;

/** Whether its lease ran out: whoever claimed it ended before it could say what came of it. */
const interrupted = (now: Date): SQL | undefined =>
  and(eq(deliveries.state, 'sending'), lte(deliveries.leaseUntil, now));

/** Stores that have something due, with their weights: what goes to one reader at a time, and what goes to many at once. */
export interface Due {
  orders: Claimant[];
  bulk: Claimant[];
}

/**
 * What there is to claim, at a cost that goes by the number of stores that wait, however much waits: the index has each store's
 * earliest in one place.
 *
 * @param except stores of which nothing is wanted now
 */
export async function whatIsDue(except: readonly string[] = []): Promise<Due & { interrupted: boolean }> {
  const db = database();
  const now = new Date(await databaseTime());
  const earliest = db
    .select({ storeId: deliveries.storeId, bulk: deliveries.bulk, at: min(deliveries.dueAt).as('at') })
    .from(deliveries)
    // Both kinds by name, so that the index is used to its end.
    .where(and(inArray(deliveries.state, WAITING), inArray(deliveries.bulk, [false, true])))
    .groupBy(deliveries.state, deliveries.bulk, deliveries.storeId)
    .as('earliest');
  const expired = db
    .select({ one: sql`1` })
    .from(deliveries)
    .where(interrupted(now));
  const [rows, [found]] = await Promise.all([
    db
      .selectDistinct({ id: stores.id, weight: stores.sendingShare, bulk: earliest.bulk })
      .from(earliest)
      .innerJoin(stores, eq(stores.id, earliest.storeId))
      .where(lte(earliest.at, new Date(now.getTime() + (await clockAhead())))),
    db.select({ one: sql<number>`${exists(expired)}` }).from(sql`dual`),
  ]);
  const wanted = rows.filter((r) => !except.includes(r.id));
  const of = (bulk: boolean): Claimant[] =>
    wanted.filter((r) => r.bulk === bulk).map(({ id, weight }) => ({ id, weight }));
  return { orders: of(false), bulk: of(true), interrupted: Number(found?.one) === 1 };
}

/**
 * Claims up to `limit` of the deliveries that are due. Each store gets its part by its weight, oldest first; what a store leaves, others
 * get. What goes to many at once waits for everything else. Times are the database's.
 *
 * @param due the stores that have something due, where that was asked already
 */
export async function claim(workerId: string, limit: number, leaseMs: number, due?: Due): Promise<Delivery[]> {
  const ahead = await clockAhead();
  const from = due ?? (await whatIsDue());
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const now = new Date(await askDatabaseTime(tx));
      const orders = await pickByShares(tx, limit, false, from.orders, isDue(now, ahead));
      const bulk = await pickByShares(tx, limit - orders.length, true, from.bulk, isDue(now, ahead));
      const until = now.getTime() + leaseMs;
      return lease(tx, await gathered(tx, [...orders, ...bulk], isDue(now, ahead)), { workerId, until, lapsed: 0 });
    }),
  );
}

async function pickByShares(
  tx: Executor,
  limit: number,
  bulk: boolean,
  claimants: readonly Claimant[],
  due: SQL | undefined,
): Promise<Delivery[]> {
  const picked: Delivery[] = [];
  let wanting = [...claimants];
  while (picked.length < limit && wanting.length > 0) {
    const more: Claimant[] = [];
    const shares = shareOut(limit - picked.length, wanting, Math.random());
    for (const claimant of wanting) {
      const share = shares.get(claimant.id) ?? 0;
      const had = picked.filter((d) => d.storeId === claimant.id).map((d) => d.id);
      const got =
        share > 0
          ? await pick(
              tx,
              share,
              and(
                ...[waits, eq(deliveries.bulk, bulk), eq(deliveries.storeId, claimant.id), due],
                // Its own locks are none to a transaction.
                had.length > 0 ? notInArray(deliveries.id, had) : undefined,
              ),
            )
          : [];
      picked.push(...got);
      if (got.length === share) more.push(claimant);
    }
    wanting = more;
  }
  return picked;
}

/**
 * Claims one delivery whose lease ran out, which counts as a lapse of it. Its worker may have ended because of it: a message that a
 * worker does not survive would take others along, so a worker has such ones in hand one at a time and with nothing else.
 */
export async function claimInterrupted(workerId: string, leaseMs: number): Promise<Delivery | undefined> {
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const now = new Date(await askDatabaseTime(tx));
      // Those that were not alone yet go first: most of them only were in the wrong hands.
      const expired = await pick(tx, 1, interrupted(now), asc(deliveries.lapses));
      const [claimed] = await lease(tx, expired, { workerId, until: now.getTime() + leaseMs, lapsed: 1 });
      return claimed;
    }),
  );
}

async function lease(
  tx: Executor,
  going: readonly Delivery[],
  { workerId, until, lapsed }: { workerId: string; until: number; lapsed: 0 | 1 },
): Promise<Delivery[]> {
  if (going.length === 0) return [];
  const leased = { state: 'sending' as const, leaseUntil: new Date(until), leaseBy: workerId };
  const ids = going.map((d) => d.id);
  await tx
    .update(deliveries)
    .set({ ...leased, lapses: sql`${deliveries.lapses} + ${lapsed}`, attempts: sql`${deliveries.attempts} + 1` })
    .where(inArray(deliveries.id, ids));
  return going.map((d) => ({ ...d, ...leased, lapses: d.lapses + lapsed, attempts: d.attempts + 1 }));
}

/** Only what waits by its notification's timing goes by the demo's clock. */
function isDue(now: Date, ahead: number) {
  const due = lte(deliveries.dueAt, now);
  return ahead === 0
    ? due
    : or(due, and(eq(deliveries.timed, true), lte(deliveries.dueAt, new Date(now.getTime() + ahead))));
}

function pick(tx: Executor, limit: number, where: SQL | undefined, first = asc(deliveries.state)): Promise<Delivery[]> {
  return (
    tx
      .select()
      // Its order is the order of claiming: by another one, all that a store has waiting would be read, sorted and locked.
      .from(deliveries, { forceIndex: 'delivery_share' })
      .where(where)
      .orderBy(first, asc(deliveries.dueAt))
      .limit(limit)
      .for('update', { skipLocked: true })
  );
}

/** Gives back what was claimed and not begun, as if it had never been claimed. */
export async function giveBack(workerId: string, ids: readonly string[]): Promise<void> {
  if (ids.length === 0) return;
  await database()
    .update(deliveries)
    .set({ state: 'planned', leaseUntil: null, leaseBy: null, attempts: sql`${deliveries.attempts} - 1` })
    .where(and(inArray(deliveries.id, [...ids]), eq(deliveries.leaseBy, workerId), eq(deliveries.state, 'sending')));
}

/**
 * Lets go what is held until somebody did something: connected a service, let one go on, named a sender; or what is held by one cause.
 * What ended its workers is let go by its own cause only.
 */
export async function releaseHeld(storeId: string, cause?: string): Promise<number> {
  const [result] = await database()
    .update(deliveries)
    .set({ state: 'planned', dueAt: new Date(await databaseTime()), lastWords: '', cause: '' })
    .where(
      and(
        eq(deliveries.storeId, storeId),
        eq(deliveries.state, 'held'),
        cause === undefined ? ne(deliveries.cause, WORKERS_ENDED) : eq(deliveries.cause, cause),
      ),
    );
  return result.affectedRows;
}
