/** A product's stock, as planning asks of an order. */
import { nothingOf } from '../order/customer';
import type { Order } from '../order/schema';
import type { StockDetail } from '../stock';
import type { PlanEvent } from './types';

/** Its product and place, and why colleagues hear of it. */
export function aboutStock(
  currency: string,
  { sku, name, category, left, lowAt, location = '' }: StockDetail,
  at: number,
): Required<Pick<PlanEvent, 'order' | 'because'>> {
  const order: Order = {
    ...nothingOf({ channel: '', placedAt: new Date(at).toISOString(), currency }),
    ...(location !== '' && { location }),
    lines: [{ product: { sku, name, ...(category && { category }) }, quantity: 1, unitPrice: 0 }],
  };
  return {
    order,
    because:
      left <= 0
        ? { code: 'stock-out', product: name, place: location }
        : { code: 'stock-low', product: name, left: String(left), lowAt: String(lowAt ?? 0), place: location },
  };
}
