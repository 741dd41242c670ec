'use server';
/** What Webhooks does on the server. */
import { actAndRefresh, done } from '@/app/act';
import type { ChangeHook, MakeHook } from '@/contract/hooks';
import type { Result } from '@/core/result';
import { hook } from '@/server/features/hooks/hooks';

export async function makeHookAction(
  store: string,
  input: MakeHook,
): Promise<Result<{ name: string; secret: string }>> {
  return actAndRefresh(hook.make, store, input);
}

export async function changeHookAction(store: string, input: ChangeHook): Promise<Result<null>> {
  return done(await actAndRefresh(hook.change, store, input));
}

export async function removeHookAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(hook.remove, store, { id }));
}

export async function repeatCallAction(store: string, id: string, call: string): Promise<Result<null>> {
  return done(await actAndRefresh(hook.repeat, store, { id, call }));
}

export async function testHookAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(hook.test, store, { id }));
}
