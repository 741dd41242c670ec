/**
 * When a message is due: at once, after a wait, at a time of day, on working days; or several times, as a row of reminders. Waits in
 * minutes and hours are lengths of time; in days and weeks they are calendar days of the store, so that nine o'clock stays nine
 * o'clock when the clocks change.
 */
import { Type, type Static } from '@sinclair/typebox';
import type { SchemaProblem } from '../schema';
import { dayKey, zonedTime } from './clock';
import { isWorkingDay, NO_DAYS_OFF, type DaysOff } from './holidays';
import { RhythmSchema, rhythmWords } from './rhythm';
import { say as problem } from '../../words/problems';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/timing';

const strict = { additionalProperties: false } as const;

export const WAIT_UNITS = ['minutes', 'hours', 'days', 'working-days', 'weeks'] as const;
export type WaitUnit = (typeof WAIT_UNITS)[number];

export const TimingSchema = Type.Object(
  {
    wait: Type.Optional(
      Type.Object(
        {
          amount: Type.Integer({ minimum: 1, maximum: 10_000 }),
          unit: Type.Union(WAIT_UNITS.map((u) => Type.Literal(u))),
        },
        strict,
      ),
    ),
    /** The next time it is this time of day in the store's zone: "09:00". */
    at: Type.Optional(Type.String({ pattern: '^([01][0-9]|2[0-3]):[0-5][0-9]$' })),
    /** From Monday to Friday only, and on no holiday. */
    workingDays: Type.Optional(Type.Boolean()),
  },
  strict,
);
export type Timing = Static<typeof TimingSchema>;

/** Whether a timing can be reckoned with while it is being typed: a wait is a whole number within bounds. */
export const isWhole = ({ wait }: Timing): boolean =>
  wait === undefined || (Number.isInteger(wait.amount) && wait.amount >= 1 && wait.amount <= 10_000);

/** What ends a row of reminders, or a message that still waits. */
export const ENDS = ['paid', 'cancelled', 'refunded', 'dispatched', 'answered'] as const;
export type End = (typeof ENDS)[number];

/** Most messages in a row. */
export const ROW_MAX = 12;

export const ScheduleSchema = Type.Object(
  {
    /** One message for each. None: one, at once. */
    row: Type.Array(TimingSchema, { maxItems: ROW_MAX }),
    ends: Type.Array(Type.Union(ENDS.map((e) => Type.Literal(e))), { maxItems: ENDS.length, uniqueItems: true }),
    /** Of a summary: when it comes, again and again. */
    rhythm: Type.Optional(RhythmSchema),
  },
  strict,
);
export type Schedule = Static<typeof ScheduleSchema>;

export const AT_ONCE: Schedule = { row: [], ends: [] };

const YEAR_MS = 366 * 86_400_000;
/** A message waits for no working day that is further away. */
const MOST_DAYS_OFF = 366;
const MINUTE = 60_000;

/** When one message is due, in ms since the epoch: `start` itself for one at once. */
export function dueAt(timing: Timing, start: number, timeZone: string, off: DaysOff = NO_DAYS_OFF): number {
  let due = waited(timing.wait, start, timeZone, off);
  if (timing.at) {
    const [hour = 0, minute = 0] = timing.at.split(':').map(Number);
    const today = zonedTime(dayKey(due, timeZone), hour, minute, timeZone);
    due = today >= due ? today : zonedTime(dayKey(due, timeZone, 1), hour, minute, timeZone);
  }
  if (timing.workingDays) {
    let days = 0;
    while (days < MOST_DAYS_OFF && !isWorkingDay(dayKey(due, timeZone, days), off)) days += 1;
    if (days > 0) due = later(due, days, timeZone);
  }
  return due;
}

function waited(wait: Timing['wait'], start: number, timeZone: string, off: DaysOff): number {
  if (!wait) return start;
  const { amount, unit } = wait;
  switch (unit) {
    case 'minutes':
      return start + amount * MINUTE;
    case 'hours':
      return start + amount * 60 * MINUTE;
    case 'days':
      return later(start, amount, timeZone);
    case 'weeks':
      return later(start, amount * 7, timeZone);
    case 'working-days': {
      let days = 0;
      for (let left = amount; left > 0; days += 1) {
        if (isWorkingDay(dayKey(start, timeZone, days + 1), off)) left -= 1;
      }
      return later(start, days, timeZone);
    }
  }
}

