/** An event becomes planned deliveries, in one transaction: all of it is recorded, or nothing. */
import { and, eq, inArray, sql } from 'drizzle-orm';
import { customerName, orderContradictions, orderProblems, orderTotals, type Order } from '@/core/order';
import { BY_HAND, TIMED_MOMENTS, type MomentId } from '@/core/moments';
import { endReached, FUTURE_MS, notSaid, reasonWords, type Plan } from '@/core/plan';
import { isCurrency } from '@/core/schema';
import type { KeptFile } from '@/core/attach';
import { timeNow } from '../db/demo-clock';
import { bringFile, keepForEvent } from '../documents/files';
import { database, type Database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { retryingDeadlocks } from '../db/deadlocks';
import { consents, contradictions, deliveries, events, notifications, orders, stores } from '../db/schema';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { countUses } from '../codes/uses';
import { countOrder, recountOrder, withOwnAddress } from './known-customers';
import { knownPerson } from './known-person';
import { keepPlan } from './planned';
import { plannerOf, type PreparedPlanner } from './planner';
import { isAboutAccount, type OrderEvent } from './schema';
import { withoutSecrets } from './secrets';
import { kept } from '@/words/kept';

export interface Received {
  eventId: string;
  orderId: string;
  /** Ids of the deliveries planned, now or when the event first came. */
  deliveries: string[];
  /** True when this event, or this order, was known already; nothing was planned again. */
  known: boolean;
}

/**
 * Takes an event of an order. Idempotent on (source, id). What the order's life does not allow (a parcel after it was cancelled,
 * a second confirmation) and what is told a week late is taken and kept, and nobody is written to for it, with the reason on
 * record. Throws an {@link AppError} for figures that do not add up, an event from the future, a channel the store does not have, and
 * (`conflict`) for an order placed under a number that is another order's: that is kept, to be seen on Today.
 */
export async function receiveEvent(storeId: string, event: OrderEvent, db: Database = database()): Promise<Received> {
  const { order } = event.data;
  const account = isAboutAccount(event.type);
  const problems = account ? [] : orderProblems(order).map((p) => ({ ...p, path: `/data/order${p.path}` }));
  if (!account && !isCurrency(order.currency)) {
    problems.push({ path: '/data/order/currency', message: `"${order.currency}" is not a currency code (ISO 4217).` });
  }
  const now = await timeNow(db);
  if (event.time && Date.parse(event.time) > now + FUTURE_MS) {
    problems.push({ path: '/time', message: 'This is in the future. Check the clock of the shop system.' });
  }
  if (problems.length > 0) throw new AppError('invalid', 'The order does not add up.', problems);
  const whole = await withFilesKept(storeId, event);
  try {
    return await retryingDeadlocks(() => db.transaction((tx) => record(tx, storeId, whole, now)));
  } catch (error) {
    if (error instanceof AppError && error.code === 'conflict') await keepContradiction(storeId, event, error);
    throw error;
  }
}

/** The event with the files in it kept by their content. Throws `invalid`, with the place, for one that is not taken. */
async function withFilesKept(storeId: string, event: OrderEvent): Promise<OrderEvent> {
  const told = event.data.details?.files;
  if (!told) return event;
  const files: KeptFile[] = [];
  for (const [i, file] of told.entries()) {
    if (!('content' in file)) continue;
    const place = (message: string) => [{ path: `/data/details/files/${i}`, message }];
    if (!/^[A-Za-z0-9+/\s]+={0,2}\s*$/.test(file.content))
      throw new AppError('invalid', 'A file is not in base64.', place('Give it in base64 (RFC 4648, 4).'));
    try {
      const bytes = Buffer.from(file.content, 'base64');
      const {
        digest,
        name,
        type,
        bytes: size,
      } = await bringFile(storeId, { bytes, name: file.name, by: '', onShelf: false });
      files.push({ digest, name, type, bytes: size });
    } catch (error) {
      if (error instanceof AppError) throw new AppError('invalid', 'A file cannot be taken.', place(error.message));
      throw error;
    }
  }
  const links = told.filter((f) => 'url' in f);
  const { files: _, ...details } = event.data.details!;
  return {
    ...event,
    data: {
      ...event.data,
      details: { ...details, ...(links.length > 0 && { files: links }) },
      ...(files.length > 0 && { files }),
    },
  };
}

/** Keeps that an event was refused, once however often it comes. */
async function keepContradiction(storeId: string, { source, id, data }: OrderEvent, error: AppError): Promise<void> {
  await database()
    .insert(contradictions)
    .ignore()
    .values({
      id: newId(),
      storeId,
      orderNumber: data.order.number,
      source,
      eventId: id,
      differences: error.problems.map((p) => p.message),
      at: new Date(await databaseTime()),
    });
}

async function record(tx: Executor, storeId: string, told: OrderEvent, time: number): Promise<Received> {
  // What is of an account, such as a password, goes where the shop says, and nowhere else.
  const order = isAboutAccount(told.type) ? told.data.order : await withOwnAddress(tx, storeId, told.data.order);
  const event: OrderEvent = { ...told, data: { ...told.data, order } };
  const { letter, files = [] } = event.data;
  const now = new Date(time);
  const receivedAt = new Date(await databaseTime(tx));
  const at = event.time ? new Date(event.time) : now;
  const eventRow = {
    id: newId(),
    storeId,
    source: event.source,
    eventId: event.id,
    type: event.type,
    time: at,
    receivedAt,
    data: { ...event.data } as Record<string, unknown>,
  };
  // The unique key decides who came first; a second copy waits here until the first is done, and then finds it.
  const [inserted] = await tx.insert(events).ignore().values(eventRow);
  if (inserted.affectedRows === 0) {
    const [first] = await tx
      .select({ id: events.id, orderId: events.orderId })
      .from(events)
      .where(and(eq(events.storeId, storeId), eq(events.source, event.source), eq(events.eventId, event.id)));
    const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.eventId, first!.id));
    return { eventId: first!.id, orderId: first!.orderId ?? '', deliveries: ids.map((d) => d.id), known: true };
  }
  await keepForEvent(tx, storeId, eventRow.id, [...files, ...(letter?.files ?? [])]);
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
  const channel = prepared.channels.get(order.channel);
  if (!channel) throw unknownChannel(prepared, store, event);
  const customer = await knownPerson(tx, storeId, order.customer.email);

  if (event.type !== BY_HAND) await keepConsent(tx, storeId, order, at);
  const kept = isAboutAccount(event.type)
    ? NO_ORDER
    : await keepOrder(tx, store, event, at, customer?.language ?? store.language);
  const orderId = kept.id === '' ? null : kept.id;
  await tx.update(events).set({ orderId }).where(eq(events.id, eventRow.id));

  const unsaid = notSaid({
    moment: event.type,
    at: at.getTime(),
    now: now.getTime(),
    order: order.number,
    cancelled: kept.wasCancelled,
    had: kept.had,
  });
  const started = orderId && kept.known ? await startedTimers(tx, orderId) : new Set<string>();
  const planned = prepared.plan({
    moment: event.type,
    order,
    at: at.getTime(),
    started,
    answered: kept.answered,
    ...(letter && { letter }),
    channel,
    ...(customer && { customer }),
  });
  const said: Plan = unsaid
    ? {
        deliveries: [],
        notWritten: [...new Set([...planned.deliveries, ...planned.notWritten].map((d) => d.notificationId))].map(
          (notificationId) => ({ notificationId, reasons: [unsaid] }),
        ),
      }
    : planned;
  const ids = await keepPlan(
    tx,
    { storeId, eventId: eventRow.id, orderId, orderNumber: order.number, createdAt: receivedAt },
    prepared.names,
    said,
  );
  if (ids.length === 0 && event.data.details) {
    // Nothing will be sent of it, so what only a recipient may see is not kept either.
    await tx
      .update(events)
      .set({ data: withoutSecrets(event.data) })
      .where(eq(events.id, eventRow.id));
  }
  if (kept.known) await endWaiting(tx, kept.id, { order: kept.order, answered: kept.answered });
  if (unsaid && kept.known && event.type === 'order.placed') {
    const before = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.orderId, kept.id));
    return { eventId: eventRow.id, orderId: kept.id, deliveries: before.map((d) => d.id), known: true };
  }
  return { eventId: eventRow.id, orderId: kept.id, deliveries: ids, known: false };
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

