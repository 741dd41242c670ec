/**
 * Claiming deliveries under a lease, and giving them back. The database is the one shared engine: `FOR UPDATE SKIP
 * LOCKED` lets any number of workers claim at once without waiting for each other or taking the same row.
 */
import { and, asc, eq, exists, inArray, lte, or, sql, type SQL } from 'drizzle-orm';
import { clockAhead } from '../db/demo-clock';
import { database, type Executor } from '../db/client';
import { askDatabaseTime, databaseTime } from '../db/time';
import { retryingDeadlocks } from '../db/deadlocks';
import { deliveries } from '../db/schema';
import { gathered, goesItself } from './gather';

export type Delivery = typeof deliveries.$inferSelect;

/** What waits to go by itself. */
const waits = and(inArray(deliveries.state, ['planned', 'deferred', 'held']), goesItself);

/** Whether there is something to claim: asked by one statement, so that a worker with nothing to do costs next to nothing. */
export async function somethingDue(): Promise<boolean> {
  const db = database();
  const now = new Date(await databaseTime());
  const found = (where: SQL | undefined) =>
    exists(
      db
        .select({ one: sql`1` })
        .from(deliveries)
        .where(where),
    );
  const expired = and(eq(deliveries.state, 'sending'), lte(deliveries.leaseUntil, now));
  // Both kinds by name, or the index is read from its beginning: it goes by state, kind and time.
  const due = and(waits, inArray(deliveries.bulk, [false, true]), isDue(now, await clockAhead()));
  const [row] = await db.select({ due: sql<number>`${found(expired)} or ${found(due)}` }).from(sql`dual`);
  return Number(row?.due) === 1;
}

/** Claims up to `limit` deliveries that are due, those whose lease ran out first. Times are the database's. */
export async function claim(workerId: string, limit: number, leaseMs: number): Promise<Delivery[]> {
  const ahead = await clockAhead();
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const now = new Date(await askDatabaseTime(tx));
      const expired = await pick(tx, limit, and(eq(deliveries.state, 'sending'), lte(deliveries.leaseUntil, now)));
      const claimed = [...expired];
      // What goes to many at once waits for everything else.
      for (const bulk of [false, true]) {
        if (claimed.length === limit) break;
        claimed.push(
          ...(await pick(tx, limit - claimed.length, and(waits, eq(deliveries.bulk, bulk), isDue(now, ahead)))),
        );
      }
      const going = await gathered(tx, claimed, isDue(now, ahead));
      if (going.length === 0) return [];
      const lease = { state: 'sending' as const, leaseUntil: new Date(now.getTime() + leaseMs), leaseBy: workerId };
      await tx
        .update(deliveries)
        .set({ ...lease, attempts: sql`${deliveries.attempts} + 1` })
        .where(
          inArray(
            deliveries.id,
            going.map((d) => d.id),
          ),
        );
      return going.map((d) => ({ ...d, ...lease, attempts: d.attempts + 1 }));
    }),
  );
}

/** Only what waits by its notification's timing goes by the demo's clock. */
function isDue(now: Date, ahead: number) {
  const due = lte(deliveries.dueAt, now);
  return ahead === 0
    ? due
    : or(due, and(eq(deliveries.timed, true), lte(deliveries.dueAt, new Date(now.getTime() + ahead))));
}

function pick(tx: Executor, limit: number, where: ReturnType<typeof and>): Promise<Delivery[]> {
  return tx
    .select()
    .from(deliveries)
    .where(where)
    .orderBy(asc(deliveries.state), asc(deliveries.dueAt))
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

/** Lets go what is held until somebody did something: connected a service, let one go on, named a sender; or what is held by one cause. */
export async function releaseHeld(storeId: string, cause?: string): Promise<number> {
  const [result] = await database()
    .update(deliveries)
    .set({ state: 'planned', dueAt: new Date(await databaseTime()), lastWords: '', cause: '' })
    .where(
      and(
        eq(deliveries.storeId, storeId),
        eq(deliveries.state, 'held'),
        cause === undefined ? undefined : eq(deliveries.cause, cause),
      ),
    );
  return result.affectedRows;
}
