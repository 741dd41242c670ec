/** Tables of products that go with others: worked out in the background, asked when a message suggests some. */
import { double, int, mysqlTable, primaryKey } from 'drizzle-orm/mysql-core';
import { exact, json, time } from './columns';
import { ofStore } from './store-table';

/** What a product is bought with, a row each. */
export const companions = mysqlTable(
  'companion',
  {
    storeId: ofStore(),
    sku: exact('sku', 64).notNull(),
    /** Its place among what is bought with the product, from 1. */
    place: int('place').notNull(),
    other: exact('other', 64).notNull(),
    /** Orders that hold the product, and both. */
    orders: int('orders').notNull(),
    support: int('support').notNull(),
    lift: double('lift').notNull(),
    run: int('run').notNull(),
  },
  // In the order in which it is asked: all of a product lie side by side.
  (t) => [primaryKey({ columns: [t.storeId, t.sku, t.place] })],
);

/** What is bought most often of a category. */
export const popularProducts = mysqlTable(
  'popular_product',
  {
    storeId: ofStore(),
    category: exact('category', 80).notNull(),
    best: json<{ sku: string; orders: number }[]>('best').notNull(),
    run: int('run').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.category] })],
);

/** When it was worked out, from how many orders, and how long it took. */
export const suggestionRuns = mysqlTable('suggestion_run', {
  storeId: ofStore().primaryKey(),
  run: int('run').notNull(),
  orders: int('orders').notNull().default(0),
  tookMs: int('took_ms').notNull().default(0),
  /** When the work began; somebody else may begin anew when it is long ago and not done. */
  beganAt: time('began_at').notNull(),
  doneAt: time('done_at'),
});
