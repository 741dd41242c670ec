/** What of all stores waits to be sent. */
import { and, count, inArray, lte, min } from 'drizzle-orm';
import { database } from '../db/client';
import { deliveries } from '../db/schema';

const WAITING = ['planned', 'deferred', 'held', 'sending'] as const;

export interface Waiting {
  /** How many are in each state before the last. */
  states: Record<(typeof WAITING)[number], number>;
  /** How many are due and not claimed. */
  due: number;
  /** How long the one has been due that is due longest, ms; 0 with none. */
  oldestMs: number;
  /** The same of each store that has some due. */
  stores: { id: string; due: number; oldestMs: number }[];
}

/** @param now ms since 1970, by the database's clock */
export async function waitingNow(now: number): Promise<Waiting> {
  const db = database();
  const isDue = and(
    inArray(deliveries.state, ['planned', 'deferred']),
    // Both, so that the index is used to its end.
    inArray(deliveries.bulk, [false, true]),
    lte(deliveries.dueAt, new Date(now)),
  );
  const [rows, ofStores] = await Promise.all([
    db
      .select({ state: deliveries.state, n: count() })
      .from(deliveries)
      .where(inArray(deliveries.state, [...WAITING]))
      .groupBy(deliveries.state),
    db
      .select({ id: deliveries.storeId, n: count(), at: min(deliveries.dueAt) })
      .from(deliveries)
      .where(isDue)
      .groupBy(deliveries.storeId),
  ]);
  const stores = ofStores.map(({ id, n, at }) => ({
    ...{ id, due: n },
    oldestMs: at ? Math.max(0, now - at.getTime()) : 0,
  }));
  const of = (state: string): number => rows.find((r) => r.state === state)?.n ?? 0;
  return {
    states: { planned: of('planned'), deferred: of('deferred'), held: of('held'), sending: of('sending') },
    due: stores.reduce((sum, s) => sum + s.due, 0),
    oldestMs: Math.max(0, ...stores.map((s) => s.oldestMs)),
    stores,
  };
}
