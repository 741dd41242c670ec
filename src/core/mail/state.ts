/** The states of a delivery, and what each is called. */
import { say } from '../../words/names';
import { inEachLanguage } from '../../words/speak';

export const DELIVERY_STATES = [
  'planned',
  'held',
  'sending',
  'accepted',
  'deferred',
  'failed',
  'bounced',
  'withheld',
  'cancelled',
] as const;
export type DeliveryState = (typeof DELIVERY_STATES)[number];

/** States of what has not come to its end. */
export const OPEN_STATES: readonly DeliveryState[] = ['planned', 'held', 'sending', 'deferred'];

/** What should have gone out so long ago, in ms, and has not, is overdue. */
export const OVERDUE_MS = 10 * 60_000;

export const DELIVERY_STATE_WORDS: Record<DeliveryState, string> = inEachLanguage(() => ({
  planned: say.stateScheduled,
  held: say.stateOnHold,
  sending: say.stateSending,
  accepted: say.stateAccepted,
  deferred: say.stateRetrying,
  failed: say.stateFailed,
  bounced: say.stateBounced,
  withheld: say.stateBlocked,
  cancelled: say.stateStopped,
}));
