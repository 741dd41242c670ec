/**
 * Which products are bought together, counted over a store's orders (market basket analysis: support and lift).
 *
 * For products a and b in N orders, with n(a), n(b) and n(ab) orders that hold a, b and both:
 * support = n(ab), lift = n(ab) * N / (n(a) * n(b)). A lift of 3 means that b is in orders with a three times as often as in any.
 * What many bought together and is not merely popular comes first: by support times the logarithm of lift.
 */

/** A product that is bought with another. */
export interface Companion {
  sku: string;
  /** Orders that hold both. */
  support: number;
  lift: number;
}

/** What is known of a product. */
export interface ProductCompanions {
  sku: string;
  /** Orders that hold it. */
  orders: number;
  /** The best first. */
  with: Companion[];
}

/** Orders as what is in them: product i of order j is `items[starts[j] + i]`, an index into `skus`, each once an order. */
export interface Baskets {
  skus: readonly string[];
  items: Int32Array;
  /** One more than there are orders: an order ends where the next begins. */
  starts: Int32Array;
}

/** Companions that are kept of each product. */
export const KEPT = 12;
/** Orders with more products than this say little of what goes together, and cost the square of it. */
export const LARGEST_ORDER = 40;
/** A lift below this is chance. */
const LEAST_LIFT = 1.2;
/** Products worked out in one step. */
const A_STEP = 500;

/** Orders that have to hold both: 2 in the first hundred, one more for each order of magnitude (6 of a million). */
export const leastSupport = (orders: number): number => Math.max(2, Math.ceil(Math.log10(Math.max(1, orders))));

/** Gathers orders one by one. */
export class BasketCounter {
  private readonly index = new Map<string, number>();
  private readonly skus: string[] = [];
  private items = new Int32Array(1 << 16);
  private used = 0;
  private readonly starts: number[] = [0];

  /** An order's stock numbers, each once however many pieces there are. */
  add(order: Iterable<string>): void {
    for (const sku of new Set(order)) {
      let i = this.index.get(sku);
      if (i === undefined) {
        i = this.skus.length;
        this.index.set(sku, i);
        this.skus.push(sku);
      }
      if (this.used === this.items.length) {
        const larger = new Int32Array(this.items.length * 2);
        larger.set(this.items);
        this.items = larger;
      }
      this.items[this.used] = i;
      this.used += 1;
    }
    this.starts.push(this.used);
  }

  baskets(): Baskets {
    return { skus: this.skus, items: this.items.subarray(0, this.used), starts: Int32Array.from(this.starts) };
  }
}

/** For each product the orders that hold it, as a list of all lists with where each begins. */
function ordersByProduct({ skus, items, starts }: Baskets): { orders: Int32Array; from: Int32Array } {
  const from = new Int32Array(skus.length + 1);
  for (const product of items) from[product + 1]! += 1;
  for (let i = 0; i < skus.length; i += 1) from[i + 1]! += from[i]!;
  const next = from.slice();
  const orders = new Int32Array(items.length);
  for (let order = 0; order + 1 < starts.length; order += 1) {
    for (let at = starts[order]!; at < starts[order + 1]!; at += 1) {
      const product = items[at]!;
      orders[next[product]!] = order;
      next[product]! += 1;
    }
  }
  return { orders, from };
}

/** Works out what every product is bought with, some products at a step, so that others are answered in between. */
export function* companionsInSteps(baskets: Baskets): Generator<ProductCompanions[], void> {
  const { skus, items, starts } = baskets;
  const total = starts.length - 1;
  const least = leastSupport(total);
  const { orders, from } = ordersByProduct(baskets);
  const counts = new Int32Array(skus.length);
  const touched: number[] = [];
  let found: ProductCompanions[] = [];
  for (let product = 0; product < skus.length; product += 1) {
    for (let i = from[product]!; i < from[product + 1]!; i += 1) {
      const order = orders[i]!;
      const [begin, end] = [starts[order]!, starts[order + 1]!];
      if (end - begin > LARGEST_ORDER) continue;
      for (let at = begin; at < end; at += 1) {
        const other = items[at]!;
        if (counts[other] === 0) touched.push(other);
        counts[other]! += 1;
      }
    }
    const own = from[product + 1]! - from[product]!;
    const best: (Companion & { score: number })[] = [];
    for (const other of touched) {
      const support = counts[other]!;
      counts[other] = 0;
      if (other === product || support < least) continue;
      const lift = (support * total) / (own * (from[other + 1]! - from[other]!));
      if (lift >= LEAST_LIFT) best.push({ sku: skus[other]!, support, lift, score: scoreOf(support, lift) });
    }
    touched.length = 0;
    best.sort((a, b) => b.score - a.score || (a.sku < b.sku ? -1 : 1));
    found.push({
      sku: skus[product]!,
      orders: own,
      with: best.slice(0, KEPT).map(({ sku, support, lift }) => ({ sku, support, lift: Math.round(lift * 100) / 100 })),
    });
    if (found.length === A_STEP) {
      yield found;
      found = [];
    }
  }
  yield found;
}

/** How much a pair says: what many bought together and is not merely popular. */
export const scoreOf = (support: number, lift: number): number => support * Math.log(Math.max(1, lift));
