/** Times of day in a time zone, without a clock of its own: "now" is always handed in. */

const formats = new Map<string, Intl.DateTimeFormat>();

function partsOf(
  time: number,
  timeZone: string,
): Record<'year' | 'month' | 'day' | 'hour' | 'minute' | 'second', number> {
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
  const found = Object.fromEntries(format.formatToParts(time).map((p) => [p.type, Number(p.value)]));
  return found as ReturnType<typeof partsOf>;
}

/** The calendar day in a zone, as "2026-03-29", some days later or earlier when asked for. */
export function dayKey(time: number, timeZone: string, later = 0): string {
  const { year, month, day } = partsOf(time, timeZone);
  return new Date(Date.UTC(year, month - 1, day + later)).toISOString().slice(0, 10);
}

/**
 * The moment of a time of day in a zone. A time that the clocks skip is the moment after the gap; one that happens twice is
 * the first.
 */
export function zonedTime(day: string, hour: number, minute: number, timeZone: string): number {
  const wanted = Date.parse(`${day}T${String(hour).padStart(2, '0')}:${String(minute).padStart(2, '0')}:00Z`);
  const offsetAt = (time: number): number => {
    const p = partsOf(time, timeZone);
    return Date.UTC(p.year, p.month - 1, p.day, p.hour, p.minute, p.second) - Math.floor(time / 1000) * 1000;
  };
  // The offsets of a day before and after; where they differ, the clocks change in between.
  const before = offsetAt(wanted - 24 * 3_600_000);
  const after = offsetAt(wanted + 24 * 3_600_000);
  const first = wanted - Math.max(before, after);
  const second = wanted - Math.min(before, after);
  if (first + offsetAt(first) === wanted) return first;
  if (second + offsetAt(second) === wanted) return second;
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
