/**
 * Forgetting what is older than a store keeps it. In small steps, each a transaction of its own, so that nothing else waits for the rows;
 * how far each kind has come is kept, so that what is gone is not looked for again.
 */
import { and, asc, eq, gt, inArray, lt, notExists, sql } from 'drizzle-orm';
import type { Retention } from '@/core/retention';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import {
  attempts,
  contradictions,
  customers,
  deliveries,
  events,
  installation,
  listImports,
  memoryFiles,
  orders,
  rateLimit,
  replies,
  sentMessages,
  session,
  sourceRequests,
  stores,
} from '../db/schema';
import { SETTLED, withoutSecrets } from '../events/secrets';
import { idAt } from '../base/ids';
import { forgetRemoved } from '../documents/removed';
import { forgetFiles } from '../documents/files';
import { anonymiseCustomer, anonymiseOrders, pseudonyms } from './erase';

const DAY_MS = 86_400_000;
const STEP = 200;
/** People are many rows each. */
const PEOPLE_STEP = 20;
/** Secrets that a crash left in events of the last days. */
const SECRETS_MS = 14 * DAY_MS;

type Kind = keyof Retention | 'secrets' | 'customers' | 'replies' | 'requests';
/** One step: handles rows after `from`, and answers the id of the last of them, or undefined when there are no more. */
type Step = (storeId: string, from: string, until: string) => Promise<string | undefined>;

const STEPS: Record<Kind, Step> = {
  bodies: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: sentMessages.deliveryId })
      .from(sentMessages)
      .where(
        and(eq(sentMessages.storeId, storeId), gt(sentMessages.deliveryId, from), lt(sentMessages.deliveryId, until)),
      )
      .orderBy(asc(sentMessages.deliveryId))
      .limit(STEP);
    if (rows.length > 0)
      await database()
        .delete(sentMessages)
        .where(inArray(sentMessages.deliveryId, idsOf(rows)));
    return rows.at(-1)?.id;
  },
  // For as long as what they answer to: they quote it.
  replies: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: replies.id })
      .from(replies)
      .where(and(eq(replies.storeId, storeId), gt(replies.id, from), lt(replies.id, until)))
      .orderBy(asc(replies.id))
      .limit(STEP);
    if (rows.length > 0)
      await database()
        .update(replies)
        .set({ text: '', attachments: [], raw: Buffer.alloc(0) })
        .where(inArray(replies.id, idsOf(rows)));
    return rows.at(-1)?.id;
  },
  dialogues: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: attempts.id })
      .from(attempts)
      .where(and(eq(attempts.storeId, storeId), gt(attempts.id, from), lt(attempts.id, until)))
      .orderBy(asc(attempts.id))
      .limit(STEP);
    if (rows.length > 0)
      await database()
        .update(attempts)
        .set({ conversation: '' })
        .where(inArray(attempts.id, idsOf(rows)));
    return rows.at(-1)?.id;
  },
  events: async (storeId, from, until) => {
    const rows = await oldEvents(storeId, from, until);
    if (rows.length > 0) {
      await database()
        .update(events)
        .set({ data: {} })
        .where(and(inArray(events.id, idsOf(rows)), nothingWaits()));
    }
    return rows.at(-1)?.id;
  },
  // What shops sent, as it came: for as long as what it told.
  requests: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: sourceRequests.id })
      .from(sourceRequests)
      .where(and(eq(sourceRequests.storeId, storeId), gt(sourceRequests.id, from), lt(sourceRequests.id, until)))
      .orderBy(asc(sourceRequests.id))
      .limit(STEP);
    if (rows.length > 0) {
      await database()
        .delete(sourceRequests)
        .where(inArray(sourceRequests.id, idsOf(rows)));
    }
    return rows.at(-1)?.id;
  },
  secrets: async (storeId, from, until) => {
    const rows = await oldEvents(storeId, from, until);
    for (const { id, data } of rows) {
      if (!data.details) continue;
      await database()
        .update(events)
        .set({ data: withoutSecrets(data) })
        .where(and(eq(events.id, id), nothingWaits()));
    }
    return rows.at(-1)?.id;
  },
  people: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: orders.id })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), gt(orders.id, from), lt(orders.id, until)))
      .orderBy(asc(orders.id))
      .limit(PEOPLE_STEP);
    if (rows.length === 0) return undefined;
    const heardOf = await database()
      .select({ id: events.orderId })
      .from(events)
      .where(and(inArray(events.orderId, idsOf(rows)), gt(events.id, until)));
    const active = new Set(heardOf.map((e) => e.id));
    const old = idsOf(rows).filter((id) => !active.has(id));
    await database().transaction((tx) => anonymiseOrders(tx, old, pseudonyms()));
    return rows.at(-1)?.id;
  },
  customers: async (storeId, from, until) => {
    const rows = await database()
      .select({ id: customers.id, email: customers.email })
      .from(customers)
      .where(and(eq(customers.storeId, storeId), gt(customers.id, from), lt(customers.id, until)))
      .orderBy(asc(customers.id))
      .limit(PEOPLE_STEP);
    for (const { email } of rows) {
      const [order] = await database()
        .select({ id: orders.id })
        .from(orders)
        .where(and(eq(orders.storeId, storeId), eq(orders.customerEmail, email)))
        .limit(1);
      // Whoever still has an order here that names them is known.
      if (!order && !email.endsWith('@erased.invalid'))
        await anonymiseCustomer(database(), storeId, email, pseudonyms());
    }
    return rows.at(-1)?.id;
  },
};

