/** Screenshots shown to people without an account: links to those of a run, and what they said of them. */
import { foreignKey, index, int, mysqlTable, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import { exact, id, time } from './columns';
import { rehearsals } from './rehearsal-tables';
import { ofStore } from './store-table';

export const viewingLinks = mysqlTable(
  'viewing_link',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    rehearsalId: id('rehearsal_id').notNull(),
    /** SHA-256 of what the link has in its address, in hexadecimal; the secret itself is kept nowhere. */
    tokenHash: exact('token_hash', 64).notNull(),
    /** For whom it is. */
    name: varchar('name', { length: 120 }).notNull(),
    until: time('until').notNull(),
    madeBy: varchar('made_by', { length: 120 }).notNull(),
    madeAt: time('made_at').notNull(),
    /** To the hour. */
    usedAt: time('used_at'),
    takenBackAt: time('taken_back_at'),
  },
  (t) => [
    uniqueIndex('viewing_link_token').on(t.tokenHash),
    index('viewing_link_run').on(t.rehearsalId),
    foreignKey({ name: 'viewing_link_of', columns: [t.rehearsalId], foreignColumns: [rehearsals.id] }).onDelete(
      'cascade',
    ),
  ],
);

export const VIEWING_KINDS = ['approved', 'remark'] as const;

/** What somebody said of a message that they looked at. It outlives the link and the run. */
export const viewingRemarks = mysqlTable(
  'viewing_remark',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    linkId: id('link_id').notNull(),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
    kind: varchar('kind', { length: 10 }).$type<(typeof VIEWING_KINDS)[number]>().notNull(),
    /** The number of the run. */
    run: int('run').notNull(),
    messageId: id('message_id').notNull(),
    notificationId: id('notification_id').notNull(),
    variantId: varchar('variant_id', { length: 26 }).notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    /** The block that it is about; empty for all of the message. */
    block: varchar('block', { length: 60 }).notNull().default(''),
    text: varchar('text', { length: 2000 }).notNull().default(''),
    doneAt: time('done_at'),
    doneBy: varchar('done_by', { length: 120 }).notNull().default(''),
  },
  (t) => [index('viewing_remark_of').on(t.storeId, t.variantId, t.id), index('viewing_remark_link').on(t.linkId, t.id)],
);
