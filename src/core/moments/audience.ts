/** Who hears of a moment, and what is usual for them. */
import type { MomentColumn } from './registry';

export const AUDIENCES = ['customer', 'contact', 'staff'] as const;
export type Audience = (typeof AUDIENCES)[number];

/** Nothing is usual there. */
const NOTHING = '';

/** What is usual in a column for an audience: said where a board would be empty. */
export const USUAL: Record<MomentColumn, Record<Audience, string>> = {
  Placed: { customer: 'a confirmation, nearly always', contact: NOTHING, staff: 'whoever makes it ready' },
  Payment: { customer: 'reminders while it is open', contact: NOTHING, staff: 'who holds the parcel back' },
  'In preparation': {
    customer: 'only what is out of the ordinary',
    contact: 'the invoice, for accounts',
    staff: 'what stops an order',
  },
  'On its way': { customer: 'carrier, number and link', contact: 'who takes the goods in', staff: NOTHING },
  Received: { customer: 'where to collect it', contact: NOTHING, staff: NOTHING },
  Returned: { customer: 'returned goods and refunds', contact: NOTHING, staff: 'who books the refund' },
  Cancelled: { customer: 'a cancellation notice', contact: NOTHING, staff: 'who stops the parcel' },
  Other: { customer: 'a feedback request, days later', contact: NOTHING, staff: 'messages that bounced' },
};
