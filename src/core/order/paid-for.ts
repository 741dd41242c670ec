/** What was paid for the parts of an order: its lines, pieces of them, and shipping. All amounts in minor units. */
import { partsOfLines } from './pieces';
import { partsByRate } from './rates';
import type { Order } from './schema';
import { shareOf, spread } from './shares';
import { lineTotal } from './totals';

/**
 * What was paid for each line, in the order of the lines: after its share of the order's discounts, with its share of tax where prices
 * are without it. Together with {@link paidForShipping} they are the order's total.
 */
export function paidForLines(order: Order): number[] {
  return paidParts(order).slice(0, order.lines.length);
}

/** What was paid for shipping, tax included. */
export function paidForShipping(order: Order): number {
  return order.shipping ? (paidParts(order).at(-1) ?? 0) : 0;
}

function paidParts(order: Order): number[] {
  const net = pricedParts(order);
  if (order.taxIncluded ?? true) return net;
  const taxes = order.taxes ?? [];
  const taxOf = (of: readonly { amount: number }[]): number => of.reduce((a, t) => a + t.amount, 0);
  const byRate = partsByRate(order);
  // Where nobody says what is taxed how, all parts have their share of all tax.
  if (!byRate) {
    const shares = spread(taxOf(taxes), net);
    return net.map((n, i) => n + shares[i]!);
  }
  const paid = [...net];
  for (const part of byRate) {
    const places = part.shipping > 0 ? [...part.lines, order.lines.length] : part.lines;
    const shares = spread(
      taxOf(taxes.filter((t) => t.rate === part.rate)),
      places.map((i) => net[i]!),
    );
    places.forEach((place, i) => (paid[place]! += shares[i]!));
  }
  return paid;
}

/** The lines and, where there is some, shipping at their prices, less their share of the order's discounts; before tax that is added. */
export function pricedParts(order: Order): number[] {
  const goods = order.lines.map(lineTotal);
  const discount = (order.discounts ?? []).reduce((a, d) => a + d.amount, 0);
  // A discount may be worth more than the goods and reach into shipping.
  const parts = [...goods, ...(order.shipping ? [order.shipping.price] : [])];
  const subtotal = goods.reduce((a, b) => a + b, 0);
  const off = spread(Math.min(discount, subtotal), goods);
  const net = parts.map((p, i) => p - (off[i] ?? 0));
  if (discount > subtotal && order.shipping) net[net.length - 1]! -= discount - subtotal;
  return net;
}

/** What some pieces of a line were paid with, when others of it went before: all takings together are the line. */
export function paidForPieces(order: Order, lineIndex: number, before: number, quantity: number): number {
  return shareOf(paidForLines(order)[lineIndex]!, order.lines[lineIndex]!.quantity, before, quantity);
}

/** What some pieces of a product were paid with, when `before` others of it went before: taken from its lines, the first lines first. */
export function paidForProduct(order: Order, sku: string, before: number, quantity: number): number {
  return partsOfLines(order, sku, before, quantity).reduce(
    (sum, part) => sum + paidForPieces(order, part.line, part.before, part.quantity),
    0,
  );
}
