'use server';
/** What the search of the whole store asks. */
import { act } from '@/app/act';
import type { Found } from '@/contract/find';
import type { Result } from '@/core/result';
import { find } from '@/server/features/find/use-cases';

export async function searchAction(store: string, words: string): Promise<Result<Found[]>> {
  return act(find.anything, store, { words });
}
