/** What conditions can ask about an order: read once, for planning and for each message alike. */
import type { OrderFacts, PaidShare, ParcelShare } from '../conditions/condition';
import {
  type LinePart,
  partsCancelled,
  partsOfLines,
  pieceAccounts,
  piecesForParcels,
  piecesIn,
} from '../order/pieces';
import { amountDue, amountReceived } from '../order/due';
import type { Cancellation, Order, OrderLine, Refund, Return, Shipment } from '../order/schema';
import { shareOf } from '../order/shares';
import { orderTotals } from '../order/totals';

/** The lines a message shows: of the whole order, or what is in the parcel it is about. */
export function linesOf(order: Order, shipment: Shipment | undefined): OrderLine[] {
  if (!shipment?.lines) return order.lines;
  const earlier = parcelsBefore(order, shipment);
  return partLines(order, shipment.lines, (sku) => piecesIn(earlier, sku));
}

type Lines = readonly { sku: string; quantity: number }[];

/** Some pieces as lines of their order, when others of each product went before. */
function partLines(order: Order, lines: Lines, before: (sku: string) => number): OrderLine[] {
  return asLines(
    order,
    lines.flatMap(({ sku, quantity }) => partsOfLines(order, sku, before(sku), quantity)),
  );
}

function asLines(order: Order, parts: readonly LinePart[]): OrderLine[] {
  return parts.map((part) => {
    const { discount, ...line } = order.lines[part.line]!;
    // A discount belongs to the whole line; of a part of it, its share. The shares of all parts together are the discount.
    const share = discount && shareOf(discount, line.quantity, part.before, part.quantity);
    return { ...line, quantity: part.quantity, ...(share && { discount: share }) };
  });
}

const quantityIn = (parts: readonly { lines?: Lines }[] = [], sku: string): number =>
  parts.reduce((n, { lines = [] }) => lines.reduce((m, l) => (l.sku === sku ? m + l.quantity : m), n), 0);

/** Newly cancelled pieces as lines of their order. */
export const cancelledLines = (order: Order, { lines }: Cancellation): OrderLine[] =>
  asLines(order, partsCancelled(order, lines));

/** Pieces that came back as lines of their order: those that came back earlier went before. */
export function returnedLines(order: Order, returned: Return): OrderLine[] {
  const { returns = [] } = order;
  const earlier = returns.slice(0, Math.max(0, returns.indexOf(returned)));
  return partLines(order, returned.lines, (sku) => quantityIn(earlier, sku));
}

/** The parcels that left before one: by when they left, or by their place where that is not known. The newest news stands last. */
function parcelsBefore(order: Order, shipment: Shipment): Shipment[] {
  const { shipments = [] } = order;
  const place = shipments.indexOf(shipment);
  const left = Date.parse(shipment.dispatchedAt ?? '');
  return shipments.filter((other, i) => {
    const gap = Date.parse(other.dispatchedAt ?? '') - left;
    return other !== shipment && (Number.isNaN(gap) || gap === 0 ? i < place : gap < 0);
  });
}

/**
 * What a parcel holds of an order, those before it counted in. One that names no lines holds what there is. What was cancelled, or paid
 * back before it left, is not waited for.
 */
function parcelShare(order: Order, shipment: Shipment): ParcelShare {
  const earlier = parcelsBefore(order, shipment);
  const inParcels = new Set(piecesForParcels(order).map((p) => p.sku));
  const accounts = pieceAccounts(order).filter((a) => inParcels.has(a.sku));
  const complete = (parcels: readonly Shipment[]): boolean =>
    parcels.some((p) => !p.lines) ||
    accounts.every((a) => {
      const never = a.quantity - a.sent - a.open;
      return piecesIn(parcels, a.sku) + never >= a.quantity;
    });
  if (!complete([...earlier, shipment])) return 'part';
  return earlier.length === 0 || complete([shipment]) ? 'whole' : 'last';
}

/** How much of what is to be paid came in. */
function paidShare(order: Order): PaidShare {
  if (amountDue(order) === 0) return 'whole';
  return amountReceived(order) > 0 ? 'part' : 'none';
}

export interface FactsAbout {
  /** The parcel a message is about. */
  shipment?: Shipment;
  /** All of the order is meant, and not only what is in that parcel. */
  wholeOrder?: boolean;
  /** The lines that are meant, when they are known already. */
  lines?: readonly OrderLine[];
  /** The refund a message is about. */
  refund?: Refund;
  /** Which message of a row, from 1. */
  turn?: number;
}

/** An order's facts, of the order as a whole or of the parcel a message is about. */
export function orderFacts(order: Order, about: FactsAbout = {}): OrderFacts {
  const { shipment, refund, turn } = about;
  const lines = about.lines ?? linesOf(order, about.wholeOrder ? undefined : shipment);
  const { total, refunded } = orderTotals(order);
  const location = shipment?.location ?? order.location;
  return {
    guest: order.customer.guest ?? false,
    firstOrder: order.customer.firstOrder ?? false,
    channel: order.channel,
    ...(location && { location }),
    ...(order.shippingAddress && { country: order.shippingAddress.country }),
    ...(order.payment && { payment: order.payment.method, paid: paidShare(order) }),
    tracking: (shipment?.trackingNumber ?? '') !== '' || (shipment?.trackingUrl ?? '') !== '',
    ...(shipment && { parcel: parcelShare(order, shipment) }),
    ...(refund && { wholeRefund: refunded >= total }),
    ...(turn !== undefined && { turn }),
    products: lines.map((l) => l.product.sku),
    categories: lines.map((l) => l.product.category ?? ''),
    suppliers: lines.map((l) => l.product.supplier ?? ''),
    total: { minor: total, currency: order.currency },
  };
}
