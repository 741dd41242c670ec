/** A store's product as a line of a basket. */
import type { BasketLine } from '@/core/order';
import type { Terms } from '@/core/terms';
import { config } from '../base/config';
import type { products } from '../db/schema';

type Product = typeof products.$inferSelect;

/** So many pieces of a product, as an order of its store has them. */
export function basketLineOf(
  store: { terms: Terms; facts: { url: string } },
  product: Product,
  quantity: number,
): BasketLine {
  const { sku, name, category, picture, options, price, taxRate } = product;
  return {
    product: {
      ...{ sku, name, category },
      ...(store.terms.withoutParcel.includes(category) && { shippable: false }),
      ...(picture && { imageUrl: `${config().url}/media/${picture}` }),
      ...(category === 'patterns' && {
        downloads: [{ name, url: `${store.facts.url.replace(/\/+$/, '')}/downloads/${sku.toLowerCase()}` }],
      }),
    },
    ...(options && { options }),
    quantity,
    unitPrice: price,
    taxRate,
  };
}
