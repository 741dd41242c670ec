/** Tables of discount codes: codes, series that codes are given from, who used one, and what the owners were told. */
import { index, int, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { CodeConditions } from '@/core/codes';
import { address, exact, id, json, time } from './columns';
import { ofStore } from './store-table';

export const discountCodes = mysqlTable(
  'discount_code',
  {
    storeId: ofStore(),
    code: varchar('code', { length: 64 }).notNull(),
    kind: varchar('kind', { length: 10 }).$type<'percent' | 'amount'>().notNull(),
    value: int('value').notNull(),
    startsAt: time('starts_at'),
    endsAt: time('ends_at'),
    used: int('used').notNull().default(0),
    usesLimit: int('uses_limit'),
    conditions: json<CodeConditions>('conditions').notNull().default({}),
    /** The series it is of, and whom it was given to: an address, or an order. */
    seriesId: id('series_id'),
    givenTo: exact('given_to', 300),
    givenAt: time('given_at'),
  },
  (t) => [
    primaryKey({ columns: [t.storeId, t.code] }),
    // One for each: however many workers ask at once, the second finds it taken.
    uniqueIndex('discount_code_given').on(t.seriesId, t.givenTo),
  ],
);

export const codeSeries = mysqlTable(
  'code_series',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 120 }).notNull(),
    prefix: varchar('prefix', { length: 20 }).notNull().default(''),
    per: varchar('per', { length: 10 }).$type<'customer' | 'order'>().notNull(),
    supply: varchar('supply', { length: 10 }).$type<'made' | 'brought'>().notNull(),
    kind: varchar('kind', { length: 10 }).$type<'percent' | 'amount'>().notNull(),
    value: int('value').notNull(),
    conditions: json<Omit<CodeConditions, 'customer'>>('conditions').notNull().default({}),
    endsAt: time('ends_at'),
    /** How many days a code holds from when it was given. */
    days: int('days'),
    /** How many codes are made at most. */
    most: int('most'),
    given: int('given').notNull().default(0),
  },
  (t) => [uniqueIndex('code_series_name').on(t.storeId, t.name)],
);

/** Orders that used a code. */
export const codeUses = mysqlTable(
  'code_use',
  {
    storeId: ofStore(),
    code: varchar('code', { length: 64 }).notNull(),
    orderId: id('order_id').notNull(),
    email: address('email').notNull(),
    at: time('at').notNull(),
  },
  (t) => [
    primaryKey({ columns: [t.storeId, t.code, t.orderId] }),
    index('code_use_person').on(t.storeId, t.email),
    index('code_use_at').on(t.storeId, t.at),
  ],
);

/** What the owners were told about a code that live messages promise: once for each thing that happened to it. */
export const codeWarnings = mysqlTable(
  'code_warning',
  {
    storeId: ofStore(),
    ref: varchar('ref', { length: 80 }).notNull(),
    state: varchar('state', { length: 30 }).notNull(),
    at: time('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.ref] })],
);
