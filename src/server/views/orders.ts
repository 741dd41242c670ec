/** The store's orders: lists, one order with its story, and placing one. */
import { randomUUID } from 'node:crypto';
import { Type, type Static } from '@sinclair/typebox';
import { and, asc, desc, eq, inArray, like, lt, or, type SQL } from 'drizzle-orm';
import { lineTotal, sampleOrders, taxIncludedIn, type Order } from '@/core/order';
import { reasonWords } from '@/core/plan';
import { checker } from '@/core/schema';
import type { Access } from '../auth/access';
import { config } from '../config';
import { database } from '../db/client';
import { channels, customers, deliveries, notWritten, orders, products } from '../db/schema';
import { AppError } from '../errors';
import { checkEvent } from '../events/schema';
import { isWaiting } from './deliveries';
import { receiveEvent, type Received } from '../events/receive';

export const PAGE = 50;

export interface OrderFilter {
  search?: string;
  /** Orders older than this id. */
  before?: string;
}

/** A page of orders, newest first. */
export async function listOrders(access: Access, filter: OrderFilter = {}, limit = PAGE) {
  const where: (SQL | undefined)[] = [eq(orders.storeId, access.store.id)];
  if (filter.search) {
    const text = `%${filter.search.replace(/[%_\\]/g, '\\$&')}%`;
    where.push(or(like(orders.number, text), like(orders.customerName, text), like(orders.customerEmail, text)));
  }
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

async function orderByNumber(access: Access, number: string) {
  const [order] = await database()
    .select()
    .from(orders)
    .where(and(eq(orders.storeId, access.store.id), eq(orders.number, number)));
  if (!order) throw new AppError('not-found', `${access.store.name} has no order ${number}.`);
  return order;
}

/** An order's snapshot and the name of its channel, for filling a message with. */
export async function orderSnapshot(
  access: Access,
  number: string,
): Promise<{ order: Order; channelName: string | undefined }> {
  const { store } = access;
  const sample = sampleOrders(store.currency, store.facts.url).find((s) => s.order.number === number);
  if (sample) return { order: sample.order, channelName: 'Web shop' };
  const row = await orderByNumber(access, number);
  const [channel] = await database()
    .select({ name: channels.name })
    .from(channels)
    .where(and(eq(channels.storeId, access.store.id), eq(channels.id, row.channel)));
  return { order: row.snapshot, channelName: channel?.name };
}

/** One order with everything that was sent about it, and what was not and why. */
export async function orderDetail(access: Access, number: string) {
  const row = await orderByNumber(access, number);
  const [sent, unsent, channelRows] = await Promise.all([
    database().select().from(deliveries).where(eq(deliveries.orderId, row.id)).orderBy(asc(deliveries.id)),
    database().select().from(notWritten).where(eq(notWritten.orderId, row.id)).orderBy(asc(notWritten.id)),
    database().select().from(channels).where(eq(channels.storeId, access.store.id)),
  ]);
  return {
    order: row.snapshot,
    status: row.status,
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
      words: d.lastWords,
      waits: isWaiting(d.state, d.timed),
      at: (d.acceptedAt ?? (isWaiting(d.state, d.timed) ? d.dueAt : d.createdAt)).toISOString(),
    })),
    notWritten: unsent.map((n) => ({
      id: n.id,
      notification: n.notificationName,
      recipient: n.recipient,
      recipientName: n.recipientName,
      reason: n.reasons.map(reasonWords).join(' '),
    })),
  };
}

/** What "Place an order" offers to choose from. */
export async function orderChoices(access: Access) {
  const store = eq(products.storeId, access.store.id);
  const [productRows, customerRows, channelRows] = await Promise.all([
    database().select().from(products).where(store).orderBy(products.category, products.name),
    database()
      .select()
      .from(customers)
      .where(eq(customers.storeId, access.store.id))
      .orderBy(customers.lastName, customers.firstName),
    database().select().from(channels).where(eq(channels.storeId, access.store.id)).orderBy(desc(channels.id)),
  ]);
  return {
    currency: access.store.currency,
    products: productRows.map(({ sku, name, category, price }) => ({ sku, name, category, price })),
    customers: customerRows.map((c) => ({
      id: c.id,
      name: `${c.firstName} ${c.lastName}`,
      email: c.email,
      language: c.language,
      guest: c.guest,
    })),
    channels: channelRows.map(({ id, name, customerMail }) => ({ id, name, customerMail })),
  };
}

