/** What becomes of an event that comes late, twice, out of order, or for an order that is over. */
import { BY_HAND, momentOf } from '../placeholders/moments';
import type { Reason } from './reasons';

/** Moments that come once in an order's life. */
const ONCE: ReadonlySet<string> = new Set(['order.placed', 'order.payment-received', 'order.cancelled']);

/** Moments that an order which was cancelled can still have. */
const AFTER_CANCELLING: ReadonlySet<string> = new Set([
  'order.cancelled',
  'order.note-added',
  'invoice.issued',
  'refund.issued',
  'return.received',
  'delivery.bounced',
  'feedback.answered',
  BY_HAND,
]);

/** What makes an earlier moment old news: a confirmation after the parcel left reads like a mistake. */
const OVERTAKEN_BY: Readonly<Record<string, readonly string[]>> = {
  'order.placed': [
    'shipment.dispatched',
    'shipment.ready-for-pickup',
    'shipment.delivered',
    'refund.issued',
    'return.received',
    'order.cancelled',
  ],
  'order.payment-failed': ['order.payment-received'],
};

/** A clock of a shop system may be somewhat ahead of ours. */
export const FUTURE_MS = 5 * 60_000;

/** News older than this helps nobody: it is kept, and nobody is written to. */
export const LATE_MS = 7 * 86_400_000;

export interface EventStanding {
  moment: string;
  /** When it happened and now, in ms since the epoch. */
  at: number;
  now: number;
  order: string;
  /** The order had been cancelled before this event. */
  cancelled: boolean;
  /** Moments the order has had before this event. */
  had: ReadonlySet<string>;
}

/** Why nobody is written to for an event although it is taken, or undefined when all is as it should be. */
export function notSaid({ moment, at, now, order, cancelled, had }: EventStanding): Reason | undefined {
  if (ONCE.has(moment) && had.has(moment)) return { code: 'had-already', order };
  const overtaking = OVERTAKEN_BY[moment]?.find((later) => had.has(later));
  if (overtaking) return { code: 'overtaken', order, by: momentOf(overtaking)?.label ?? overtaking };
  if (cancelled && !AFTER_CANCELLING.has(moment)) return { code: 'order-cancelled', order };
  if (now - at > LATE_MS) return { code: 'too-late', days: String(Math.floor((now - at) / 86_400_000)) };
  return undefined;
}
