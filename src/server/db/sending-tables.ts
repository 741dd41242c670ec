/** Tables of sending: services and their use, senders, domains, deliveries with their attempts, and what came back. */
import { boolean, date, index, int, mysqlTable, primaryKey, text, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { DkimKey, JudgedRecord } from '@/core/domain';
import type {
  BounceReport,
  CheckReport,
  DeliveryState,
  Security,
  SenderKind,
  ServiceKind,
  SignInMethod,
} from '@/core/mail';
import type { KeyKind, KeyScope } from '@/contract/keys';
import type { ReplyState } from '@/contract/orders';
import type { Audience, MomentId, OptionalKind } from '@/core/moments';
import type { Reason } from '@/core/plan';
import { address, blob, exact, id, json, longText, storeId, time } from './columns';
import { events, orders } from './order-tables';
import { ofStore } from './store-table';

export const services = mysqlTable(
  'service',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 80 }).notNull().default(''),
    kind: varchar('kind', { length: 10 }).$type<ServiceKind>().notNull().default('account'),
    /** Tried in this order. */
    rank: int('rank_no').notNull().default(0),
    paused: boolean('paused').notNull().default(false),
    host: varchar('host', { length: 253 }).notNull(),
    port: int('port').notNull(),
    security: varchar('security', { length: 10 }).$type<Security>().notNull(),
    user: varchar('user', { length: 254 }).notNull().default(''),
    /** Sealed (see `secrets.ts`); empty when the service asks for none. */
    password: text('password').notNull(),
    signIn: varchar('sign_in', { length: 10 }).$type<SignInMethod>().notNull().default('auto'),
    /** How we name ourselves to it; empty for this machine's own name. */
    ehloName: varchar('ehlo_name', { length: 253 }).notNull().default(''),
    connections: int('connections').notNull().default(4),
    messagesPerConnection: int('messages_per_connection').notNull().default(100),
    perMinute: int('per_minute'),
    perDay: int('per_day'),
    /** Time of day in the store's zone at which the day's limit begins anew. */
    renewsAt: varchar('renews_at', { length: 5 }).notNull().default('00:00'),
    /** Seconds without an answer after which it counts as silent. */
    timeout: int('timeout_s').notNull().default(60),
    /** Domains a relay has verified. */
    domains: json<string[]>('domains')
      .notNull()
      .$defaultFn(() => []),
    /** The mechanism that lets it send, as SPF has it; empty when it was not found. */
    spf: varchar('spf', { length: 200 }).notNull().default(''),
    /** Rests until then, after failing so many times in a row. */
    downUntil: time('down_until'),
    downWords: varchar('down_words', { length: 2000 }).notNull().default(''),
    failures: int('failures').notNull().default(0),
    /** The beginning of the limit's day of which colleagues were told that it is used up. */
    limitTold: time('limit_told'),
    checkedAt: time('checked_at'),
    check: json<CheckReport>('check_report'),
  },
  (t) => [index('service_store').on(t.storeId, t.rank)],
);

/** What a service has taken, by minute, by hour, and by the day of its limit. */
export const serviceUse = mysqlTable(
  'service_use',
  {
    serviceId: id('service_id')
      .notNull()
      .references(() => services.id, { onDelete: 'cascade' }),
    span: varchar('span', { length: 6 }).$type<'minute' | 'hour' | 'day'>().notNull(),
    start: time('start').notNull(),
    taken: int('taken').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.serviceId, t.span, t.start] })],
);

export const senders = mysqlTable(
  'sender',
  {
    storeId: ofStore(),
    kind: varchar('kind', { length: 10 }).$type<SenderKind>().notNull(),
    name: varchar('name', { length: 120 }).notNull(),
    address: address('address').notNull(),
    /** Empty for the address itself. */
    replyTo: address('reply_to').notNull().default(''),
    /** Answers come through us: they are kept with their order and passed on to where they would have gone. */
    takesReplies: boolean('takes_replies').notNull().default(false),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.kind] })],
);

