/** What was paid for the parts of an order: its lines, pieces of them, and shipping. All amounts in minor units. */
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
  const goods = order.lines.map(lineTotal);
  const discount = (order.discounts ?? []).reduce((a, d) => a + d.amount, 0);
  // A discount may be worth more than the goods and reach into shipping.
  const parts = [...goods, ...(order.shipping ? [order.shipping.price] : [])];
  const subtotal = goods.reduce((a, b) => a + b, 0);
  const off = spread(Math.min(discount, subtotal), goods);
  const net = parts.map((p, i) => p - (off[i] ?? 0));
  if (discount > subtotal && order.shipping) net[net.length - 1]! -= discount - subtotal;
  if (order.taxIncluded ?? true) return net;
  const tax = (order.taxes ?? []).reduce((a, t) => a + t.amount, 0);
  return net.map((n, i) => n + spread(tax, net)[i]!);
}

/** What some pieces of a line were paid with, when others of it went before: all takings together are the line. */
export function paidForPieces(order: Order, lineIndex: number, before: number, quantity: number): number {
  return shareOf(paidForLines(order)[lineIndex]!, order.lines[lineIndex]!.quantity, before, quantity);
}
