/** The states of a delivery, and what each is called. */
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

export const DELIVERY_STATE_WORDS: Record<DeliveryState, string> = {
  planned: 'scheduled',
  held: 'on hold',
  sending: 'sending',
  accepted: 'accepted',
  deferred: 'retrying',
  failed: 'failed',
  bounced: 'bounced',
  withheld: 'blocked',
  cancelled: 'stopped',
};
