/** What an order still allows: what can leave, what can be given back, and why something cannot be done. */
import type { OrderActionKind } from './action-schema';
import { amountOver, amountReceived } from './due';
import { paidForProduct, paidForShipping } from './paid-for';
import {
  pieceAccounts,
  piecesForParcels,
  piecesToCancel,
  piecesToReturn,
  sentAmong,
  type PieceAccount,
  type Pieces,
} from './pieces';
import type { Order, Shipment } from './schema';
import { orderTotals } from './totals';
import { say } from '../../words/problems';

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
  const all = allBack(order);
  const shippingBack = (order.refunds ?? []).reduce((n, r) => n + (r.shipping ?? 0), 0);
  return {
    all,
    shipping: Math.min(all, Math.max(0, paidForShipping(order) - shippingBack)),
    lines: pieceAccounts(order)
      .map(({ sku, name, kept, open }) => ({ sku, name, quantity: kept.sent + kept.cancelled + open }))
      .filter((p) => p.quantity > 0)
      .map((p) => refundLines(order, [p])[0]!),
  };
}

/** All money that came in and was not given back. */
const allBack = (order: Order): number => Math.max(0, amountReceived(order) - orderTotals(order).refunded);

/**
 * What a refund of some pieces comes to, line by line: what was paid for them, and together never more than what is left of the money.
 * Goodwill that went before leaves less for the last of them. For cancelled pieces it is no more than what came in beyond the price of the
 * rest.
 */
export function refundLines<L extends { sku: string; quantity: number }>(
  order: Order,
  lines: readonly L[],
): (L & { amount: number })[] {
  const accounts = new Map(pieceAccounts(order).map((a) => [a.sku, a]));
  let left = allBack(order);
  let over = amountOver(order);
  return lines.map((line) => {
    const account = accounts.get(line.sku);
    if (!account) return { ...line, amount: 0 };
    const price = paidFor(order, account, line.quantity);
    const cancelled = Math.min(price.cancelled, over);
    const amount = Math.min(left, cancelled + price.others);
    over -= cancelled;
    left -= amount;
    return { ...line, amount };
  });
}

/**
 * What some pieces were paid with, when those given back already went before: those that were sent are the first of a product's lines, those
 * that never will be are the last.
 */
function paidFor(order: Order, account: PieceAccount, quantity: number): { cancelled: number; others: number } {
  const { sku, kept, sent, open } = account;
  const ofSent = sentAmong(account, quantity);
  const ofCancelled = Math.min(quantity, kept.cancelled);
  const ofOpen = quantity - ofSent - ofCancelled;
  return {
    cancelled: paidForProduct(order, sku, sent + open + kept.cancelled - ofCancelled, ofCancelled),
    others:
      paidForProduct(order, sku, sent - kept.sent, ofSent) + paidForProduct(order, sku, sent + open - ofOpen, ofOpen),
  };
}

/** What some pieces of one product can be paid back with. */
export const refundFor = (order: Order, sku: string, quantity: number): number =>
  refundLines(order, [{ sku, quantity }])[0]!.amount;

/** Why an action cannot be done with an order as it is; undefined when it can. */
export function whyNot(order: Order, kind: OrderActionKind): string | undefined {
  const cancelled = order.status === 'OrderCancelled';
  const paid = order.payment?.paid === true;
  const sent = (order.shipments ?? []).length > 0;
  const over = say.theOrderWasCancelled;
  switch (kind) {
    case 'pay':
      return cancelled ? over : paid ? say.itIsPaidAlready : undefined;
    case 'fail-payment':
      return cancelled ? over : paid ? say.itIsPaidAlready : undefined;
    case 'pause':
    case 'delay':
      return cancelled ? over : order.status === 'OrderDelivered' ? say.itHasBeenDelivered : undefined;
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
            ? say.nothingIsLeftToSend
            : say.nothingInItIsShipped;
    case 'track':
    case 'deliver':
      return sent
        ? stillOnTheWay(order).length > 0
          ? undefined
          : say.itHasBeenDelivered
        : cancelled
          ? over
          : say.nothingHasBeenDispatched;
    case 'downloads':
      return cancelled
        ? over
        : order.lines.some((l) => (l.product.downloads ?? []).length > 0)
          ? undefined
          : say.nothingInItIsDownloaded;
    case 'refund':
      return amountReceived(order) === 0 && order.payment?.paid === false
        ? say.nothingHasBeenPaid
        : stillToRefund(order).all === 0
          ? say.allOfItWasRefunded
          : undefined;
    case 'return':
      return !sent
        ? say.nothingHasBeenDispatched
        : piecesToReturn(order).length === 0
          ? say.allOfItWasReturned
          : undefined;
    case 'cancel':
      return cancelled
        ? say.itIsCancelledAlready
        : piecesToCancel(order).length === 0
          ? say.nothingIsLeftToCancel
          : undefined;
    case 'answer':
      return sent || order.status === 'OrderDelivered' ? undefined : say.theCustomerHasNothingTo;
  }
}
