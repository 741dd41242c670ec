/** Every table. `store_id` is in all that belong to a store, so that one installation holds several. */
import {
  bigint,
  boolean,
  foreignKey,
  index,
  int,
  mysqlTable,
  primaryKey,
  text,
  uniqueIndex,
  varchar,
} from 'drizzle-orm/mysql-core';
import type { Figures } from '@/contract/figures';
import type { SenderKind } from '@/core/mail/services';
import type { Condition } from '@/core/conditions';
import type { Selection } from '@/core/notices';
import type { Area } from '@/contract/history';
import type { RuleInput } from '@/contract/routing';
import type { Scope } from '@/core/plan';
import type { Rhythm } from '@/core/time';
import type { Audience, MomentId } from '@/core/moments';
import type { Block, Segments, Stale, Template } from '@/core/template';
// By its path: this file is also read where no aliases are known.
import { AT_ONCE, type Schedule } from '../../core/time/timing';
import { address, exact, id, json, lookColumn, storeId, time } from './columns';
import { events } from './order-tables';
import { user } from './auth-tables';
import { ofStore, stores } from './store-table';

export * from './auth-tables';
export * from './code-tables';
export * from './customer-tables';
export * from './guard-tables';
export * from './hook-tables';
export * from './proof-tables';
export * from './rehearsal-tables';
export * from './viewing-tables';
export * from './order-tables';
export * from './reckoned-tables';
export * from './removed-table';
export * from './translation-tables';
export * from './sending-tables';
export * from './source-tables';
export * from './store-table';
export * from './suggestion-tables';

/** Of the variant for everybody: after all others. */
export const LAST_RANK = 1000;

/** A store's look on the bench. */
export const lookDrafts = mysqlTable('look_draft', {
  storeId: varchar('store_id', { length: 40 })
    .primaryKey()
    .references(() => stores.id, { onDelete: 'cascade' }),
  draft: lookColumn('draft').notNull(),
  revision: int('revision').notNull().default(1),
  draftBy: varchar('draft_by', { length: 120 }).notNull().default(''),
  draftAt: time('draft_at').notNull(),
});

export const lookEditions = mysqlTable(
  'look_edition',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    number: int('number').notNull(),
    look: lookColumn('look').notNull(),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
    /** Why, if somebody said. */
    note: varchar('note', { length: 300 }).notNull().default(''),
  },
  (t) => [uniqueIndex('look_edition_number').on(t.storeId, t.number)],
);

/** How far a notice is. One that goes and has nothing left to send is done. */
export type NoticeState = 'planning' | 'going' | 'paused' | 'stopped';

/** What a passage holds. */
export interface PassageContent {
  blocks: Block[];
  words: Record<string, Segments>;
}

