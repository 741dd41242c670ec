/**
 * Events written down with what is planned for them, in one transaction. Several of a store go together: what they ask of the database
 * is asked once for all of them, so that a shop that sells much costs little more than one that sells some.
 */
import { and, eq, inArray, sql } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { BY_HAND, TIMED_MOMENTS, type MomentId } from '@/core/moments';
import { endReached, notSaid, reasonWords, type Plan } from '@/core/plan';
import { holdsSecrets } from '@/core/placeholders';
import { kept } from '@/words/kept';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { insertRows } from '../db/bulk';
import type { Executor } from '../db/client';
import { consents, deliveries, events, notifications, stores } from '../db/schema';
import { databaseTime } from '../db/time';
import { keepForEvents } from '../documents/files';
import { countNew, dropOrders, keepKnownOrder, keptNew, newOrders, type KeptOrder } from './kept-orders';
import { withOwnAddress } from './known-customers';
import { knownPerson, peopleBehind, type Behind } from './known-person';
import { isLimited, keepPlan, keepPlans, type PlanOf } from './planned';
import { plannerOf, type PlannerStore, type PreparedPlanner } from './planner';
import { isAboutAccount, type OrderEvent } from './schema';
import { withoutSecrets } from './secrets';

export interface Received {
  eventId: string;
  orderId: string;
  /** Ids of the deliveries planned, now or when the event first came. */
  deliveries: string[];
  /** True when this event, or this order, was known already; nothing was planned again. */
  known: boolean;
}

/** An event that is written down. */
interface Entry {
  /** Of the row. */
  id: string;
  /** With the address that its customer has now. */
  event: OrderEvent;
  at: Date;
  customer: Behind['person'];
}

/** An entry, and what is known of its order. */
interface Kept {
  entry: Entry;
  order: KeptOrder;
}

interface Store extends PlannerStore {
  name: string;
  currency: string;
  closedAt: Date | null;
}

/** What the entries of one group have in common. */
interface Together {
  store: Store;
  prepared: PreparedPlanner;
  /** By the clock of the store. */
  now: Date;
  receivedAt: Date;
}

/** What is known of an account's order: that there is none. */
const noOrder = (order: Order): KeptOrder => ({
  ...{ id: '', known: false, wasCancelled: false, answered: false, had: new Set<MomentId>() },
  order,
});

/**
 * Writes events of a store down, in the order in which they came; answers each. All of it is recorded, or nothing.
 * @param now by the clock of the store, ms since 1970
 */
export async function recordEvents(
  tx: Executor,
  storeId: string,
  told: readonly OrderEvent[],
  now: number,
): Promise<Received[]> {
  const receivedAt = new Date(await databaseTime(tx));
  const store = await openStore(tx, storeId);
  const together = { store, prepared: await plannerOf(tx, store), now: new Date(now), receivedAt };
  const entries = await entriesOf(tx, together, told);
  const { fresh, orders } = await keepThoseNew(tx, together, entries);
  const received = await keepGroup(tx, together, orders);
  // What is known of an order before is read for each: the one before it may have changed it.
  for (const entry of fresh) if (!received.has(entry)) received.set(entry, await keepOfKnown(tx, together, entry));
  const came = new Set(fresh);
  for (const entry of entries) if (!came.has(entry)) received.set(entry, await receivedBefore(tx, storeId, entry));
  return entries.map((entry) => received.get(entry)!);
}

async function openStore(tx: Executor, storeId: string): Promise<Store> {
  const [store] = await tx
    .select({
      id: stores.id,
      name: stores.name,
      language: stores.language,
      fallbacks: stores.fallbacks,
      timeZone: stores.timeZone,
      settingsRevision: stores.settingsRevision,
      currency: stores.currency,
      closedAt: stores.closedAt,
    })
    .from(stores)
    .where(eq(stores.id, storeId));
  if (!store) throw new AppError('not-found', `There is no store "${storeId}".`);
  if (store.closedAt) throw new AppError('forbidden', `The store ${store.name} is closed: nothing is taken for it.`);
  return store;
}

async function entriesOf(tx: Executor, { store, now }: Together, told: readonly OrderEvent[]): Promise<Entry[]> {
  const behind = await peopleBehind(
    tx,
    store.id,
    told.map((event) => event.data.order.customer.email),
  );
  const entries: Entry[] = [];
  for (const [i, event] of told.entries()) {
    const { person, former } = behind[i]!;
    const entry = { id: newId(), event, at: event.time ? new Date(event.time) : now, customer: person };
    entries.push(former ? await withOwn(tx, store.id, entry) : entry);
  }
  return entries;
}

/** With the address that the customer has now. What is of an account, such as a password, goes where the shop says. */
async function withOwn(tx: Executor, storeId: string, entry: Entry): Promise<Entry> {
  const { event } = entry;
  if (isAboutAccount(event.type)) return entry;
  const order = await withOwnAddress(tx, storeId, event.data.order);
  const customer = await knownPerson(tx, storeId, order.customer.email);
  return { ...entry, event: { ...event, data: { ...event.data, order } }, customer };
}

