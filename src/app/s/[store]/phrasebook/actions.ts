'use server';
import { actAndRefresh, done } from '@/app/act';
import type { Result } from '@/core/result';
import { phrase } from '@/server/features/notifications/use-cases';

export async function savePhraseAction(
  store: string,
  input: { phrase: string; language: string; source: string },
): Promise<Result<null>> {
  return done(await actAndRefresh(phrase.save, store, input));
}
