/** Every table. `store_id` is in all that belong to a store, so that one installation holds several. */
import {
  bigint,
  boolean,
  index,
  int,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import type { SenderKind } from '@/core/mail/services';
import type { Condition } from '@/core/conditions';
import type { Address, Contact, Order, OrderStatus } from '@/core/order';
import type { Audience } from '@/core/plan';
import type { StoreFacts } from '@/core/order';
import type { Scope } from '@/core/routing/rules';
import type { Block, Segments, Stale, Template } from '@/core/template';
// By its path: this file is also read where no aliases are known.
import { AT_ONCE, type Schedule } from '../../core/time/timing';
import { address, id, json, lookColumn, storeId, time } from './columns';

export * from './auth-tables';
export * from './sending-tables';

/** Of the variant for everybody: after all others. */
export const LAST_RANK = 1000;

export const stores = mysqlTable('store', {
  id: varchar('id', { length: 40 }).primaryKey(),
  name: varchar('name', { length: 80 }).notNull(),
  language: varchar('language', { length: 20 }).notNull(),
  languages: json<string[]>('languages').notNull(),
  /** Locale that figures and dates are written in, by language: { en: "en-GB" }. */
  locales: json<Record<string, string>>('locales').notNull(),
  currency: varchar('currency', { length: 3 }).notNull(),
  timeZone: varchar('time_zone', { length: 60 }).notNull(),
  facts: json<StoreFacts>('facts').notNull(),
  /** Whether pictures travel in the message or are fetched when it is opened. */
  pictures: varchar('pictures', { length: 8 }).$type<'linked' | 'inline'>().notNull().default('linked'),
  /** The published look: what messages wear now. */
  look: lookColumn('look').notNull(),
});

/** A store's look on the bench. */
export const lookDrafts = mysqlTable('look_draft', {
  storeId: varchar('store_id', { length: 40 }).primaryKey(),
  draft: lookColumn('draft').notNull(),
  revision: int('revision').notNull().default(1),
  draftBy: varchar('draft_by', { length: 120 }).notNull().default(''),
  draftAt: time('draft_at').notNull(),
});

export const lookEditions = mysqlTable(
  'look_edition',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    number: int('number').notNull(),
    look: lookColumn('look').notNull(),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
  },
  (t) => [uniqueIndex('look_edition_number').on(t.storeId, t.number)],
);

/** What a passage holds. */
export interface PassageContent {
  blocks: Block[];
  words: Record<string, Segments>;
}

/** Pieces of the store that are edited once and show wherever a template uses them. */
export const passages = mysqlTable(
  'passage',
  {
    storeId: storeId(),
    id: varchar('id', { length: 60 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    draft: json<PassageContent>('draft').notNull(),
    revision: int('revision').notNull().default(1),
    draftBy: varchar('draft_by', { length: 120 }).notNull().default(''),
    draftAt: time('draft_at').notNull(),
    live: json<PassageContent | null>('live'),
    publishedBy: varchar('published_by', { length: 120 }).notNull().default(''),
    publishedAt: time('published_at'),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.id] })],
);

/** Pictures that were brought in: made small enough on the way, and kept below the data folder's `media`. */
export const pictures = mysqlTable(
  'picture',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    path: varchar('path', { length: 220 }).notNull(),
    name: varchar('name', { length: 200 }).notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    bytes: int('bytes').notNull(),
    by: varchar('brought_by', { length: 120 }).notNull(),
    at: time('brought_at').notNull(),
  },
  (t) => [uniqueIndex('picture_path').on(t.storeId, t.path)],
);

export const discountCodes = mysqlTable(
  'discount_code',
  {
    storeId: storeId(),
    code: varchar('code', { length: 64 }).notNull(),
    kind: varchar('kind', { length: 10 }).$type<'percent' | 'amount'>().notNull(),
    value: int('value').notNull(),
    startsAt: time('starts_at'),
    endsAt: time('ends_at'),
    used: int('used').notNull().default(0),
    usesLimit: int('uses_limit'),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.code] })],
);

