/** Living proof: the mailbox that a store's proofs go to, and each proof that went out. */
import { boolean, index, int, mysqlTable, text, varchar } from 'drizzle-orm/mysql-core';
import type { Authentication, ProofEvery, ProofState } from '@/core/proof';
import type { ProofReader, ProofSecurity } from '@/contract/proof';
import { address, id, json, time } from './columns';
import { ofStore } from './store-table';

export const proofMailboxes = mysqlTable(
  'proof_mailbox',
  {
    storeId: ofStore().primaryKey(),
    every: varchar('every_span', { length: 4 }).$type<ProofEvery>().notNull().default('off'),
    /** By whom it is read: by IMAP, or by our own listener at the bounce domain. */
    reader: varchar('read_by', { length: 8 }).$type<ProofReader>().notNull(),
    /** Empty for what our own listener reads: each of its proofs has an address of its own. */
    address: address('address').notNull().default(''),
    host: varchar('host', { length: 253 }).notNull().default(''),
    port: int('port').notNull().default(993),
    security: varchar('security', { length: 10 }).$type<ProofSecurity>().notNull().default('tls'),
    user: varchar('user', { length: 254 }).notNull().default(''),
    /** Sealed; empty for none. */
    password: text('password').notNull(),
    /** When the next proofs go out; none when they do not go out by themselves. */
    nextAt: time('next_at'),
    /** When it is read next; none while nothing is looked for. */
    lookAt: time('look_at'),
    /** When it was last read to its end. */
    readAt: time('read_at'),
    /** Since when it cannot be read, and why, in kept words; empty while it can. */
    troubleAt: time('trouble_at'),
    trouble: varchar('trouble', { length: 2000 }).notNull().default(''),
    remedy: varchar('remedy', { length: 2000 }).notNull().default(''),
    /** Owners were told of it. */
    troubleTold: boolean('trouble_told').notNull().default(false),
  },
  (t) => [index('proof_mailbox_next').on(t.nextAt), index('proof_mailbox_look').on(t.lookAt)],
);

/** One proof by one path. Services and domains are named as they were: they may be gone since. */
export const pathProofs = mysqlTable(
  'path_proof',
  {
    id: id().primaryKey(),
    storeId: ofStore(),
    serviceId: id('service_id').notNull(),
    serviceName: varchar('service_name', { length: 253 }).notNull(),
    domain: varchar('domain', { length: 253 }).notNull(),
    sender: address('sender').notNull(),
    /** Where it goes. */
    recipient: address('recipient').notNull(),
    messageId: varchar('message_id', { length: 320 }).notNull(),
    state: varchar('state', { length: 10 }).$type<ProofState>().notNull().default('waiting'),
    /** Not sent before. */
    dueAt: time('due_at').notNull(),
    attempts: int('attempts').notNull().default(0),
    sentAt: time('sent_at'),
    arrivedAt: time('arrived_at'),
    /** Where the mailbox keeps it; empty for our own listener. */
    folder: varchar('folder', { length: 250 }).notNull().default(''),
    junk: boolean('junk').notNull().default(false),
    authentication: json<Authentication>('authentication').notNull(),
    signed: boolean('signed').notNull().default(false),
    /** What its service or a bounce said, in kept words. */
    words: varchar('words', { length: 2000 }).notNull().default(''),
    remedy: varchar('remedy', { length: 2000 }).notNull().default(''),
    /** The standing that owners were last told of by this proof; empty when there was nothing to tell. */
    told: varchar('told', { length: 20 }).notNull().default(''),
  },
  (t) => [
    index('path_proof_path').on(t.storeId, t.serviceId, t.domain, t.id),
    index('path_proof_due').on(t.state, t.dueAt),
    index('path_proof_store').on(t.storeId, t.id),
    index('path_proof_told').on(t.told, t.id),
  ],
);
