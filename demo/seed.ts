/** Fills an empty database with Quillwick. Does nothing when it is there already. */
import { stockState } from '@/core/stock';
import { createHash } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { codeFrom } from '../src/core/codes';
import type { Passage, Template } from '../src/core/template';
import type { NotificationFacts, RoutingRule, Scope } from '../src/core/plan';
import type { Test } from '../src/core/conditions';
import { config } from '../src/server/base/config';
import { database } from '../src/server/db/client';
import * as t from '../src/server/db/schema';
import { indexCustomers } from '../src/server/events/find-customers';
import { countAll } from '../src/server/events/known-customers';
import { orderRow } from '../src/server/events/kept-orders';
import { newId } from '../src/server/base/ids';
import { fingerprint, seal, unseal } from '../src/server/base/secrets';
import { createUser } from '../src/server/auth/people';
import { addMember, createStore } from '../src/server/features/stores/stores';
import { MAILBOX_PASSWORD } from '../standins/imap';
import { ACCOUNTS, MAILBOX_HOST, PROVIDER_HOST } from '../standins/scenery';
import { beginDomain } from '../src/server/domains/keys';
import type { Ports } from '../standins/ports';
import { PRODUCTS } from './catalogue';
import { makeOrders } from './orders';
import { pastOf, type PastRows } from './past';
import { pastReadings, pastUse } from './readings';
import { makeCustomers, type DemoCustomer } from './people';
import { seedFiles } from './files';
import { GLOSSARY } from './glossary';
import { drawPictures, pictureName } from './pictures';
import {
  LATE_BINDERY,
  CHANNELS,
  COLLEAGUES,
  DEMO_PASSWORD,
  DISCOUNT_CODES,
  LANGUAGES,
  LOCALES,
  PASSAGES,
  RETAIL,
  THANKS_SERIES,
  TERMS,
  TRADE,
  type DemoStore,
} from './quillwick';
import { Chance } from './random';
import { quillwickVoice, withOwnPage, withThanks } from './voice';

const ZONE = 'Europe/Berlin';

export interface DemoFacts {
  signIn: { email: string; password: string };
  eventsKey: string;
  readKey: string;
}

/** Fixed, so that a curl line copied from the README works in every demo. It opens made-up data only. */
const READ_KEY = 'lbr_quillwick_demo_read';

export async function seedDemo(ports: Ports): Promise<DemoFacts> {
  const db = database();
  const facts = async (): Promise<DemoFacts> => {
    const rows = await db.select().from(t.keys).where(eq(t.keys.storeId, RETAIL.id));
    const events = rows.find((k) => k.kind === 'events');
    return {
      signIn: { email: COLLEAGUES[0]!.email, password: DEMO_PASSWORD },
      eventsKey: events ? unseal(events.secret) : '',
      readKey: READ_KEY,
    };
  };
  const [there] = await db.select({ id: t.stores.id }).from(t.stores).where(eq(t.stores.id, RETAIL.id));
  if (there) return facts();
  await drawPictures(config().dataDir);
  // All of it or nothing, and written to disk once.
  await database().transaction(() => fill(ports));
  return facts();
}

async function fill(ports: Ports): Promise<void> {
  const db = database();
  const chance = new Chance(18_450);
  const now = Date.now();
  const users = await seedUsers();
  const customers = makeCustomers(chance);
  await seedStore({ chance, store: RETAIL, users, customers, orders: 180, firstNumber: 10_303, now });
  const companies = customers.filter((c) => c.company !== '');
  await seedStore({
    chance,
    store: TRADE,
    users: users.slice(0, 2),
    customers: companies,
    orders: 40,
    firstNumber: 2_210,
    now,
  });
  const trade = ACCOUNTS[1]!;
  const harrowpost = newId();
  await db.insert(t.services).values({
    id: harrowpost,
    storeId: TRADE.id,
    host: PROVIDER_HOST,
    port: ports.smtp.starttls,
    security: 'starttls',
    user: trade.user,
    password: seal(trade.password),
    name: 'Harrowpost',
    kind: 'account',
    perDay: 500,
    spf: 'include:spf.harrowpost.example',
  });
  await db.insert(t.serviceUse).values(pastUse({ id: harrowpost, renewsAt: '00:00', timeZone: ZONE }, now));
  await db.insert(t.readings).values(await pastReadings(now));
  await db
    .insert(t.senders)
    .values({ storeId: TRADE.id, kind: 'orders', name: 'Quillwick Trade', address: trade.user });
  await beginDomain(TRADE.id, 'quillwick.example');
  await db.insert(t.proofMailboxes).values({
    ...{ storeId: TRADE.id, every: 'hour', reader: 'imap', address: PROOF_ADDRESS, user: PROOF_ADDRESS },
    ...{ host: MAILBOX_HOST, port: ports.imap, security: 'tls', password: seal(MAILBOX_PASSWORD) },
    nextAt: new Date(now + 3_600_000),
  });
}

