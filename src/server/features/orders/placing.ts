/** Placing an order as the shop itself would: its figures worked out, and an event through the same door as the public interface. */
import { randomUUID } from 'node:crypto';
import { Type, type Static } from '@sinclair/typebox';
import { and, desc, eq, inArray, sql } from 'drizzle-orm';
import type { MomentDetails } from '@/core/moments';
import {
  AddressSchema,
  figuresOf,
  isShippable,
  lineTotal,
  NO_COUNTRY,
  OWN_ORDERS,
  type BasketLine,
  type Order,
} from '@/core/order';
import { languageName } from '@/core/names';
import { shippingOf, type ShippingMethod, type Terms } from '@/core/terms';
import { checker } from '@/core/schema';
import type { Access } from '../../auth/access';
import { timeNow } from '../../db/demo-clock';
import { codesOf, codeOfRow } from '../../codes/known';
import { usedBy } from '../../codes/uses';
import { useProblem, type CodeBasket } from '@/core/codes';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { channels, counters, customers, discountCodes, products } from '../../db/schema';
import { AppError } from '../../base/errors';
import { basketLineOf } from '../../events/goods';
import { receiveEvent } from '../../events/receive';
import type { Received } from '../../events/recording';
import { checkEvent, type EventType } from '../../events/schema';
import { say as codeWords } from '@/words/codes';
import { say } from '@/words/refusals';
import type { ActionForecast } from '@/contract/orders';
import { foretold } from './forecast';

/** What "Place an order" offers to choose from. */
export async function orderChoices(access: Access) {
  const { store } = access;
  const mine = eq(products.storeId, store.id);
  const [productRows, customerRows, channelRows, codes] = await Promise.all([
    database().select().from(products).where(mine).orderBy(products.category, products.name),
    database()
      .select()
      .from(customers)
      .where(eq(customers.storeId, store.id))
      .orderBy(customers.lastName, customers.firstName),
    database().select().from(channels).where(eq(channels.storeId, store.id)).orderBy(desc(channels.id)),
    codesOf(store.id),
  ]);
  return {
    currency: store.currency,
    languages: store.languages.map((l) => ({ id: l, name: languageName(l) })),
    products: productRows.map(({ sku, name, category, price, taxRate }) => ({ sku, name, category, price, taxRate })),
    customers: customerRows.map((c) => ({
      id: c.id,
      name: `${c.firstName} ${c.lastName}`,
      email: c.email,
      language: c.language,
      guest: c.guest,
    })),
    channels: channelRows.map(({ id, name, customerMail }) => ({ id, name, customerMail })),
    codes: codes.codes.map(({ code, kind, value, products, categories }) => ({
      code,
      kind,
      value,
      ...(products && { products }),
      ...(categories && { categories }),
    })),
    shipping: store.terms.shipping,
    payments: store.terms.payments.map((m) => m.name),
    withoutParcel: store.terms.withoutParcel,
  };
}

const strict = { additionalProperties: false } as const;

const PlaceOrderSchema = Type.Object(
  {
    /** A customer the store knows, or somebody who orders as a guest. */
    customerId: Type.Optional(Type.String()),
    guest: Type.Optional(
      Type.Object(
        {
          email: Type.String({ format: 'mail-address' }),
          firstName: Type.String({ minLength: 1, maxLength: 120 }),
          lastName: Type.String({ maxLength: 120 }),
          address: Type.Optional(AddressSchema),
        },
        strict,
      ),
    ),
    /** A known customer who ordered without signing in. */
    asGuest: Type.Optional(Type.Boolean()),
    channel: Type.String({ minLength: 1 }),
    language: Type.Optional(Type.String({ format: 'language' })),
    lines: Type.Array(
      Type.Object(
        { sku: Type.String({ minLength: 1 }), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) },
        strict,
      ),
      { minItems: 1, maxItems: 500 },
    ),
    code: Type.Optional(Type.String({ maxLength: 64 })),
    /** Whether tax is added to the prices instead of being in them. */
    taxAdded: Type.Optional(Type.Boolean()),
    collect: Type.Optional(Type.Boolean()),
    payment: Type.Optional(Type.String({ minLength: 1, maxLength: 80 })),
    /** The store's first method when left out. */
    shipping: Type.Optional(Type.String({ minLength: 1, maxLength: 120 })),
    note: Type.Optional(Type.String({ maxLength: 2000 })),
    paid: Type.Boolean(),
  },
  strict,
);
export type PlaceOrder = Static<typeof PlaceOrderSchema>;
const checkPlaceOrder = checker(PlaceOrderSchema);