const idsOf = (rows: readonly { id: string }[]): string[] => rows.map((r) => r.id);

function oldEvents(storeId: string, from: string, until: string) {
  return database()
    .select({ id: events.id, data: events.data })
    .from(events)
    .where(and(eq(events.storeId, storeId), gt(events.id, from), lt(events.id, until)))
    .orderBy(asc(events.id))
    .limit(STEP);
}

/** What is still to go out is made of its event. */
const nothingWaits = () =>
  notExists(
    database()
      .select({ one: sql`1` })
      .from(deliveries)
      .where(and(eq(deliveries.eventId, events.id), sql`${deliveries.state} not in ${SETTLED}`)),
  );

/** How far each kind reaches back, and from where it begins anew each time: what was left because something waited is found again. */
function until(kind: Kind, { bodies, dialogues, events: told, people }: Retention, now: number): string {
  const days = {
    bodies,
    dialogues,
    events: told,
    people,
    customers: people,
    replies: bodies,
    requests: told,
    secrets: 0,
  }[kind];
  return idAt(now - (kind === 'secrets' ? 3_600_000 : days * DAY_MS));
}

/**
 * Forgets what is due in all stores, for as long as it may take.
 * @param limitMs the rest is left for the next time
 */
export async function forgetOld(limitMs: number): Promise<void> {
  const began = performance.now();
  const now = await databaseTime();
  await forgetLoose(now);
  await forgetRemoved(now);
  // What a list changed can be taken back for a day.
  await database()
    .delete(listImports)
    .where(lt(listImports.at, new Date(now - DAY_MS)));
  // So can a kept memory be put back.
  await database()
    .delete(memoryFiles)
    .where(lt(memoryFiles.removedAt, new Date(now - DAY_MS)));
  const rows = await database().select({ id: stores.id, retention: stores.retention }).from(stores);
  for (const { id, retention } of rows) {
    for (const kind of Object.keys(STEPS) as Kind[]) {
      const name = `kept ${kind} ${id}`.slice(0, 40);
      const end = until(kind, retention, now);
      let at = kind === 'secrets' ? idAt(now - SECRETS_MS) : await reached(name);
      for (;;) {
        if (performance.now() - began > limitMs) return;
        const last = await STEPS[kind](id, at, end);
        if (last === undefined) break;
        at = last;
        if (kind !== 'secrets') await reach(database(), name, at);
      }
    }
  }
}

async function reached(name: string): Promise<string> {
  const [row] = await database().select().from(installation).where(eq(installation.name, name));
  return row?.value ?? '';
}

async function reach(db: Executor, name: string, value: string): Promise<void> {
  await db.insert(installation).values({ name, value }).onDuplicateKeyUpdate({ set: { value } });
}

/** What belongs to no store. */
async function forgetLoose(now: number): Promise<void> {
  await forgetFiles(now);
  await database()
    .delete(session)
    .where(lt(session.expiresAt, new Date(now)));
  await database()
    .delete(rateLimit)
    .where(lt(rateLimit.lastRequest, now - DAY_MS));
  await database()
    .delete(contradictions)
    .where(lt(contradictions.at, new Date(now - 90 * DAY_MS)));
}
