/** A database of its own for each test file, with one small store in it. */
import { randomBytes } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { onlyIn } from '@/core/shipped';
import { DEFAULT_LOOK } from '@/core/look';
import type { Order } from '@/core/order';
import { STORE, testOrder } from '@/core/testing';
import type { Access } from '@/server/auth/access';
import type { Role } from '@/contract/policy';
import { closeDatabase, database } from '@/server/db/client';
import { settingsChanged } from '@/server/events/planner';
import * as t from '@/server/db/schema';
import type { EventType } from '@/server/events/schema';
import { newId } from '@/server/base/ids';
import { fingerprint, seal } from '@/server/base/secrets';
import { createStore } from '@/server/features/stores/stores';
import { simpleParser } from 'mailparser';
import { createConnection } from 'mysql2/promise';
import { portsFrom } from '../../standins/ports';
import { TERMS } from './terms';

// Real servers and a real database answer, on a machine that may be busy.
jest.setTimeout(120_000);

export const SHOP = 'quillwick';
/** Whoever acts in tests. */
export const MARTA = { id: 'marta', name: 'Marta Oyelaran', email: 'marta@quillwick.example' };
export const EVENTS_KEY = `whsec_${Buffer.from('a key for the tests of events').toString('base64')}`;
export const READ_KEY = 'lbr_tests';
export const ACCOUNT = { user: 'orders@quillwick.example', password: 'linen-thread-18' };
export const HOST = 'smtp.harrowpost.example';

/** A service as the form has it, but for where it is and who signs in. */
export const SERVICE = {
  name: '',
  kind: 'account' as const,
  security: 'starttls' as const,
  signIn: 'auto' as const,
  ehloName: '',
  connections: 4,
  messagesPerConnection: 100,
  perMinute: null,
  perDay: null,
  renewsAt: '00:00',
  timeout: 30,
  domains: [],
  spf: '',
};

/** Before all tests of a file: a fresh database, and the registrar as it is at first. After them: gone again. */
export function useDatabase(): void {
  const name = `libellus_test_${randomBytes(5).toString('hex')}`;
  const server = process.env.LIBELLUS_TEST_DATABASE!;
  const run = async (sql: string, database = ''): Promise<void> => {
    const connection = await createConnection({ uri: `${server}${database}`, multipleStatements: true });
    await connection.query(sql);
    await connection.end();
  };
  beforeAll(async () => {
    await run(`create database ${name} character set utf8mb4 collate utf8mb4_unicode_ci`);
    process.env.DATABASE_URL = `${server}${name}`;
    await run(readFileSync(process.env.LIBELLUS_TEST_SCHEMA!, 'utf8'), name);
    await fillStore();
    await beginRecordsAgain();
  });
  afterAll(async () => {
    await closeDatabase();
    await run(`drop database if exists ${name}`);
  });
}

async function fillStore(): Promise<void> {
  const db = database();
  const now = new Date();
  await db.insert(t.user).values({ ...MARTA, createdAt: now, updatedAt: now });
  const made = await createStore(
    db,
    {
      id: SHOP,
      name: 'Quillwick',
      language: 'en',
      languages: ['en', 'de', 'ar'],
      locales: { en: 'en-GB' },
      currency: 'EUR',
      terms: TERMS,
      timeZone: 'Europe/Berlin',
      facts: STORE,
      look: { ...DEFAULT_LOOK, masthead: { ...DEFAULT_LOOK.masthead, name: 'Quillwick' } },
    },
    [
      { id: 'web-shop', name: 'Web shop', customerMail: true },
      { id: 'bazaarlane', name: 'Bazaarlane', customerMail: false },
    ],
    // It has customers who read Arabic, and no words in it yet.
    { by: 'tests', at: new Date(), voice: (shipped) => onlyIn(shipped, ['en', 'de']) },
  );
  await db.insert(t.products).values([
    { storeId: SHOP, sku: 'PA-KOZO', name: 'Kozo sheet', category: 'papers', price: 850, taxRate: 19 },
    { storeId: SHOP, sku: 'TO-AWL', name: 'Awl', category: 'tools', price: 1_690, taxRate: 19 },
    { storeId: SHOP, sku: 'WS-MARBLE', name: 'Seat: marbling day', category: 'workshops', price: 11_500, taxRate: 19 },
  ]);
  await db.insert(t.customers).values({
    id: newId(),
    storeId: SHOP,
    email: 'iwona@sobczyk.example',
    firstName: 'Iwona',
    lastName: 'Sobczyk',
    language: 'de',
    address: testOrder().billingAddress!,
  });
  const pawel = newId();
  await db.insert(t.staff).values({
    id: pawel,
    storeId: SHOP,
    name: 'Pawel Rutka',
    email: 'pawel@quillwick.example',
    job: 'Packing',
    language: 'de',
  });
  // The shop's key is known to the tests.
  await db.delete(t.keys);
  await db.insert(t.keys).values([
    { id: newId(), storeId: SHOP, kind: 'events', name: 'shop', secret: seal(EVENTS_KEY) },
    { id: newId(), storeId: SHOP, kind: 'read', name: 'record', secret: fingerprint(READ_KEY) },
  ]);
  await db.insert(t.routingRules).values(
    made
      .filter((m) => m.facts.audience === 'staff')
      .map((m) => ({
        id: newId(),
        storeId: SHOP,
        notificationId: m.facts.id,
        staffId: pawel,
        scope: { kind: 'all' as const },
      })),
  );
}

