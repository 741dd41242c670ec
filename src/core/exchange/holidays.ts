/**
 * Holidays from a calendar file (iCalendar, RFC 5545): whole days, those of every year as well. Other recurrences are not followed: some
 * rules never come to a day, and looking for it would never end.
 */
import ICAL from 'ical.js';
import type { Holiday } from '../time/holidays';

export interface HolidaysRead {
  holidays: Holiday[];
  /** Entries that are no days off: they have a time of day, or recur otherwise than once a year. */
  left: number;
  /** The file is no calendar. */
  broken?: true;
}

const DAY_MS = 86_400_000;
/** So many days of one entry are taken, and for so many years it recurs. */
const [MOST_DAYS, MOST_YEARS] = [60, 400];

/**
 * The days of a calendar's entries from `from` up to `until` ("2026-11-29"), in order, each day once under its first name. An entry that
 * is cancelled is none. Nothing is thrown: a file that cannot be read is `broken`.
 */
export function readHolidays(text: string, from: string, until: string): HolidaysRead {
  const found = new Map<string, string>();
  let left = 0;
  try {
    const components = ICAL.parse(text) as unknown[] | unknown[][];
    const calendars = (typeof components[0] === 'string' ? [components] : components) as unknown[][];
    for (const event of calendars.flatMap((c) => new ICAL.Component(c as never).getAllSubcomponents('vevent'))) {
      const status = String(event.getFirstPropertyValue('status') ?? '').toUpperCase();
      const start = event.getFirstPropertyValue('dtstart');
      if (status === 'CANCELLED' || !(start instanceof ICAL.Time)) continue;
      const firsts = start.isDate ? firstDays(event, start, until) : undefined;
      if (!firsts) left += 1;
      else {
        for (const day of daysOf(event, start, firsts, from, until)) if (!found.has(day)) found.set(day, nameOf(event));
      }
    }
  } catch {
    return { holidays: [], left: 0, broken: true };
  }
  const holidays = [...found].map(([on, name]) => ({ on, name })).toSorted((a, b) => (a.on < b.on ? -1 : 1));
  return { holidays, left };
}

const nameOf = (event: ICAL.Component): string =>
  String(event.getFirstPropertyValue('summary') ?? '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 120);

/** Every day of an entry and of its recurrences, within the time asked for. DTEND is the day after the last one. */
function daysOf(
  component: ICAL.Component,
  start: ICAL.Time,
  firsts: readonly string[],
  from: string,
  until: string,
): string[] {
  const end = component.getFirstPropertyValue('dtend');
  const duration = component.getFirstPropertyValue('duration');
  const length =
    end instanceof ICAL.Time
      ? Math.round((Date.parse(dayOf(end)) - Date.parse(dayOf(start))) / DAY_MS)
      : duration instanceof ICAL.Duration
        ? Math.round(duration.toSeconds() / 86_400)
        : 1;
  const days = Math.min(MOST_DAYS, Math.max(1, length));
  return firsts
    .flatMap((first) => Array.from({ length: days }, (_, i) => isoDay(Date.parse(first) + i * DAY_MS)))
    .filter((day) => day >= from && day <= until);
}

/** The first day of an entry each time it comes; undefined for one that recurs otherwise than once a year. */
function firstDays(component: ICAL.Component, start: ICAL.Time, until: string): string[] | undefined {
  const rules = component.getAllProperties('rrule').map((p) => p.getFirstValue());
  if (rules.length === 0 && !component.hasProperty('rdate')) return [dayOf(start)];
  const [rule] = rules;
  if (rules.length !== 1 || !(rule instanceof ICAL.Recur) || rule.freq !== 'YEARLY') return undefined;
  const parts = rule.parts as Record<string, readonly (string | number)[]>;
  const known = ['BYMONTH', 'BYMONTHDAY', 'BYDAY'];
  if (Object.entries(parts).some(([name, values]) => !known.includes(name) || values.length !== 1)) return undefined;
  const [month, day, weekday] = known.map((name) => parts[name]?.[0]);
  const ends = rule.until ? dayOf(rule.until) : until;
  const found: string[] = [];
  for (let i = 0; i < MOST_YEARS && found.length < (rule.count || Infinity); i += 1) {
    const year = start.year + i * rule.interval;
    if (`${year}-01-01` > until) break;
    const on = dayIn(year, Number(month ?? start.month), Number(day ?? start.day), weekday);
    if (on !== undefined && on <= ends && on >= dayOf(start)) found.push(on);
  }
  const without = new Set(component.getAllProperties('exdate').map((p) => String(p.getFirstValue()).slice(0, 10)));
  return found.filter((first) => !without.has(first));
}

const WEEKDAYS = ['SU', 'MO', 'TU', 'WE', 'TH', 'FR', 'SA'];

/** A day of a year: of a month by its number, or by a weekday counted from either end ("4TH", "-1MO"). Undefined for one that there is not. */
function dayIn(year: number, month: number, day: number, weekday: string | number | undefined): string | undefined {
  if (weekday === undefined) {
    const on = isoDay(Date.UTC(year, month - 1, day));
    return Number(on.slice(5, 7)) === month ? on : undefined;
  }
  const [, sign = '', nth = '', name = ''] = /^([+-]?)([1-5])([A-Z]{2})$/.exec(String(weekday)) ?? [];
  const wanted = WEEKDAYS.indexOf(name);
  if (wanted === -1) return undefined;
  const days = Array.from({ length: new Date(Date.UTC(year, month, 0)).getUTCDate() }, (_, i) =>
    Date.UTC(year, month - 1, i + 1),
  ).filter((time) => new Date(time).getUTCDay() === wanted);
  const time = days.at(sign === '-' ? -Number(nth) : Number(nth) - 1);
  return time === undefined ? undefined : isoDay(time);
}

const isoDay = (time: number): string => new Date(time).toISOString().slice(0, 10);
const dayOf = (time: ICAL.Time): string => time.toString().slice(0, 10);