/** Places an order. Refused with the place of what does not fit. */
export async function placeOrder(access: Access, input: unknown): Promise<Received & { number: string }> {
  const checked = checkPlaceOrder(input);
  const whom = input as Partial<PlaceOrder> | null;
  const nobody = !whom?.guest && !whom?.customerId ? [{ path: '/customerId', message: say.chooseACustomer }] : [];
  if (!checked.ok || nobody.length > 0) {
    throw new AppError('invalid', say.theOrderCannotBePlaced, [...nobody, ...(checked.ok ? [] : checked.problems)]);
  }
  const wanted = checked.value;
  const { store } = access;
  const who = await customerFor(access, wanted);
  const lines = await basketLines(access, wanted.lines);
  const subtotal = lines.reduce((sum, line) => sum + lineTotal(line), 0);
  const parcel = !wanted.collect && lines.some((l) => isShippable(l.product));
  const method = parcel ? shippingMethod(store.terms, wanted.shipping) : undefined;
  const now = await timeNow();
  const code = await discountFor(access, wanted.code, now, {
    email: who.customer.email,
    currency: store.currency,
    lines: lines.map((line) => ({
      sku: line.product.sku,
      ...(line.product.category && { category: line.product.category }),
      amount: lineTotal(line),
    })),
  });
  const figures = figuresOf({
    lines,
    ...(method && { shipping: shippingOf(method, subtotal) }),
    ...(code && { code }),
    taxIncluded: !wanted.taxAdded,
    rounding: 'order',
  });
  const number = await nextNumber(access);
  const statusUrl = `${store.facts.url.replace(/\/+$/, '')}/orders/${number}`;
  const order: Order = {
    number,
    placedAt: new Date(now).toISOString(),
    status: wanted.paid || figures.total === 0 ? 'OrderProcessing' : 'OrderPaymentDue',
    currency: store.currency,
    language: wanted.language ?? who.language,
    channel: wanted.channel,
    customer: who.customer,
    ...(who.address && { billingAddress: who.address }),
    ...(parcel && who.address && { shippingAddress: who.address }),
    ...figures,
    payment: { method: wanted.payment ?? 'Bank transfer', paid: wanted.paid },
    ...(parcel && { expectedDispatch: new Date(now + 2 * 86_400_000).toISOString() }),
    ...(wanted.note && { note: wanted.note }),
    statusUrl,
  };
  const received = await tell(
    access,
    'order.placed',
    order,
    now,
    wanted.paid ? undefined : { payUrl: payUrlOf(order) },
  );
  return { ...received, number };
}

/** What placing an order would send. Throws as {@link placeOrder} does; no number is used up. */
export const forecastPlacing = (access: Access, input: unknown): Promise<ActionForecast> =>
  foretold(access, async () => ({ received: await placeOrder(access, input), waiting: [], keeps: [] }));

/** The shipping method of this name, or the first; undefined for a store that has none. */
function shippingMethod({ shipping }: Terms, name: string | undefined): ShippingMethod | undefined {
  const found = name === undefined ? shipping[0] : shipping.find((m) => m.name === name);
  if (name === undefined || found) return found;
  throw new AppError('invalid', say.theOrderCannotBePlaced, [
    { path: '/shipping', message: say.nameIsNotAShipping({ name }) },
  ]);
}

