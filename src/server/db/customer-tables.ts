/** Customers: everybody who ordered, and whom a list or a colleague named. */
import { sql } from 'drizzle-orm';
import {
  type AnyMySqlColumn,
  bigint,
  boolean,
  index,
  int,
  mysqlTable,
  primaryKey,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import type { CustomerFilterState } from '@/contract/customers';
import type { CustomerValues } from '@/core/exchange';
import type { Address, Contact } from '@/core/order';
import { address, exact, id, json, time } from './columns';
import { ofStore } from './store-table';

export const customers = mysqlTable(
  'customer',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    email: address('email').notNull(),
    /** Its words are in `customer_word` as they are now. */
    indexed: boolean('indexed').notNull().default(false),
    firstName: varchar('first_name', { length: 120 }).notNull(),
    lastName: varchar('last_name', { length: 120 }).notNull(),
    company: varchar('company', { length: 200 }).notNull().default(''),
    /** As they, a list or a colleague said; empty where only their orders tell. */
    language: varchar('language', { length: 20 }).notNull(),
    /** They or a colleague chose it here: it goes before the language of an order. */
    languageKept: boolean('language_kept').notNull().default(false),
    guest: boolean('guest').notNull().default(false),
    address: json<Address>('address').notNull(),
    contacts: json<Contact[]>('contacts')
      .notNull()
      .$defaultFn(() => []),
    /** Grows by one with each change by hand: who saves says which one they saw. */
    revision: int('revision').notNull().default(1),
    /** What their orders say, counted as they come. */
    orders: int('orders').notNull().default(0),
    /** Minor units of the store's currency, over orders that were not cancelled. */
    spent: bigint('spent', { mode: 'number' }).notNull().default(0),
    /** Of their newest order: ISO 3166-1 alpha-2, BCP 47, id of the channel, and when it was placed. Written in this order: see `countOrder`. */
    country: varchar('country', { length: 2 }).notNull().default(''),
    orderLanguage: varchar('order_language', { length: 20 }).notNull().default(''),
    channel: exact('channel', 64).notNull().default(''),
    /** That they are written to in: for finding them by it. */
    speaks: varchar('speaks', { length: 20 }).generatedAlwaysAs(sql`if(language = '', order_language, language)`, {
      mode: 'stored',
    }),
    lastOrderAt: time('last_order_at'),
    /** The customer that this is another address of: who they are stands there. */
    joinedInto: id('joined_into').references((): AnyMySqlColumn => customers.id, { onDelete: 'set null' }),
    joinedBy: varchar('joined_by', { length: 120 }).notNull().default(''),
    joinedAt: time('joined_at'),
    /** How many others are joined into this one. */
    joinedOnes: int('joined_ones').notNull().default(0),
  },
  (t) => [
    uniqueIndex('customer_email').on(t.storeId, t.email),
    index('customer_newest').on(t.storeId, t.lastOrderAt, t.id),
    index('customer_country').on(t.storeId, t.country, t.lastOrderAt, t.id),
    index('customer_channel').on(t.storeId, t.channel, t.lastOrderAt, t.id),
    index('customer_speaks').on(t.storeId, t.speaks, t.lastOrderAt, t.id),
    index('customer_joined').on(t.joinedInto),
    index('customer_spent').on(t.storeId, t.spent, t.id),
    index('customer_to_index').on(t.indexed),
  ],
);

/** The words that a customer is found by: of their name, company and address, folded to small letters without accents. */
export const customerWords = mysqlTable(
  'customer_word',
  {
    storeId: ofStore(),
    word: exact('word', 40).notNull(),
    customerId: id('customer_id')
      .notNull()
      .references(() => customers.id, { onDelete: 'cascade' }),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.word, t.customerId] }), index('customer_word_of').on(t.customerId)],
);

/** The ends of all words of a store's customers, each word once: what is looked for is the beginning of one of them. */
export const customerWordEnds = mysqlTable(
  'customer_word_end',
  { storeId: ofStore(), end: exact('end_of', 40).notNull(), word: exact('word', 40).notNull() },
  (t) => [primaryKey({ columns: [t.storeId, t.end, t.word] })],
);

/** Addresses that were corrected: what the shop still sends to them goes to whom they belong. */
export const formerAddresses = mysqlTable(
  'former_address',
  {
    storeId: ofStore(),
    address: address('address').notNull(),
    customerId: id('customer_id')
      .notNull()
      .references(() => customers.id, { onDelete: 'cascade' }),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.address] }), index('former_address_of').on(t.customerId)],
);

/** Lists of customers that were brought in, for as long as they can be taken back. */
export const listImports = mysqlTable('list_import', {
  id: id().primaryKey(),
  storeId: ofStore(),
  by: varchar('by_whom', { length: 120 }).notNull(),
  at: time('at').notNull(),
  takenBackAt: time('taken_back_at'),
});

/** What a list changed, some customers in each row: as they were before (null for new ones) and as it made them. */
export const listImportParts = mysqlTable(
  'list_import_part',
  {
    importId: id('import_id')
      .notNull()
      .references(() => listImports.id, { onDelete: 'cascade' }),
    part: int('part').notNull(),
    changes:
      json<{ id: string; email: string; before: CustomerValues | null; after: CustomerValues }[]>('changes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.importId, t.part] })],
);

/** What the list of customers is narrowed to, under a name. */
export const savedLists = mysqlTable(
  'saved_list',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 120 }).notNull(),
    filter: json<Partial<CustomerFilterState>>('filter').notNull(),
  },
  (t) => [uniqueIndex('saved_list_name').on(t.storeId, t.name)],
);
