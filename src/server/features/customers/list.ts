/** The list of customers: by how lately they ordered, or by what they are looked for. */
import { and, asc, desc, eq, gt, gte, inArray, lt, or, sql, type SQL } from 'drizzle-orm';
import type { CustomerFilterState, CustomerList, CustomerRow } from '@/contract/customers';
import { parseAmount } from '@/core/order';
import { isMailAddress } from '@/core/schema';
import type { Access, OfStore } from '../../auth/access';
import { database } from '../../db/client';
import { customers, deliveries, orders, products, unsubscriptions, withholdings } from '../../db/schema';
import { idAt } from '../../base/ids';
import { customersByWords, emailsByNumber } from '../../events/find-customers';

import { oneOf } from '../query';

export const PAGE = 50;
/** Who is looked for stands among the first; more than these are not told apart by looking further. */
const MOST_FOUND = 100;
const DAY_MS = 86_400_000;
const LATELY_MS = 30 * DAY_MS;

/** The customer that a row is, or was joined into. */
const HEAD = sql<string>`ifnull(${customers.joinedInto}, ${customers.id})`;

export const NO_FILTER: CustomerFilterState = {
  ...{ search: '', country: '', language: '', channel: '', kind: '', mail: '', bought: '', ordered: '', spent: '' },
};

/** Reads a filter from an address's query; what cannot be read is left out. */
export function readCustomerFilter(query: Record<string, string | string[] | undefined>): CustomerFilterState {
  const one = (name: keyof CustomerFilterState): string => oneOf(query[name]) ?? '';
  const among = <T extends string>(name: keyof CustomerFilterState, choices: readonly T[]): T | '' =>
    choices.find((c) => c === one(name)) ?? '';
  return {
    search: one('search').slice(0, 200),
    country: /^[A-Z]{2}$/.test(one('country')) ? one('country') : '',
    language: one('language').slice(0, 20),
    spent: /^\d{1,9}([.,]\d{1,3})?$/.test(one('spent').trim()) ? one('spent').trim().replace(',', '.') : '',
    channel: one('channel').slice(0, 64),
    kind: among('kind', ['account', 'guest'] as const),
    mail: among('mail', ['withheld', 'unsubscribed', 'failed'] as const),
    bought: one('bought').slice(0, 80),
    ordered: /^-?\d{1,4}$/.test(one('ordered')) ? one('ordered') : '',
  };
}

/**
 * A page of customers: those who ordered last first, and those who never did at the end; who spent most first where it is narrowed by that.
 * Those that were joined into another are found as that one.
 */
export async function listCustomers(
  access: OfStore,
  filter: CustomerFilterState = NO_FILTER,
  before?: string,
): Promise<CustomerList> {
  const where = [eq(customers.storeId, access.store.id), ...conditions(access, filter)];
  if (filter.search !== '') {
    const ids = await found(access, filter.search);
    if (ids.length === 0) return { rows: [], more: false };
    const rows = await rowsWhere(and(...where, inArray(customers.id, ids)), NEWEST, MOST_FOUND);
    return { rows: await shown(rows), more: ids.length > MOST_FOUND };
  }
  // Not so that the index of those who were joined is taken for everybody else.
  where.push(sql`ifnull(${customers.joinedInto}, '') = ''`);
  const order = filter.spent === '' ? NEWEST : SPENT;
  const after = before === undefined ? undefined : order.after(before);
  if (after) where.push(after);
  const rows = await rowsWhere(and(...where), order, PAGE + 1);
  return {
    rows: await shown(rows.slice(0, PAGE)),
    ...(rows.length > PAGE && { next: `${order.place(rows[PAGE - 1]!)}_${rows[PAGE - 1]!.id}` }),
    more: false,
  };
}

type Row = typeof customers.$inferSelect;

interface Order {
  by: SQL[];
  /** Where a row stands, as the address of the next page has it before its id. */
  place: (row: Row) => string;
  /** What comes after such a place. */
  after: (place: string) => SQL | undefined;
}

const NEWEST: Order = {
  by: [desc(customers.lastOrderAt), desc(customers.id)],
  place: ({ lastOrderAt }) => (lastOrderAt ? String(lastOrderAt.getTime()) : ''),
  after: (place) => {
    const [at, id = ''] = place.split('_');
    if (id === '') return undefined;
    const none = sql`${customers.lastOrderAt} is null`;
    if (at === '') return and(none, lt(customers.id, id));
    const time = new Date(Number(at) || 0);
    return or(lt(customers.lastOrderAt, time), and(eq(customers.lastOrderAt, time), lt(customers.id, id)), none);
  },
};

const SPENT: Order = {
  by: [desc(customers.spent), desc(customers.id)],
  place: ({ spent }) => String(spent),
  after: (place) => {
    const [at, id = ''] = place.split('_');
    const spent = Number(at) || 0;
    return id === ''
      ? undefined
      : or(lt(customers.spent, spent), and(eq(customers.spent, spent), lt(customers.id, id)));
  },
};

const rowsWhere = (where: SQL | undefined, { by }: Order, limit: number): Promise<Row[]> =>
  database()
    .select()
    .from(customers)
    .where(where)
    .orderBy(...by)
    .limit(limit);

