/** What a store suggests to go with an order: asked of what was worked out, in one short reading for each rule. */
import { and, desc, eq, inArray, ne, sql } from 'drizzle-orm';
import type { Order } from '@/core/order';
import type { SuggestedProduct } from '@/core/snapshot';
import { MOST_SUGGESTED, suggest, type Ordered, type ProductCompanions } from '@/core/suggest';
import type { SuggestionsWanted } from '@/core/template';
import { plainLine } from '@/core/text';
import type { SuggestionShown, SuggestionsByBlock } from '@/contract/suggestions';
import { config } from '../base/config';
import { database } from '../db/client';
import { companions, orders, popularProducts, products, type stores } from '../db/schema';

type Store = Pick<typeof stores.$inferSelect, 'id' | 'currency' | 'facts'>;

/** Companions of each product that are looked at: two more than a block suggests, as some are in the order. */
const OF_EACH = MOST_SUGGESTED + 2;
/** Newest orders of a person that a message without an order suggests by. */
const NEWEST = 10;
/** Products of an order that are asked about: the others say hardly anything more. */
const ASKED = 60;

/** The products that blocks suggest for an order; of a message about no order, for what its customer ordered of late. */
export async function suggestionsFor(
  store: Store,
  order: Pick<Order, 'lines' | 'customer' | 'currency'>,
  wants: readonly SuggestionsWanted[],
): Promise<SuggestionsByBlock> {
  const ordered = (order.lines.length > 0 ? linesOf(order) : await orderedBy(store.id, order.customer.email)).slice(
    0,
    ASKED,
  );
  const categories = [...new Set(ordered.flatMap((o) => o.category ?? []))];
  const byRule = (...rules: string[]): boolean => wants.some((w) => rules.includes(w.rule));
  const [bought, popular, chosen] = await Promise.all([
    byRule('bought-with')
      ? companionsOf(
          store.id,
          ordered.map((o) => o.sku),
        )
      : [],
    byRule('category') || wants.some((w) => w.fill) ? popularOf(store.id, categories) : [],
    chosenProducts(
      store.id,
      wants.flatMap((w) => w.products ?? []),
    ),
  ]);
  const known = new Map([...bought, ...popular, ...chosen].map((p) => [p.sku, p]));
  const facts = {
    companions: byKey(
      bought,
      (p) => p.ofSku,
      (list, ofSku): ProductCompanions => ({
        sku: ofSku,
        orders: list[0]!.ofOrders,
        with: list.map(({ sku, support, lift }) => ({ sku, support, lift })),
      }),
    ),
    popular: byKey(
      popular,
      (p) => p.category,
      (list) => list.map(({ sku, orders: n }) => ({ sku, orders: n })),
    ),
    has: (sku: string) => known.has(sku),
  };
  const nameOf = (sku: string): string => ordered.find((o) => o.sku === sku)?.name ?? sku;
  return Object.fromEntries(
    wants.map((want) => [
      want.id,
      suggest(want, ordered, facts).map(({ sku, why }): SuggestionShown => ({
        sku,
        product: shown(known.get(sku)!, store, order.currency),
        why,
        ...(why.kind === 'bought-with' && { withName: nameOf(why.sku) }),
      })),
    ]),
  );
}

interface ProductRow {
  sku: string;
  name: string;
  price: number;
  url: string;
  picture: string;
}

function byKey<T, V>(
  rows: readonly T[],
  keyOf: (row: T) => string,
  valueOf: (rows: readonly T[], key: string) => V,
): Map<string, V> {
  const groups = new Map<string, T[]>();
  for (const row of rows) (groups.get(keyOf(row)) ?? groups.set(keyOf(row), []).get(keyOf(row))!).push(row);
  return new Map([...groups].map(([key, list]) => [key, valueOf(list, key)]));
}

type BoughtRow = ProductRow & { ofSku: string; ofOrders: number; support: number; lift: number };

/** What products are bought with, as the store has them now: one asking, as a message waits for it. */
async function companionsOf(storeId: string, skus: readonly string[]): Promise<BoughtRow[]> {
  if (skus.length === 0) return [];
  const [rows] = (await database().execute(sql`
    select c.sku as ofSku, c.orders as ofOrders, c.support, c.lift, p.sku, p.name, p.price, p.url, p.picture
    from ${companions} c
    join ${products} p on p.store_id = c.store_id and p.sku = c.other
    where c.store_id = ${storeId} and c.sku in ${skus} and c.place <= ${OF_EACH}
    order by c.sku, c.place`)) as unknown as [BoughtRow[]];
  return rows;
}

/** What is ordered most often of categories, as the store has it now. */
async function popularOf(
  storeId: string,
  categories: readonly string[],
): Promise<(ProductRow & { category: string; orders: number })[]> {
  if (categories.length === 0) return [];
  const [rows] = (await database().execute(sql`
    select b.category, j.orders, p.sku, p.name, p.price, p.url, p.picture
    from ${popularProducts} b
    join json_table(b.best, '$[*]' columns (
      at for ordinality, sku varchar(64) path '$.sku', orders int path '$.orders')) j
    join ${products} p on p.store_id = b.store_id and p.sku = j.sku collate utf8mb4_nopad_bin
    where b.store_id = ${storeId} and b.category in ${categories}
    order by b.category, j.at`)) as unknown as [(ProductRow & { category: string; orders: number })[]];
  return rows;
}

async function chosenProducts(storeId: string, skus: readonly string[]): Promise<ProductRow[]> {
  if (skus.length === 0) return [];
  const { sku, name, price, url, picture } = products;
  return database()
    .select({ sku, name, price, url, picture })
    .from(products)
    .where(and(eq(products.storeId, storeId), inArray(sku, [...skus])));
}

const linesOf = ({ lines }: Pick<Order, 'lines'>): (Ordered & { name: string })[] => [
  ...new Map(
    lines.map(({ product: { sku, category, name } }) => [sku, { sku, category, name: plainLine(name) }]),
  ).values(),
];

/** What somebody ordered of late, newest first. */
async function orderedBy(storeId: string, email: string): Promise<(Ordered & { name: string })[]> {
  const rows = await database()
    .select({ order: orders.snapshot })
    .from(orders)
    .where(and(eq(orders.storeId, storeId), eq(orders.customerEmail, email), ne(orders.status, 'OrderCancelled')))
    .orderBy(desc(orders.id))
    .limit(NEWEST);
  return linesOf({ lines: rows.flatMap((r) => r.order.lines) });
}

/** A price is shown in the store's currency only: in no other is it known. */
function shown(row: ProductRow, store: Store, currency: string): SuggestedProduct {
  return {
    name: plainLine(row.name),
    url: row.url,
    imageUrl: row.picture === '' ? '' : `${config().url}/media/${row.picture}`,
    ...(currency === store.currency && { price: { minor: row.price, currency } }),
  };
}
