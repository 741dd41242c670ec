'use server';
/** Discount codes and series saved and deleted. */
import { actAndRefresh, done } from '@/app/act';
import type { Result } from '@/core/result';
import { code as codes, series as allSeries } from '@/server/features/codes/use-cases';

export async function saveCodeAction(store: string, code: unknown): Promise<Result<{ released: number }>> {
  return actAndRefresh(codes.save, store, code);
}

export async function deleteCodeAction(store: string, code: string): Promise<Result<null>> {
  return done(await actAndRefresh(codes.delete, store, { code }));
}

export async function saveSeriesAction(
  store: string,
  series: unknown,
): Promise<Result<{ id: string; added: number; released: number }>> {
  return actAndRefresh(allSeries.save, store, series);
}

export async function deleteSeriesAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(allSeries.delete, store, { id }));
}
