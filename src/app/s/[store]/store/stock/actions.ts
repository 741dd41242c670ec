'use server';
/** Stock counted by hand, and from when on it is low. */
import { act, actAndRefresh } from '@/app/act';
import type { CountEffect } from '@/contract/stock';
import type { Result } from '@/core/result';
import { stock } from '@/server/features/stock/use-cases';

export async function stockEffectsAction(store: string, wanted: unknown): Promise<Result<CountEffect[]>> {
  return act(stock.effects, store, wanted);
}

export async function saveStockAction(store: string, wanted: unknown): Promise<Result<{ written: number }>> {
  return actAndRefresh(stock.save, store, wanted);
}

export async function saveThresholdAction(store: string, wanted: unknown): Promise<Result<{ changed: number }>> {
  return actAndRefresh(stock.threshold, store, wanted);
}
