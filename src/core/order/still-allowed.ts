/** What an order still allows: what can leave, what can be given back, and why something cannot be done. */
import type { OrderActionKind } from './action-schema';
import { amountReceived } from './due';
import { paidForPieces, paidForShipping } from './paid-for';
import {
  orderedPieces,
  partsOfLines,
  piecesForParcels,
  piecesToCancel,
  piecesToReturn,
  refundedPieces,
  type Pieces,
} from './pieces';
import type { Order, Shipment } from './schema';
import { orderTotals } from './totals';

/** Pieces of each product that have not left yet and are to leave: neither cancelled nor paid back. */
export function stillToSend(order: Order): Pieces[] {
  const inParcels = new Set(piecesForParcels(order).map((p) => p.sku));
  return piecesToCancel(order).filter((p) => inParcels.has(p.sku));
}

/** Places of the parcels that have not been delivered. */
export function stillOnTheWay(order: Order): number[] {
  const shipments: readonly Shipment[] = order.shipments ?? [];
  if (order.status === 'OrderDelivered') return [];
  return shipments.flatMap((s, i) => (s.deliveredAt ? [] : [i]));
}

/** What can still be refunded: pieces by product with what was paid for them, shipping, and all of it. None is more than all of it. */
export function stillToRefund(order: Order): { lines: (Pieces & { amount: number })[]; shipping: number; all: number } {
  const all = Math.max(0, amountReceived(order) - orderTotals(order).refunded);
  const shippingBack = (order.refunds ?? []).reduce((n, r) => n + (r.shipping ?? 0), 0);
  return {
    all,
    shipping: Math.min(all, Math.max(0, paidForShipping(order) - shippingBack)),
    lines: orderedPieces(order)
      .map((p) => ({ ...p, quantity: p.quantity - refundedPieces(order, p.sku) }))
      .filter((p) => p.quantity > 0)
      .map((p) => ({ ...p, amount: Math.min(all, refundFor(order, p.sku, p.quantity)) })),
  };
}

/**
 * What a refund of some pieces comes to, line by line: what was paid for them, and together never more than what is left of the money.
 * Goodwill that went before leaves less for the last of them.
 */
export function refundLines<L extends { sku: string; quantity: number }>(
  order: Order,
  lines: readonly L[],
): (L & { amount: number })[] {
  let left = stillToRefund(order).all;
  return lines.map((line) => {
    const amount = Math.min(left, refundFor(order, line.sku, line.quantity));
    left -= amount;
    return { ...line, amount };
  });
}

/** What some pieces were paid with, when those given back already went before. */
export function refundFor(order: Order, sku: string, quantity: number): number {
  return partsOfLines(order, sku, refundedPieces(order, sku), quantity).reduce(
    (sum, part) => sum + paidForPieces(order, part.line, part.before, part.quantity),
    0,
  );
}

/** Why an action cannot be done with an order as it is; undefined when it can. */
export function whyNot(order: Order, kind: OrderActionKind): string | undefined {
  const cancelled = order.status === 'OrderCancelled';
  const paid = order.payment?.paid === true;
  const sent = (order.shipments ?? []).length > 0;
  const over = 'The order was cancelled.';
  switch (kind) {
    case 'pay':
      return cancelled ? over : paid ? 'It is paid already.' : undefined;
    case 'fail-payment':
      return cancelled ? over : paid ? 'It is paid already.' : undefined;
    case 'pause':
    case 'delay':
      return cancelled ? over : order.status === 'OrderDelivered' ? 'It has been delivered.' : undefined;
    case 'note':
    case 'invoice':
      return undefined;
    case 'dispatch':
    case 'hand-over':
      return cancelled
        ? over
        : stillToSend(order).length > 0
          ? undefined
          : piecesForParcels(order).length > 0
            ? 'Nothing is left to send.'
            : 'Nothing in it is shipped.';
    case 'track':
    case 'deliver':
      return sent
        ? stillOnTheWay(order).length > 0
          ? undefined
          : 'It has been delivered.'
        : cancelled
          ? over
          : 'Nothing has been dispatched.';
    case 'downloads':
      return cancelled
        ? over
        : order.lines.some((l) => (l.product.downloads ?? []).length > 0)
          ? undefined
          : 'Nothing in it is downloaded.';
    case 'refund':
      return amountReceived(order) === 0 && order.payment?.paid === false
        ? 'Nothing has been paid.'
        : stillToRefund(order).all === 0
          ? 'All of it was refunded.'
          : undefined;
    case 'return':
      return !sent
        ? 'Nothing has been dispatched.'
        : piecesToReturn(order).length === 0
          ? 'All of it was returned.'
          : undefined;
    case 'cancel':
      return cancelled
        ? 'It is cancelled already.'
        : piecesToCancel(order).length === 0
          ? 'Nothing is left to cancel.'
          : undefined;
    case 'answer':
      return sent || order.status === 'OrderDelivered' ? undefined : 'The customer has nothing to answer to yet.';
  }
}
