/** Products that a message suggests, as the Desk shows them. */
import type { SuggestedProduct } from '@/core/snapshot';
import type { Why } from '@/core/suggest';

export interface SuggestionShown {
  sku: string;
  product: SuggestedProduct;
  why: Why;
  /** Name of the product that it is bought with. */
  withName?: string;
}

/** By block. */
export type SuggestionsByBlock = Readonly<Record<string, readonly SuggestionShown[]>>;

/** What messages show of it. */
export const shownProducts = (blocks: SuggestionsByBlock): Record<string, SuggestedProduct[]> =>
  Object.fromEntries(Object.entries(blocks).map(([id, list]) => [id, list.map((s) => s.product)]));

export interface SuggestionsAnswer {
  blocks: SuggestionsByBlock;
  /** When what is bought together was worked out, and from how many orders; undefined when it was not yet. */
  from?: { at: string; orders: number };
}
