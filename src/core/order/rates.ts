/** Which parts of an order are taxed at which rate. All amounts in minor units. */
import type { Order } from './schema';
import { spread } from './shares';
import { lineTotal } from './totals';

/** What of an order is taxed at a rate, as priced: its lines, its part of the discounts, its shipping. */
export interface RateParts {
  /** Percent. */
  rate: number;
  /** Their places in the order. */
  lines: number[];
  discount: number;
  shipping: number;
}

/**
 * The parts of an order by their tax rates; undefined when nothing says which rate a part has. With one rate, or none, all parts have it;
 * with several, lines and shipping have to name theirs.
 */
export function partsByRate(order: Order): RateParts[] | undefined {
  const rates = (order.taxes ?? []).map((t) => t.rate);
  const only = rates.length === 0 ? 0 : rates.length === 1 ? rates[0] : undefined;
  const goods = order.lines.map(lineTotal);
  const discount = (order.discounts ?? []).reduce((sum, d) => sum + d.amount, 0);
  // A discount beyond the goods reaches into shipping, which no rate can be told of.
  if (discount > goods.reduce((a, b) => a + b, 0)) return undefined;
  const off = spread(discount, goods);
  const parts = new Map<number, RateParts>();
  const of = (rate: number): RateParts => {
    let part = parts.get(rate);
    if (!part) parts.set(rate, (part = { rate, lines: [], discount: 0, shipping: 0 }));
    return part;
  };
  for (const [i, line] of order.lines.entries()) {
    const rate = line.taxRate ?? only;
    if (rate === undefined) return undefined;
    const part = of(rate);
    part.lines.push(i);
    part.discount += off[i]!;
  }
  if (order.shipping && order.shipping.price > 0) {
    const rate = order.shipping.taxRate ?? only;
    if (rate === undefined) return undefined;
    of(rate).shipping += order.shipping.price;
  }
  const told = new Set(rates);
  const known = [...parts.values()].toSorted((a, b) => b.rate - a.rate);
  // Rates that the order does not tax, or taxes that no part has, do not fit together.
  if (known.some((p) => p.rate > 0 && !told.has(p.rate))) return undefined;
  return rates.every((rate) => rate === 0 || parts.has(rate)) ? known : undefined;
}