/** Keeps what the customer says of news and offers, unless something newer is known. */
async function keepConsent(tx: Executor, storeId: string, { customer }: Order, at: Date): Promise<void> {
  if (customer.acceptsNews === undefined) return;
  const { acceptsNews: agreed } = customer;
  const newer = sql`${consents.at} <= values(${consents.at})`;
  await tx
    .insert(consents)
    .values({ storeId, address: customer.email.toLowerCase(), agreed, at })
    .onDuplicateKeyUpdate({
      set: {
        agreed: sql`if(${newer}, values(${consents.agreed}), ${consents.agreed})`,
        at: sql`greatest(${consents.at}, values(${consents.at}))`,
      },
    });
}

interface KeptOrder {
  id: string;
  /** There before this event. */
  known: boolean;
  wasCancelled: boolean;
  answered: boolean;
  had: ReadonlySet<MomentId>;
  /** As it stands now: what this event brought, or what a newer one had brought before. */
  order: Order;
}

/** What is known of an account's order: that there is none. */
const NO_ORDER = { id: '', known: false, wasCancelled: false, answered: false, had: new Set<MomentId>() } as const;

/** Keeps the order as the newest event has it: one that comes late does not undo what is known since. */
async function keepOrder(
  tx: Executor,
  store: { id: string; currency: string },
  event: OrderEvent,
  at: Date,
  language: string,
): Promise<KeptOrder> {
  const { order } = event.data;
  const fresh = orderRow(newId(), store.id, order, language);
  const answered = event.type === 'feedback.answered';
  const [placed] = await tx
    .insert(orders)
    .ignore()
    .values({ ...fresh, answered });
  if (placed.affectedRows > 0) {
    await countUses(tx, store.id, fresh.id, order);
    await countOrder(tx, store, fresh);
    return { id: fresh.id, known: false, wasCancelled: false, answered, had: new Set(), order };
  }
  const [there] = await tx
    .select()
    .from(orders)
    .where(and(eq(orders.storeId, store.id), eq(orders.number, order.number)))
    .for('update');
  const past = await tx
    .select({ id: events.id, type: events.type, time: events.time })
    .from(events)
    .where(eq(events.orderId, there!.id))
    .orderBy(events.id);
  if (event.type === 'order.placed') await refuseAnother(tx, order, there!.snapshot, past);
  else if (there!.currency !== order.currency) {
    throw new AppError('invalid', 'The order does not add up.', [
      {
        path: '/data/order/currency',
        message: `The order was placed in ${there!.currency}, and this is ${order.currency}. Give all amounts in ${there!.currency}.`,
      },
    ]);
  }
  // Writing to somebody changes nothing of the order.
  const late = event.type === BY_HAND || past.some((e) => e.time > at);
  const now = {
    ...(!late && { snapshot: order, status: fresh.status, total: fresh.total }),
    ...(answered && { answered }),
  };
  if (Object.keys(now).length > 0) await tx.update(orders).set(now).where(eq(orders.id, there!.id));
  if (!late) await recountOrder(tx, store, there!, fresh);
  return {
    id: there!.id,
    known: true,
    wasCancelled: there!.status === 'OrderCancelled' && !late,
    answered: answered || there!.answered,
    had: new Set(past.map((e) => e.type)),
    order: late ? there!.snapshot : order,
  };
}

