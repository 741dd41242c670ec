/** Programs that are told what becomes of messages (Standard Webhooks), and what they were told. */
import { boolean, index, int, mysqlTable, varchar } from 'drizzle-orm/mysql-core';
import type { HookType } from '@/contract/hooks';
import { id, json, longText, time } from './columns';
import { ofStore, stores } from './store-table';

export const hooks = mysqlTable(
  'hook',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 80 }).notNull(),
    url: varchar('url', { length: 500 }).notNull(),
    /** Sealed. */
    secret: varchar('secret', { length: 300 }).notNull(),
    types: json<HookType[]>('types').notNull(),
    on: boolean('is_on').notNull().default(true),
    madeBy: varchar('made_by', { length: 120 }).notNull(),
    madeAt: time('made_at').notNull(),
  },
  (t) => [index('hook_store').on(t.storeId)],
);

/** How far a call is. What was tried too often is given up, and can be repeated. */
export type HookState = 'waiting' | 'told' | 'given-up';

export const hookCalls = mysqlTable(
  'hook_call',
  {
    id: id().primaryKey(),
    storeId: varchar('store_id', { length: 40 })
      .notNull()
      .references(() => stores.id, { onDelete: 'cascade' }),
    hookId: id('hook_id')
      .notNull()
      .references(() => hooks.id, { onDelete: 'cascade' }),
    type: varchar('type', { length: 40 }).$type<HookType>().notNull(),
    body: longText('body').notNull(),
    at: time('at').notNull(),
    state: varchar('state', { length: 10 }).$type<HookState>().notNull().default('waiting'),
    attempts: int('attempts').notNull().default(0),
    dueAt: time('due_at').notNull(),
    /** What was answered last: its status (0 for no answer), and its first words or why there was none. */
    status: int('status').notNull().default(0),
    said: varchar('said', { length: 300 }).notNull().default(''),
    triedAt: time('tried_at'),
  },
  (t) => [index('hook_call_due').on(t.state, t.dueAt), index('hook_call_newest').on(t.hookId, t.id)],
);
