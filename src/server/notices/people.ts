/** The people of a store as its orders tell of them, and those of them that a selection chooses. */
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { Selection, PersonFacts } from '@/core/notices';
import { isChosen } from '@/core/notices';
import type { Order } from '@/core/order';
import { database } from '../db/client';
import { consents, customers, orders, type stores } from '../db/schema';
import { unsubscribedOf } from '../events/unsubscribed';

type Store = Pick<typeof stores.$inferSelect, 'id' | 'currency' | 'language'>;

/** Someone who is chosen, with what a message to them needs. */
export interface Chosen extends PersonFacts {
  /** The number of their newest order's row. */
  newest: string;
}

/**
 * Whom a selection chooses, by address. Sums and dates come from the table of orders alone; what was bought, and where somebody lives,
 * is read from the orders themselves, only when the selection asks for it.
 */
export async function chosenPeople(store: Store, selection: Selection, now: number): Promise<Chosen[]> {
  const db = database();
  const rows = await db
    .select({
      email: sql<string>`lower(${orders.customerEmail})`.as('email'),
      newest: sql<string>`max(${orders.id})`,
      orders: sql<number>`count(*)`,
      spent: sql<number>`sum(if(${orders.currency} = ${store.currency} and ${orders.status} <> 'OrderCancelled', ${orders.total}, 0))`,
      lastOrderAt: sql<Date | string>`max(${orders.placedAt})`,
    })
    .from(orders)
    .where(eq(orders.storeId, store.id))
    .groupBy(sql`email`);
  const bought = await buyersOf(store.id, selection);
  const heads = await furtherAddresses(store.id);
  const people: Chosen[] = [];
  const likely = rows
    .map((r) => ({
      ...r,
      orders: Number(r.orders),
      spent: Number(r.spent),
      lastOrderAt: instant(r.lastOrderAt),
      country: '',
      language: '',
      channel: '',
    }))
    .filter((p) => !p.email.endsWith('.invalid'));
  const { countries, languages, channels, ...rest } = selection;
  const buyers = bought && new Set([...bought].map((email) => heads.get(email) ?? email));
  const placed = asPersons(likely, heads).filter((p) => (!buyers || buyers.has(p.email)) && isChosen(rest, p, now));
  if (!countries && !languages && !channels) return placed.sort(byAddress);
  for (let at = 0; at < placed.length; at += 2_000) {
    const some = placed.slice(at, at + 2_000);
    const found = await placesOf(some.map((p) => p.newest));
    for (const person of some) {
      const whole = { ...person, ...found.get(person.newest) };
      if (isChosen(selection, whole, now)) people.push(whole);
    }
  }
  return people.sort(byAddress);
}

/** The address of the customer that each further address was joined into, in small letters; empty where none was. */
async function furtherAddresses(storeId: string): Promise<Map<string, string>> {
  const head = alias(customers, 'head');
  const rows = await database()
    .select({ email: sql<string>`lower(${customers.email})`, head: sql<string>`lower(${head.email})` })
    .from(customers)
    .innerJoin(head, eq(head.id, customers.joinedInto))
    .where(eq(customers.storeId, storeId));
  return new Map(rows.map((r) => [r.email, r.head]));
}

/** Who has several addresses is one person, written to once: what they ordered under all of them counts. */
function asPersons(rows: Chosen[], heads: ReadonlyMap<string, string>): Chosen[] {
  if (heads.size === 0) return rows;
  const persons = new Map<string, Chosen>();
  for (const row of rows) {
    const email = heads.get(row.email) ?? row.email;
    const there = persons.get(email);
    if (!there) {
      persons.set(email, { ...row, email });
      continue;
    }
    const newer = row.lastOrderAt > there.lastOrderAt ? row : there;
    persons.set(email, {
      ...newer,
      email,
      orders: row.orders + there.orders,
      spent: row.spent + there.spent,
    });
  }
  return [...persons.values()];
}

/** One order everywhere, whatever the database's collation says: planning goes on after an address. */
const byAddress = (a: Chosen, b: Chosen): number => (a.email < b.email ? -1 : 1);

