/** When something comes again and again: every day, every working day, or once a week, at a time of day in the store's zone. */
import { Type, type Static } from '@sinclair/typebox';
import { dayKey, zonedTime } from './clock';
import { isWorkingDay, NO_DAYS_OFF, type DaysOff } from './holidays';
import { readerLocale } from '../../words/speak';
import { say } from '../../words/timing';

const strict = { additionalProperties: false } as const;
const at = Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' });

export const RHYTHMS = ['day', 'working-day', 'week'] as const;

export const RhythmSchema = Type.Union([
  Type.Object({ every: Type.Literal('day'), at }, strict),
  /** From Monday to Friday, and on no holiday. */
  Type.Object({ every: Type.Literal('working-day'), at }, strict),
  /** From 1 for Monday to 7 for Sunday (ISO 8601). */
  Type.Object({ every: Type.Literal('week'), on: Type.Integer({ minimum: 1, maximum: 7 }), at }, strict),
]);
export type Rhythm = Static<typeof RhythmSchema>;

export const MORNINGS: Rhythm = { every: 'working-day', at: '08:00' };

const WEEK = 7;

/** The weekday of a calendar day, from 1 for Monday to 7 for Sunday. */
const weekdayOf = (day: string): number => new Date(`${day}T12:00:00Z`).getUTCDay() || WEEK;

function comesOn(rhythm: Rhythm, day: string, off: DaysOff): boolean {
  switch (rhythm.every) {
    case 'day':
      return true;
    case 'working-day':
      return isWorkingDay(day, off);
    case 'week':
      return weekdayOf(day) === rhythm.on;
  }
}

/** So many days are looked at for one on which it comes; should none of them be a working day, holidays no longer count. */
const LOOKED_AT = 366;

/** The first time that fits on the days from the one of `time` on, one after the other in steps of `step`. */
function found(
  rhythm: Rhythm,
  time: number,
  timeZone: string,
  off: DaysOff,
  step: 1 | -1,
  fits: (at: number) => boolean,
): number {
  const [hour = 0, minute = 0] = rhythm.at.split(':').map(Number);
  for (let i = 0; i < LOOKED_AT; i += 1) {
    // A day to the other side first: clocks that change may put a time of day there.
    const day = dayKey(time, timeZone, step * (i - 1));
    if (!comesOn(rhythm, day, off)) continue;
    const at = zonedTime(day, hour, minute, timeZone);
    if (fits(at)) return at;
  }
  return found(rhythm, time, timeZone, NO_DAYS_OFF, step, fits);
}

/** The last time it came, at `now` or before. */
export const cameLast = (rhythm: Rhythm, now: number, timeZone: string, off: DaysOff = NO_DAYS_OFF): number =>
  found(rhythm, now, timeZone, off, -1, (at) => at <= now);

/** The next time it comes, after `now`. */
export const comesNext = (rhythm: Rhythm, now: number, timeZone: string, off: DaysOff = NO_DAYS_OFF): number =>
  found(rhythm, now, timeZone, off, 1, (at) => at > now);

/** A Monday, by which days of the week are named. */
const MONDAY = Date.UTC(2024, 0, 1);

/** What a weekday is called for whoever reads, from 1 for Monday. */
export const weekdayName = (weekday: number, length: 'long' | 'short' = 'long'): string =>
  new Intl.DateTimeFormat(readerLocale(), { weekday: length, timeZone: 'UTC' }).format(
    MONDAY + (weekday - 1) * 86_400_000,
  );

/** A rhythm in words: "every working day at 08:00". */
export function rhythmWords(rhythm: Rhythm): string {
  switch (rhythm.every) {
    case 'day':
      return say.everyDayAt({ time: rhythm.at });
    case 'working-day':
      return say.everyWorkingDayAt({ time: rhythm.at });
    case 'week':
      return say.everyWeekAt({ weekday: weekdayName(rhythm.on), time: rhythm.at });
  }
}

/** The same in fewer words, for a card: "workdays, 08:00". */
export function shortRhythmWords(rhythm: Rhythm): string {
  switch (rhythm.every) {
    case 'day':
      return say.dailyShort({ time: rhythm.at });
    case 'working-day':
      return say.workdaysShort({ time: rhythm.at });
    case 'week':
      return `${weekdayName(rhythm.on, 'short')}, ${rhythm.at}`;
  }
}