/** Rows as the list shows them, with what was ordered under further addresses. */
async function shown(rows: readonly Row[]): Promise<CustomerRow[]> {
  const further = await joinedSums(rows.filter((r) => r.joinedOnes > 0).map((r) => r.id));
  return rows.map(({ firstName, lastName, language, orderLanguage, lastOrderAt, ...c }) => ({
    ...{ id: c.id, email: c.email, company: c.company, guest: c.guest, country: c.country, channel: c.channel },
    orders: c.orders + (further.get(c.id)?.orders ?? 0),
    spent: c.spent + (further.get(c.id)?.spent ?? 0),
    name: `${firstName} ${lastName}`.trim(),
    language: language || orderLanguage,
    ...(lastOrderAt && { lastOrderAt: lastOrderAt.toISOString() }),
  }));
}

/** What was ordered under further addresses of customers. */
async function joinedSums(ids: readonly string[]): Promise<Map<string, { orders: number; spent: number }>> {
  if (ids.length === 0) return new Map();
  const rows = await database()
    .select({
      id: customers.joinedInto,
      orders: sql<string>`sum(${customers.orders})`,
      spent: sql<string>`sum(${customers.spent})`,
    })
    .from(customers)
    .where(inArray(customers.joinedInto, [...ids]))
    .groupBy(customers.joinedInto);
  return new Map(rows.map((r) => [r.id!, { orders: Number(r.orders), spent: Number(r.spent) }]));
}

/** Ids of customers who are looked for by any part of their names, address or company, or of the number of an order that they placed. */
async function found({ store }: OfStore, search: string): Promise<string[]> {
  const whole = search.trim();
  const at = async (emails: readonly string[]): Promise<string[]> => {
    if (emails.length === 0) return [];
    const rows = await database()
      .select({ id: HEAD })
      .from(customers)
      .where(and(eq(customers.storeId, store.id), inArray(customers.email, [...emails])));
    return rows.map((r) => r.id);
  };
  const exact = isMailAddress(whole) ? await at([whole]) : [];
  if (exact.length > 0) return exact;
  const most = MOST_FOUND + 1;
  const byNumber = await at(await emailsByNumber(store.id, whole, most));
  const named = await customersByWords(store.id, whole, most);
  return [...new Set([...byNumber, ...(await headsOf(named))])];
}

/** The customers that some are, or were joined into. */
async function headsOf(ids: readonly string[]): Promise<string[]> {
  if (ids.length === 0) return [];
  const rows = await database()
    .select({ id: HEAD })
    .from(customers)
    .where(inArray(customers.id, [...ids]));
  return rows.map((r) => r.id);
}

function conditions({ store }: OfStore, filter: CustomerFilterState): SQL[] {
  const { country, language, spent, channel, kind, mail, bought, ordered } = filter;
  const days = Number(ordered);
  const since = new Date(Date.now() - Math.abs(days) * DAY_MS);
  const mine = sql`${customers.storeId}`;
  return [
    ...(country ? [eq(customers.country, country)] : []),
    ...(language ? [eq(customers.speaks, language)] : []),
    ...(spent ? [gte(customers.spent, parseAmount(spent, store.currency) ?? 0)] : []),
    ...(channel ? [eq(customers.channel, channel)] : []),
    ...(kind ? [eq(customers.guest, kind === 'guest')] : []),
    ...(ordered ? [days < 0 ? lt(customers.lastOrderAt, since) : gte(customers.lastOrderAt, since)] : []),
    ...(bought
      ? [
          sql`exists (select 1 from ${orders} where ${orders.storeId} = ${mine} and ${orders.customerEmail} = ${customers.email}
            and (json_contains(json_extract(${orders.snapshot}, '$.lines[*].product.category'), ${JSON.stringify(bought)})
              or json_contains(json_extract(${orders.snapshot}, '$.lines[*].product.sku'), ${JSON.stringify(bought)})))`,
        ]
      : []),
    ...(mail === 'withheld'
      ? [
          inArray(
            customers.email,
            database()
              .select({ pattern: withholdings.pattern })
              .from(withholdings)
              .where(eq(withholdings.storeId, store.id)),
          ),
        ]
      : []),
    ...(mail === 'unsubscribed'
      ? [
          inArray(
            customers.email,
            database()
              .select({ address: unsubscriptions.address })
              .from(unsubscriptions)
              .where(eq(unsubscriptions.storeId, store.id)),
          ),
        ]
      : []),
    ...(mail === 'failed'
      ? [
          inArray(
            customers.email,
            database()
              .select({ recipient: deliveries.recipient })
              .from(deliveries)
              .where(
                and(
                  eq(deliveries.storeId, store.id),
                  inArray(deliveries.state, ['failed', 'bounced']),
                  gt(deliveries.id, idAt(Date.now() - LATELY_MS)),
                ),
              ),
          ),
        ]
      : []),
  ];
}

/** Countries, categories and products that a list can be narrowed to. */
export async function customerChoices({
  store,
}: Access): Promise<{ countries: string[]; categories: string[]; products: { sku: string; name: string }[] }> {
  const [countries, goods] = await Promise.all([
    database()
      .selectDistinct({ country: customers.country })
      .from(customers)
      .where(eq(customers.storeId, store.id))
      .orderBy(asc(customers.country)),
    database()
      .select({ category: products.category, sku: products.sku, name: products.name })
      .from(products)
      .where(eq(products.storeId, store.id))
      .orderBy(asc(products.category), asc(products.name)),
  ]);
  return {
    countries: countries.map((c) => c.country).filter((c) => c !== '' && c !== 'ZZ'),
    categories: [...new Set(goods.map((g) => g.category))],
    products: goods.map(({ sku, name }) => ({ sku, name })),
  };
}
