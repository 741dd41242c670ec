/** Rehearsals: runs of a store's messages into mailboxes of our own, and what was found of each message. */
import { boolean, foreignKey, index, int, mysqlTable, primaryKey, uniqueIndex, varchar } from 'drizzle-orm/mysql-core';
import type { PictureForm } from '@/core/rehearsal/pictures';
import type {
  Check,
  FaultsOfAll,
  FaultsTried,
  Life,
  OwnLife,
  UnseenParts,
  Unshown,
  VersionMarks,
} from '@/core/rehearsal';
import type {
  FaultsState,
  MessageOutcome,
  OwnTroubles,
  PicturesState,
  PostingState,
  RehearsalCounts,
  RehearsalState,
  RehearsalWhy,
} from '@/contract/rehearsal';
import type { MomentId } from '@/core/moments';
import { address, blob, exact, id, json, time } from './columns';
import type { Look } from '@/core/look';
import type { Passage, Template } from '@/core/template';
import { ofStore } from './store-table';

/** A draft of a version as the edition that it would be. */
export interface DraftEdition {
  id: string;
  templateId: string;
  template: Template;
  languages: string[];
}

/** The draft of a store's look. */
export interface DraftLook {
  id: string;
  look: Look;
}

/** The draft of a passage, with what the passage is called. */
export interface DraftPassage {
  id: string;
  passageId: string;
  name: string;
  content: Omit<Passage, 'id' | 'name'>;
}

/** What is rehearsed as if it were live. */
export type Draft = DraftEdition | DraftLook | DraftPassage;

export const rehearsals = mysqlTable(
  'rehearsal',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    /** Counted from 1 in each store. */
    number: int('number').notNull(),
    state: varchar('state', { length: 10 }).$type<RehearsalState>().notNull().default('waiting'),
    why: varchar('why', { length: 10 }).$type<RehearsalWhy>().notNull().default('asked'),
    /** What each version was made of then in each language (see `rehearsal/standing`). */
    marks: json<VersionMarks>('marks').notNull().default({}),
    /** What of them is rehearsed: what was chosen, or had changed since the run that the rest is taken over from. All without it. */
    scope: json<string[]>('scope'),
    /** The number of that run. */
    since: int('since'),
    /** Somebody chose what is rehearsed. */
    chosen: boolean('chosen').notNull().default(false),
    askedBy: varchar('asked_by', { length: 120 }).notNull(),
    askedAt: time('asked_at').notNull(),
    /** When its lives begin by their own clock; the same after it was taken up again. */
    beginsAt: time('begins_at').notNull(),
    endedAt: time('ended_at'),
    /** How long it took, ms. */
    tookMs: int('took_ms').notNull().default(0),
    lives: int('lives').notNull().default(0),
    livesDone: int('lives_done').notNull().default(0),
    /** How many lives were tried to find these. */
    tried: int('tried').notNull().default(0),
    unshown: json<Unshown[]>('unshown').notNull(),
    unseen: json<UnseenParts[]>('unseen').notNull(),
    /** What of the store's own orders could not happen. */
    ownTroubles: json<OwnTroubles[]>('own_troubles').notNull().default([]),
    counts: json<RehearsalCounts>('counts').notNull(),
    /** Drafts that were rehearsed as if they were live; of what is live without them. */
    drafts: json<Draft[]>('drafts'),
    /** What becomes of a message while sending goes wrong; none where no message goes out when an order is placed. */
    faults: json<FaultsTried>('faults'),
    /** The same of all of its messages; none while nobody has asked for it. */
    faultsOfAll: json<FaultsOfAll>('faults_of_all'),
    faultsState: varchar('faults_state', { length: 10 }).$type<FaultsState>(),
    faultsLease: time('faults_lease'),
    /** Why it could not be finished, in kept words; empty while nothing is wrong. */
    trouble: varchar('trouble', { length: 2000 }).notNull().default(''),
    /** How far the pictures of its messages are; none while nobody has asked for them. */
    pictures: varchar('pictures', { length: 10 }).$type<PicturesState>(),
    /** Only of these messages; of all without it. */
    picturesOnly: json<string[]>('pictures_only'),
    picturesTaken: int('pictures_taken').notNull().default(0),
    picturesOf: int('pictures_of').notNull().default(0),
    picturesTookMs: int('pictures_took_ms').notNull().default(0),
    /** Why they could not be taken, in kept words. */
    picturesTrouble: varchar('pictures_trouble', { length: 2000 }).notNull().default(''),
    picturesLease: time('pictures_lease'),
    leaseBy: varchar('lease_by', { length: 80 }).notNull().default(''),
    leaseUntil: time('lease_until'),
  },
  (t) => [uniqueIndex('rehearsal_number').on(t.storeId, t.number), index('rehearsal_state').on(t.state)],
);

