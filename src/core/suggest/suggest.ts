/** Products to go with what somebody ordered: by rule, never one that is in the order, each with why. */
import type { ProductCompanions } from './companions';
import { scoreOf } from './companions';

/** Products that one block suggests at most. */
export const MOST_SUGGESTED = 6;

/** What a block asks for. */
export interface SuggestionRule {
  rule: 'bought-with' | 'category' | 'chosen';
  count: number;
  /** Chosen by hand, in their order. */
  products?: readonly string[] | undefined;
  /** Where too few are bought with it: more of the same category. */
  fill?: boolean | undefined;
}

export type Why =
  | { kind: 'bought-with'; sku: string; support: number; orders: number; lift: number }
  | { kind: 'category'; category: string; orders: number }
  | { kind: 'chosen' };

export interface Suggested {
  sku: string;
  why: Why;
}

/** What is known of a store's products when they are suggested. */
export interface KnownProducts {
  /** Of the products ordered. */
  companions: ReadonlyMap<string, ProductCompanions>;
  /** Of the categories ordered, and of all products where nothing was ordered: what is bought most often, first. */
  popular: ReadonlyMap<string, readonly { sku: string; orders: number }[]>;
  /** A product that the store still has. */
  has: (sku: string) => boolean;
}

export interface Ordered {
  sku: string;
  category?: string | undefined;
}

/** What to suggest to whoever ordered something, the best first; at most as many as are asked for. */
export function suggest(
  { rule, count, products = [], fill = false }: SuggestionRule,
  ordered: readonly Ordered[],
  known: KnownProducts,
): Suggested[] {
  const taken = new Set(ordered.map((o) => o.sku));
  const found: Suggested[] = [];
  const take = (candidates: Iterable<Suggested>): void => {
    for (const candidate of candidates) {
      if (found.length >= count) return;
      if (taken.has(candidate.sku) || !known.has(candidate.sku)) continue;
      taken.add(candidate.sku);
      found.push(candidate);
    }
  };
  if (rule === 'chosen') take(products.map((sku) => ({ sku, why: { kind: 'chosen' } })));
  if (rule === 'bought-with') take(boughtWith(ordered, known));
  if (rule === 'category' || (rule === 'bought-with' && fill)) take(ofCategories(ordered, known));
  return found;
}

/** What is bought with any of the products, by what all of them say of it together; why names the one that says most. */
function boughtWith(ordered: readonly Ordered[], { companions }: KnownProducts): Suggested[] {
  const scores = new Map<string, { score: number; best: number; why: Why }>();
  for (const { sku } of ordered) {
    const product = companions.get(sku);
    for (const { sku: other, support, lift } of product?.with ?? []) {
      const score = scoreOf(support, lift);
      const why: Why = { kind: 'bought-with', sku, support, orders: product!.orders, lift };
      const known = scores.get(other);
      if (!known) scores.set(other, { score, best: score, why });
      else {
        known.score += score;
        if (score > known.best) Object.assign(known, { best: score, why });
      }
    }
  }
  return [...scores]
    .toSorted(([a, x], [b, y]) => y.score - x.score || (a < b ? -1 : 1))
    .map(([sku, { why }]) => ({ sku, why }));
}

/** The most bought of the categories of an order, taken in turns where there are several. */
function ofCategories(ordered: readonly Ordered[], { popular }: KnownProducts): Suggested[] {
  const categories = [...new Set(ordered.flatMap((o) => o.category ?? []))];
  const lists = categories.map((category) =>
    (popular.get(category) ?? []).map(({ sku, orders }): Suggested => ({
      sku,
      why: { kind: 'category', category, orders },
    })),
  );
  const longest = Math.max(0, ...lists.map((l) => l.length));
  return Array.from({ length: longest }, (_, i) => lists.flatMap((l) => l[i] ?? [])).flat();
}