/** Refuses an order that is placed under the number of another. */
async function refuseAnother(
  tx: Executor,
  told: Order,
  snapshot: Order,
  past: readonly { id: string; type: string }[],
): Promise<void> {
  const first = past.find((e) => e.type === 'order.placed');
  // An order of which only later news came so far is placed now; one that came with a list is as the list has it.
  if (!first && past.length > 0) return;
  const [placed] = first ? await tx.select({ data: events.data }).from(events).where(eq(events.id, first.id)) : [];
  const known = (placed?.data.order as Order | undefined) ?? snapshot;
  const differences = orderContradictions(known, told);
  if (differences.length === 0) return;
  throw new AppError(
    'conflict',
    `${told.number} is the number of another order already, so nothing was planned for this one.`,
    differences.map((message) => ({ path: '/data/order', message })),
  );
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

/** An order as its table has it. `language` stands in where the order names none. */
export function orderRow(id: string, storeId: string, order: Order, language: string): typeof orders.$inferInsert {
  return {
    id,
    storeId,
    number: order.number,
    placedAt: new Date(order.placedAt),
    status: order.status ?? (order.payment && !order.payment.paid ? 'OrderPaymentDue' : 'OrderProcessing'),
    channel: order.channel,
    customerName: customerName(order) || order.customer.email,
    customerEmail: order.customer.email,
    language: order.language ?? language,
    currency: order.currency,
    total: orderTotals(order).total,
    snapshot: order,
  };
}