export const rehearsalLives = mysqlTable(
  'rehearsal_life',
  {
    rehearsalId: id('rehearsal_id').notNull(),
    /** Its place among the lives of the run, from 1. */
    place: int('place').notNull(),
    life: json<Life>('life').notNull(),
    /** The number of its order. */
    number: varchar('number', { length: 40 }).notNull(),
    done: boolean('done').notNull().default(false),
    /** Why it could not be lived to its end, in kept words. */
    trouble: varchar('trouble', { length: 2000 }).notNull().default(''),
    /** The number of the run that it was lived in, of one that was taken over. */
    livedIn: int('lived_in'),
    /** Who was to hear nothing, and heard nothing. */
    silent: int('silent').notNull().default(0),
  },
  (t) => [
    primaryKey({ columns: [t.rehearsalId, t.place] }),
    foreignKey({
      name: 'rehearsal_life_of',
      columns: [t.rehearsalId],
      foreignColumns: [rehearsals.id],
    }).onDelete('cascade'),
  ],
);

/** Orders that a store's people keep, which every rehearsal of everything lives besides those that it makes up. */
export const ownOrders = mysqlTable(
  'rehearsal_own_order',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    name: varchar('name', { length: 120 }).notNull(),
    kept: json<OwnLife>('kept').notNull(),
    /** It is rehearsed; otherwise it is kept, and left out. */
    used: boolean('used').notNull().default(true),
    madeBy: varchar('made_by', { length: 120 }).notNull(),
    madeAt: time('made_at').notNull(),
    /** Counts how often it was changed. */
    revision: int('revision').notNull().default(1),
  },
  (t) => [index('rehearsal_own_order_store').on(t.storeId, t.id)],
);

export const rehearsalMessages = mysqlTable(
  'rehearsal_message',
  {
    id: id().primaryKey(),
    rehearsalId: id('rehearsal_id').notNull(),
    /** The life that it belongs to. */
    place: int('place').notNull(),
    /** The event of the life, from 0. */
    event: int('event').notNull(),
    notificationId: id('notification_id').notNull(),
    variantId: varchar('variant_id', { length: 26 }).notNull(),
    moment: varchar('moment', { length: 60 }).$type<MomentId>().notNull(),
    role: varchar('role', { length: 10 }).$type<'customer' | 'contact' | 'staff'>().notNull(),
    recipient: address('recipient').notNull(),
    recipientName: varchar('recipient_name', { length: 250 }).notNull(),
    /** The language that its reader wants, and the one that it is in. */
    wanted: varchar('wanted', { length: 20 }).notNull(),
    language: varchar('language', { length: 20 }).notNull(),
    turn: int('turn').notNull(),
    /** When it was to come, by the clock of its life. */
    at: time('at').notNull(),
    subject: varchar('subject', { length: 500 }).notNull().default(''),
    outcome: varchar('outcome', { length: 10 }).$type<MessageOutcome>().notNull(),
    /** What was looked at, in kept words. */
    checks: json<Check[]>('checks').notNull(),
    /** As it arrived, packed (RFC 1952). */
    raw: blob('raw'),
    /** What its pictures are kept under; none without it. */
    seen: exact('seen', 43),
  },
  (t) => [
    index('rehearsal_message_run').on(t.rehearsalId, t.id),
    index('rehearsal_message_seen').on(t.seen),
    foreignKey({
      name: 'rehearsal_message_of',
      columns: [t.rehearsalId],
      foreignColumns: [rehearsals.id],
    }).onDelete('cascade'),
  ],
);

/** Messages of a rehearsal that go out once more by a real service, to a mailbox of somebody of the store. */
export const rehearsalPostings = mysqlTable(
  'rehearsal_posting',
  {
    /** Of the message. */
    id: id().primaryKey(),
    rehearsalId: id('rehearsal_id').notNull(),
    storeId: ofStore(),
    recipient: address('recipient').notNull(),
    /** Its own Message-ID. */
    messageId: varchar('message_id', { length: 320 }).notNull(),
    state: varchar('state', { length: 10 }).$type<PostingState>().notNull().default('waiting'),
    /** It is looked for in the mailbox for proofs. */
    reads: boolean('reads').notNull(),
    /** Not sent, or looked for, before. */
    dueAt: time('due_at').notNull(),
    attempts: int('attempts').notNull().default(0),
    sentAt: time('sent_at'),
  },
  (t) => [
    index('rehearsal_posting_due').on(t.state, t.dueAt),
    index('rehearsal_posting_run').on(t.rehearsalId, t.state),
    foreignKey({
      name: 'rehearsal_posting_of',
      columns: [t.id],
      foreignColumns: [rehearsalMessages.id],
    }).onDelete('cascade'),
  ],
);

/** Pictures of messages of rehearsals. What looks the same by its source, in whichever run, has the same pictures. */
export const rehearsalPictures = mysqlTable(
  'rehearsal_picture',
  {
    storeId: ofStore(),
    /** A hash of the HTML. */
    seen: exact('seen', 43).notNull(),
    form: varchar('form', { length: 10 }).$type<PictureForm>().notNull(),
    width: int('width').notNull(),
    height: int('height').notNull(),
    /** PNG: what is packed with loss cannot be held against another. */
    bytes: blob('bytes').notNull(),
  },
  (t) => [primaryKey({ columns: [t.storeId, t.seen, t.form] })],
);
