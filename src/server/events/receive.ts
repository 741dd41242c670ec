/** An event becomes planned deliveries, in one transaction: all of it is recorded, or nothing. */
import { and, eq, sql } from 'drizzle-orm';
import { orderProblems, orderTotals, type Order } from '@/core/order';
import { customerName, plan, type NotificationFacts } from '@/core/plan';
import { isCurrency } from '@/core/schema';
import type { RoutingRule } from '@/core/routing/rules';
import { database, type Database, type Executor } from '../db/client';
import { retryingDeadlocks } from '../db/trouble';
import {
  channels,
  customers,
  deliveries,
  editions,
  events,
  notifications,
  notWritten,
  orders,
  routingRules,
  staff,
  stores,
  templates,
} from '../db/schema';
import { AppError } from '../errors';
import { newId } from '../ids';
import type { OrderEvent } from './schema';

export interface Received {
  eventId: string;
  orderId: string;
  /** Ids of the deliveries planned, now or when the event first came. */
  deliveries: string[];
  /** True when this event, or this order, was known already; nothing was planned again. */
  known: boolean;
}

/**
 * Takes an event of an order. Idempotent on (source, id); an order number that is known already is not confirmed a
 * second time, and a later event brings the order as it is now. Throws an {@link AppError} for figures that do not add up or a channel the store does not have.
 */
export async function receiveEvent(storeId: string, event: OrderEvent, db: Database = database()): Promise<Received> {
  const { order } = event.data;
  const problems = orderProblems(order);
  if (!isCurrency(order.currency))
    problems.push({ path: '/currency', message: `"${order.currency}" is not a currency code` });
  if (problems.length > 0) {
    throw new AppError(
      'invalid',
      'The order does not add up.',
      problems.map((p) => ({ ...p, path: `/data/order${p.path}` })),
    );
  }
  return retryingDeadlocks(() =>
    db.transaction((tx) => record(tx, storeId, event), { isolationLevel: 'read committed' }),
  );
}

