'use server';
/** What Stores does on the server: each deed in the store that it is about. */
import { act, actAndRefresh, done } from '@/app/act';
import type { CloseStore, ClosingSeen } from '@/contract/stores';
import type { Result } from '@/core/result';
import { storeLife } from '@/server/features/stores/closing';

export async function lookAtClosingAction(store: string): Promise<Result<ClosingSeen>> {
  return act(storeLife.lookAtClosing, store, {});
}

export async function closeStoreAction(store: string, input: CloseStore): Promise<Result<null>> {
  return done(await actAndRefresh(storeLife.close, store, input));
}

export async function reopenStoreAction(store: string): Promise<Result<null>> {
  return done(await actAndRefresh(storeLife.reopen, store, {}));
}