/** Pieces of the store that are edited once and show wherever a template uses them. */
export const passages = mysqlTable(
  'passage',
  {
    storeId: ofStore(),
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

/** What a passage held each time it was published. They go with their passage. */
export const passageEditions = mysqlTable(
  'passage_edition',
  {
    storeId: ofStore(),
    passageId: varchar('passage_id', { length: 60 }).notNull(),
    number: int('number').notNull(),
    content: json<PassageContent>('content').notNull(),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
    /** Why, if somebody said. */
    note: varchar('note', { length: 300 }).notNull().default(''),
  },
  (t) => [
    primaryKey({ columns: [t.storeId, t.passageId, t.number] }),
    foreignKey({
      name: 'passage_edition_passage_fk',
      columns: [t.storeId, t.passageId],
      foreignColumns: [passages.storeId, passages.id],
    }).onDelete('cascade'),
  ],
);

/** Pictures that were brought in: made small enough on the way, and kept below the data folder's `media`. */
export const pictures = mysqlTable(
  'picture',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    path: varchar('path', { length: 220 }).notNull(),
    name: varchar('name', { length: 200 }).notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    bytes: int('bytes').notNull(),
    /** The beginning of the SHA-256 of what came in, so that the same is known again; empty for older ones. */
    source: varchar('source', { length: 24 }).notNull().default(''),
    by: varchar('brought_by', { length: 120 }).notNull(),
    at: time('brought_at').notNull(),
  },
  (t) => [uniqueIndex('picture_path').on(t.storeId, t.path)],
);

/**
 * Files that go with messages, once each by their content; their bytes stand below the data folder's `files`. One that is not on the
 * shelf was brought in for a letter or an order, and goes when no message needs it any more.
 */
export const storeFiles = mysqlTable(
  'store_file',
  {
    storeId: ofStore(),
    /** SHA-256 of the bytes. */
    digest: varchar('digest', { length: 64 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    type: varchar('type', { length: 120 }).notNull(),
    bytes: int('bytes').notNull(),
    onShelf: boolean('on_shelf').notNull(),
    by: varchar('brought_by', { length: 120 }).notNull(),
    at: time('brought_at').notNull(),
    /** When it was last brought in or sent. */
    usedAt: time('used_at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.digest] }), index('store_file_used').on(t.onShelf, t.usedAt)],
);

/** Which events brought which files, for as long as messages can be made of them. */
export const eventFiles = mysqlTable(
  'event_file',
  {
    eventId: id('event_id')
      .notNull()
      .references(() => events.id, { onDelete: 'cascade' }),
    storeId: storeId(),
    digest: varchar('digest', { length: 64 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.eventId, t.digest] }), index('event_file_digest').on(t.storeId, t.digest)],
);

export const channels = mysqlTable(
  'channel',
  {
    storeId: ofStore(),
    id: exact('id', 64).notNull(),
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
    storeId: ofStore(),
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
    storeId: ofStore(),
    sku: exact('sku', 64).notNull(),
    name: varchar('name', { length: 300 }).notNull(),
    category: varchar('category', { length: 80 }).notNull(),
    options: varchar('options', { length: 300 }).notNull().default(''),
    /** Minor units of the store's currency. */
    price: int('price').notNull(),
    /** Percent. */
    taxRate: int('tax_rate').notNull(),
    picture: varchar('picture', { length: 200 }).notNull().default(''),
    /** Where it is looked at in the shop. */
    url: varchar('url', { length: 2000 }).notNull().default(''),
    /** Its stock is low with so many pieces or fewer; without it, only nothing left is told. */
    lowAt: int('low_at'),
    /** Who makes or delivers it to the shop. */
    supplier: varchar('supplier', { length: 120 }).notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.sku] })],
);

/** Who agreed to news and offers, or took it back, as the newest order that says so has it. */
export const consents = mysqlTable(
  'consent',
  {
    storeId: ofStore(),
    /** In small letters. */
    address: address('address').notNull(),
    agreed: boolean('agreed').notNull(),
    at: time('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.address] })],
);

/** People chosen by what they ordered, kept under a name. */
export const selections = mysqlTable(
  'selection',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 120 }).notNull(),
    selection: json<Selection>('selection').notNull(),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
  },
  (t) => [uniqueIndex('selection_name').on(t.storeId, t.name)],
);

/** One message to many people. Its deliveries name it; whom it was not sent to stands with its events. */
export const notices = mysqlTable(
  'notice',
  {
    id: varchar('id', { length: 36 }).primaryKey(),
    storeId: ofStore(),
    notificationId: id('notification_id').notNull(),
    notificationName: varchar('notification_name', { length: 120 }).notNull(),
    selection: json<Selection>('selection').notNull(),
    state: varchar('state', { length: 10 }).$type<NoticeState>().notNull(),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
    /** Who paused or stopped it. */
    haltedBy: varchar('halted_by', { length: 120 }).notNull().default(''),
    /** While it is planned: the address that was planned last. */
    reached: address('reached').notNull().default(''),
    /** Everybody who was chosen is planned. */
    planned: boolean('planned').notNull().default(false),
    /** People who were chosen and planned so far, and of them those who get it. */
    chosen: int('chosen').notNull().default(0),
    getting: int('getting').notNull().default(0),
    /** Messages a minute it goes out at, in thousandths. */
    pace: int('pace').notNull(),
  },
  (t) => [index('notice_store').on(t.storeId, t.at), index('notice_state').on(t.state)],
);

