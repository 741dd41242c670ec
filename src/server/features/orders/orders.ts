/** The store's orders: lists, and one order with its story. */
import { and, asc, desc, eq, like, lt, or, type SQL } from 'drizzle-orm';
import { ORDER_STATUSES, sampleOrders, type Order, type OrderStatus } from '@/core/order';
import { reasonWords } from '@/core/plan';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { channels, deliveries, notWritten, orders } from '../../db/schema';
import { withheldReason, withholdingsOf, type WithholdingRow } from '../../sending/withholding';
import { AppError } from '../../base/errors';
import { isWaiting } from '../deliveries/deliveries';
import { oneOf } from '../query';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';
import { config } from '../../base/config';
import { repliesTo } from './replies';

export const PAGE = 50;

export interface OrderFilter {
  search?: string;
  status?: OrderStatus;
  /** Id of a channel. */
  channel?: string;
  language?: string;
  /** Orders older than this id. */
  before?: string;
}

/** Reads a filter from an address's query; what cannot be read is left out. */
export function readOrderFilter(query: Record<string, string | string[] | undefined>): OrderFilter {
  const filter: OrderFilter = {};
  for (const name of ['search', 'channel', 'language', 'before'] as const) {
    const value = oneOf(query[name]);
    if (value) filter[name] = value;
  }
  const status = ORDER_STATUSES.find((s) => s === oneOf(query.status));
  return { ...filter, ...(status && { status }) };
}

/** A page of orders, newest first. */
export async function listOrders(access: Access, filter: OrderFilter = {}, limit = PAGE) {
  const where: (SQL | undefined)[] = [eq(orders.storeId, access.store.id)];
  if (filter.search) {
    const text = `%${filter.search.replace(/[%_\\]/g, '\\$&')}%`;
    where.push(or(like(orders.number, text), like(orders.customerName, text), like(orders.customerEmail, text)));
  }
  if (filter.status) where.push(eq(orders.status, filter.status));
  if (filter.channel) where.push(eq(orders.channel, filter.channel));
  if (filter.language) where.push(eq(orders.language, filter.language));
  if (filter.before) where.push(lt(orders.id, filter.before));
  const rows = await database()
    .select({
      id: orders.id,
      number: orders.number,
      placedAt: orders.placedAt,
      status: orders.status,
      channel: orders.channel,
      customerName: orders.customerName,
      customerEmail: orders.customerEmail,
      language: orders.language,
      currency: orders.currency,
      total: orders.total,
    })
    .from(orders)
    .where(and(...where))
    .orderBy(desc(orders.id))
    .limit(limit + 1);
  return {
    rows: rows.slice(0, limit).map((r) => ({ ...r, placedAt: r.placedAt.toISOString() })),
    next: rows.length > limit ? rows[limit - 1]!.id : undefined,
  };
}

/** Names of the store's channels by id. */
export async function channelNames(access: Access): Promise<Record<string, string>> {
  const rows = await database().select().from(channels).where(eq(channels.storeId, access.store.id));
  return Object.fromEntries(rows.map((c) => [c.id, c.name]));
}

/** An order's row by its number. Throws `not-found`. */
export async function orderByNumber(access: Access, number: string) {
  const [order] = await database()
    .select()
    .from(orders)
    .where(and(eq(orders.storeId, access.store.id), eq(orders.number, number)));
  if (!order) throw new AppError('not-found', say.nameHasNoOrderNumber({ name: access.store.name, number }));
  return order;
}

/** An order's snapshot and the name of its channel, for filling a message with. */
export async function orderSnapshot(
  access: Access,
  number: string,
): Promise<{ order: Order; channelName: string | undefined }> {
  const { store } = access;
  const sample = sampleOrders(store.currency, store.facts.url, Date.now(), `${config().url}/media/samples`).find(
    (s) => s.order.number === number,
  );
  if (sample) return { order: sample.order, channelName: 'Web shop' };
  const row = await orderByNumber(access, number);
  const [channel] = await database()
    .select({ name: channels.name })
    .from(channels)
    .where(and(eq(channels.storeId, access.store.id), eq(channels.id, row.channel)));
  return { order: row.snapshot, channelName: channel?.name };
}

const withheldSentence = (list: readonly WithholdingRow[], d: typeof deliveries.$inferSelect): string | undefined => {
  const reason = withheldReason(list, {
    recipient: { address: d.recipient, name: '', role: d.role },
    sender: d.sender,
  });
  return reason && reasonWords(reason);
};

/** One order with everything that was sent about it, and what was not and why. */
export async function orderDetail(access: Access, number: string) {
  const row = await orderByNumber(access, number);
  const [withheld, sent, unsent, channelRows, answers] = await Promise.all([
    withholdingsOf(access.store.id),
    database().select().from(deliveries).where(eq(deliveries.orderId, row.id)).orderBy(asc(deliveries.id)),
    database().select().from(notWritten).where(eq(notWritten.orderId, row.id)).orderBy(asc(notWritten.id)),
    database().select().from(channels).where(eq(channels.storeId, access.store.id)),
    repliesTo(access, row.id),
  ]);
  return {
    order: row.snapshot,
    status: row.status,
    language: row.language,
    channelName: channelRows.find((c) => c.id === row.channel)?.name ?? row.channel,
    sent: sent.map((d) => ({
      id: d.id,
      notification: d.notificationName,
      recipient: d.recipient,
      recipientName: d.recipientName,
      role: d.role,
      language: d.language,
      state: d.state,
      subject: d.subject,
      words: readKept(d.lastWords),
      waits: isWaiting(d.state, d.timed),
      // What waits for an address that is not written to will not go out.
      withheld: d.state === 'planned' && !d.released ? withheldSentence(withheld, d) : undefined,
      at: (d.acceptedAt ?? (isWaiting(d.state, d.timed) ? d.dueAt : d.createdAt)).toISOString(),
    })),
    replies: answers,
    notWritten: unsent.map((n) => ({
      id: n.id,
      notification: n.notificationName,
      recipient: n.recipient,
      recipientName: n.recipientName,
      reason: n.reasons.map(reasonWords).join(' '),
    })),
  };
}
