'use server';
/** What can be done with orders. */
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import type { Result } from '@/core/result';
import { windClock } from '@/server/clock';
import { doWithOrder } from '@/server/views/order-actions';
import { placeOrder } from '@/server/views/placing';
import { startWalk, takeStep, type WalkStart } from '@/server/views/walk';

const fresh = (store: string): void => revalidatePath(`/s/${store}`, 'layout');

export async function placeAction(store: string, order: unknown): Promise<Result<{ number: string }>> {
  return act(store, 'order.place', async (who) => {
    const { number } = await placeOrder(who, order);
    fresh(store);
    return { number };
  });
}

export async function orderDoAction(
  store: string,
  number: string,
  action: unknown,
): Promise<Result<{ deliveries: number }>> {
  return act(store, 'order.place', async (who) => {
    const done = await doWithOrder(who, number, action);
    fresh(store);
    return done;
  });
}

export async function startWalkAction(store: string, start: WalkStart): Promise<Result<{ number: string }>> {
  return act(store, 'order.place', async (who) => {
    const started = await startWalk(who, start);
    fresh(store);
    return started;
  });
}

export async function stepAction(store: string, number: string, step: string): Promise<Result<null>> {
  return act(store, 'order.place', async (who) => {
    await takeStep(who, number, step);
    fresh(store);
    return null;
  });
}

export async function windAction(store: string, hours: number): Promise<Result<null>> {
  return act(store, 'order.place', async () => {
    await windClock(Math.round(hours * 3_600_000));
    fresh(store);
    return null;
  });
}