export const phrases = mysqlTable(
  'phrase',
  {
    storeId: ofStore(),
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
    storeId: ofStore(),
    /** In addresses: "order-received". */
    slug: varchar('slug', { length: 60 }).notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    moment: varchar('moment', { length: 40 }).$type<MomentId>().notNull(),
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
    /** Of what is written by hand: news or an offer, which its readers can unsubscribe from. */
    offers: boolean('offers').notNull().default(false),
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
    storeId: ofStore(),
    notificationId: id('notification_id')
      .notNull()
      .references(() => notifications.id, { onDelete: 'cascade' }),
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
    storeId: ofStore(),
    moment: varchar('moment', { length: 40 }).$type<MomentId>().notNull(),
    audience: varchar('audience', { length: 12 }).$type<Audience>().notNull(),
    name: varchar('name', { length: 120 }).notNull(),
  },
  (t) => [index('shop_mail_store').on(t.storeId)],
);

export const editions = mysqlTable(
  'edition',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** No foreign key: what was sent with an edition can be read and sent again after its template is gone. */
    templateId: id('template_id').notNull(),
    number: int('number').notNull(),
    template: json<Template>('template').notNull(),
    /** Languages that it goes out in; null for those of its words, all of which were complete when it was published. */
    languages: json<string[] | null>('languages'),
    publishedBy: varchar('published_by', { length: 120 }).notNull(),
    publishedAt: time('published_at').notNull(),
    /** Why, if somebody said. */
    note: varchar('note', { length: 300 }).notNull().default(''),
  },
  (t) => [uniqueIndex('edition_number').on(t.templateId, t.number)],
);

export const routingRules = mysqlTable(
  'routing_rule',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    notificationId: id('notification_id')
      .notNull()
      .references(() => notifications.id, { onDelete: 'cascade' }),
    staffId: id('staff_id').references(() => staff.id, { onDelete: 'cascade' }),
    /** For an address typed in; a colleague's is read from their own row. */
    address: address('address').notNull().default(''),
    /** Whom an order names under it, such as "account manager"; empty for the others. */
    role: varchar('role', { length: 60 }).notNull().default(''),
    /** Of an address typed in; a colleague's is their own. */
    language: varchar('language', { length: 20 }),
    scope: json<Scope>('scope').notNull(),
    /** Its messages wait for these times and go out in one mail. */
    together: json<Rhythm>('together'),
    /** Nobody gets messages by it, until a time or until it goes on; or somebody who stands in does. */
    paused: boolean('paused').notNull().default(false),
    pausedUntil: time('paused_until'),
    standInId: id('stand_in_id').references(() => staff.id, { onDelete: 'set null' }),
  },
  (t) => [index('routing_rule_notification').on(t.storeId, t.notificationId)],
);

/** A rule as one change found it or left it. */
export type RuleThen = Omit<typeof routingRules.$inferSelect, 'storeId' | 'pausedUntil'> & {
  pausedUntil: string | null;
};

/** Changes of rules that are gathered and not live: what becomes of a rule (nothing where it goes), and how it was then. */
export const ruleDrafts = mysqlTable(
  'rule_draft',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** Of one that is added: the one it will have. */
    ruleId: id('rule_id').notNull(),
    deed: varchar('deed', { length: 10 }).$type<'add' | 'change' | 'remove'>().notNull(),
    rule: json<RuleInput | null>('rule'),
    was: json<RuleThen | null>('was'),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
  },
  (t) => [uniqueIndex('rule_draft_rule').on(t.storeId, t.ruleId)],
);