const instant = (value: Date | string): number =>
  value instanceof Date ? value.getTime() : Date.parse(`${value.replace(' ', 'T')}Z`);

/** Who bought any of the products or categories of a selection, by address; undefined when it names none. */
async function buyersOf(storeId: string, { products, categories }: Selection): Promise<Set<string> | undefined> {
  if (!products && !categories) return undefined;
  const holds = (path: string, values: readonly string[]) =>
    sql`json_overlaps(json_extract(${orders.snapshot}, ${path}), ${JSON.stringify(values)})`;
  const find = async (where: ReturnType<typeof sql>): Promise<Set<string>> => {
    const rows = await database()
      .selectDistinct({ email: sql<string>`lower(${orders.customerEmail})` })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), where));
    return new Set(rows.map((r) => r.email));
  };
  const [byProduct, byCategory] = await Promise.all([
    products && find(holds('$.lines[*].product.sku', products)),
    categories && find(holds('$.lines[*].product.category', categories)),
  ]);
  if (!byProduct || !byCategory) return byProduct ?? byCategory;
  return new Set([...byProduct].filter((email) => byCategory.has(email)));
}

async function placesOf(ids: readonly string[]) {
  const rows = await database()
    .select({
      id: orders.id,
      language: orders.language,
      channel: orders.channel,
      country: sql<
        string | null
      >`coalesce(json_value(${orders.snapshot}, '$.shippingAddress.country'), json_value(${orders.snapshot}, '$.billingAddress.country'))`,
    })
    .from(orders)
    .where(inArray(orders.id, [...ids]));
  return new Map(rows.map(({ id, country, ...r }) => [id, { ...r, country: country ?? '' }]));
}

/** What is known of some chosen people: who they are by their newest order, what they agreed to, what they do not want. */
export interface Known {
  /** Of their newest order. */
  customer: Order['customer'];
  language: string;
  channel: string;
  agreed: boolean;
  unsubscribed: readonly ('feedback' | 'offers')[];
}

/** What is known of people, by address. */
export async function knownPeople(storeId: string, people: readonly Chosen[]): Promise<Map<string, Known>> {
  if (people.length === 0) return new Map();
  const emails = people.map((p) => p.email);
  const asked = new Set(emails);
  const further = [...(await furtherAddresses(storeId))].filter(([, head]) => asked.has(head));
  const [newest, agreed, unsubscribed, chosen] = await Promise.all([
    database()
      .select({
        id: orders.id,
        language: orders.language,
        channel: orders.channel,
        customer: sql<string>`json_extract(${orders.snapshot}, '$.customer')`,
      })
      .from(orders)
      .where(
        inArray(
          orders.id,
          people.map((p) => p.newest),
        ),
      ),
    database()
      .select({ address: consents.address })
      .from(consents)
      .where(and(eq(consents.storeId, storeId), eq(consents.agreed, true), inArray(consents.address, emails))),
    unsubscribedOf(storeId, [...emails, ...further.map(([email]) => email)]),
    database()
      .select({ email: customers.email, language: customers.language })
      .from(customers)
      .where(
        and(
          eq(customers.storeId, storeId),
          eq(customers.languageKept, true),
          ne(customers.language, ''),
          inArray(customers.email, emails),
        ),
      ),
  ]);
  // What they chose goes before the language of an order.
  const languages = new Map(chosen.map((c) => [c.email.toLowerCase(), c.language]));
  const orderOf = new Map(newest.map((o) => [o.id, o]));
  const agreeing = new Set(agreed.map((a) => a.address));
  return new Map(
    people.flatMap((p): [string, Known][] => {
      const order = orderOf.get(p.newest);
      if (!order) return [];
      const { customer, language, channel } = order;
      return [
        [
          p.email,
          {
            customer: (typeof customer === 'string' ? JSON.parse(customer) : customer) as Order['customer'],
            language: languages.get(p.email) ?? language,
            channel,
            agreed: agreeing.has(p.email),
            // Whoever said no under one address of theirs said it.
            unsubscribed: [p.email, ...further.filter(([, head]) => head === p.email).map(([email]) => email)].flatMap(
              (email) => unsubscribed.get(email) ?? [],
            ),
          },
        ],
      ];
    }),
  );
}
