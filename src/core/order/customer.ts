/** Who an order is for. */
import type { Order } from './schema';

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName = '', lastName = '', company = '' } = order.customer;
  return (firstName && lastName ? `${firstName} ${lastName}` : firstName || lastName).trim() || company;
}

/** An order of which nothing is known but who the customer is. */
export function customerOnly({ customer, channel, language, placedAt, currency }: Order): Order {
  return { number: '', placedAt, currency, ...(language && { language }), channel, customer, lines: [] };
}
