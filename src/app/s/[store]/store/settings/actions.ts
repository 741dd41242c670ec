'use server';
/** What Settings does on the server. */
import { act, actAndRefresh, done } from '@/app/act';
import type { HolidaysFound, SaveSettings } from '@/contract/settings';
import type { Result } from '@/core/result';
import { settings } from '@/server/features/settings/use-cases';

export async function lookAtSettingsAction(store: string, input: SaveSettings): Promise<Result<string[]>> {
  return act(settings.look, store, input);
}

export async function saveSettingsAction(store: string, input: SaveSettings): Promise<Result<null>> {
  return done(await actAndRefresh(settings.save, store, input));
}

export async function readHolidaysAction(store: string, text: string): Promise<Result<HolidaysFound>> {
  return act(settings.readHolidays, store, { text });
}
