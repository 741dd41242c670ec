'use server';
/** What Keys does on the server. */
import { actAndRefresh, done } from '@/app/act';
import type { MadeKey, MakeKey, ReplaceKey } from '@/contract/keys';
import type { Result } from '@/core/result';
import { key } from '@/server/features/keys/keys';

export async function makeKeyAction(store: string, input: MakeKey): Promise<Result<MadeKey>> {
  return actAndRefresh(key.make, store, input);
}

export async function replaceKeyAction(store: string, input: ReplaceKey): Promise<Result<MadeKey>> {
  return actAndRefresh(key.replace, store, input);
}

export async function revokeKeyAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(key.revoke, store, { id }));
}
