'use server';
/** Finding words in all messages, and putting others in their place. */
import { act, actAndRefresh } from '@/app/act';
import type { FoundInStore, PutOutcome } from '@/contract/replace';
import type { Result } from '@/core/result';
import { words } from '@/server/features/templates/use-cases';

export async function findWordsAction(store: string, wanted: unknown): Promise<Result<FoundInStore>> {
  return act(words.find, store, wanted);
}

export async function putWordsAction(store: string, puts: unknown): Promise<Result<PutOutcome>> {
  return actAndRefresh(words.put, store, { puts });
}
