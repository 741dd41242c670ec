/** The store's orders: lists, and one order with its story. */
import { and, asc, desc, eq, inArray, like, lt, or, type SQL } from 'drizzle-orm';
import { lacksForMoment } from '@/core/snapshot';
import { languageName } from '@/core/names';
import {
  orderMatches,
  ORDER_STATUSES,
  orderWords,
  sampleOrders,
  STATUS_WORDS,
  type Order,
  type OrderStatus,
} from '@/core/order';
import { reasonWords } from '@/core/plan';
import type { Access, OfStore } from '../../auth/access';
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
export async function listOrders(access: OfStore, filter: OrderFilter = {}, limit = PAGE) {
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

/** How many of the newest orders are looked through by what they hold, and how many at a time. */
const LOOKED_THROUGH = 4_000;
const AT_A_TIME = 400;

/** Orders that a search finds: by number, name or address among all, and by country, language, goods, lines or standing among the newest. */
export async function findOrders(access: Access, search: string, limit = 60) {
  const named = await listOrders(access, { search }, limit);
  const wanted = search.trim();
  if (wanted === '') return named.rows.map((row) => ({ ...row, note: languageName(row.language) }));
  const known = new Set(named.rows.map((r) => r.number));
  const held: (typeof orders.$inferSelect)[] = [];
  let before: string | undefined;
  for (let seen = 0; seen < LOOKED_THROUGH && known.size + held.length < limit; seen += AT_A_TIME) {
    const newest = await database()
      .select()
      .from(orders)
      .where(and(eq(orders.storeId, access.store.id), before === undefined ? undefined : lt(orders.id, before)))
      .orderBy(desc(orders.id))
      .limit(AT_A_TIME);
    held.push(
      ...newest.filter(
        (o) => !known.has(o.number) && orderMatches(orderWords(o.snapshot, STATUS_WORDS[o.status]), wanted),
      ),
    );
    if (newest.length < AT_A_TIME) break;
    before = newest.at(-1)!.id;
  }
  return [...named.rows, ...held]
    .slice(0, limit)
    .map(({ number, customerName, language }) => ({ number, customerName, language, note: languageName(language) }));
}

/**
 * The order that a notification's messages are best looked at with: the newest that it was written about, else the newest that its moment
 * can have come for, else a sample for it. With `language`, an order of somebody who reads it goes before one of somebody who does not.
 */
export async function orderForMoment(
  access: OfStore,
  notificationId: string | undefined,
  moment: string,
  newest: readonly string[],
  language?: string,
): Promise<string> {
  const fits = (order: Order): boolean => lacksForMoment(order, moment) === undefined;
  const told = notificationId
    ? await database()
        .select({ number: orders.number, snapshot: orders.snapshot, language: orders.language })
        .from(deliveries, { forceIndex: 'delivery_notification' })
        .innerJoin(orders, eq(orders.id, deliveries.orderId))
        .where(eq(deliveries.notificationId, notificationId))
        .orderBy(desc(deliveries.id))
        .limit(5)
    : [];
  const written = told.find((o) => fits(o.snapshot));
  if (written && language === undefined) return written.number;
  const rows =
    newest.length > 0
      ? await database()
          .select({ number: orders.number, snapshot: orders.snapshot, language: orders.language })
          .from(orders)
          .where(and(eq(orders.storeId, access.store.id), inArray(orders.number, [...newest])))
          .orderBy(desc(orders.id))
      : [];
  const fitting =
    (language !== undefined && [...told, ...rows].find((o) => o.language === language && fits(o.snapshot))) ||
    (written ?? rows.find((o) => fits(o.snapshot)));
  if (fitting) return fitting.number;
  const { store } = access;
  const samples = sampleOrders(store.currency, store.facts.url, Date.now());
  return (samples.find((s) => fits(s.order)) ?? samples[0]!).order.number;
}

/** Names of the store's channels by id. */
export async function channelNames(access: Access): Promise<Record<string, string>> {
  const rows = await database().select().from(channels).where(eq(channels.storeId, access.store.id));
  return Object.fromEntries(rows.map((c) => [c.id, c.name]));
}

/** An order's row by its number. Throws `not-found`. */
export async function orderByNumber(access: OfStore, number: string) {
  const [order] = await database()
    .select()
    .from(orders)
    .where(and(eq(orders.storeId, access.store.id), eq(orders.number, number)));
  if (!order) throw new AppError('not-found', say.nameHasNoOrderNumber({ name: access.store.name, number }));
  return order;
}

/** An order's snapshot and the name of its channel, for filling a message with. */
export async function orderSnapshot(
  access: OfStore,
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
export async function orderDetail(access: OfStore, number: string) {
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
