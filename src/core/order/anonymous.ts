/** An order of which nothing says whose it was: what was bought, for how much and into which country stays, for sums and counts. */
import type { Address, Order } from './schema';

const ERASED = 'Erased';

const anonymousAddress = ({ country }: Address): Address => ({ name: ERASED, lines: [], city: ERASED, country });

/** @param email what stands in the place of the customer's address; the same for all orders of one customer */
export function anonymousOrder(order: Order, email: string): Order {
  const { billingAddress, shippingAddress, note: _note, statusUrl: _statusUrl, ...known } = order;
  const { shipments, refunds, cancellations, ...rest } = known;
  const { guest, firstOrder } = order.customer;
  return {
    ...rest,
    customer: { email, ...(guest !== undefined && { guest }), ...(firstOrder !== undefined && { firstOrder }) },
    ...(billingAddress && { billingAddress: anonymousAddress(billingAddress) }),
    ...(shippingAddress && { shippingAddress: anonymousAddress(shippingAddress) }),
    lines: order.lines.map(({ product, ...line }) => {
      const { downloads: _downloads, ...plain } = product;
      return { ...line, product: plain };
    }),
    // Who has a parcel's number can ask the carrier who it went to.
    ...(shipments && {
      shipments: shipments.map(({ trackingNumber: _number, trackingUrl: _url, ...shipment }) => shipment),
    }),
    ...(cancellations && {
      cancellations: cancellations.map(({ reason: _reason, ...cancellation }) => cancellation),
    }),
    ...(refunds && { refunds: refunds.map(({ reason: _reason, ...refund }) => refund) }),
  };
}
