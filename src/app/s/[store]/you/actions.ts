'use server';
/** What somebody changes about themselves. */
import { actAndRefresh, done } from '@/app/act';
import type { ChooseAlert } from '@/contract/alerts';
import type { NewPassword, OwnName } from '@/contract/colleagues';
import type { Result } from '@/core/result';
import { own } from '@/server/features/colleagues/use-cases';

export async function saveNameAction(store: string, input: OwnName): Promise<Result<null>> {
  return done(await actAndRefresh(own.saveName, store, input));
}

export async function changePasswordAction(store: string, input: NewPassword): Promise<Result<null>> {
  return done(await actAndRefresh(own.changePassword, store, input));
}

export async function endSessionAction(store: string, id: string): Promise<Result<null>> {
  return done(await actAndRefresh(own.endSession, store, { id }));
}

export async function chooseAlertAction(store: string, input: ChooseAlert): Promise<Result<null>> {
  return done(await actAndRefresh(own.chooseAlert, store, input));
}
