/** A store's planner, prepared once for each revision of what it has set. */
import { eq, sql } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { planner, type PlanEvent, type Planner } from '@/core/plan';
import type { Executor } from '../db/client';
import { ownSetting } from '../db/own-clock';
import { channels, stores } from '../db/schema';
import { planSettings } from './settings';

export interface PreparedPlanner {
  plan: Planner['plan'];
  /** Names of notifications by id, as the record keeps them. */
  names: ReadonlyMap<string, string>;
  channels: ReadonlyMap<string, NonNullable<PlanEvent['channel']>>;
}

/** What of a store decides about its planner. */
export type PlannerStore = Pick<
  typeof stores.$inferSelect,
  'id' | 'language' | 'fallbacks' | 'timeZone' | 'settingsRevision'
>;

const prepared = new LRUCache<string, Promise<PreparedPlanner>>({ max: 100 });

/**
 * The planner of a store as it is set now. The revision is read with the store's row: who sees a revision sees at least what was set
 * with it, since both are written in one transaction.
 */
export function plannerOf(db: Executor, store: PlannerStore): Promise<PreparedPlanner> {
  const key = JSON.stringify([store.id, store.settingsRevision, store.language, store.timeZone, ownSetting()]);
  let made = prepared.get(key);
  if (!made) {
    made = prepare(db, store);
    prepared.set(key, made);
    made.catch(() => prepared.delete(key));
  }
  return made;
}

async function prepare(db: Executor, store: PlannerStore): Promise<PreparedPlanner> {
  const settings = await planSettings(db, store);
  const rows = await db.select().from(channels).where(eq(channels.storeId, store.id));
  return {
    plan: planner(settings).plan,
    names: new Map(settings.notifications.map((n) => [n.id, n.name])),
    channels: new Map(rows.map((c) => [c.id, c])),
  };
}

/** Says that something planning reads has changed; in the transaction of the change. */
export async function settingsChanged(db: Executor, storeId: string): Promise<void> {
  await db
    .update(stores)
    .set({ settingsRevision: sql`${stores.settingsRevision} + 1` })
    .where(eq(stores.id, storeId));
}
