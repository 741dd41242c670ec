/** What is known of translations besides their words. */
import {
  boolean,
  foreignKey,
  index,
  int,
  mediumtext,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import type { GlossaryEntry } from '@/core/glossary';
import { exact, id, json, time } from './columns';
import { ofStore } from './store-table';

/** A segment of a document: `template` and its row's id, `passage` and its id, or `shared` and which of the shared words. */
const ofSegment = () => ({
  storeId: ofStore(),
  kind: varchar('kind', { length: 10 }).$type<'template' | 'passage' | 'shared'>().notNull(),
  document: varchar('document', { length: 60 }).notNull(),
  segment: varchar('segment', { length: 40 }).notNull(),
});

/** What somebody said of the words of a segment in a language, and the source that they saw. It goes with its store; a segment that is no more is not asked for. */
export const translationNotes = mysqlTable(
  'translation_note',
  {
    ...ofSegment(),
    language: varchar('language', { length: 20 }).notNull(),
    state: varchar('state', { length: 8 }).$type<'begun' | 'done' | 'checked'>().notNull(),
    source: mediumtext('source').notNull(),
    words: mediumtext('words').notNull(),
    /** Of shared words, which have no drafts: these are kept here until somebody puts them in use. */
    aside: boolean('aside').notNull().default(false),
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

/** What an author tells translators of a segment. */
export const segmentNotes = mysqlTable(
  'segment_note',
  {
    ...ofSegment(),
    words: varchar('words', { length: 1_000 }).notNull(),
    /** How long a translation may be, in characters. */
    most: int('most'),
    saidBy: varchar('said_by', { length: 120 }).notNull(),
    saidAt: time('said_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.kind, t.document, t.segment] })],
);

/** What a translator asks of a segment, and what the author answers. */
export const segmentQuestions = mysqlTable(
  'segment_question',
  {
    id: id().primaryKey(),
    ...ofSegment(),
    language: varchar('language', { length: 20 }).notNull(),
    question: varchar('question', { length: 1_000 }).notNull(),
    askedBy: varchar('asked_by', { length: 120 }).notNull(),
    /** Of whom it can be taken back by. */
    askedById: varchar('asked_by_id', { length: 60 }).notNull(),
    askedAt: time('asked_at').notNull(),
    answer: varchar('answer', { length: 1_000 }),
    answeredBy: varchar('answered_by', { length: 120 }),
    answeredAt: time('answered_at'),
  },
  (t) => [index('segment_question_of').on(t.storeId, t.kind, t.document)],
);

/** Links for translators without an account. */
export const translationLinks = mysqlTable(
  'translation_link',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** SHA-256 of what the link has in its address, in hexadecimal; the secret itself is kept nowhere. */
    tokenHash: exact('token_hash', 64).notNull(),
    /** For whom it is. */
    name: varchar('name', { length: 120 }).notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    /** "template:" or "passage:" and the id of each document that it opens; null for all. */
    documents: json<string[] | null>('documents'),
    until: time('until').notNull(),
    madeBy: varchar('made_by', { length: 120 }).notNull(),
    madeAt: time('made_at').notNull(),
    /** To the hour. */
    usedAt: time('used_at'),
    takenBackAt: time('taken_back_at'),
  },
  (t) => [uniqueIndex('translation_link_token').on(t.tokenHash)],
);

/** A memory that was brought in as a file: what was translated elsewhere, offered where the same or similar words come up. */
export const memoryFiles = mysqlTable(
  'memory_file',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** From the language that the store had as its own, into this one. */
    source: varchar('source', { length: 20 }).notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    name: varchar('name', { length: 300 }).notNull(),
    pairs: int('pairs').notNull(),
    broughtBy: varchar('brought_by', { length: 120 }).notNull(),
    broughtAt: time('brought_at').notNull(),
    /** Taken away: it can be put back for a while. */
    removedAt: time('removed_at'),
  },
  (t) => [index('memory_file_of').on(t.storeId, t.language)],
);

export const memoryPairs = mysqlTable(
  'memory_pair',
  {
    fileId: id('file_id').notNull(),
    place: int('place').notNull(),
    source: text('source').notNull(),
    words: text('words').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.fileId, t.place] }),
    foreignKey({ name: 'memory_pair_of', columns: [t.fileId], foreignColumns: [memoryFiles.id] }).onDelete('cascade'),
  ],
);
