'use server';
/** Discount codes and series saved and deleted. */
import { actAndRefresh, done } from '@/app/act';
import type { Result } from '@/core/result';
import { code, series } from '@/server/features/codes/use-cases';

export async function saveCodeAction(store: string, wanted: unknown): Promise<Result<{ released: number }>> {
  return actAndRefresh(code.save, store, wanted);
}

export async function deleteCodeAction(store: string, name: string): Promise<Result<null>> {
  return done(await actAndRefresh(code.delete, store, { code: name }));
}

export async function saveSeriesAction(
  store: string,
  wanted: unknown,
): Promise<Result<{ id: string; added: number; released: number }>> {
  return actAndRefresh(series.save, store, wanted);
}

export async function deleteSeriesAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(series.delete, store, { id }));
}
