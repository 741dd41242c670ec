/** What conditions can ask about an order: read once, for planning and for each message alike. */
import type { OrderFacts } from '../conditions/condition';
import type { Order, OrderLine, Shipment } from './schema';
import { shareOf } from './shares';
import { orderTotals } from './totals';

/** The lines a message shows: of the whole order, or what is in the parcel it is about. */
export function linesOf(order: Order, shipment: Shipment | undefined): OrderLine[] {
  if (!shipment?.lines) return order.lines;
  const at = order.shipments?.indexOf(shipment) ?? -1;
  const earlier = at < 0 ? [] : order.shipments!.slice(0, at);
  return shipment.lines.flatMap(({ sku, quantity }) => {
    const line = order.lines.find((l) => l.product.sku === sku);
    if (!line) return [];
    // A discount belongs to the whole line; of a part of it, its share. The shares of all parcels together are the discount.
    const before = Math.min(line.quantity - quantity, piecesIn(earlier, sku));
    const discount = line.discount && shareOf(line.discount, line.quantity, Math.max(0, before), quantity);
    const { discount: _whole, ...rest } = line;
    return [{ ...rest, quantity, ...(discount && { discount }) }];
  });
}

/** How many pieces of a product some parcels hold. */
export function piecesIn(shipments: readonly Shipment[], sku: string): number {
  return shipments.reduce(
    (sum, s) => sum + (s.lines ?? []).reduce((n, l) => n + (l.sku === sku ? l.quantity : 0), 0),
    0,
  );
}

/** Whether a parcel holds all that the order has. */
function isWhole(order: Order, shipment: Shipment): boolean {
  const inParcel = new Map((shipment.lines ?? []).map((l) => [l.sku, l.quantity]));
  return !shipment.lines || order.lines.every((l) => (inParcel.get(l.product.sku) ?? 0) >= l.quantity);
}

export interface FactsAbout {
  /** The parcel a message is about. */
  shipment?: Shipment;
  /** The lines of that parcel, when they are known already. */
  lines?: readonly OrderLine[];
  /** Which message of a row, from 1. */
  turn?: number;
}

/** An order's facts, of the order as a whole or of the parcel a message is about. */
export function orderFacts(order: Order, about: FactsAbout = {}): OrderFacts {
  const { shipment, turn } = about;
  const lines = about.lines ?? linesOf(order, shipment);
  const location = shipment?.location ?? order.location;
  return {
    guest: order.customer.guest ?? false,
    firstOrder: order.customer.firstOrder ?? false,
    channel: order.channel,
    ...(location && { location }),
    ...(order.shippingAddress && { country: order.shippingAddress.country }),
    ...(order.payment && { payment: order.payment.method }),
    tracking: (shipment?.trackingNumber ?? '') !== '' || (shipment?.trackingUrl ?? '') !== '',
    ...(shipment && { wholeShipment: isWhole(order, shipment) }),
    ...(turn !== undefined && { turn }),
    products: lines.map((l) => l.product.sku),
    categories: lines.map((l) => l.product.category ?? ''),
    total: { minor: orderTotals(order).total, currency: order.currency },
  };
}