/** Where the trade store proves that its mail arrives. */
const PROOF_ADDRESS = 'proof@harrowpost.example';

/** A code that a regular was given before. */
function thanksFor(email: string, i: number, now: number): typeof t.discountCodes.$inferInsert {
  const { id: seriesId, prefix, kind, value, days, conditions } = THANKS_SERIES;
  const at = now - (12 - i) * 86_400_000;
  const bytes = createHash('sha256').update(email).digest();
  return {
    storeId: RETAIL.id,
    code: codeFrom(prefix, bytes),
    kind,
    value,
    conditions: { ...conditions, customer: email.toLowerCase() },
    usesLimit: 1,
    used: i % 3 === 0 ? 1 : 0,
    seriesId,
    givenTo: email.toLowerCase(),
    givenAt: new Date(at),
    endsAt: new Date(at + days * 86_400_000),
  };
}

async function seedUsers(): Promise<SeededUser[]> {
  const users: SeededUser[] = [];
  for (const { name, email, role } of COLLEAGUES) {
    if (role) users.push({ ...(await createUser({ name, email, password: DEMO_PASSWORD })), email, name });
  }
  return users;
}

interface SeededUser {
  id: string;
  email: string;
  name: string;
}

interface StoreSeed {
  chance: Chance;
  store: DemoStore;
  users: SeededUser[];
  customers: readonly DemoCustomer[];
  orders: number;
  firstNumber: number;
  now: number;
}

async function seedStore({ chance, store, users, customers, orders, firstNumber, now }: StoreSeed): Promise<void> {
  const db = database();
  const newStore = {
    id: store.id,
    name: store.name,
    language: 'en',
    languages: LANGUAGES,
    locales: LOCALES,
    currency: store.currency,
    timeZone: ZONE,
    facts: store.facts,
    pictures: 'linked' as const,
    look: store.look,
    terms: TERMS,
    preferencesPage: store.id === RETAIL.id,
  };
  const made = await createStore(db, newStore, CHANNELS, {
    by: 'Jonas Feld',
    at: new Date(now - 62 * 86_400_000),
    voice: (shipped) =>
      store.id === RETAIL.id ? withOwnPage(withThanks(quillwickVoice(shipped))) : quillwickVoice(shipped),
  });
  const [storeRow] = await db.select().from(t.stores).where(eq(t.stores.id, store.id));
  for (const u of users) await addMember(db, u.id, store.id, COLLEAGUES.find((c) => c.email === u.email)!.role!);
  const staffRows = COLLEAGUES.map((c) => ({
    id: newId(),
    storeId: store.id,
    name: c.name,
    email: c.email,
    job: c.job,
    language: c.language,
  }));
  await db.insert(t.staff).values(staffRows);
  await db.insert(t.products).values(
    PRODUCTS.map((p) => ({
      storeId: store.id,
      sku: p.sku,
      name: p.name,
      category: p.category,
      options: p.options,
      price: p.price,
      taxRate: p.taxRate,
      picture: `products/${pictureName(p)}`,
      url: `${store.facts.url}/shop/${p.sku.toLowerCase()}`,
      lowAt: LOW_AT[p.category] ?? null,
      supplier: SUPPLIERS[p.category] ?? '',
    })),
  );
  await db.insert(t.stockCounts).values(seededStock(store.id, now));
  await db.insert(t.discountCodes).values(
    DISCOUNT_CODES.map(({ endsInDays, ...c }) => ({
      ...c,
      storeId: store.id,
      ...(endsInDays !== undefined && { endsAt: new Date(now + endsInDays * 86_400_000) }),
    })),
  );
  if (store.id === RETAIL.id) {
    const given = customers.slice(0, 9);
    await db.insert(t.codeSeries).values({ ...THANKS_SERIES, storeId: store.id, given: given.length });
    await db.insert(t.discountCodes).values(given.map((c, i) => thanksFor(c.email, i, now)));
  }
  const passages = PASSAGES.map((p) => seededPassage(p, store.id, now));
  await db.insert(t.passages).values(passages);
  await db.insert(t.passageEditions).values(passages.map(firstEdition));
  await db.insert(t.glossaryEntries).values(
    GLOSSARY.map((content) => ({
      ...{ storeId: store.id, id: newId(), content, revision: 1 },
      ...{ changedBy: 'Claire Aubin', changedAt: new Date(now - 20 * 86_400_000) },
    })),
  );
  await db.insert(t.customers).values(customers.map((c) => ({ ...c, id: newId(), storeId: store.id })));
  // Most who buy there agreed to hear of news; some took it back.
  await db.insert(t.consents).values(
    customers.flatMap((c, i) =>
      i % 4 === 3
        ? []
        : [
            {
              storeId: store.id,
              address: c.email.toLowerCase(),
              agreed: i % 9 !== 8,
              at: new Date(now - 30 * 86_400_000),
            },
          ],
    ),
  );
  if (store.id === RETAIL.id) {
    await db.insert(t.ownOrders).values({
      ...{ id: newId(), storeId: store.id, name: LATE_BINDERY.name, madeBy: 'Jonas Feld', madeAt: new Date(now) },
      kept: { from: 'steps', script: LATE_BINDERY.script },
    });
  }
  await db.insert(t.keys).values({
    id: newId(),
    storeId: store.id,
    kind: 'read',
    name: 'Reading the record',
    secret: fingerprint(store.id === RETAIL.id ? READ_KEY : newId()),
  });
  await seedFiles(store.id);
  const notifications = made.map((m) => m.facts);
  const templates = new Map(made.flatMap((m) => [...m.templates]));
  const rules = await seedRules(store, notifications, staffRows);
  await seedOrders({
    chance,
    store,
    customers,
    orders,
    firstNumber,
    now,
    storeRow: storeRow!,
    notifications,
    templates,
    rules,
  });
}