/** The same time of day some days later; seconds and less stay as they are. */
function later(time: number, days: number, timeZone: string): number {
  const day = dayKey(time, timeZone);
  const midnight = zonedTime(day, 0, 0, timeZone);
  // By the clock on the wall, and not by what has passed since midnight: the clocks may have changed in between.
  const { hour, minute } = wallTime(time, timeZone);
  const rest = (time - midnight) % MINUTE;
  return zonedTime(dayKey(time, timeZone, days), hour, minute, timeZone) + rest;
}

const wallFormats = new Map<string, Intl.DateTimeFormat>();

function wallTime(time: number, timeZone: string): { hour: number; minute: number } {
  let format = wallFormats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', { timeZone, hourCycle: 'h23', hour: '2-digit', minute: '2-digit' });
    wallFormats.set(timeZone, format);
  }
  const [hour = 0, minute = 0] = format.format(time).split(':').map(Number);
  return { hour, minute };
}

/**
 * The times of a schedule's messages, in the order of its row. Two that would fall together, as when Saturday's and Sunday's both
 * wait for Monday, are a day apart.
 */
export function dueTimes(schedule: Schedule, start: number, timeZone: string, off: DaysOff = NO_DAYS_OFF): number[] {
  if (schedule.row.length === 0) return [start];
  const times: number[] = [];
  for (const timing of schedule.row) {
    const before = times.at(-1) ?? -Infinity;
    let due = dueAt(timing, start, timeZone, off);
    if (due <= before) due = dueAt({ ...timing, wait: { amount: 1, unit: 'days' } }, before, timeZone, off);
    times.push(due);
  }
  return times;
}

const lengthOf = ({ wait }: Timing): number => {
  const unit = {
    minutes: MINUTE,
    hours: 60 * MINUTE,
    days: 1440 * MINUTE,
    'working-days': 2016 * MINUTE,
    weeks: 10080 * MINUTE,
  };
  return wait ? wait.amount * unit[wait.unit] : 0;
};

/** What is wrong with a schedule, each with its place: waits too long, a row that does not go forward. */
export function scheduleProblems({ row, ends }: Schedule): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  row.forEach((timing, i) => {
    if (lengthOf(timing) > YEAR_MS) problems.push({ path: `/row/${i}/wait`, message: problem.enterADelayOfAt });
    const before = row[i - 1];
    if (before && lengthOf(timing) <= lengthOf(before)) {
      problems.push({ path: `/row/${i}`, message: problem.enterALongerDelayThan });
    }
  });
  if (row.length > 1 && ends.length === 0) {
    problems.push({ path: '/ends', message: problem.chooseAtLeastOneEvent });
  }
  return problems;
}

const AFTER: Record<WaitUnit, (values: { n: number }) => string> = inEachLanguage(() => ({
  minutes: say.afterMinutes,
  hours: say.afterHours,
  days: say.afterDays,
  'working-days': say.afterWorkingDays,
  weeks: say.afterWeeks,
}));

const LENGTH: Record<WaitUnit, (values: { n: number }) => string> = inEachLanguage(() => ({
  minutes: say.minutes,
  hours: say.hours,
  days: say.days,
  'working-days': say.workingDays,
  weeks: say.weeks,
}));

/** A timing in words: "after 3 days, at 09:00, on a working day". */
export function timingWords({ wait, at, workingDays }: Timing): string {
  const parts = [
    wait && AFTER[wait.unit]({ n: wait.amount }),
    at && say.at({ time: at }),
    workingDays && say.onAWorkingDay,
  ].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : say.atOnce;
}

/** The same in fewer words, for one of several on a card: "3 days, 09:00, working day". */
export function shortTimingWords({ wait, at, workingDays }: Timing): string {
  const parts = [wait && LENGTH[wait.unit]({ n: wait.amount }), at, workingDays && say.workingDay].filter(Boolean);
  return parts.length > 0 ? parts.join(', ') : say.atOnce;
}

export const END_WORDS: Record<End, string> = inEachLanguage(() => ({
  paid: say.paid,
  cancelled: say.cancelled,
  refunded: say.refunded,
  dispatched: say.dispatched,
  answered: say.answered,
}));

/** A schedule in a few words, for a card: "24 hours, 3 days, 5 days". */
export function scheduleWords({ row, rhythm }: Schedule): string {
  if (rhythm) return rhythmWords(rhythm);
  if (row.length === 0) return say.atOnce;
  if (row.length === 1) return timingWords(row[0]!);
  return row.map(shortTimingWords).join(' · ');
}
