'use server';
/** What can be done with a delivery. */
import { actAndRefresh, done } from '@/app/act';
import type { Result } from '@/core/result';
import { delivery } from '@/server/features/deliveries/use-cases';

export async function tryAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(delivery.retry, store, { id }));
}

/** Answers how many are tried. */
export async function tryAllAction(store: string, id: string): Promise<Result<number>> {
  return actAndRefresh(delivery.retryCause, store, { id });
}

export async function releaseAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(delivery.release, store, { id }));
}

export async function sendNowAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(delivery.sendNow, store, { id }));
}

export async function stopAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(delivery.stop, store, { id }));
}

/** Answers the id of the new delivery. */
export async function againAction(store: string, id: string, to: string): Promise<Result<string>> {
  return actAndRefresh(delivery.sendAgain, store, { id, to });
}