function seededPassage(passage: Passage, storeId: string, now: number) {
  const { id, name, blocks, words } = passage;
  const at = new Date(now - 30 * 86_400_000);
  const by = 'Jonas Feld';
  const content = { blocks, words };
  return {
    storeId,
    id,
    name,
    draft: content,
    draftBy: by,
    draftAt: at,
    live: content,
    publishedBy: by,
    publishedAt: at,
  };
}

const firstEdition = (p: ReturnType<typeof seededPassage>): typeof t.passageEditions.$inferInsert => ({
  storeId: p.storeId,
  passageId: p.id,
  number: 1,
  content: p.live,
  publishedBy: p.publishedBy,
  publishedAt: p.publishedAt,
});

/** From how many pieces on the stock of a category is low. */
/** Who supplies what the shop sells, by category. */
const SUPPLIERS: Record<string, string> = {
  papers: 'Ostrow Paper Mill',
  'boards and cloth': 'Ostrow Paper Mill',
  tools: 'Wend Toolmakers',
};

const LOW_AT: Record<string, number> = { papers: 12, tools: 4, 'boards and cloth': 6, kits: 3 };

/** Counts of most products at the Mill, and of tools at the Bindery store: a few are low, one is out. */
function seededStock(storeId: string, now: number): (typeof t.stockCounts.$inferInsert)[] {
  return PRODUCTS.flatMap(({ sku, category }, i) => {
    if (!LOW_AT[category]) return [];
    const lowAt = LOW_AT[category];
    const pieces = sku === 'BC-MULL' ? 0 : i % 9 === 4 ? lowAt - 1 : lowAt + 3 + ((i * 7) % 40);
    const at = (place: string, n: number) => ({
      storeId,
      sku,
      place,
      pieces: n,
      told: stockState(n, lowAt),
      countedAt: new Date(now - (2 + (i % 20)) * 3_600_000),
    });
    return [at('the Mill', pieces), ...(category === 'tools' ? [at('the Bindery store', lowAt + 1 + (i % 5))] : [])];
  });
}

