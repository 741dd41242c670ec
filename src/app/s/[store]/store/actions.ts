'use server';
import { actAndRefresh } from '@/app/act';
import type { Result } from '@/core/result';
import { terms } from '@/server/features/terms/use-cases';

export async function saveTermsAction(
  store: string,
  revision: number,
  input: unknown,
): Promise<Result<{ revision: number }>> {
  return actAndRefresh(terms.save, store, { revision, terms: input });
}
