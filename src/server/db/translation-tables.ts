/** What is known of translations besides their words. */
import { int, mediumtext, mysqlTable, primaryKey, varchar } from 'drizzle-orm/mysql-core';
import type { GlossaryEntry } from '@/core/glossary';
import { id, json, time } from './columns';
import { ofStore } from './store-table';

/** What somebody said of the words of a segment in a language, and the source that they saw. It goes with its store; a segment that is no more is not asked for. */
export const translationNotes = mysqlTable(
  'translation_note',
  {
    storeId: ofStore(),
    /** `template` and its row's id, or `passage` and its id. */
    kind: varchar('kind', { length: 10 }).$type<'template' | 'passage'>().notNull(),
    document: varchar('document', { length: 60 }).notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    segment: varchar('segment', { length: 40 }).notNull(),
    state: varchar('state', { length: 8 }).$type<'begun' | 'done' | 'checked'>().notNull(),
    source: mediumtext('source').notNull(),
    words: mediumtext('words').notNull(),
    saidBy: varchar('said_by', { length: 120 }).notNull(),
    saidAt: time('said_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.kind, t.document, t.language, t.segment] })],
);

/** Words that are to be the same everywhere: one row for each entry of a store's glossary. */
export const glossaryEntries = mysqlTable(
  'glossary_entry',
  {
    storeId: ofStore(),
    id: id().notNull(),
    content: json<Omit<GlossaryEntry, 'id'>>('content').notNull(),
    revision: int('revision').notNull(),
    changedBy: varchar('changed_by', { length: 120 }).notNull(),
    changedAt: time('changed_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.id] })],
);
