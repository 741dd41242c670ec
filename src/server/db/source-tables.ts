/** Webhooks of shops that speak JSON of their own, how each is read, and what came. */
import { boolean, index, int, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { Mapping } from '@/core/mapping';
import { id, json, longText, time } from './columns';
import { ofStore } from './store-table';

/** How a request proves that it is the shop's. Secrets are sealed. */
export type Proof =
  | {
      by: 'hmac';
      header: string;
      algorithm: 'sha1' | 'sha256' | 'sha512';
      encoding: 'hex' | 'base64';
      /** What stands before the signature: "sha256=". */
      prefix: string;
      secret: string;
    }
  | { by: 'token'; header: string; secret: string }
  | { by: 'basic'; user: string; secret: string };

export const sources = mysqlTable(
  'source',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 80 }).notNull(),
    /** The last part of its address. */
    token: varchar('token', { length: 48 }).notNull(),
    proof: json<Proof>('proof').notNull(),
    on: boolean('is_on').notNull().default(false),
    draft: json<Mapping>('draft').notNull(),
    revision: int('revision').notNull().default(1),
    /** The edition that requests are read by; 0 for none yet. */
    live: int('live').notNull().default(0),
    madeBy: varchar('made_by', { length: 120 }).notNull(),
    madeAt: time('made_at').notNull(),
  },
  (t) => [uniqueIndex('source_token').on(t.token), index('source_store').on(t.storeId)],
);

export const sourceEditions = mysqlTable(
  'source_edition',
  {
    sourceId: id('source_id')
      .notNull()
      .references(() => sources.id, { onDelete: 'cascade' }),
    number: int('number').notNull(),
    mapping: json<Mapping>('mapping').notNull(),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.sourceId, t.number] })],
);

/**
 * What became of a request: it was taken; kept, since its source was not switched on yet; wrong by its mapping or its order; of a kind
 * that is not listened to; or refused, since nothing proved that it is the shop's or it could not be read.
 */
export type RequestState = 'taken' | 'kept' | 'wrong' | 'unheard' | 'refused';

export const sourceRequests = mysqlTable(
  'source_request',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** Empty for an event as Libellus has them that was refused. */
    sourceId: varchar('source_id', { length: 26 }).notNull().default(''),
    at: time('at').notNull(),
    state: varchar('state', { length: 10 }).$type<RequestState>().notNull(),
    /** What was answered (RFC 9110). */
    status: int('status').notNull(),
    /** Which event it was, and the shop's own word for it. */
    type: varchar('type', { length: 60 }).notNull().default(''),
    word: varchar('word', { length: 120 }).notNull().default(''),
    /** As it came; nothing of what nobody proved to be the shop's. */
    body: longText('body').notNull(),
    bytes: int('bytes').notNull(),
    /** Why it was not taken, as a sentence, and each place of what is wrong. */
    why: varchar('why', { length: 1000 }).notNull().default(''),
    problems: json<{ path: string; message: string }[]>('problems').notNull(),
    edition: int('edition').notNull().default(0),
    order: varchar('order_number', { length: 64 }).notNull().default(''),
    deliveries: int('deliveries').notNull().default(0),
    /** When it was taken after all. */
    againAt: time('again_at'),
  },
  (t) => [
    index('source_request_newest').on(t.storeId, t.sourceId, t.id),
    index('source_request_state').on(t.sourceId, t.state, t.id),
  ],
);