export const channels = mysqlTable(
  'channel',
  {
    storeId: storeId(),
    id: varchar('id', { length: 64 }).notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    customerMail: boolean('customer_mail').notNull().default(true),
    /** Domain of the addresses a marketplace gives instead of the customers' own; empty when it gives real ones. */
    maskedDomain: varchar('masked_domain', { length: 253 }).notNull().default(''),
    /** What may go to masked addresses; empty for all kinds. */
    maskedKinds: json<SenderKind[]>('masked_kinds')
      .notNull()
      .$defaultFn(() => []),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.id] })],
);

export const staff = mysqlTable(
  'staff',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    name: varchar('name', { length: 120 }).notNull(),
    email: address('email').notNull(),
    job: varchar('job', { length: 120 }).notNull(),
    language: varchar('language', { length: 20 }),
  },
  (t) => [uniqueIndex('staff_email').on(t.storeId, t.email)],
);

export const products = mysqlTable(
  'product',
  {
    storeId: storeId(),
    sku: varchar('sku', { length: 64 }).notNull(),
    name: varchar('name', { length: 300 }).notNull(),
    category: varchar('category', { length: 80 }).notNull(),
    options: varchar('options', { length: 300 }).notNull().default(''),
    /** Minor units of the store's currency. */
    price: int('price').notNull(),
    /** Percent. */
    taxRate: int('tax_rate').notNull(),
    picture: varchar('picture', { length: 200 }).notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.sku] })],
);

export const customers = mysqlTable(
  'customer',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    email: address('email').notNull(),
    firstName: varchar('first_name', { length: 120 }).notNull(),
    lastName: varchar('last_name', { length: 120 }).notNull(),
    company: varchar('company', { length: 200 }).notNull().default(''),
    language: varchar('language', { length: 20 }).notNull(),
    guest: boolean('guest').notNull().default(false),
    address: json<Address>('address').notNull(),
    contacts: json<Contact[]>('contacts')
      .notNull()
      .$defaultFn(() => []),
  },
  (t) => [uniqueIndex('customer_email').on(t.storeId, t.email)],
);

export const orders = mysqlTable(
  'order',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    number: varchar('number', { length: 64 }).notNull(),
    placedAt: time('placed_at').notNull(),
    status: varchar('status', { length: 30 }).$type<OrderStatus>().notNull(),
    channel: varchar('channel', { length: 64 }).notNull(),
    customerName: varchar('customer_name', { length: 250 }).notNull(),
    customerEmail: address('customer_email').notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    currency: varchar('currency', { length: 3 }).notNull(),
    total: bigint('total', { mode: 'number' }).notNull(),
    snapshot: json<Order>('snapshot').notNull(),
    /** The customer answered how it went. */
    answered: boolean('answered').notNull().default(false),
  },
  (t) => [uniqueIndex('order_number').on(t.storeId, t.number), index('order_placed').on(t.storeId, t.placedAt)],
);

export const phrases = mysqlTable(
  'phrase',
  {
    storeId: storeId(),
    language: varchar('language', { length: 20 }).notNull(),
    phrase: varchar('phrase', { length: 40 }).notNull(),
    source: text('source').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.language, t.phrase] })],
);

