/** When something comes again and again: every day, every working day, or once a week, at a time of day in the store's zone. */
import { Type, type Static } from '@sinclair/typebox';
import { dayKey, zonedTime } from './clock';
import { readerLocale } from '../../words/speak';
import { say } from '../../words/timing';

const strict = { additionalProperties: false } as const;
const at = Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' });

export const RHYTHMS = ['day', 'working-day', 'week'] as const;

export const RhythmSchema = Type.Union([
  Type.Object({ every: Type.Literal('day'), at }, strict),
  /** From Monday to Friday. */
  Type.Object({ every: Type.Literal('working-day'), at }, strict),
  /** From 1 for Monday to 7 for Sunday (ISO 8601). */
  Type.Object({ every: Type.Literal('week'), on: Type.Integer({ minimum: 1, maximum: 7 }), at }, strict),
]);
export type Rhythm = Static<typeof RhythmSchema>;

export const MORNINGS: Rhythm = { every: 'working-day', at: '08:00' };

const WEEK = 7;

/** The weekday of a calendar day, from 1 for Monday to 7 for Sunday. */
const weekdayOf = (day: string): number => new Date(`${day}T12:00:00Z`).getUTCDay() || WEEK;

function comesOn(rhythm: Rhythm, day: string): boolean {
  switch (rhythm.every) {
    case 'day':
      return true;
    case 'working-day':
      return weekdayOf(day) < 6;
    case 'week':
      return weekdayOf(day) === rhythm.on;
  }
}

/** The times it comes at on the days around a time, in ms since the epoch. */
function around(rhythm: Rhythm, time: number, timeZone: string): number[] {
  const [hour = 0, minute = 0] = rhythm.at.split(':').map(Number);
  return Array.from({ length: 2 * WEEK + 1 }, (_, i) => dayKey(time, timeZone, i - WEEK))
    .filter((day) => comesOn(rhythm, day))
    .map((day) => zonedTime(day, hour, minute, timeZone));
}

/** The last time it came, at `now` or before. */
export const cameLast = (rhythm: Rhythm, now: number, timeZone: string): number =>
  around(rhythm, now, timeZone).findLast((time) => time <= now)!;

/** The next time it comes, after `now`. */
export const comesNext = (rhythm: Rhythm, now: number, timeZone: string): number =>
  around(rhythm, now, timeZone).find((time) => time > now)!;

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