/** A domain that messages are sent from, its keys, and what DNS said when it was last asked. */
export const domains = mysqlTable(
  'domain',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 253 }).notNull(),
    selector: varchar('selector', { length: 40 }).notNull(),
    /** Sealed. */
    privateKey: text('private_key').notNull(),
    publicKey: text('public_key').notNull(),
    /** A further key that takes over when DNS has it; empty when there is none. */
    nextSelector: varchar('next_selector', { length: 40 }).notNull().default(''),
    nextPrivateKey: text('next_private_key').notNull(),
    nextPublicKey: text('next_public_key').notNull(),
    earlier: json<DkimKey[]>('earlier_keys').notNull(),
    records: json<JudgedRecord[]>('records').notNull(),
    /** DNS has the key, so messages are signed with it. */
    signing: boolean('signing').notNull().default(false),
    /** DNS leads bounces to us, so return-paths are ours. */
    bouncing: boolean('bouncing').notNull().default(false),
    /** All that must be there is. */
    good: boolean('good').notNull().default(false),
    goodSince: time('good_since'),
    /** How many looks in a row found it as it is. */
    looks: int('looks').notNull().default(0),
    lookedAt: time('looked_at'),
    nextLookAt: time('next_look_at').notNull(),
    /** Set once when a good domain fell back, until somebody was told. */
    fellBackAt: time('fell_back_at'),
  },
  (t) => [uniqueIndex('domain_name').on(t.storeId, t.name), index('domain_next_look').on(t.nextLookAt)],
);

/** Whom not to write to. */
export const withholdings = mysqlTable(
  'withholding',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    pattern: varchar('pattern', { length: 254 }).notNull(),
    reason: varchar('reason', { length: 1000 }).notNull(),
    kinds: json<SenderKind[]>('kinds').notNull(),
    source: varchar('source', { length: 10 }).$type<'hand' | 'bounce' | 'refusal'>().notNull(),
    /** The delivery that came back. */
    deliveryId: id('delivery_id').references(() => deliveries.id, { onDelete: 'set null' }),
    by: varchar('put_by', { length: 120 }).notNull().default(''),
    at: time('put_at').notNull(),
  },
  (t) => [uniqueIndex('withholding_pattern').on(t.storeId, t.pattern)],
);

/** What somebody does not want any more. Order messages are no such thing. */
export const unsubscriptions = mysqlTable(
  'unsubscription',
  {
    storeId: ofStore(),
    address: address('address').notNull(),
    kind: varchar('kind', { length: 10 }).$type<OptionalKind>().notNull(),
    at: time('at').notNull(),
    /** By the header alone (RFC 8058), on the page, by a colleague who was asked, or by calling a message spam. */
    how: varchar('how', { length: 10 }).$type<'header' | 'page' | 'hand' | 'complaint'>().notNull(),
    by: varchar('by_whom', { length: 120 }).notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.address, t.kind] })],
);

/** What came back about a delivery, matched by its signed return-path. */
export const bounces = mysqlTable(
  'bounce',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    deliveryId: id('delivery_id')
      .notNull()
      .references(() => deliveries.id, { onDelete: 'cascade' }),
    at: time('at').notNull(),
    kind: varchar('kind', { length: 10 }).$type<BounceReport['kind']>().notNull(),
    status: varchar('status', { length: 12 }).notNull(),
    words: varchar('words', { length: 2000 }).notNull(),
    diagnostic: varchar('diagnostic', { length: 500 }).notNull(),
  },
  (t) => [index('bounce_delivery').on(t.deliveryId, t.id)],
);

/** What came to the bounce domain and was not believed, counted by day. */
export const strayBounces = mysqlTable(
  'stray_bounce',
  {
    day: date('day', { mode: 'string' }).notNull(),
    kind: varchar('kind', { length: 12 }).$type<'forged' | 'unmatched' | 'repeated' | 'too many'>().notNull(),
    count: int('count').notNull().default(0),
  },
  (t) => [primaryKey({ columns: [t.day, t.kind] })],
);

/** Domains of recipients that keep putting off what one service brings them, and until when it brings nothing there. */
export const destinations = mysqlTable(
  'service_destination',
  {
    serviceId: id('service_id')
      .notNull()
      .references(() => services.id, { onDelete: 'cascade' }),
    name: varchar('name', { length: 253 }).notNull(),
    failures: int('failures').notNull().default(0),
    pausedUntil: time('paused_until'),
    words: varchar('words', { length: 2000 }).notNull().default(''),
  },
  (t) => [primaryKey({ columns: [t.serviceId, t.name] })],
);

