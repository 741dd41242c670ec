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
import { keepKnownOrder, keepNewOrders, type KeptOrder } from './kept-orders';
import { withOwnAddresses } from './known-customers';
import { knownPeople } from './known-person';
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
  event: OrderEvent;
  at: Date;
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
  customers: ReadonlyMap<Entry, Awaited<ReturnType<typeof knownPeople>>[number]>;
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
  const entries = (await withOwn(tx, storeId, told)).map((event): Entry => ({
    id: newId(),
    event,
    at: event.time ? new Date(event.time) : new Date(now),
  }));
  const came = await insertedOf(tx, storeId, entries, receivedAt);
  const fresh = entries.filter((e) => came.has(e.id));
  const received = new Map<Entry, Received>();
  if (fresh.length > 0) {
    const together = { ...(await preparedFor(tx, storeId, fresh)), now: new Date(now), receivedAt };
    const orders = await keepNew(tx, together, fresh);
    const ended = await keepGroup(
      tx,
      together,
      fresh.flatMap((entry) => {
        const order = orders.get(entry);
        return order ? [{ entry, order }] : [];
      }),
    );
    for (const [entry, answer] of ended) received.set(entry, answer);
    // What is known of an order before is read for each: the one before it may have changed it.
    for (const entry of fresh) {
      if (!orders.has(entry)) received.set(entry, await keepOfKnown(tx, together, entry));
    }
  }
  for (const entry of entries) if (!came.has(entry.id)) received.set(entry, await receivedBefore(tx, storeId, entry));
  return entries.map((entry) => received.get(entry)!);
}

/** The events with the addresses that customers have now. What is of an account, such as a password, goes where the shop says. */
async function withOwn(tx: Executor, storeId: string, told: readonly OrderEvent[]): Promise<OrderEvent[]> {
  const ofOrders = told.filter((event) => !isAboutAccount(event.type));
  const orders = await withOwnAddresses(
    tx,
    storeId,
    ofOrders.map((event) => event.data.order),
  );
  const own = new Map(ofOrders.map((event, i) => [event, orders[i]!]));
  return told.map((event) => {
    const order = own.get(event);
    return order ? { ...event, data: { ...event.data, order } } : event;
  });
}

/**
 * Inserts events; answers the ids of those that are new. The unique key decides who came first: a second copy waits here until the first
 * is done, and then finds it.
 */
async function insertedOf(
  tx: Executor,
  storeId: string,
  entries: readonly Entry[],
  receivedAt: Date,
): Promise<ReadonlySet<string>> {
  const ids = entries.map((e) => e.id);
  const affected = await insertRows(
    tx,
    events,
    entries.map(({ id, event, at }) => ({
      ...{ id, storeId, source: event.source, eventId: event.id, type: event.type, time: at, receivedAt },
      data: { ...event.data } as Record<string, unknown>,
    })),
    { ignore: true },
  );
  if (affected === entries.length) return new Set(ids);
  const rows = await tx.select({ id: events.id }).from(events).where(inArray(events.id, ids));
  return new Set(rows.map((r) => r.id));
}

async function receivedBefore(tx: Executor, storeId: string, { event }: Entry): Promise<Received> {
  const [first] = await tx
    .select({ id: events.id, orderId: events.orderId })
    .from(events)
    .where(and(eq(events.storeId, storeId), eq(events.source, event.source), eq(events.eventId, event.id)));
  const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.eventId, first!.id));
  return { eventId: first!.id, orderId: first!.orderId ?? '', deliveries: ids.map((d) => d.id), known: true };
}

async function preparedFor(
  tx: Executor,
  storeId: string,
  entries: readonly Entry[],
): Promise<Pick<Together, 'store' | 'prepared' | 'customers'>> {
  await keepForEvents(
    tx,
    storeId,
    entries.map(({ id, event: { data } }) => ({
      eventId: id,
      files: [...(data.files ?? []), ...(data.letter?.files ?? [])],
    })),
  );
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
  const prepared = await plannerOf(tx, store);
  for (const { event } of entries) {
    if (!prepared.channels.has(event.data.order.channel)) throw unknownChannel(prepared, store, event);
  }
  const people = await knownPeople(
    tx,
    storeId,
    entries.map(({ event }) => event.data.order.customer.email),
  );
  return { store, prepared, customers: new Map(entries.map((entry, i) => [entry, people[i]])) };
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

/** Keeps what orders say of news and offers, and the orders that are new; answers what is known of these, and of accounts. */
async function keepNew(tx: Executor, together: Together, entries: readonly Entry[]): Promise<Map<Entry, KeptOrder>> {
  const { store } = together;
  await keepConsents(tx, store.id, entries);
  const orders = new Map<Entry, KeptOrder>();
  const ofOrders: Entry[] = [];
  for (const entry of entries) {
    if (isAboutAccount(entry.event.type)) orders.set(entry, noOrder(entry.event.data.order));
    else ofOrders.push(entry);
  }
  const made = await keepNewOrders(
    tx,
    store,
    ofOrders.map((entry) => toldOf(together, entry)),
  );
  const named: { id: string; orderId: string }[] = [];
  for (const [i, order] of made.entries()) {
    if (!order) continue;
    orders.set(ofOrders[i]!, order);
    named.push({ id: ofOrders[i]!.id, orderId: order.id });
  }
  await nameOrders(tx, named);
  return orders;
}

const toldOf = ({ store, customers }: Together, entry: Entry) => ({
  ...{ event: entry.event, at: entry.at },
  language: customers.get(entry)?.language ?? store.language,
});

/** Writes to events which order they are of. */
async function nameOrders(tx: Executor, named: readonly { id: string; orderId: string }[]): Promise<void> {
  if (named.length === 0) return;
  const orderOf = sql.join(
    named.map(({ id, orderId }) => sql`when ${id} then ${orderId}`),
    sql` `,
  );
  await tx
    .update(events)
    .set({ orderId: sql`case ${events.id} ${orderOf} end` })
    .where(
      inArray(
        events.id,
        named.map((n) => n.id),
      ),
    );
}

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
  { prepared, now, customers }: Together,
  entry: Entry,
  order: KeptOrder,
  started: ReadonlySet<string>,
): { plan: Plan; unsaid: boolean } {
  const { event, at } = entry;
  const { order: told, letter } = event.data;
  const customer = customers.get(entry);
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

const placeOf = ({ store, receivedAt }: Together, { id, event }: Entry, orderId: string): PlanOf['of'] => ({
  ...{ storeId: store.id, eventId: id, orderId: orderId || null, createdAt: receivedAt },
  orderNumber: event.data.order.number,
});

/** Plans what is told of orders that were new, and of accounts. */
async function keepGroup(
  tx: Executor,
  together: Together,
  group: readonly { entry: Entry; order: KeptOrder }[],
): Promise<Map<Entry, Received>> {
  const planned = group.map(({ entry, order }) => ({
    entry,
    of: placeOf(together, entry, order.id),
    plan: planOf(together, entry, order, new Set()).plan,
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
  await nameOrders(tx, [{ id: entry.id, orderId: order.id }]);
  const { plan, unsaid } = planOf(together, entry, order, await startedTimers(tx, order.id));
  const ids = await keepPlan(tx, placeOf(together, entry, order.id), together.prepared.names, plan);
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
