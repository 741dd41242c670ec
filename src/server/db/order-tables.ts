/** Orders as they stand, and the events that told of them. */
import { bigint, boolean, index, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { MomentId } from '@/core/moments';
import type { Order, OrderStatus } from '@/core/order';
import { address, exact, id, json, time } from './columns';
import { ofStore } from './store-table';

export const orders = mysqlTable(
  'order',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    number: exact('number', 64).notNull(),
    placedAt: time('placed_at').notNull(),
    status: varchar('status', { length: 30 }).$type<OrderStatus>().notNull(),
    channel: exact('channel', 64).notNull(),
    customerName: varchar('customer_name', { length: 250 }).notNull(),
    customerEmail: address('customer_email').notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    currency: varchar('currency', { length: 3 }).notNull(),
    total: bigint('total', { mode: 'number' }).notNull(),
    snapshot: json<Order>('snapshot').notNull(),
    /** The customer answered how it went. */
    answered: boolean('answered').notNull().default(false),
  },
  (t) => [
    uniqueIndex('order_number').on(t.storeId, t.number),
    index('order_placed').on(t.storeId, t.placedAt),
    index('order_newest').on(t.storeId, t.id),
    index('order_customer').on(t.storeId, t.customerEmail, t.placedAt),
    // What still waits for something, among any number of orders that are done.
    index('order_open').on(t.storeId, t.status, t.placedAt),
  ],
);

/** The ends of orders' numbers in small letters: what is looked for is the beginning of one of them. */
export const orderNumberEnds = mysqlTable(
  'order_number_end',
  {
    storeId: ofStore(),
    end: exact('end_of', 64).notNull(),
    orderId: id('order_id')
      .notNull()
      .references(() => orders.id, { onDelete: 'cascade' }),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.end, t.orderId] }), index('order_number_end_of').on(t.orderId)],
);

export const events = mysqlTable(
  'event',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** CloudEvents `source` and `id`: together one event, however often it arrives. */
    source: exact('source', 200).notNull(),
    eventId: exact('event_id', 200).notNull(),
    type: varchar('type', { length: 60 }).$type<MomentId>().notNull(),
    time: time('time').notNull(),
    receivedAt: time('received_at').notNull(),
    orderId: id('order_id').references(() => orders.id, { onDelete: 'cascade' }),
    data: json<Record<string, unknown>>('data').notNull(),
  },
  (t) => [
    uniqueIndex('event_once').on(t.storeId, t.source, t.eventId),
    index('event_order').on(t.orderId),
    index('event_type').on(t.storeId, t.type, t.time),
  ],
);
