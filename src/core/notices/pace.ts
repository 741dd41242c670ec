/** How fast a notice goes out: a part of what the services take, so that order mails always have room. */

/** What a notice leaves of the services' limits to order mails. */
const SHARE = 0.8;
/** Messages a minute where no service has a limit. */
const UNLIMITED = 600;

export interface ServiceLimits {
  perMinute: number | null;
  perDay: number | null;
}

/** Messages a minute that a notice may take; 0 without a service. Several services share the work one after the other. */
export function paceOf(services: readonly ServiceLimits[]): number {
  const each = services.map(({ perMinute, perDay }) =>
    Math.min(perMinute ?? Number.POSITIVE_INFINITY, (perDay ?? Number.POSITIVE_INFINITY) / 1440),
  );
  const all = each.reduce((sum, limit) => sum + limit, 0);
  return services.length === 0 ? 0 : Math.min(UNLIMITED, all * SHARE);
}

/** When the message at a place (from 0) is due, in ms since the epoch. */
export function dueAtPlace(from: number, place: number, perMinute: number): number {
  return Math.round(from + (place * 60_000) / Math.max(perMinute, 1 / 1440));
}

/** When the last of so many is due, in ms since the epoch; undefined when none will go out at all. */
export function endOf(from: number, count: number, perMinute: number): number | undefined {
  return perMinute > 0 ? dueAtPlace(from, Math.max(0, count - 1), perMinute) : undefined;
}
