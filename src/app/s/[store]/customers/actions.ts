'use server';
/** What can be done with a customer. */
import { act, actAndRefresh, done } from '@/app/act';
import type { Correction, JoinSeen, LimitsSeen, SavedList } from '@/contract/customers';
import type { Result } from '@/core/result';
import { customers } from '@/server/features/customers/use-cases';
import { customer } from '@/server/features/orders/use-cases';
import { withholding } from '@/server/features/sending/use-cases';

export async function saveCustomerAction(store: string, input: unknown): Promise<Result<{ revision: number }>> {
  return actAndRefresh(customers.save, store, input);
}

export async function lookAtLimitsAction(store: string, input: unknown): Promise<Result<LimitsSeen>> {
  return act(customers.lookAtLimits, store, input);
}

export async function saveLimitsAction(store: string, input: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(customers.saveLimits, store, input));
}

export async function lookAtCorrectionAction(store: string, input: unknown): Promise<Result<Correction>> {
  return act(customers.lookAtCorrection, store, input);
}

export async function correctAddressAction(store: string, input: unknown): Promise<Result<{ waiting: number }>> {
  return actAndRefresh(customers.correct, store, input);
}

export async function doNotWriteAction(store: string, entry: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(withholding.add, store, { entry }));
}

export async function writeAgainAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(withholding.remove, store, { id }));
}

export async function eraseCustomerAction(store: string, email: string): Promise<Result<null>> {
  // The page that asks is gone with them: read anew, it would not be found.
  return done(await act(customer.erase, store, { email }));
}

export async function saveListAction(store: string, input: unknown): Promise<Result<SavedList>> {
  return actAndRefresh(customers.saveList, store, input);
}

export async function removeListAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(customers.removeList, store, { id }));
}

export async function lookAtJoinAction(store: string, input: unknown): Promise<Result<JoinSeen>> {
  return act(customers.lookAtJoin, store, input);
}

export async function joinAction(store: string, input: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(customers.join, store, input));
}

export async function takeApartAction(store: string, input: unknown): Promise<Result<null>> {
  return done(await actAndRefresh(customers.takeApart, store, input));
}
