/** What conditions can ask about an order: read once, for planning and for each message alike. */
import type { OrderFacts } from '../conditions/condition';
import type { Order, OrderLine, Shipment } from './schema';
import { orderTotals } from './totals';

/** The lines a message shows: of the whole order, or what is in the parcel it is about. */
export function linesOf(order: Order, shipment: Shipment | undefined): OrderLine[] {
  if (!shipment?.lines) return order.lines;
  return shipment.lines.flatMap(({ sku, quantity }) => {
    const line = order.lines.find((l) => l.product.sku === sku);
    if (!line) return [];
    // A discount belongs to the whole line; of a part of it, its share.
    const discount = line.discount && Math.round((line.discount * quantity) / line.quantity);
    return [{ ...line, quantity, ...(discount && { discount }) }];
  });
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
