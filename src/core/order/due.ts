/** How an order stands in money: what came in, and what is still to be paid. All amounts in minor units. */
import { paidForProduct } from './paid-for';
import { pieceAccounts, type PieceAccount } from './pieces';
import type { Order } from './schema';
import { orderTotals } from './totals';

/**
 * What has come in for an order: all of it when it is paid, unless it says how much that was. One that says nothing of its payment is taken
 * to be paid where money goes back.
 */
export function amountReceived(order: Order): number {
  const { payment } = order;
  return payment?.received ?? (payment?.paid === false ? 0 : orderTotals(order).total);
}

/**
 * What of an order was not sent and will not be: its price, shipping with it when nothing left and nothing will, and what was given back for
 * it. A piece is no more sent when it was cancelled, or paid back before it left.
 */
export function neverSent(order: Order): { price: number; back: number } {
  if (!order.cancellations && !order.refunds && order.status !== 'OrderCancelled') return { price: 0, back: 0 };
  const { total, refunded } = orderTotals(order);
  const accounts = pieceAccounts(order);
  const of = (amount: (account: PieceAccount) => number): number => accounts.reduce((sum, a) => sum + amount(a), 0);
  const price = accounts.every((a) => a.sent === 0 && a.open === 0)
    ? total
    : of((a) => paidForProduct(order, a.sku, a.sent + a.open, a.quantity - a.sent - a.open));
  // What was given back beyond the price of all the rest was for these, whether it said so or not.
  return {
    price,
    back: Math.max(
      of((a) => a.backForUnsent),
      refunded - (total - price),
    ),
  };
}

/**
 * What is still to be paid: the price of what was sent or is still to be sent, with shipping, less what came in and was not given back for
 * pieces that never left. Nothing once it is paid, and nothing when nothing of it left and nothing will. Money given back for pieces that
 * were sent, for shipping or as goodwill lowers the price as much as what is left of the payment, so that neither is counted.
 */
export function amountDue(order: Order): number {
  // Of an order that says nothing of its payment, nobody knows whether anything is due.
  if (!order.payment || order.payment.paid) return 0;
  const { total } = orderTotals(order);
  const { price, back } = neverSent(order);
  return price === total ? 0 : Math.max(0, total - price - (order.payment.received ?? 0) + back);
}

/** What came in and was not given back for pieces that were never sent, beyond the price of what was sent or is still to be sent. */
export function amountOver(order: Order): number {
  const { price, back } = neverSent(order);
  return Math.max(0, amountReceived(order) - back - (orderTotals(order).total - price));
}

/**
 * What stands below an order's total. While something is still to be paid, these come to it from the total on: less what will not be sent,
 * less what came in and was not given back for that. Otherwise it is what went back.
 */
export function belowTotal(order: Order): { is: 'cancelled' | 'paid' | 'due' | 'refunded'; amount: number }[] {
  const due = amountDue(order);
  const { refunded } = orderTotals(order);
  if (due === 0) return refunded > 0 ? [{ is: 'refunded', amount: -refunded }] : [];
  const { price, back } = neverSent(order);
  const received = (order.payment?.received ?? 0) - back;
  if (price === 0 && received <= 0) return [];
  return [
    ...(price > 0 ? [{ is: 'cancelled' as const, amount: -price }] : []),
    ...(received > 0 ? [{ is: 'paid' as const, amount: -received }] : []),
    { is: 'due', amount: due },
  ];
}
