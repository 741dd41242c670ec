'use server';
/** A further store. */
import { act } from '@/app/act';
import type { Result } from '@/core/result';
import { newStore } from '@/server/features/sets/use-cases';

export async function makeStoreAction(store: string, input: unknown): Promise<Result<{ storeId: string }>> {
  return act(newStore.make, store, input);
}
