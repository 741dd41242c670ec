/** Times of day in a time zone, without a clock of its own: "now" is always handed in. */

const formats = new Map<string, Intl.DateTimeFormat>();

/** Clocks change at a quarter of an hour, if at all: within one, a zone's offset stays the same. */
const QUARTER = 15 * 60_000;
/** Offsets in ms by zone and quarter: to ask the calendar for one takes as long as much of a plan. */
const offsets = new Map<string, Map<number, number>>();
const MOST_OFFSETS = 10_000;

function offsetAt(time: number, timeZone: string): number {
  let known = offsets.get(timeZone);
  if (!known || known.size > MOST_OFFSETS) offsets.set(timeZone, (known = new Map()));
  const quarter = Math.floor(time / QUARTER);
  let offset = known.get(quarter);
  if (offset === undefined) known.set(quarter, (offset = offsetAnew(quarter * QUARTER, timeZone)));
  return offset;
}

function offsetAnew(time: number, timeZone: string): number {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
    });
    formats.set(timeZone, format);
  }
  const p = Object.fromEntries(format.formatToParts(time).map(({ type, value }) => [type, Number(value)]));
  return Date.UTC(p['year']!, p['month']! - 1, p['day'], p['hour'], p['minute'], p['second']) - time;
}

/** The calendar day in a zone, as "2026-03-29", some days later or earlier when asked for. */
export function dayKey(time: number, timeZone: string, later = 0): string {
  const local = new Date(time + offsetAt(time, timeZone));
  local.setUTCDate(local.getUTCDate() + later);
  return local.toISOString().slice(0, 10);
}

/**
 * The moment of a time of day in a zone. A time that the clocks skip is the moment after the gap; one that happens twice is
 * the first.
 */
export function zonedTime(day: string, hour: number, minute: number, timeZone: string): number {
  const wanted = Date.parse(`${day}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`);
  // The offsets of a day before and after; where they differ, the clocks change in between.
  const before = offsetAt(wanted - 24 * 3_600_000, timeZone);
  const after = offsetAt(wanted + 24 * 3_600_000, timeZone);
  const first = wanted - Math.max(before, after);
  const second = wanted - Math.min(before, after);
  if (first + offsetAt(first, timeZone) === wanted) return first;
  if (second + offsetAt(second, timeZone) === wanted) return second;
  // Skipped: as far after the gap as it was meant to be after its beginning.
  return wanted - before;
}

/** When a day ("2026-11-24") begins in a zone. */
export const firstMoment = (day: string, timeZone: string): Date => new Date(zonedTime(day, 0, 0, timeZone));

/** The last millisecond of a day in a zone. */
export function lastMoment(day: string, timeZone: string): Date {
  const next = new Date(Date.parse(`${day}T12:00:00Z`) + 86_400_000).toISOString().slice(0, 10);
  return new Date(zonedTime(next, 0, 0, timeZone) - 1);
}
