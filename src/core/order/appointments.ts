/** What of an order stands in a calendar: seats in workshops that were bought, and the time in which goods can be collected. */
import type { Order, Shipment } from './schema';

export interface Appointment {
  /** The same whenever the same is told, so that a calendar keeps one entry (RFC 5545, 3.8.4.7). */
  uid: string;
  /** RFC 3339. */
  startsAt: string;
  endsAt: string;
  /** IANA zone it is shown in; the store's own when left out. */
  timeZone?: string;
  /** What it is; empty for goods to collect, which are called by their order. */
  summary: string;
  place?: string;
  url?: string;
  /** Seats, for more than one. */
  seats?: number;
}

/**
 * The entries for a message: when it is about a parcel that waits to be collected, the time for that; otherwise every session among the
 * order's goods that was not cancelled.
 */
export function appointmentsOf(order: Order, shipment: Shipment | undefined): Appointment[] {
  if (shipment?.collectFrom && shipment.collectUntil) {
    return [
      {
        uid: `${order.number}-collect-${shipment.id ?? shipment.collectFrom}`,
        startsAt: shipment.collectFrom,
        endsAt: shipment.collectUntil,
        summary: '',
        ...(shipment.location && { place: shipment.location }),
      },
    ];
  }
  const cancelled = new Map<string, number>();
  for (const { sku, quantity } of (order.cancellations ?? []).flatMap((c) => c.lines))
    cancelled.set(sku, (cancelled.get(sku) ?? 0) + quantity);
  return order.lines.flatMap(({ product, quantity }): Appointment[] => {
    const { session } = product;
    const gone = Math.min(quantity, cancelled.get(product.sku) ?? 0);
    cancelled.set(product.sku, (cancelled.get(product.sku) ?? 0) - gone);
    const seats = quantity - gone;
    if (!session || seats === 0) return [];
    return [
      {
        uid: `${order.number}-${product.sku}-${session.startsAt}`,
        startsAt: session.startsAt,
        endsAt: session.endsAt,
        summary: product.name,
        ...(session.timeZone && { timeZone: session.timeZone }),
        ...(session.place && { place: session.place }),
        ...((session.url ?? product.url) && { url: (session.url ?? product.url)! }),
        ...(seats > 1 && { seats }),
      },
    ];
  });
}