const PlaceOrderSchema = Type.Object(
  {
    customerId: Type.String({ minLength: 1 }),
    channel: Type.String({ minLength: 1 }),
    lines: Type.Array(
      Type.Object(
        { sku: Type.String({ minLength: 1 }), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) },
        { additionalProperties: false },
      ),
      { minItems: 1, maxItems: 500 },
    ),
    note: Type.Optional(Type.String({ maxLength: 2000 })),
    paid: Type.Boolean(),
  },
  { additionalProperties: false },
);
export type PlaceOrder = Static<typeof PlaceOrderSchema>;
const checkPlaceOrder = checker(PlaceOrderSchema);

const SHIPPING = { method: 'Parcel, insured', price: 490, freeFrom: 8000 };
const WITHOUT_PARCEL = new Set(['patterns', 'workshops']);

/** Places an order as the store itself would: an event through the same door as the public interface. */
export async function placeOrder(access: Access, input: unknown): Promise<Received & { number: string }> {
  const checked = checkPlaceOrder(input);
  if (!checked.ok) throw new AppError('invalid', 'The order cannot be placed like this.', checked.problems);
  const wanted = checked.value;
  const { store } = access;
  const [customer] = await database()
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, store.id), eq(customers.id, wanted.customerId)));
  if (!customer)
    throw new AppError('invalid', 'Choose a customer.', [
      { path: '/customerId', message: 'is not a customer of this store' },
    ]);
  const skus = wanted.lines.map((l) => l.sku);
  const found = await database()
    .select()
    .from(products)
    .where(and(eq(products.storeId, store.id), inArray(products.sku, skus)));
  const bySku = new Map(found.map((p) => [p.sku, p]));
  const lines = wanted.lines.map((line, i) => {
    const product = bySku.get(line.sku);
    if (!product)
      throw new AppError('invalid', 'One line has no product.', [
        { path: `/lines/${i}/sku`, message: 'is not a product of this store' },
      ]);
    return {
      product: {
        sku: product.sku,
        name: product.name,
        category: product.category,
        ...(product.picture && { imageUrl: `${config().url}/media/${product.picture}` }),
      },
      ...(product.options && { options: product.options }),
      quantity: line.quantity,
      unitPrice: product.price,
    };
  });
  const subtotal = lines.reduce((sum, line) => sum + lineTotal(line), 0);
  const parcel = lines.some((l) => !WITHOUT_PARCEL.has(l.product.category));
  const shipping = parcel
    ? { method: SHIPPING.method, price: subtotal >= SHIPPING.freeFrom ? 0 : SHIPPING.price }
    : undefined;
  const total = subtotal + (shipping?.price ?? 0);
  const now = new Date();
  const number = await nextNumber(access);
  const order: Order = {
    number,
    placedAt: now.toISOString(),
    currency: store.currency,
    language: customer.language,
    channel: wanted.channel,
    customer: {
      id: customer.id,
      email: customer.email,
      firstName: customer.firstName,
      lastName: customer.lastName,
      ...(customer.company && { company: customer.company }),
      guest: customer.guest,
    },
    billingAddress: customer.address,
    ...(shipping && {
      shippingAddress: customer.address,
      shipping,
      expectedDispatch: new Date(now.getTime() + 2 * 86_400_000).toISOString(),
    }),
    lines,
    taxIncluded: true,
    taxes: [{ label: '19% VAT', rate: 19, amount: taxIncludedIn(total, 19) }],
    payment: { method: 'Bank transfer', paid: wanted.paid },
    total,
    ...(wanted.note && { note: wanted.note }),
    statusUrl: `${store.facts.url.replace(/\/+$/, '')}/orders/${number}`,
  };
  const event = checkEvent({
    specversion: '1.0',
    id: randomUUID(),
    source: `${config().url}/s/${store.id}`,
    type: 'order.placed',
    time: now.toISOString(),
    data: { order },
  });
  if (!event.ok) throw new AppError('invalid', 'The order cannot be placed like this.', event.problems);
  return { ...(await receiveEvent(store.id, event.value)), number };
}

/** The number after the newest: its last digits, one higher. */
async function nextNumber(access: Access): Promise<string> {
  const [newest] = await database()
    .select({ number: orders.number })
    .from(orders)
    .where(eq(orders.storeId, access.store.id))
    .orderBy(desc(orders.id))
    .limit(1);
  const match = /^(.*?)(\d+)$/.exec(newest?.number ?? '');
  return match ? `${match[1]}${String(Number(match[2]) + 1).padStart(match[2]!.length, '0')}` : '1001';
}