/**
 * Keeps the events that did not come before, and what they say of news and offers; of those, the orders that the store does not have yet.
 * Whose event comes second while the first is recorded waits for the key of its order, and then finds it.
 * @returns the events that are new, and the orders of those that were new with them, or that have none
 */
async function keepThoseNew(
  tx: Executor,
  together: Together,
  entries: readonly Entry[],
): Promise<{ fresh: Entry[]; orders: Kept[] }> {
  const { store, prepared, receivedAt } = together;
  const ofOrders = entries.filter(({ event }) => !isAboutAccount(event.type));
  const made = await newOrders(
    tx,
    store.id,
    ofOrders.map((entry) => toldOf(together, entry)),
  );
  const orderOf = new Map(ofOrders.map((entry, i) => [entry, made[i]]));
  const fresh = await insertedOf(
    tx,
    entries.map((entry) => ({ entry, orderId: orderOf.get(entry)?.id ?? null })),
    { storeId: store.id, receivedAt },
  );
  for (const { event } of fresh) {
    if (!prepared.channels.has(event.data.order.channel)) throw unknownChannel(prepared, store, event);
  }
  await keepForEvents(
    tx,
    store.id,
    fresh.map(({ id, event: { data } }) => ({
      eventId: id,
      files: [...(data.files ?? []), ...(data.letter?.files ?? [])],
    })),
  );
  await keepConsents(tx, store.id, fresh);
  const came = new Set(fresh);
  // An event that came before has another order, whatever it is told to be of now.
  const strays = ofOrders.flatMap((entry) => (came.has(entry) ? [] : (orderOf.get(entry) ?? [])));
  await dropOrders(tx, strays);
  const rows = ofOrders.flatMap((entry) => (came.has(entry) ? (orderOf.get(entry) ?? []) : []));
  await countNew(tx, store, rows);
  const orders = fresh.flatMap((entry): Kept[] => {
    if (isAboutAccount(entry.event.type)) return [{ entry, order: noOrder(entry.event.data.order) }];
    const row = orderOf.get(entry);
    return row ? [{ entry, order: keptNew(row) }] : [];
  });
  return { fresh, orders };
}

/** Inserts events that did not come before; answers those. */
async function insertedOf(
  tx: Executor,
  told: readonly { entry: Entry; orderId: string | null }[],
  common: { storeId: string; receivedAt: Date },
): Promise<Entry[]> {
  const affected = await insertRows(
    tx,
    events,
    told.map(({ entry: { id, event, at }, orderId }) => ({
      ...{ id, ...common, source: event.source, eventId: event.id, type: event.type, time: at, orderId },
      data: { ...event.data } as Record<string, unknown>,
    })),
    { ignore: true },
  );
  const entries = told.map((t) => t.entry);
  if (affected === told.length) return entries;
  const ids = entries.map((e) => e.id);
  const rows = await tx.select({ id: events.id }).from(events).where(inArray(events.id, ids));
  const there = new Set(rows.map((r) => r.id));
  return entries.filter((e) => there.has(e.id));
}

async function receivedBefore(tx: Executor, storeId: string, { event }: Entry): Promise<Received> {
  const [first] = await tx
    .select({ id: events.id, orderId: events.orderId })
    .from(events)
    .where(and(eq(events.storeId, storeId), eq(events.source, event.source), eq(events.eventId, event.id)));
  const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.eventId, first!.id));
  return { eventId: first!.id, orderId: first!.orderId ?? '', deliveries: ids.map((d) => d.id), known: true };
}

function unknownChannel(
  { channels }: PreparedPlanner,
  store: { id: string; name: string },
  { type, data }: OrderEvent,
): AppError {
  const { channel } = data.order;
  return new AppError('invalid', 'The order names a channel that the store does not have.', [
    {
      path: isAboutAccount(type) ? '/data/channel' : '/data/order/channel',
      message: `"${channel}" is not a channel of ${store.name}. It has ${[...channels.keys()].map((id) => `"${id}"`).join(', ')}`,
    },
  ]);
}

const toldOf = ({ store }: Together, { event, at, customer }: Entry) => ({
  ...{ event, at },
  language: customer?.language ?? store.language,
});

/** Keeps what customers say of news and offers, unless something newer is known. */
async function keepConsents(tx: Executor, storeId: string, entries: readonly Entry[]): Promise<void> {
  const newer = sql`${consents.at} <= values(${consents.at})`;
  await insertRows(
    tx,
    consents,
    entries.flatMap(({ event, at }) => {
      const { acceptsNews: agreed, email } = event.data.order.customer;
      return agreed === undefined || event.type === BY_HAND
        ? []
        : [{ storeId, address: email.toLowerCase(), agreed, at }];
    }),
    {
      onDuplicate: {
        agreed: sql`if(${newer}, values(${consents.agreed}), ${consents.agreed})`,
        at: sql`greatest(${consents.at}, values(${consents.at}))`,
      },
    },
  );
}