export const deliveries = mysqlTable(
  'delivery',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    eventId: id('event_id')
      .notNull()
      .references(() => events.id, { onDelete: 'cascade' }),
    orderId: id('order_id').references(() => orders.id, { onDelete: 'cascade' }),
    orderNumber: exact('order_number', 64).notNull().default(''),
    notificationId: id('notification_id').notNull(),
    notificationName: varchar('notification_name', { length: 120 }).notNull(),
    editionId: id('edition_id').notNull(),
    recipient: address('recipient').notNull(),
    recipientName: varchar('recipient_name', { length: 250 }).notNull(),
    role: varchar('role', { length: 12 }).$type<Audience>().notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    reasons: json<Reason[]>('reasons').notNull(),
    /** Which of the store's senders it goes out as. */
    sender: varchar('sender', { length: 10 }).$type<SenderKind>().notNull().default('orders'),
    /** What its reader can unsubscribe from by it; empty for what they have to get. */
    optional: varchar('optional', { length: 10 }).$type<OptionalKind | ''>().notNull().default(''),
    state: varchar('state', { length: 12 }).$type<DeliveryState>().notNull(),
    /** Not claimed before this time. */
    dueAt: time('due_at').notNull(),
    /** What it speaks of: what its event told of, or a timer that the event started. */
    moment: varchar('moment', { length: 40 }).$type<MomentId>().notNull(),
    /** Its place in a row, from 1. */
    turn: int('turn').notNull().default(1),
    /** How many times the same had been sent to the same address before, because somebody asked for it again. */
    again: int('again').notNull().default(0),
    /** It waits by its notification's timing, and is looked at again when it is due. */
    timed: boolean('timed').notNull().default(false),
    /** When it is due, it goes out in one mail with what its reader gets of its notification besides. */
    gathers: boolean('gathers').notNull().default(false),
    /** The delivery that it goes out with: itself for the one that carries the others, and none for what goes out alone. */
    gatheredIn: id('gathered_in'),
    /** When it was first to go out, for what waits: tries are counted from then. */
    plannedFor: time('planned_for'),
    /** The notice it belongs to. What does goes out after what does not. */
    noticeId: varchar('notice_id', { length: 36 }),
    bulk: boolean('bulk').notNull().default(false),
    /** Sent although its address is withheld, because somebody said so. */
    released: boolean('released').notNull().default(false),
    leaseUntil: time('lease_until'),
    leaseBy: varchar('lease_by', { length: 60 }),
    /** How many workers in a row ended, or lost the database, before they could say what came of it. */
    lapses: int('lapses').notNull().default(0),
    attempts: int('attempts').notNull().default(0),
    subject: varchar('subject', { length: 500 }).notNull().default(''),
    messageId: varchar('message_id', { length: 200 }).notNull().default(''),
    /** The last answer or cause, in words, for lists. */
    lastWords: varchar('last_words', { length: 2000 }).notNull().default(''),
    /** What it was that failed or holds it, as a code; empty while nothing did. Those of one cause are tried again together. */
    cause: varchar('cause', { length: 40 }).notNull().default(''),
    createdAt: time('created_at').notNull(),
    acceptedAt: time('accepted_at'),
    /** Colleagues were told that it failed. */
    failureTold: boolean('failure_told').notNull().default(false),
  },
  (t) => [
    uniqueIndex('delivery_once').on(t.eventId, t.notificationId, t.recipient, t.turn, t.again),
    index('delivery_share').on(t.state, t.bulk, t.storeId, t.dueAt),
    index('delivery_gathered').on(t.gatheredIn),
    index('delivery_notice').on(t.noticeId, t.state),
    index('delivery_newest').on(t.storeId, t.id),
    index('delivery_state').on(t.storeId, t.state, t.id),
    index('delivery_cause').on(t.storeId, t.state, t.cause, t.id),
    index('delivery_recipient').on(t.storeId, t.recipient, t.id),
    index('delivery_notification').on(t.notificationId, t.id),
    index('delivery_waiting').on(t.orderId, t.timed, t.state),
    index('delivery_order').on(t.storeId, t.orderNumber, t.id),
  ],
);