async function seedRules(
  store: DemoStore,
  notifications: readonly NotificationFacts[],
  staffRows: { id: string; name: string; email: string; language: string }[],
): Promise<RoutingRule[]> {
  const byJob = (name: string): (typeof staffRows)[number] => staffRows.find((s) => s.name === name)!;
  const when = (test: Test): Scope => ({ kind: 'when', when: { match: 'all', tests: [test] } });
  const wanted: [moment: string, who: string, scope: Scope][] = [
    ['order.placed', 'Pawel Rutka', { kind: 'all' }],
    ['order.placed', 'Lene Vestergaard', { kind: 'category', category: 'workshops' }],
    ['order.paused', 'Amira Haddad', { kind: 'all' }],
    ['order.paused', 'Greta Sonnleitner', when({ about: 'location', is: 'one', of: ['the Bindery store'] })],
    ['order.item-delayed', 'Amira Haddad', { kind: 'all' }],
    ['order.payment-failed', 'Tom Ashdown', { kind: 'all' }],
    ['refund.issued', 'Tom Ashdown', { kind: 'all' }],
    ['order.cancelled', 'Pawel Rutka', { kind: 'all' }],
    ['order.items-cancelled', 'Pawel Rutka', { kind: 'all' }],
    [
      'order.cancelled',
      'Tom Ashdown',
      when({ about: 'value', is: 'at-least', amount: 10_000, currency: store.currency }),
    ],
    ['delivery.bounced', 'Amira Haddad', { kind: 'all' }],
    ['product.stock-low', 'Pawel Rutka', { kind: 'all' }],
    ['product.stock-low', 'Lene Vestergaard', { kind: 'category', category: 'workshops' }],
    ['product.stock-out', 'Pawel Rutka', { kind: 'all' }],
    ['product.stock-out', 'Greta Sonnleitner', when({ about: 'location', is: 'one', of: ['the Bindery store'] })],
    ['orders.summary', 'Marta Oyelaran', { kind: 'all' }],
  ];
  const rules: RoutingRule[] = [];
  for (const [moment, name, scope] of wanted) {
    const id = newId();
    const who = byJob(name);
    const notificationId = notifications.find((n) => n.audience === 'staff' && n.moment === moment)!.id;
    await database().insert(t.routingRules).values({ id, storeId: store.id, notificationId, staffId: who.id, scope });
    rules.push({
      id,
      notificationId,
      recipient: { address: who.email, name: who.name, language: who.language },
      scope,
    });
  }
  return rules;
}

async function seedOrders(
  seed: Omit<StoreSeed, 'users'> & {
    storeRow: typeof t.stores.$inferSelect;
    notifications: NotificationFacts[];
    templates: Map<string, Template>;
    rules: RoutingRule[];
  },
): Promise<void> {
  const db = database();
  const { chance, store, customers, storeRow, notifications, templates, rules } = seed;
  const pictureUrl = (product: (typeof PRODUCTS)[number]): string =>
    `${config().url}/media/products/${pictureName(product)}`;
  const orders = makeOrders(chance, store, customers, seed.orders, seed.firstNumber, seed.now, pictureUrl);
  const context = {
    chance,
    store: storeRow,
    sender: {
      name: store.name,
      address: store.id === TRADE.id ? 'trade@quillwick.example' : 'orders@quillwick.example',
    },
    via: { host: 'mail.oldmill-post.example', port: 587 },
    notifications,
    rules,
    templates,
    contactsOf: (email: string) => customers.find((c) => c.email === email)?.contacts ?? [],
    channelOf: (channel: string) => CHANNELS.find((c) => c.id === channel),
  };
  for (let from = 0; from < orders.length; from += 30) {
    const batch = orders.slice(from, from + 30).map((order) => ({ id: newId(), order }));
    const past: PastRows = { events: [], deliveries: [], notWritten: [], attempts: [], sent: [] };
    for (const { id, order } of batch) {
      const one = await pastOf(context, order, id, seed.now);
      past.events.push(...one.events);
      past.deliveries.push(...one.deliveries);
      past.notWritten.push(...one.notWritten);
      past.attempts.push(...one.attempts);
      past.sent.push(...one.sent);
    }
    await db.transaction(async (tx) => {
      await tx.insert(t.orders).values(batch.map(({ id, order }) => orderRow(id, store.id, order, 'en')));
      await tx.insert(t.events).values(past.events);
      if (past.deliveries.length > 0) await tx.insert(t.deliveries).values(past.deliveries);
      if (past.notWritten.length > 0) await tx.insert(t.notWritten).values(past.notWritten);
      if (past.attempts.length > 0) await tx.insert(t.attempts).values(past.attempts);
      if (past.sent.length > 0) await tx.insert(t.sentMessages).values(past.sent);
    });
  }
  await countAll(db, store.id);
  while ((await indexCustomers()) > 0);
}
