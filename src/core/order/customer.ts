/** Who an order is for. */
import type { Order } from './schema';

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName = '', lastName = '', company = '' } = order.customer;
  return (firstName && lastName ? `${firstName} ${lastName}` : firstName || lastName).trim() || company;
}

/** An order of which nothing is known, not even for whom it is. */
export const nothingOf = ({
  channel,
  placedAt,
  currency,
}: Pick<Order, 'channel' | 'placedAt' | 'currency'>): Order => ({
  number: '',
  placedAt,
  currency,
  channel,
  customer: { email: '' },
  lines: [],
});

/** An order of which nothing is known but its first product and where that is. */
export function productOnly(order: Order): Order {
  const { location, lines } = order;
  return { ...nothingOf(order), ...(location && { location }), lines: lines.slice(0, 1) };
}

/** An order of which nothing is known but who the customer is. */
export function customerOnly({ customer, channel, language, placedAt, currency }: Order): Order {
  return { number: '', placedAt, currency, ...(language && { language }), channel, customer, lines: [] };
}
