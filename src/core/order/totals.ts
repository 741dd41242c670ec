/** An order's figures. Everything is integer arithmetic in minor units, so the parts always equal the total. */
import type { Order, OrderLine } from './schema';

/** All amounts in minor units of the order's currency. */
export interface Totals {
  /** Lines after their own discounts. */
  subtotal: number;
  /** Discounts on the order as a whole, as a positive amount. */
  discount: number;
  shipping: number;
  /** All tax, included in the prices or added to them. */
  tax: number;
  taxIncluded: boolean;
  total: number;
  refunded: number;
  /** Pieces, summed over the lines. */
  itemCount: number;
}

/** What a line comes to, in minor units: its pieces, less its own discount. */
export function lineTotal(line: OrderLine): number {
  return line.unitPrice * line.quantity - (line.discount ?? 0);
}

const sum = (amounts: readonly number[]): number => amounts.reduce((a, b) => a + b, 0);

/** Adds an order up: lines - discounts + shipping (+ tax, when prices are without it). */
export function orderTotals(order: Order): Totals {
  const subtotal = sum(order.lines.map(lineTotal));
  const discount = sum((order.discounts ?? []).map((d) => d.amount));
  const shipping = order.shipping?.price ?? 0;
  const tax = sum((order.taxes ?? []).map((t) => t.amount));
  const taxIncluded = order.taxIncluded ?? true;
  const total = subtotal - discount + shipping + (taxIncluded ? 0 : tax);
  const refunded = sum((order.refunds ?? []).map((r) => r.amount));
  return {
    subtotal,
    discount,
    shipping,
    tax,
    taxIncluded,
    total,
    refunded,
    itemCount: sum(order.lines.map((l) => l.quantity)),
  };
}

/**
 * Tax contained in an amount that includes it, rounded half up to the minor unit.
 * `rate` is in percent: taxIncludedIn(11900, 19) is 1900.
 */
export function taxIncludedIn(amount: number, rate: number): number {
  return Math.round((amount * rate) / (100 + rate));
}

/** Tax to add to an amount without it, rounded half up. */
export function taxOn(amount: number, rate: number): number {
  return Math.round((amount * rate) / 100);
}
