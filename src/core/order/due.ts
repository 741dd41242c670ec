/** How an order stands in money: what came in, and what is still to be paid. All amounts in minor units. */
import { paidForPieces } from './paid-for';
import { partsOfLines, pieceAccounts } from './pieces';
import type { Order } from './schema';
import { orderTotals } from './totals';

/** What has come in for an order. One that says nothing of its payment is taken to be paid where money goes back. */
export function amountReceived(order: Order): number {
  const { payment } = order;
  return payment?.paid === false ? (payment.received ?? 0) : orderTotals(order).total;
}

/** What is still to be paid: nothing once it is paid, and nothing for pieces that were cancelled before they left. */
export function amountDue(order: Order): number {
  // Of an order that says nothing of its payment, nobody knows whether anything is due.
  if (!order.payment || order.payment.paid) return 0;
  return Math.max(0, orderTotals(order).total - amountCancelled(order) - (order.payment.received ?? 0));
}

/**
 * What the cancelled pieces of an order come to; all of it, shipping too, when nothing of it left and nothing will: every piece was
 * cancelled, or paid back before it left.
 */
export function amountCancelled(order: Order): number {
  if (!order.cancellations && !order.refunds && order.status !== 'OrderCancelled') return 0;
  const accounts = pieceAccounts(order);
  if (accounts.every((a) => a.sent === 0 && a.open === 0)) return orderTotals(order).total;
  return accounts.reduce(
    (sum, a) =>
      sum +
      partsOfLines(order, a.sku, a.sent, a.cancelled).reduce(
        (n, part) => n + paidForPieces(order, part.line, part.before, part.quantity),
        0,
      ),
    0,
  );
}