async function record(tx: Executor, storeId: string, event: OrderEvent): Promise<Received> {
  const { order } = event.data;
  const now = new Date();
  const eventRow = {
    id: newId(),
    storeId,
    source: event.source,
    eventId: event.id,
    type: event.type,
    time: event.time ? new Date(event.time) : now,
    receivedAt: now,
    data: event.data as Record<string, unknown>,
  };
  // The unique key decides who came first; a second copy waits here until the first is done, and then finds it.
  const [inserted] = await tx.insert(events).ignore().values(eventRow);
  if (inserted.affectedRows === 0) {
    const [first] = await tx
      .select({ id: events.id, orderId: events.orderId })
      .from(events)
      .where(and(eq(events.storeId, storeId), eq(events.source, event.source), eq(events.eventId, event.id)));
    return knownAlready(tx, first!.id, first!.orderId ?? '');
  }
  const [store] = await tx.select().from(stores).where(eq(stores.id, storeId));
  if (!store) throw new AppError('not-found', `There is no store "${storeId}".`);
  const channelRows = await tx.select().from(channels).where(eq(channels.storeId, storeId));
  const channel = channelRows.find((c) => c.id === order.channel);
  if (!channel) {
    throw new AppError('invalid', 'The order names a channel that the store does not have.', [
      {
        path: '/data/order/channel',
        message: `"${order.channel}" is not a channel of ${store.name}. It has ${channelRows.map((c) => `"${c.id}"`).join(', ')}`,
      },
    ]);
  }
  const [customer] = await tx
    .select({ language: customers.language })
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.email, order.customer.email)));
  let orderId = newId();
  const kept = orderRow(orderId, storeId, order, customer?.language ?? store.language);
  const [placed] = await tx.insert(orders).ignore().values(kept);
  if (placed.affectedRows === 0 && event.type !== 'order.placed') {
    const [same] = await tx
      .select({ id: orders.id })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), eq(orders.number, order.number)))
      .for('update');
    orderId = same!.id;
    await tx
      .update(orders)
      .set({ snapshot: order, status: kept.status, total: kept.total })
      .where(eq(orders.id, orderId));
  } else if (placed.affectedRows === 0) {
    const [same] = await tx
      .select({ id: orders.id })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), eq(orders.number, order.number)));
    await tx.update(events).set({ orderId: same!.id }).where(eq(events.id, eventRow.id));
    const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.orderId, same!.id));
    return { eventId: eventRow.id, orderId: same!.id, deliveries: ids.map((d) => d.id), known: true };
  }
  await tx.update(events).set({ orderId }).where(eq(events.id, eventRow.id));

  const planned = plan({
    moment: event.type,
    order,
    store: { language: store.language },
    channel: {
      name: channel.name,
      customerMail: channel.customerMail,
      maskedDomain: channel.maskedDomain,
      maskedKinds: channel.maskedKinds,
    },
    ...(customer && { customer: { language: customer.language } }),
    notifications: await notificationFacts(tx, storeId),
    rules: await routingRulesOf(tx, storeId),
  });
  const names = new Map(
    (
      await tx
        .select({ id: notifications.id, name: notifications.name })
        .from(notifications)
        .where(eq(notifications.storeId, storeId))
    ).map((n) => [n.id, n.name]),
  );
  const common = { storeId, eventId: eventRow.id, orderId, createdAt: now };
  const rows = planned.deliveries.map((d) => ({
    ...common,
    id: newId(),
    orderNumber: order.number,
    notificationId: d.notificationId,
    notificationName: names.get(d.notificationId) ?? '',
    editionId: d.editionId,
    recipient: d.recipient.address,
    recipientName: d.recipient.name,
    role: d.recipient.role,
    sender: d.sender,
    language: d.language,
    reasons: d.reasons,
    state: 'planned' as const,
    dueAt: now,
  }));
  if (rows.length > 0) await tx.insert(deliveries).values(rows);
  if (planned.notWritten.length > 0) {
    await tx.insert(notWritten).values(
      planned.notWritten.map((n) => ({
        ...common,
        id: newId(),
        notificationId: n.notificationId,
        notificationName: names.get(n.notificationId) ?? '',
        recipient: n.recipient?.address ?? '',
        recipientName: n.recipient?.name ?? '',
        reasons: n.reasons,
      })),
    );
  }
  return { eventId: eventRow.id, orderId, deliveries: rows.map((r) => r.id), known: false };
}

async function knownAlready(tx: Executor, eventId: string, orderId: string): Promise<Received> {
  const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.eventId, eventId));
  return { eventId, orderId, deliveries: ids.map((d) => d.id), known: true };
}

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

/** A store's notifications as planning needs them. */
export async function notificationFacts(db: Executor, storeId: string): Promise<NotificationFacts[]> {
  const rows = await db
    .select({
      id: notifications.id,
      name: notifications.name,
      moment: notifications.moment,
      audience: notifications.audience,
      on: notifications.on,
      editionId: editions.id,
      number: editions.number,
      // Only the languages are needed, and a template is large.
      languages: sql<string | string[] | null>`json_keys(${editions.template}, '$.words')`,
    })
    .from(notifications)
    .leftJoin(templates, eq(templates.notificationId, notifications.id))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(eq(notifications.storeId, storeId));
  return rows.map((r) => ({
    id: r.id,
    name: r.name,
    moment: r.moment,
    audience: r.audience,
    on: r.on,
    ...(r.editionId &&
      r.number !== null && {
        edition: {
          id: r.editionId,
          number: r.number,
          languages: (typeof r.languages === 'string' ? (JSON.parse(r.languages) as string[]) : r.languages) ?? [],
        },
      }),
  }));
}

/** A store's routing rules with the address and language of each colleague. */
export async function routingRulesOf(db: Executor, storeId: string): Promise<RoutingRule[]> {
  const rows = await db
    .select({ rule: routingRules, name: staff.name, email: staff.email, language: staff.language })
    .from(routingRules)
    .leftJoin(staff, eq(staff.id, routingRules.staffId))
    .where(eq(routingRules.storeId, storeId))
    .orderBy(routingRules.id);
  return rows.map(({ rule, name, email, language }) => ({
    id: rule.id,
    notificationId: rule.notificationId,
    recipient: { address: email ?? rule.address, name: name ?? '', ...(language && { language }) },
    scope: rule.scope,
  }));
}
