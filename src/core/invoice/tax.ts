/** An order's tax by rate: what is taxed, and what the tax on it is. All amounts in minor units. */
import { partsByRate } from '../order/rates';
import type { Order } from '../order/schema';
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
