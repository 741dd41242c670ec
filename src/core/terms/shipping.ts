/** What a shipping method costs. */
import type { ShippingMethod } from './schema';

/** The shipping of an order of goods of this amount: nothing from where the method is free. All in minor units. */
export function shippingOf(
  { name, price, freeFrom, taxRate }: ShippingMethod,
  goods: number,
): { method: string; price: number; taxRate: number } {
  return { method: name, price: freeFrom !== undefined && goods >= freeFrom ? 0 : price, taxRate };
}
