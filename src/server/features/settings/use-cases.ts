/** What can be done with the settings of a store. */
import { HOLIDAYS_AHEAD_YEARS, ReadHolidaysSchema, SaveSettingsSchema, type HolidaysFound } from '@/contract/settings';
import { readHolidays } from '@/core/exchange/holidays';
import { dayKey } from '@/core/time';
import type { Access } from '../../auth/access';
import { AppError } from '../../base/errors';
import { databaseTime } from '../../db/time';
import { useCase } from '../use-case';
import { saveSettings, whatFollows } from './settings';
import { say } from '@/words/settings';

/** The days of a calendar file from today on. Throws `invalid` for what is no calendar, and for one without such days. */
async function holidaysOf({ store }: Access, { text }: { text: string }): Promise<HolidaysFound> {
  const today = dayKey(await databaseTime(), store.timeZone);
  const until = `${Number(today.slice(0, 4)) + HOLIDAYS_AHEAD_YEARS}-12-31`;
  const { holidays, left, broken } = readHolidays(text, today, until);
  if (broken) throw new AppError('invalid', say.noCalendar);
  if (holidays.length === 0) throw new AppError('invalid', left > 0 ? say.onlyOthers({ n: left }) : say.noDaysToCome);
  return { holidays, left };
}

export const settings = {
  look: useCase({ name: 'settings.look', permission: 'settings.edit', input: SaveSettingsSchema, run: whatFollows }),
  save: useCase({ name: 'settings.save', permission: 'settings.edit', input: SaveSettingsSchema, run: saveSettings }),
  readHolidays: useCase({
    ...{ name: 'settings.readHolidays', permission: 'settings.edit', input: ReadHolidaysSchema },
    run: holidaysOf,
  }),
};