/** Where a customer pays an order, in the shops we know of: beside its status. */
export const payUrlOf = (order: Order): string => `${order.statusUrl ?? 'https://shop.example'}/pay`;

/** Tells of something that happened to an order, through the same door as a shop system. */
export async function tell(
  access: Access,
  type: EventType,
  order: Order,
  at: number,
  details?: MomentDetails,
): Promise<Received> {
  const event = checkEvent({
    specversion: '1.0',
    id: randomUUID(),
    source: `${config().url}/s/${access.store.id}`,
    type,
    time: new Date(at).toISOString(),
    data: { order, ...(details && Object.keys(details).length > 0 && { details }) },
  });
  if (!event.ok) throw new AppError('invalid', say.thisDoesNotFitThe, event.problems);
  return receiveEvent(access.store.id, event.value);
}

async function customerFor(access: Access, { customerId, guest, asGuest, language }: PlaceOrder) {
  if (guest) {
    const { address, ...person } = guest;
    return {
      customer: { ...person, guest: asGuest ?? true },
      language: language ?? access.store.language,
      address,
    };
  }
  const [row] = await database()
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, access.store.id), eq(customers.id, customerId ?? '')));
  if (!row) {
    throw new AppError('invalid', say.chooseACustomer, [{ path: '/customerId', message: say.chooseACustomerOfThis }]);
  }
  return {
    customer: {
      id: row.id,
      email: row.email,
      firstName: row.firstName,
      lastName: row.lastName,
      ...(row.company && { company: row.company }),
      guest: asGuest ?? row.guest,
    },
    language: row.language,
    // A customer who was brought in without one.
    address: row.address.country === NO_COUNTRY ? undefined : row.address,
  };
}

async function basketLines(access: Access, wanted: PlaceOrder['lines']): Promise<BasketLine[]> {
  const skus = wanted.map((l) => l.sku);
  const found = await database()
    .select()
    .from(products)
    .where(and(eq(products.storeId, access.store.id), inArray(products.sku, skus)));
  const bySku = new Map(found.map((p) => [p.sku, p]));
  return wanted.map((line, i) => {
    const product = bySku.get(line.sku);
    if (!product) {
      throw new AppError('invalid', say.oneLineHasNoProduct, [
        { path: `/lines/${i}/sku`, message: say.chooseAProductOfThis },
      ]);
    }
    return basketLineOf(access.store, product, line.quantity);
  });
}

async function discountFor(
  access: Access,
  code: string | undefined,
  now: number,
  basket: Omit<CodeBasket, 'usedBefore'>,
) {
  const wanted = code?.trim() ?? '';
  if (wanted === '') return undefined;
  const { store } = access;
  const [row] = await database()
    .select()
    .from(discountCodes)
    .where(and(eq(discountCodes.storeId, store.id), eq(discountCodes.code, wanted)));
  const found = row && codeOfRow(row);
  const usedBefore = found ? await usedBy(store.id, found.code, basket.email) : 0;
  const problem = found && useProblem(found, { ...basket, usedBefore }, now);
  if (found && problem === undefined) return found;
  const message = problem ?? codeWords.isUnknown({ code: wanted });
  throw new AppError('invalid', message, [{ path: '/code', message }]);
}

const FIRST_OWN = 1001;

/** The next number of the range of orders that are made here, given out once however many ask. */
async function nextNumber(access: Access): Promise<string> {
  const [result] = await database().execute(sql`
    insert into ${counters} (store_id, name, value) values (${access.store.id}, 'order', last_insert_id(${FIRST_OWN}))
    on duplicate key update value = last_insert_id(value + 1)`);
  return `${access.store.ownOrders[0] ?? OWN_ORDERS}${(result as unknown as { insertId: number }).insertId}`;
}
