import type { ConditionNames } from '@/core/conditions';
import { readerLanguage, readerLocale } from '@/words/speak';

/** Names of what a store's conditions hold by id. */
export function conditionNames(store: {
  channels: readonly { id: string; name: string }[];
  products: readonly { sku: string; name: string }[];
  locales: Record<string, string>;
}): ConditionNames {
  const channels = new Map(store.channels.map((c) => [c.id, c.name]));
  const products = new Map(store.products.map((p) => [p.sku, p.name]));
  return {
    channel: (id) => channels.get(id),
    product: (sku) => products.get(sku),
    locale: store.locales[readerLanguage()] ?? readerLocale(),
  };
}
