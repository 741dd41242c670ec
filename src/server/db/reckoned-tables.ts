/** What is counted of products, and how far summaries of orders have come. */
import { int, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import type { StockState } from '@/core/stock';
import { exact, id, time } from './columns';
import { ofStore } from './store-table';

/** What was last counted of a product at a place; the place is empty where the shop names none. */
export const stockCounts = mysqlTable(
  'stock_count',
  {
    storeId: ofStore(),
    sku: exact('sku', 64).notNull(),
    place: exact('place', 80).notNull(),
    pieces: int('pieces').notNull(),
    /** How it stood when colleagues last heard of it, or when it had recovered. */
    told: varchar('told', { length: 6 }).$type<StockState>().notNull(),
    countedAt: time('counted_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.sku, t.place] })],
);

/** Until when the orders of a store are in a summary already. A notification that is off has no row. */
export const summariesReached = mysqlTable('summary_reached', {
  notificationId: id('notification_id').primaryKey(),
  storeId: ofStore(),
  reached: time('reached').notNull(),
  /** The times that it comes at (as JSON), and since when: other ones count from the next of them on. */
  rhythm: varchar('rhythm', { length: 100 }).notNull(),
  since: time('since').notNull(),
  /** When it was last planned, by the database's clock: what came since then and was placed before is of the next. */
  plannedAt: time('planned_at').notNull(),
});
