/** What a store adds to every message. */
import type { StoreFacts } from '@/core/snapshot';
import { config } from '../base/config';
import type { stores } from './store-table';

/** The facts of a store with its terms, and where its orders are looked at here. */
export function factsOf({
  id,
  facts,
  terms,
  preferencesPage,
}: Pick<typeof stores.$inferSelect, 'id' | 'facts' | 'terms' | 'preferencesPage'>): StoreFacts {
  return { ...facts, terms, preferences: preferencesPage, ordersUrl: `${config().url}/s/${id}/orders` };
}
