'use server';
/** What can be done with orders. */
import { act, actAndRefresh, done, withValue } from '@/app/act';
import type { ActionForecast } from '@/contract/orders';
import type { Result } from '@/core/result';
import { order, shop } from '@/server/features/orders/use-cases';
import type { WalkStart } from '@/server/features/orders/walk';
import type { WroteLetter } from '@/server/features/orders/letters';

export async function placeAction(store: string, placed: unknown): Promise<Result<{ number: string }>> {
  return withValue(await actAndRefresh(order.place, store, { order: placed }), ({ number }) => ({ number }));
}

export async function forecastPlacingAction(store: string, placed: unknown): Promise<Result<ActionForecast>> {
  return act(order.forecastPlacing, store, { order: placed });
}

export async function orderDoAction(
  store: string,
  number: string,
  action: unknown,
): Promise<Result<{ deliveries: number }>> {
  return actAndRefresh(order.act, store, { number, action });
}

export async function orderForecastAction(
  store: string,
  number: string,
  action: unknown,
): Promise<Result<ActionForecast>> {
  return act(order.forecast, store, { number, action });
}

export async function startWalkAction(store: string, start: WalkStart): Promise<Result<{ number: string }>> {
  return withValue(await actAndRefresh(order.startWalk, store, start), ({ number }) => ({ number }));
}

export async function stepAction(store: string, number: string, step: string): Promise<Result<null>> {
  return done(await actAndRefresh(order.takeStep, store, { number, step }));
}

export async function windAction(store: string, hours: number): Promise<Result<null>> {
  return done(await actAndRefresh(order.wind, store, { hours }));
}

export async function writeAction(store: string, letter: unknown): Promise<Result<WroteLetter>> {
  return actAndRefresh(order.write, store, { letter });
}

export async function keepAction(store: string, letter: unknown): Promise<Result<{ slug: string }>> {
  return actAndRefresh(order.keep, store, { letter });
}

export async function eventsKeyAction(store: string): Promise<Result<string>> {
  return act(shop.eventsKey, store, {});
}
