/** What a store suggests to go with an order: asked of what was worked out, in two short readings. */
import { and, desc, eq, inArray, ne } from 'drizzle-orm';
import type { Order } from '@/core/order';
import type { SuggestedProduct } from '@/core/snapshot';
import { suggest, type Ordered, type ProductCompanions } from '@/core/suggest';
import type { SuggestionsWanted } from '@/core/template';
import { plainLine } from '@/core/text';
import type { SuggestionShown, SuggestionsByBlock } from '@/contract/suggestions';
import { config } from '../base/config';
import { database } from '../db/client';
import { companions, orders, popularProducts, products, type stores } from '../db/schema';

type Store = Pick<typeof stores.$inferSelect, 'id' | 'currency' | 'facts'>;

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
  const skus = ordered.map((o) => o.sku);
  const categories = [...new Set(ordered.flatMap((o) => o.category ?? []))];
  const byRule = (...rules: string[]): boolean => wants.some((w) => rules.includes(w.rule));
  const db = database();
  const [found, popular] = await Promise.all([
    skus.length > 0 && byRule('bought-with')
      ? db
          .select()
          .from(companions)
          .where(and(eq(companions.storeId, store.id), inArray(companions.sku, skus)))
      : [],
    categories.length > 0 && (byRule('category') || wants.some((w) => w.fill))
      ? db
          .select()
          .from(popularProducts)
          .where(and(eq(popularProducts.storeId, store.id), inArray(popularProducts.category, categories)))
      : [],
  ]);
  const candidates = [
    ...wants.flatMap((w) => w.products ?? []),
    ...found.flatMap((f) => f.others.map((o) => o.sku)),
    ...popular.flatMap((p) => p.best.map((b) => b.sku)),
    // Why is said with the name of what was ordered.
    ...skus,
  ];
  if (candidates.length === 0) return {};
  const rows = await db
    .select()
    .from(products)
    .where(and(eq(products.storeId, store.id), inArray(products.sku, [...new Set(candidates)])));
  const known = new Map(rows.map((p) => [p.sku, p]));
  const facts = {
    companions: new Map(
      found.map((f): [string, ProductCompanions] => [f.sku, { sku: f.sku, orders: f.orders, with: f.others }]),
    ),
    popular: new Map(popular.map((p) => [p.category, p.best])),
    has: (sku: string) => known.has(sku),
  };
  return Object.fromEntries(
    wants.map((want) => [
      want.id,
      suggest(want, ordered, facts).map(({ sku, why }): SuggestionShown => ({
        sku,
        product: shown(known.get(sku)!, store, order.currency),
        why,
        ...(why.kind === 'bought-with' && {
          withName:
            known.get(why.sku)?.name ?? order.lines.find((l) => l.product.sku === why.sku)?.product.name ?? why.sku,
        }),
      })),
    ]),
  );
}

const linesOf = ({ lines }: Pick<Order, 'lines'>): Ordered[] => [
  ...new Map(lines.map(({ product }) => [product.sku, { sku: product.sku, category: product.category }])).values(),
];

/** What somebody ordered of late, newest first. */
async function orderedBy(storeId: string, email: string): Promise<Ordered[]> {
  const rows = await database()
    .select({ order: orders.snapshot })
    .from(orders)
    .where(and(eq(orders.storeId, storeId), eq(orders.customerEmail, email), ne(orders.status, 'OrderCancelled')))
    .orderBy(desc(orders.id))
    .limit(NEWEST);
  return linesOf({ lines: rows.flatMap((r) => r.order.lines) });
}

/** A price is shown in the store's currency only: in no other is it known. */
function shown(row: typeof products.$inferSelect, store: Store, currency: string): SuggestedProduct {
  return {
    name: plainLine(row.name),
    url: row.url,
    imageUrl: row.picture === '' ? '' : `${config().url}/media/${row.picture}`,
    ...(currency === store.currency && { price: { minor: row.price, currency } }),
  };
}
