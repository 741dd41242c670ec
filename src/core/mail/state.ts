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
