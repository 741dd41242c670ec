/** The moments in the life of an order, in the order in which they happen, and what each knows. */
import { SAMPLE_DETAILS, type DetailName, type MomentDetails } from '../order/details';
import { PLACEHOLDERS, type Placeholder } from './catalogue';

export interface Moment {
  id: string;
  /** Column on the board. */
  column: MomentColumn;
  label: string;
  /** As in "is not known when an order is placed". */
  words: string;
  has: ReadonlySet<Placeholder['from']>;
}

export const MOMENT_COLUMNS = [
  'Placed',
  'Payment',
  'In preparation',
  'On its way',
  'Received',
  'Returned',
  'Cancelled',
  'Besides',
] as const;
export type MomentColumn = (typeof MOMENT_COLUMNS)[number];

/** Nobody and nothing tells of this one: a colleague chooses the message, adapts it and sends it. */
export const BY_HAND = 'by-hand';

const ORDER: ReadonlySet<Placeholder['from']> = new Set(['order', 'customer', 'store']);
const SHIPMENT: ReadonlySet<Placeholder['from']> = new Set(['order', 'customer', 'store', 'shipment']);

const REFUND: ReadonlySet<Placeholder['from']> = new Set(['order', 'customer', 'store', 'refund']);

/** Of an account no order is known. */
const aboutAccount = (...details: DetailName[]): ReadonlySet<Placeholder['from']> =>
  new Set(['customer', 'store', ...details]);

const telling = (...details: DetailName[]): ReadonlySet<Placeholder['from']> =>
  new Set(['order', 'customer', 'store', ...details]);

const moment = (id: string, column: MomentColumn, label: string, words: string, has = ORDER): Moment => ({
  id,
  column,
  label,
  words,
  has,
});

export const MOMENTS: readonly Moment[] = [
  moment('order.placed', 'Placed', 'Order placed', 'when an order is placed'),
  moment('order.payment-due', 'Payment', 'Payment still due', 'while a payment is due', telling('payUrl')),
  moment('order.payment-received', 'Payment', 'Payment received', 'when a payment comes in'),
  moment('order.payment-failed', 'Payment', 'Payment failed', 'when a payment fails', telling('reason', 'payUrl')),
  moment('order.paused', 'In preparation', 'Order needs attention', 'when an order is paused', telling('reason')),
  moment('order.item-delayed', 'In preparation', 'Item delayed', 'when an item is delayed', telling('delay')),
  moment('order.note-added', 'In preparation', 'Note added', 'when a note is added to an order', telling('note')),
  moment('invoice.issued', 'In preparation', 'Invoice issued', 'when an invoice is issued', telling('invoice')),
  moment('shipment.dispatched', 'On its way', 'Parcel handed over', 'when a parcel is handed over', SHIPMENT),
  moment('shipment.updated', 'On its way', 'Tracking changed', 'when tracking changes', SHIPMENT),
  moment('shipment.ready-for-pickup', 'Received', 'Ready to collect', 'when goods are ready to collect', SHIPMENT),
  moment('shipment.delivered', 'Received', 'Delivered', 'when a parcel is delivered', SHIPMENT),
  moment('download.ready', 'Received', 'Downloads ready', 'when downloads are ready'),
  moment('feedback.due', 'Besides', 'Time to ask', 'when it is time to ask'),
  moment('refund.issued', 'Returned', 'Refund issued', 'when a refund is issued', REFUND),
  moment('return.received', 'Returned', 'Return received', 'when a return comes in', telling('returned')),
  moment('order.cancelled', 'Cancelled', 'Order cancelled', 'when an order is cancelled', telling('reason')),
  moment('account.created', 'Besides', 'Account made', 'when a customer makes an account', aboutAccount('account')),
  moment(
    'account.reset-requested',
    'Besides',
    'New password wanted',
    'when a customer wants a new password',
    aboutAccount('reset'),
  ),
  moment(BY_HAND, 'Besides', 'Written by hand', 'when a colleague writes', SHIPMENT),
  moment('delivery.bounced', 'Besides', 'Mail came back', 'when mail to a customer comes back', telling('bounce')),
];

const BY_ID = new Map(MOMENTS.map((m) => [m.id, m]));

export function momentOf(id: string): Moment | undefined {
  return BY_ID.get(id);
}

/** Whether a placeholder has a value at a moment. */
export function isProvided(placeholder: Placeholder, momentId: string): boolean {
  return BY_ID.get(momentId)?.has.has(placeholder.from) ?? ['order', 'customer', 'store'].includes(placeholder.from);
}

/** The placeholders a moment provides. */
export function placeholdersAt(momentId: string): Placeholder[] {
  return PLACEHOLDERS.filter((p) => isProvided(p, momentId));
}

/** Made-up details of the kinds a moment has, for looking at its messages before it has happened. */
export function sampleDetails(momentId: string): MomentDetails {
  const { has } = BY_ID.get(momentId) ?? { has: ORDER };
  return Object.fromEntries(Object.entries(SAMPLE_DETAILS).filter(([name]) => has.has(name as DetailName)));
}