/** What was changed of rules: how they were before and after, so that it can be taken back. */
export const ruleChanges = mysqlTable(
  'rule_change',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    by: varchar('by_whom', { length: 120 }).notNull(),
    at: time('at').notNull(),
    before: json<RuleThen[]>('before_it').notNull(),
    after: json<RuleThen[]>('after_it').notNull(),
    /** Whoever took it back. */
    takenBackBy: varchar('taken_back_by', { length: 120 }).notNull().default(''),
  },
  (t) => [index('rule_change_newest').on(t.storeId, t.id)],
);

/** Who on the team gets a copy of what goes out to customers. */
export const copyRules = mysqlTable('copy_rule', {
  id: id().primaryKey(),
  storeId: ofStore(),
  staffId: id('staff_id').references(() => staff.id, { onDelete: 'cascade' }),
  /** Typed in; a colleague's is read from their own row. */
  address: address('address').notNull().default(''),
  /** Ids of notifications and of channels; none for all. */
  notifications: json<string[]>('notifications').notNull(),
  channels: json<string[]>('channels').notNull(),
  /** In 24 hours; as many as there are without it. */
  mostADay: int('most_a_day'),
});

export const heartbeats = mysqlTable('heartbeat', {
  id: varchar('id', { length: 60 }).primaryKey(),
  kind: varchar('kind', { length: 20 }).notNull(),
  /** By the database's clock. */
  beatAt: time('beat_at').notNull(),
  /** How far the process's clock is ahead of the database's, ms. */
  clockAheadMs: bigint('clock_ahead_ms', { mode: 'number' }).notNull().default(0),
  /** What the process cannot do, in words; empty when nothing is wrong. */
  trouble: varchar('trouble', { length: 300 }).notNull().default(''),
  /** What it counted and how it fares; none of a process of an older version. */
  figures: json<Figures | null>('figures'),
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
    storeId: ofStore(),
    /** The name at that time, for what no member did; a member's name is read from who they are. */
    who: varchar('who', { length: 120 }).notNull(),
    userId: varchar('user_id', { length: 36 }).references(() => user.id, { onDelete: 'set null' }),
    action: varchar('action', { length: 60 }).notNull(),
    what: varchar('what', { length: 2000 }).notNull(),
    at: time('at').notNull(),
    /** What it is about, where that has a history of its own: a notification's id. */
    about: varchar('about', { length: 40 }).notNull().default(''),
    /** The part of the work that it belongs to. */
    area: varchar('area', { length: 12 }).$type<Area | ''>().notNull().default(''),
    /** Its words are kept, so that it is found by them. */
    indexed: boolean('indexed').notNull().default(false),
  },
  (t) => [
    index('history_store').on(t.storeId, t.id),
    index('history_about').on(t.storeId, t.about, t.id),
    index('history_who').on(t.storeId, t.userId, t.id),
    index('history_area').on(t.storeId, t.area, t.id),
    index('history_who_area').on(t.storeId, t.userId, t.area, t.id),
    index('history_indexed').on(t.indexed),
  ],
);

/** Words that entries of the history are found by. */
export const historyWords = mysqlTable(
  'history_word',
  {
    storeId: storeId(),
    word: varchar('word', { length: 40 }).notNull(),
    historyId: id('history_id')
      .notNull()
      .references(() => history.id, { onDelete: 'cascade' }),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.word, t.historyId] }), index('history_word_entry').on(t.historyId)],
);

/** Numbers that are given out once each, such as those of orders made here. */
export const counters = mysqlTable(
  'counter',
  {
    storeId: ofStore(),
    name: varchar('name', { length: 40 }).notNull(),
    value: bigint('value', { mode: 'number' }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.name] })],
);

/** Events that were refused because they contradict what is known of their order. */
export const contradictions = mysqlTable(
  'contradiction',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    orderNumber: exact('order_number', 64).notNull(),
    source: exact('source', 200).notNull(),
    eventId: exact('event_id', 200).notNull(),
    /** What differs, each as a sentence. */
    differences: json<string[]>('differences').notNull(),
    at: time('at').notNull(),
  },
  (t) => [
    uniqueIndex('contradiction_once').on(t.storeId, t.source, t.eventId),
    index('contradiction_newest').on(t.storeId, t.id),
  ],
);
