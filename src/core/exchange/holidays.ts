/** Holidays from a calendar file (iCalendar, RFC 5545): whole days, those that recur as well. */
import ICAL from 'ical.js';
import type { Holiday } from '../time/holidays';

export interface HolidaysRead {
  holidays: Holiday[];
  /** Entries that have a time of day and so are no days off. */
  timed: number;
  /** The file is no calendar. */
  broken?: true;
}

const DAY_MS = 86_400_000;
/** So many days of one entry are taken, and so many times it recurs. */
const [MOST_DAYS, MOST_TIMES] = [60, 400];

/**
 * The days of a calendar's entries from `from` up to `until` ("2026-11-29"), in order, each day once under its first name. An entry that
 * is cancelled is none. Nothing is thrown: a file that cannot be read is `broken`.
 */
export function readHolidays(text: string, from: string, until: string): HolidaysRead {
  const found = new Map<string, string>();
  let timed = 0;
  try {
    const components = ICAL.parse(text) as unknown[] | unknown[][];
    const calendars = (typeof components[0] === 'string' ? [components] : components) as unknown[][];
    for (const event of calendars.flatMap((c) => new ICAL.Component(c as never).getAllSubcomponents('vevent'))) {
      const status = String(event.getFirstPropertyValue('status') ?? '').toUpperCase();
      const start = event.getFirstPropertyValue('dtstart');
      if (status === 'CANCELLED' || !(start instanceof ICAL.Time)) continue;
      if (!start.isDate) timed += 1;
      else for (const day of daysOf(event, start, from, until)) if (!found.has(day)) found.set(day, nameOf(event));
    }
  } catch {
    return { holidays: [], timed: 0, broken: true };
  }
  const holidays = [...found].map(([on, name]) => ({ on, name })).toSorted((a, b) => (a.on < b.on ? -1 : 1));
  return { holidays, timed };
}

const nameOf = (event: ICAL.Component): string =>
  String(event.getFirstPropertyValue('summary') ?? '')
    .replace(/\s+/g, ' ')
    .trim()
    .slice(0, 120);

/** The days of an entry and of its recurrences. DTEND is the day after the last one. */
function daysOf(component: ICAL.Component, start: ICAL.Time, from: string, until: string): string[] {
  const event = new ICAL.Event(component);
  const end = component.getFirstPropertyValue('dtend');
  const length =
    end instanceof ICAL.Time
      ? Math.round((Date.parse(dayOf(end)) - Date.parse(dayOf(start))) / DAY_MS)
      : component.hasProperty('duration')
        ? Math.round(event.duration.toSeconds() / 86_400)
        : 1;
  const days = Math.min(MOST_DAYS, Math.max(1, length));
  const found: string[] = [];
  const take = (first: string): void => {
    for (let i = 0; i < days; i += 1) {
      const day = new Date(Date.parse(first) + i * DAY_MS).toISOString().slice(0, 10);
      if (day >= from && day <= until) found.push(day);
    }
  };
  if (!event.isRecurring()) take(dayOf(start));
  else {
    const times = event.iterator();
    for (let i = 0, next = times.next(); i < MOST_TIMES && next && dayOf(next) <= until; i += 1, next = times.next()) {
      take(dayOf(next));
    }
  }
  return found;
}

const dayOf = (time: ICAL.Time): string => time.toString().slice(0, 10);
