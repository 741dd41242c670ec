/** Limits of a service: the span they are counted in, and when a day's limit runs out. */
import { dayKey, zonedTime } from '../time/clock';

/** The day a limit is counted in: from when it renews until it renews again. Times in ms since 1970. */
export interface LimitDay {
  from: number;
  until: number;
}

/**
 * The limit's day that holds `now`.
 * @param renewsAt time of day, "00:00" to "23:59", in `timeZone`; across a change of clocks a day has 23 or 25 hours
 */
export function limitDay(now: number, renewsAt: string, timeZone: string): LimitDay {
  const [hour = 0, minute = 0] = renewsAt.split(':').map(Number);
  const today = zonedTime(dayKey(now, timeZone), hour, minute, timeZone);
  if (now >= today) return { from: today, until: zonedTime(dayKey(now, timeZone, 1), hour, minute, timeZone) };
  return { from: zonedTime(dayKey(now, timeZone, -1), hour, minute, timeZone), until: today };
}

export interface Forecast {
  /** When the limit is reached at the pace of the last hours; undefined when it lasts. */
  runsOutAt: number | undefined;
  /** How much will have been sent when it renews. */
  byRenewal: number;
}

/**
 * Whether a day's limit lasts, at the pace of the last three hours or of the day so far, whichever is faster.
 * @param used messages in this limit's day
 * @param lastHours messages in the last three hours
 */
export function forecast(used: number, lastHours: number, limit: number, day: LimitDay, now: number): Forecast {
  const hour = 3_600_000;
  const gone = Math.max(now - day.from, hour / 4) / hour;
  const perHour = Math.max(used / gone, lastHours / Math.min(3, gone));
  const left = limit - used;
  const hoursLeft = Math.max(0, day.until - now) / hour;
  const byRenewal = Math.round(used + perHour * hoursLeft);
  if (left <= 0) return { runsOutAt: now, byRenewal: Math.max(byRenewal, used) };
  const hours = perHour > 0 ? left / perHour : Infinity;
  return { runsOutAt: hours < hoursLeft ? Math.round(now + hours * hour) : undefined, byRenewal };
}

/** From this share of a day's limit on, Today says so. */
export const NEAR_LIMIT = 0.8;