export const notifications = mysqlTable(
  'notification',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    /** In addresses: "order-received". */
    slug: varchar('slug', { length: 60 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    moment: varchar('moment', { length: 40 }).notNull(),
    audience: varchar('audience', { length: 12 }).$type<Audience>().notNull(),
    on: boolean('is_on').notNull().default(true),
    /** Ids of channels it is off for. */
    offChannels: json<string[]>('off_channels')
      .notNull()
      .$defaultFn(() => []),
    /** It goes out only when this holds. */
    when: json<Condition | null>('only_when'),
    schedule: json<Schedule>('schedule')
      .notNull()
      .$defaultFn(() => AT_ONCE),
    /** For contacts: the labels it goes to, none named for all. */
    labels: json<string[]>('labels')
      .notNull()
      .$defaultFn(() => []),
    /** For colleagues. */
    note: varchar('note', { length: 1000 }).notNull().default(''),
    owner: varchar('owner', { length: 120 }).notNull().default(''),
    /** Grows by one with each change of how it goes out. */
    revision: int('revision').notNull().default(1),
  },
  (t) => [uniqueIndex('notification_slug').on(t.storeId, t.slug)],
);

/** One variant of a notification: its condition, and the draft of its template. */
export const templates = mysqlTable(
  'template',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    notificationId: id('notification_id').notNull(),
    /** In addresses, after a `~`; empty for the one for everybody. */
    variant: varchar('variant', { length: 60 }).notNull().default(''),
    /** What the team calls it. */
    variantName: varchar('variant_name', { length: 120 }).notNull().default(''),
    /** Variants are tried in this order. */
    rank: int('rank').notNull().default(LAST_RANK),
    when: json<Condition | null>('only_when'),
    /** Who falls under it gets nothing. */
    nothing: boolean('nothing').notNull().default(false),
    draft: json<Template>('draft').notNull(),
    /** Grows by one with each saved draft: who saves or publishes says which one they saw. */
    revision: int('revision').notNull().default(1),
    draftBy: varchar('draft_by', { length: 120 }).notNull().default(''),
    draftAt: time('draft_at').notNull(),
    liveEditionId: id('live_edition_id'),
    /** Words of the live edition that are older than their source, by language. */
    stale: json<Stale>('stale')
      .notNull()
      .$defaultFn(() => ({})),
  },
  (t) => [uniqueIndex('template_variant').on(t.notificationId, t.variant)],
);

/** Messages the shop system sends by itself, so that nobody gets the same twice. */
export const shopMails = mysqlTable(
  'shop_mail',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    moment: varchar('moment', { length: 40 }).notNull(),
    audience: varchar('audience', { length: 12 }).$type<Audience>().notNull(),
    name: varchar('name', { length: 120 }).notNull(),
  },
  (t) => [index('shop_mail_store').on(t.storeId)],
);

export const editions = mysqlTable(
  'edition',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    templateId: id('template_id').notNull(),
    number: int('number').notNull(),
    template: json<Template>('template').notNull(),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
  },
  (t) => [uniqueIndex('edition_number').on(t.templateId, t.number)],
);

export const routingRules = mysqlTable(
  'routing_rule',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    notificationId: id('notification_id').notNull(),
    staffId: id('staff_id'),
    /** For an address typed in; a colleague's is read from their own row. */
    address: address('address').notNull().default(''),
    scope: json<Scope>('scope').notNull(),
  },
  (t) => [index('routing_rule_notification').on(t.storeId, t.notificationId)],
);

export const events = mysqlTable(
  'event',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    /** CloudEvents `source` and `id`: together one event, however often it arrives. */
    source: varchar('source', { length: 200 }).notNull(),
    eventId: varchar('event_id', { length: 200 }).notNull(),
    type: varchar('type', { length: 60 }).notNull(),
    time: time('time').notNull(),
    receivedAt: time('received_at').notNull(),
    orderId: id('order_id'),
    data: json<Record<string, unknown>>('data').notNull(),
  },
  (t) => [uniqueIndex('event_once').on(t.storeId, t.source, t.eventId), index('event_order').on(t.orderId)],
);

export const heartbeats = mysqlTable('heartbeat', {
  id: varchar('id', { length: 60 }).primaryKey(),
  kind: varchar('kind', { length: 20 }).notNull(),
  beatAt: time('beat_at').notNull(),
});

/** How far the demo's clock is ahead of the true one. The product itself never reads it. */
export const demoClock = mysqlTable('demo_clock', {
  id: int('id').primaryKey(),
  aheadMs: bigint('ahead_ms', { mode: 'number' }).notNull(),
});

export const history = mysqlTable(
  'history',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    who: varchar('who', { length: 120 }).notNull(),
    action: varchar('action', { length: 60 }).notNull(),
    what: varchar('what', { length: 300 }).notNull(),
    at: time('at').notNull(),
    /** What it is about, where that has a history of its own: a notification's id. */
    about: varchar('about', { length: 40 }).notNull().default(''),
  },
  (t) => [index('history_store').on(t.storeId, t.id), index('history_about').on(t.storeId, t.about, t.id)],
);
