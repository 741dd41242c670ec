/** What was removed and can be brought back for a while. */
import { index, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import { id, json, time } from './columns';
import { ofStore } from './store-table';

export type RemovedKind = 'notification' | 'version' | 'passage' | 'set';

/** One thing that was removed, with the rows that it had, by table. */
export const removedThings = mysqlTable(
  'removed_thing',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    kind: varchar('kind', { length: 16 }).$type<RemovedKind>().notNull(),
    name: varchar('name', { length: 260 }).notNull(),
    /** Rows as they were, times as ISO strings. */
    rows: json<Record<string, Record<string, unknown>[]>>('rows_then').notNull(),
    removedBy: varchar('removed_by', { length: 120 }).notNull(),
    removedAt: time('removed_at').notNull(),
  },
  (t) => [index('removed_thing_store').on(t.storeId, t.removedAt)],
);