/** What is told of an event: planned, or nothing with the reason. */
function planOf(
  { prepared, now }: Together,
  { entry: { event, at, customer }, order }: Kept,
  started: ReadonlySet<string>,
): { plan: Plan; unsaid: boolean } {
  const { order: told, letter } = event.data;
  const planned = prepared.plan({
    ...{ moment: event.type, order: told, at: at.getTime(), started, answered: order.answered },
    ...(letter && { letter }),
    channel: prepared.channels.get(told.channel)!,
    ...(customer && { customer }),
  });
  const reason = notSaid({
    ...{ moment: event.type, at: at.getTime(), now: now.getTime(), order: told.number },
    ...{ cancelled: order.wasCancelled, had: order.had },
  });
  if (!reason) return { plan: planned, unsaid: false };
  const notifications = new Set([...planned.deliveries, ...planned.notWritten].map((d) => d.notificationId));
  const notWritten = [...notifications].map((notificationId) => ({ notificationId, reasons: [reason] }));
  return { plan: { deliveries: [], notWritten }, unsaid: true };
}

const placeOf = ({ store, receivedAt }: Together, { entry, order }: Kept): PlanOf['of'] => ({
  ...{ storeId: store.id, eventId: entry.id, orderId: order.id || null, createdAt: receivedAt },
  orderNumber: entry.event.data.order.number,
});

/** Plans what is told of orders that were new, and of accounts. */
async function keepGroup(tx: Executor, together: Together, group: readonly Kept[]): Promise<Map<Entry, Received>> {
  const planned = group.map((kept) => ({
    entry: kept.entry,
    of: placeOf(together, kept),
    plan: planOf(together, kept, new Set()).plan,
  }));
  const { names } = together.prepared;
  const free = planned.filter(({ plan }) => !isLimited(plan));
  const made = await keepPlans(tx, free, names);
  const ids = new Map(free.map(({ entry }, i) => [entry, made[i]!]));
  for (const { entry, of, plan } of planned) if (isLimited(plan)) ids.set(entry, await keepPlan(tx, of, names, plan));
  const received = new Map<Entry, Received>();
  for (const { entry, of } of planned) {
    const mine = ids.get(entry)!;
    if (mine.length === 0) await forgetSecrets(tx, entry);
    received.set(entry, { eventId: entry.id, orderId: of.orderId ?? '', deliveries: mine, known: false });
  }
  return received;
}

/** Keeps what is told of an order that the store knows, plans it, and ends what waits and has come to its end. */
async function keepOfKnown(tx: Executor, together: Together, entry: Entry): Promise<Received> {
  const order = await keepKnownOrder(tx, together.store, toldOf(together, entry));
  await tx.update(events).set({ orderId: order.id }).where(eq(events.id, entry.id));
  const known = { entry, order };
  const { plan, unsaid } = planOf(together, known, await startedTimers(tx, order.id));
  const ids = await keepPlan(tx, placeOf(together, known), together.prepared.names, plan);
  if (ids.length === 0) await forgetSecrets(tx, entry);
  await endWaiting(tx, order.id, { order: order.order, answered: order.answered });
  const received = { eventId: entry.id, orderId: order.id };
  if (!unsaid || entry.event.type !== 'order.placed') return { ...received, deliveries: ids, known: false };
  const before = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.orderId, order.id));
  return { ...received, deliveries: before.map((d) => d.id), known: true };
}

/** Nothing will be sent of an event, so what only a recipient may see is not kept either. */
async function forgetSecrets(tx: Executor, { id, event: { data } }: Entry): Promise<void> {
  if (!data.details || !holdsSecrets(data.details)) return;
  await tx
    .update(events)
    .set({ data: withoutSecrets(data) })
    .where(eq(events.id, id));
}

/** Notifications of timers that an order has started: each runs once. */
async function startedTimers(tx: Executor, orderId: string): Promise<Set<string>> {
  const rows = await tx
    .select({ id: deliveries.notificationId })
    .from(deliveries)
    .where(and(eq(deliveries.orderId, orderId), inArray(deliveries.moment, [...TIMED_MOMENTS])));
  return new Set(rows.map((r) => r.id));
}

/** Stops what waits for an order and has come to its end. What is being sent just now is looked at by who sends it. */
async function endWaiting(tx: Executor, orderId: string, state: { order: Order; answered: boolean }): Promise<void> {
  const waiting = await tx
    .select({ id: deliveries.id, schedule: notifications.schedule, name: notifications.name })
    .from(deliveries)
    .innerJoin(notifications, eq(notifications.id, deliveries.notificationId))
    .where(and(eq(deliveries.orderId, orderId), eq(deliveries.timed, true), eq(deliveries.state, 'planned')));
  for (const { id, schedule, name } of waiting) {
    const end = endReached(schedule.ends, state);
    if (!end) continue;
    await tx
      .update(deliveries)
      .set({ state: 'cancelled', lastWords: kept(() => reasonWords({ code: 'ended', notification: name, end })) })
      .where(and(eq(deliveries.id, id), eq(deliveries.state, 'planned')));
  }
}