/** What somebody answered to a message, kept with its order and passed on to the store. */
export const replies = mysqlTable(
  'reply',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    deliveryId: id('delivery_id')
      .notNull()
      .references(() => deliveries.id, { onDelete: 'cascade' }),
    orderId: id('order_id'),
    at: time('at').notNull(),
    fromName: varchar('from_name', { length: 250 }).notNull(),
    fromAddress: address('from_address').notNull(),
    subject: varchar('subject', { length: 500 }).notNull(),
    /** The beginning of what was written. */
    text: text('text').notNull(),
    attachments: json<{ name: string; type: string; bytes: number }[]>('attachments').notNull(),
    /** As it came; empty once it is forgotten. */
    raw: blob('raw').notNull(),
    /** Tells a second copy of the same message: of its Message-ID, or of all of it. */
    digest: varchar('digest', { length: 64 }).notNull(),
    state: varchar('state', { length: 12 }).$type<ReplyState>().notNull(),
    /** Why it is in this state, as kept words. */
    words: varchar('words', { length: 2000 }).notNull().default(''),
    passedTo: address('passed_to').notNull().default(''),
    attempts: int('attempts').notNull().default(0),
    dueAt: time('due_at').notNull(),
  },
  (t) => [
    uniqueIndex('reply_once').on(t.deliveryId, t.digest),
    index('reply_order').on(t.orderId, t.id),
    index('reply_due').on(t.state, t.dueAt),
  ],
);

/** Who was not written to, and why. */
export const notWritten = mysqlTable(
  'not_written',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    eventId: id('event_id')
      .notNull()
      .references(() => events.id, { onDelete: 'cascade' }),
    orderId: id('order_id'),
    notificationId: id('notification_id').notNull(),
    notificationName: varchar('notification_name', { length: 120 }).notNull(),
    recipient: address('recipient').notNull().default(''),
    recipientName: varchar('recipient_name', { length: 250 }).notNull().default(''),
    reasons: json<Reason[]>('reasons').notNull(),
    createdAt: time('created_at').notNull(),
  },
  (t) => [index('not_written_event').on(t.eventId), index('not_written_order').on(t.orderId)],
);

export const attempts = mysqlTable(
  'attempt',
  {
    id: id().primaryKey(),
    storeId: storeId(),
    deliveryId: id('delivery_id')
      .notNull()
      .references(() => deliveries.id, { onDelete: 'cascade' }),
    number: int('number').notNull(),
    startedAt: time('started_at').notNull(),
    /** Nothing while it is under way, and for good when its process ended before it could say what came of it. */
    endedAt: time('ended_at'),
    /** The state the delivery was left in. */
    state: varchar('state', { length: 12 }).$type<DeliveryState>().notNull(),
    via: varchar('via', { length: 2000 }).notNull().default(''),
    words: varchar('words', { length: 2000 }).notNull(),
    remedy: varchar('remedy', { length: 2000 }).notNull().default(''),
    conversation: longText('conversation').notNull(),
  },
  (t) => [index('attempt_delivery').on(t.deliveryId, t.number)],
);

/** The message as sent, byte for byte, without its files: they are put back in where {@link sentFiles} says. */
export const sentMessages = mysqlTable('sent_message', {
  deliveryId: id('delivery_id')
    .primaryKey()
    .references(() => deliveries.id, { onDelete: 'cascade' }),
  storeId: storeId(),
  raw: blob('raw').notNull(),
});

/** Where in a sent message which file stood, in base64. */
export const sentFiles = mysqlTable(
  'sent_file',
  {
    deliveryId: id('delivery_id')
      .notNull()
      .references(() => sentMessages.deliveryId, { onDelete: 'cascade' }),
    storeId: storeId(),
    /** Bytes of the message, as kept, before the file. */
    at: int('at_byte').notNull(),
    /** Its place among those that stand there. */
    place: int('place').notNull(),
    digest: varchar('digest', { length: 64 }).notNull(),
  },
  (t) => [primaryKey({ columns: [t.deliveryId, t.place] }), index('sent_file_digest').on(t.storeId, t.digest)],
);

/** Keys for the interfaces of other programs: events are signed with one, the record is read with another, a third rehearses. */
export const keys = mysqlTable(
  'api_key',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    kind: varchar('kind', { length: 10 }).$type<KeyKind>().notNull(),
    name: varchar('name', { length: 80 }).notNull(),
    /** For `events` the sealed secret, for the others the SHA-256 of the key. */
    secret: exact('secret', 500).notNull(),
    /** Its last letters, to be told apart by. */
    ends: varchar('ends', { length: 8 }).notNull().default(''),
    /** What a reading key is narrowed to; null for all. */
    scopes: json<KeyScope[] | null>('scopes'),
    madeBy: varchar('made_by', { length: 120 }).notNull().default(''),
    madeAt: time('made_at'),
    /** When it was last used, to the hour. */
    usedAt: time('used_at'),
    /** Another one took its place: it holds until then. */
    until: time('until'),
    overAt: time('over_at'),
  },
  (t) => [index('api_key_secret').on(t.kind, t.secret)],
);
