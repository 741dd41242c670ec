/** What becomes of an event that comes late, twice, out of order, or for an order that is over. */
import { momentOf, type MomentId } from '../moments/registry';
import type { Reason } from './reasons';

/** A clock of a shop system may be somewhat ahead of ours. */
export const FUTURE_MS = 5 * 60_000;

/** News older than this helps nobody: it is kept, and nobody is written to. */
export const LATE_MS = 7 * 86_400_000;

export interface EventStanding {
  moment: MomentId;
  /** When it happened and now, in ms since the epoch. */
  at: number;
  now: number;
  order: string;
  /** The order had been cancelled before this event. */
  cancelled: boolean;
  /** Moments the order has had before this event. */
  had: ReadonlySet<MomentId>;
}

/** Why nobody is written to for an event although it is taken, or undefined when all is as it should be. */
export function notSaid({ moment, at, now, order, cancelled, had }: EventStanding): Reason | undefined {
  const { once, overtakenBy, afterCancelling } = momentOf(moment);
  if (once && had.has(moment)) return { code: 'had-already', order };
  const overtaking = overtakenBy?.find((later) => had.has(later));
  if (overtaking) return { code: 'overtaken', order, by: overtaking };
  if (cancelled && !afterCancelling) return { code: 'order-cancelled', order };
  if (now - at > LATE_MS) return { code: 'too-late', days: String(Math.floor((now - at) / 86_400_000)) };
  return undefined;
}
