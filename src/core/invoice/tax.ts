/** An order's tax by rate: what is taxed, and what the tax on it is. All amounts in minor units. */
import type { Order } from '../order/schema';
import { spread } from '../order/shares';
import { lineTotal, orderTotals } from '../order/totals';

export interface TaxRow {
  /** Percent; 0 where an order has no tax. */
  rate: number;
  /** As the order names it; empty where it has none. */
  label: string;
  net: number;
  tax: number;
  gross: number;
}

/** What of a rate goes into an invoice before tax: its lines, its part of the discounts, its shipping; as priced. */
export interface RateParts {
  rate: number;
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

/** The table of taxes of an invoice, the highest rate first. Its gross amounts come to the order's total where rates are known. */
export function taxTable(order: Order): TaxRow[] {
  const { taxIncluded } = orderTotals(order);
  const taxes = order.taxes ?? [];
  const parts = partsByRate(order);
  const labelOf = (rate: number): string => taxes.find((t) => t.rate === rate)?.label ?? '';
  const taxOf = (rate: number): number => taxes.reduce((sum, t) => (t.rate === rate ? sum + t.amount : sum), 0);
  if (parts) {
    return parts.map(({ rate, lines, discount, shipping }) => {
      const priced = lines.reduce((sum, i) => sum + lineTotal(order.lines[i]!), 0) - discount + shipping;
      const tax = taxOf(rate);
      const net = taxIncluded ? priced - tax : priced;
      return { rate, label: labelOf(rate), net, tax, gross: net + tax };
    });
  }
  // Nobody says what is taxed how: it is worked back from the taxes themselves.
  return taxes.map(({ rate, label, amount }) => {
    const net = rate === 0 ? 0 : Math.round((amount * 100) / rate);
    return { rate, label, net, tax: amount, gross: net + amount };
  });
}