/** Sets who the store's messages come from. */
export async function sendAs(address: string, kind: 'orders' | 'service' | 'staff' = 'orders'): Promise<void> {
  const values = { name: 'Quillwick', address, replyTo: '', takesReplies: false };
  await database()
    .insert(t.senders)
    .values({ storeId: SHOP, kind, ...values })
    .onDuplicateKeyUpdate({ set: values });
}

/** The relay that stands in, as a further service. */
export async function connectRelay(change: Partial<typeof t.services.$inferInsert> = {}): Promise<string> {
  const id = newId();
  await database()
    .insert(t.services)
    .values({
      id,
      storeId: SHOP,
      name: 'Fernbridge',
      kind: 'relay',
      host: 'relay.fernbridge.example',
      port: portsFrom(Number(process.env.LIBELLUS_TEST_SMTP) - 4).relay,
      security: 'starttls',
      user: 'quillwick',
      password: seal('fern-and-bracken'),
      domains: ['quillwick.example'],
      rank: 1,
      ...change,
    });
  return id;
}

/** Enters a record at the registrar that stands in, as its page does. */
export async function enterRecord(host: string, type: 'TXT' | 'MX', value: string, ttl = 3600): Promise<void> {
  const body = new URLSearchParams({ host, type, value, ttl: String(ttl), delay: '0' });
  const response = await fetch(`${process.env.LIBELLUS_REGISTRAR}/add`, { method: 'POST', body, redirect: 'manual' });
  if (response.status !== 303) throw new Error(`The registrar answered ${response.status}.`);
}

/** Another file that ran in this process may have entered and removed records: the registrar begins again. */
async function beginRecordsAgain(): Promise<void> {
  const body = new URLSearchParams();
  await fetch(`${process.env.LIBELLUS_REGISTRAR}/begin-again`, { method: 'POST', body, redirect: 'manual' });
}

/** Takes all records of a name away again. */
export async function clearRecords(name: string): Promise<void> {
  const page = await (await fetch(process.env.LIBELLUS_REGISTRAR!)).text();
  const rows = [...page.matchAll(/<tr><td><code>([^<]+)<\/code>.*?name="id" value="(\d+)"/g)];
  for (const [, found, id] of rows) {
    if (found === name) {
      await fetch(`${process.env.LIBELLUS_REGISTRAR}/remove`, {
        method: 'POST',
        body: new URLSearchParams({ id: id! }),
        redirect: 'manual',
      });
    }
  }
}

/** Connects the stand-in sending service. */
export async function connectService(
  change: Partial<typeof t.services.$inferInsert> = {},
  sender = ACCOUNT.user,
): Promise<void> {
  const values = {
    storeId: SHOP,
    host: HOST,
    port: Number(process.env.LIBELLUS_TEST_SMTP),
    security: 'starttls' as const,
    user: ACCOUNT.user,
    password: seal(ACCOUNT.password),
    name: 'Harrowpost',
    spf: 'include:spf.harrowpost.example',
    ...change,
  };
  await database().delete(t.services).where(eq(t.services.storeId, SHOP));
  await sendAs(sender);
  await database()
    .insert(t.services)
    .values({ id: newId(), ...values });
}

export async function accessAs(role: Role = 'owner', name = 'Marta Oyelaran'): Promise<Access> {
  const [store] = await database().select().from(t.stores).where(eq(t.stores.id, SHOP));
  return { person: { ...MARTA, name }, store: store!, role };
}

/** Says that a test changed what planning reads past the deeds that say so themselves. */
export const planAnew = (): Promise<void> => settingsChanged(database(), SHOP);

let serial = 0;

/** A further event of an order that is known: its newest parcel, or its newest refund. */
export function laterEvent(type: EventType, order: Order) {
  serial += 1;
  return {
    specversion: '1.0' as const,
    id: `event-${process.pid}-${serial}`,
    source: 'https://quillwick.example/shop',
    type,
    data: { order },
  };
}

/** An `order.placed` event with an order number of its own. */
export function placedEvent(change: Partial<Order> = {}, id?: string) {
  serial += 1;
  const order = testOrder({ number: `T-${process.pid}-${serial}`, ...change });
  return {
    specversion: '1.0' as const,
    id: id ?? `event-${process.pid}-${serial}`,
    source: 'https://quillwick.example/shop',
    type: 'order.placed' as const,
    data: { order },
  };
}

export interface Mail {
  id: number;
  from: string;
  subject: string;
  receivedAt: string;
  folder: string;
  verdict: string;
  messageId: string;
  /** The Message-ID of the first message of its conversation. */
  thread: string;
}

const MAILBOXES = (): string => process.env.LIBELLUS_MAILBOXES!;

export async function mailbox(address: string): Promise<Mail[]> {
  return (await (await fetch(`${MAILBOXES()}/mailboxes/${encodeURIComponent(address)}`)).json()) as Mail[];
}

export async function rawMail(id: number): Promise<Buffer> {
  return Buffer.from(await (await fetch(`${MAILBOXES()}/messages/${id}.eml`)).arrayBuffer());
}

/** The text part of a message, as its reader has it. */
export async function textOf(mail: Pick<Mail, 'id'> | undefined): Promise<string> {
  return (await simpleParser(await rawMail(mail!.id))).text ?? '';
}

/** Waits until something is so, asking again and again; fails with what it was when time is up. */
export async function until<T>(ask: () => Promise<T>, holds: (value: T) => boolean, seconds = 20): Promise<T> {
  const deadline = Date.now() + seconds * 1000;
  for (;;) {
    const value = await ask();
    if (holds(value)) return value;
    if (Date.now() > deadline) throw new Error(`Still not so after ${seconds} s: ${JSON.stringify(value)}`);
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}
