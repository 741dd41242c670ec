'use server';
/** Bringing back what was removed. */
import { actAndRefresh } from '@/app/act';
import type { Result } from '@/core/result';
import { removed } from '@/server/features/removed/use-cases';

export async function bringBackAction(store: string, id: string): Promise<Result<{ name: string }>> {
  return actAndRefresh(removed.bringBack, store, { id });
}
