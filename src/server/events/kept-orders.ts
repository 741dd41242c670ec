/** Orders as their events tell of them, kept as the newest one has them. */
import { and, eq, inArray } from 'drizzle-orm';
import { customerName, orderContradictions, orderTotals, type Order } from '@/core/order';
import { BY_HAND, type MomentId } from '@/core/moments';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { countUses } from '../codes/uses';
import { insertRows } from '../db/bulk';
import type { Executor } from '../db/client';
import { events, orders } from '../db/schema';
import { countOrders, recountOrder } from './known-customers';
import type { OrderEvent } from './schema';

export interface KeptOrder {
  id: string;
  /** There before this event. */
  known: boolean;
  wasCancelled: boolean;
  answered: boolean;
  had: ReadonlySet<MomentId>;
  /** As it stands now: what this event brought, or what a newer one had brought before. */
  order: Order;
}

interface Told {
  event: OrderEvent;
  at: Date;
  /** Stands in where the order names no language. */
  language: string;
}

const answers = (event: OrderEvent): boolean => event.type === 'feedback.answered';

type NewOrder = ReturnType<typeof orderRow> & { answered: boolean };

/** Inserts the orders that the store does not have yet; undefined for each that it has. */
export async function newOrders(
  tx: Executor,
  storeId: string,
  told: readonly Told[],
): Promise<(NewOrder | undefined)[]> {
  const rows = told.map(({ event, language }) => ({
    ...orderRow(newId(), storeId, event.data.order, language),
    answered: answers(event),
  }));
  const affected = await insertRows(tx, orders, rows, { ignore: true });
  if (affected === rows.length) return rows;
  const ids = rows.map((r) => r.id);
  const there = await tx.select({ id: orders.id }).from(orders).where(inArray(orders.id, ids));
  const made = new Set(there.map((r) => r.id));
  return rows.map((row) => (made.has(row.id) ? row : undefined));
}

/** Takes orders back that {@link newOrders} inserted. */
export async function dropOrders(tx: Executor, rows: readonly NewOrder[]): Promise<void> {
  if (rows.length === 0) return;
  const ids = rows.map((r) => r.id);
  await tx.delete(orders).where(inArray(orders.id, ids));
}

/** Counts new orders with their customers and the codes that they used. */
export async function countNew(
  tx: Executor,
  store: { id: string; currency: string },
  rows: readonly NewOrder[],
): Promise<void> {
  for (const row of rows) await countUses(tx, store.id, row.id, row.snapshot);
  await countOrders(tx, store, rows);
}

/** What is known of an order that was new. */
export const keptNew = ({ id, answered, snapshot: order }: NewOrder): KeptOrder => ({
  ...{ id, known: false, wasCancelled: false, answered, had: new Set(), order },
});

/** Keeps an order that the store has as the newest event has it: one that comes late does not undo what is known since. */
export async function keepKnownOrder(
  tx: Executor,
  store: { id: string; currency: string },
  { event, at, language }: Told,
): Promise<KeptOrder> {
  const { order } = event.data;
  const fresh = orderRow('', store.id, order, language);
  const answered = answers(event);
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

/** An order as its table has it. `language` stands in where the order names none. */
export function orderRow(id: string, storeId: string, order: Order, language: string) {
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
