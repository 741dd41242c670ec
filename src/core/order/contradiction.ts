/** Whether two tellings of one order number are about the same order. */
import { orderTotals } from './totals';
import type { Order } from './schema';

/** How orders that are made in Libellus begin until a store says otherwise: no shop numbers its orders so. */
export const OWN_ORDERS = 'LBL-';

/** Whether a number begins as orders that are made in Libellus do, or did: what was theirs is no shop's. */
export const isOwnNumber = (number: string, beginnings: readonly string[]): boolean =>
  beginnings.some((beginning) => number.toUpperCase().startsWith(beginning));

/**
 * What differs between an order as it was placed and another of the same number, each as a sentence; empty when they can be one order.
 * Compared are the customer's address, the currency, the lines (product, quantity, price) and the sum. Everything else may be told later.
 */
export function orderContradictions(known: Order, told: Order): string[] {
  const found: string[] = [];
  const address = (o: Order): string => o.customer.email.toLowerCase();
  if (address(known) !== address(told)) {
    found.push(`The customer is ${told.customer.email}, and was ${known.customer.email}.`);
  }
  if (known.currency !== told.currency) found.push(`The currency is ${told.currency}, and was ${known.currency}.`);
  const lines = (o: Order): string[] =>
    o.lines.map((l) => `${l.quantity} of ${l.product.sku} at ${l.unitPrice}`).toSorted((a, b) => (a < b ? -1 : 1));
  const [before, now] = [lines(known), lines(told)];
  const added = now.filter((l) => !before.includes(l));
  const gone = before.filter((l) => !now.includes(l));
  if (added.length > 0) found.push(`It has lines that it had not: ${added.slice(0, 3).join(', ')}.`);
  if (gone.length > 0) found.push(`It has not the lines that it had: ${gone.slice(0, 3).join(', ')}.`);
  if (added.length === 0 && gone.length === 0 && before.length !== now.length) {
    found.push(`It has ${now.length} lines, and had ${before.length}.`);
  }
  const [sumBefore, sumNow] = [orderTotals(known).total, orderTotals(told).total];
  if (sumBefore !== sumNow) found.push(`It comes to ${sumNow}, and came to ${sumBefore} (in minor units).`);
  return found;
}
