/**
 * How a figure grows, and when it will have come to a limit. The slope is the median of the slopes between all pairs of readings
 * (Theil 1950, Sen 1968): a day that stands out, or a clean-up in between, does not turn it. How sure it is comes from the ranks of those
 * slopes, for 19 of 20 cases (Sen 1968, by the variance of Kendall's S).
 */

export interface Reading {
  /** ms since 1970. */
  at: number;
  value: number;
}

export interface Trend {
  /** Change a day. */
  perDay: number;
  /** Between these it is in 19 of 20 cases; infinite where there are too few readings to say. */
  perDayLow: number;
  perDayHigh: number;
  /** What the figure is by its trend, at {@link Trend.at}: the newest reading's time. */
  level: number;
  at: number;
  /** Nine readings of ten are at most so much above the trend. */
  spread: number;
}

/** When a figure will have come to a limit, ms since 1970; undefined for what does not happen within {@link HORIZON_DAYS}. */
export interface Reaching {
  at: number | undefined;
  /** In 19 of 20 cases not before. */
  earliest: number | undefined;
  latest: number | undefined;
}

export const DAY_MS = 86_400_000;
/** No trend holds for longer. */
export const HORIZON_DAYS = 730;
/** With fewer days of readings nothing is said. */
export const LEAST_DAYS = 5;

/** 19 of 20 on both sides of a normal distribution. */
const SURE = 1.96;

/** The last reading of each day, UTC, oldest first: readings of one day depend on each other and would feign sureness. */
export function daily(readings: readonly Reading[]): Reading[] {
  const days = new Map<number, Reading>();
  for (const reading of readings.toSorted((a, b) => a.at - b.at)) days.set(Math.floor(reading.at / DAY_MS), reading);
  return [...days.values()];
}

/** @param readings one a day, oldest first. Undefined for fewer than {@link LEAST_DAYS} */
export function trendOf(readings: readonly Reading[]): Trend | undefined {
  const n = readings.length;
  if (n < LEAST_DAYS) return undefined;
  const at = readings.at(-1)!.at;
  const days = (reading: Reading): number => (reading.at - at) / DAY_MS;
  const slopes: number[] = [];
  for (const [i, a] of readings.entries()) {
    for (const b of readings.slice(i + 1)) {
      if (b.at > a.at) slopes.push((b.value - a.value) / (days(b) - days(a)));
    }
  }
  slopes.sort((a, b) => a - b);
  const perDay = middle(slopes);
  // So many slopes lie outside on both sides together.
  const within = SURE * Math.sqrt((n * (n - 1) * (2 * n + 5)) / 18);
  const low = Math.floor((slopes.length - within) / 2);
  const rests = readings.map((r) => r.value - perDay * days(r));
  const level = middle(rests.toSorted((a, b) => a - b));
  const above = rests.map((r) => r - level).toSorted((a, b) => a - b);
  return {
    perDay,
    perDayLow: slopes[low] ?? -Infinity,
    perDayHigh: slopes[slopes.length - 1 - low] ?? Infinity,
    level,
    at,
    spread: Math.max(0, above[Math.ceil(n * 0.9) - 1]!),
  };
}

/**
 * When a figure comes to a limit from below.
 * @param withSpread the limit is met by single readings, such as the messages of a day, and not by the trend alone
 */
export function reaches(trend: Trend, limit: number, { withSpread = false } = {}): Reaching {
  const left = limit - trend.level - (withSpread ? trend.spread : 0);
  const when = (perDay: number): number | undefined => {
    if (left <= 0) return trend.at;
    const days = perDay > 0 ? left / perDay : Infinity;
    return days <= HORIZON_DAYS ? trend.at + days * DAY_MS : undefined;
  };
  return { at: when(trend.perDay), earliest: when(trend.perDayHigh), latest: when(trend.perDayLow) };
}

function middle(sorted: readonly number[]): number {
  const half = sorted.length / 2;
  return Number.isInteger(half) ? (sorted[half - 1]! + sorted[half]!) / 2 : sorted[Math.floor(half)]!;
}
