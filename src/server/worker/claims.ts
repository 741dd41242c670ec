/**
 * Claiming deliveries under a lease, and giving them back. The database is the one shared engine: `FOR UPDATE SKIP
 * LOCKED` lets any number of workers claim at once without waiting for each other or taking the same row.
 */
import { and, asc, eq, exists, inArray, lte, ne, or, sql, type SQL } from 'drizzle-orm';
import { clockAhead } from '../db/demo-clock';
import { database, type Executor } from '../db/client';
import { askDatabaseTime, databaseTime } from '../db/time';
import { retryingDeadlocks } from '../db/deadlocks';
import { deliveries } from '../db/schema';
import { gathered, goesItself } from './gather';

export type Delivery = typeof deliveries.$inferSelect;

/** What waits to go by itself. */
const waits = and(inArray(deliveries.state, ['planned', 'deferred', 'held']), goesItself);

/** What held a message that ended the workers that had it in hand, {@link ALONE_TRIES} times with nothing else. */
export const WORKERS_ENDED = 'workers ended';

/** So often a delivery whose worker ended is tried with nothing else in hand, before it is put aside. */
export const ALONE_TRIES = 3;

/** Whether its lease ran out: whoever claimed it ended before it could say what came of it. */
const interrupted = (now: Date): SQL | undefined =>
  and(eq(deliveries.state, 'sending'), lte(deliveries.leaseUntil, now));

/** Whether there is something to claim: asked by one statement, so that a worker with nothing to do costs next to nothing. */
export async function somethingDue(): Promise<{ due: boolean; interrupted: boolean }> {
  const db = database();
  const now = new Date(await databaseTime());
  const found = (where: SQL | undefined) =>
    exists(
      db
        .select({ one: sql`1` })
        .from(deliveries)
        .where(where),
    );
  // Both kinds by name, or the index is read from its beginning: it goes by state, kind and time.
  const due = and(waits, inArray(deliveries.bulk, [false, true]), isDue(now, await clockAhead()));
  const [row] = await db
    .select({ due: sql<number>`${found(due)}`, interrupted: sql<number>`${found(interrupted(now))}` })
    .from(sql`dual`);
  return { due: Number(row?.due) === 1, interrupted: Number(row?.interrupted) === 1 };
}

/** Claims up to `limit` deliveries that are due. Times are the database's. */
export async function claim(workerId: string, limit: number, leaseMs: number): Promise<Delivery[]> {
  const ahead = await clockAhead();
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const now = new Date(await askDatabaseTime(tx));
      const claimed: Delivery[] = [];
      // What goes to many at once waits for everything else.
      for (const bulk of [false, true]) {
        if (claimed.length === limit) break;
        claimed.push(
          ...(await pick(tx, limit - claimed.length, and(waits, eq(deliveries.bulk, bulk), isDue(now, ahead)))),
        );
      }
      const until = now.getTime() + leaseMs;
      return lease(tx, await gathered(tx, claimed, isDue(now, ahead)), { workerId, until, lapsed: 0 });
    }),
  );
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
  return tx
    .select()
    .from(deliveries)
    .where(where)
    .orderBy(first, asc(deliveries.dueAt))
    .limit(limit)
    .for('update', { skipLocked: true });
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
