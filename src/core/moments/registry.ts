/**
 * The moments in the life of an order, in the order in which they happen. One entry says all there is to say about a moment:
 * what an event of it tells, what its messages are about, where it stands on the board, when it is old news, what starts and
 * ends it, and what a colleague does to make it happen. Everything else (schemas, the public description, placeholders,
 * planning, the board, samples) is read off this table. To add a moment, add an entry here and its words under `shipped`.
 */
import type { OrderActionKind } from '../order/action-schema';
import { amountDue } from '../order/due';
import { stillOnTheWay } from '../order/still-allowed';
import type { Order } from '../order/schema';
import type { End } from '../time/timing';
import type { DetailName } from './details';

/** Columns of the board, from left to right. */
export const MOMENT_COLUMNS = [
  'Placed',
  'Payment',
  'In preparation',
  'On its way',
  'Received',
  'Returned',
  'Cancelled',
  'Other',
] as const;
export type MomentColumn = (typeof MOMENT_COLUMNS)[number];

/** A moment that comes some time after another, and that nobody tells of. */
export interface Timer<Id extends string = MomentId> {
  /** The moments that start it. */
  starts: readonly Id[];
  /** For which orders it does not start. */
  unless: (order: Order) => boolean;
}

interface Entry<Id extends string> {
  label: string;
  /** As in "is not known when an order is placed". */
  words: string;
  /** Where it stands on the board; left out for an event that no message is ever sent for. */
  column?: MomentColumn;
  /**
   * Who tells of it: the shop system by an event, the clock (see `timer`), a colleague who writes, or mail that comes back.
   */
  toldBy: 'shop' | 'clock' | 'colleague' | 'mail';
  /** What its messages are about. Of an account no order is known; of all others but the order the newest is meant. */
  about: 'order' | 'parcel' | 'refund' | 'cancellation' | 'return' | 'account';
  /** What the order of its event has to have: what the moment is about, where nothing else tells of it. */
  needs?: 'shipments' | 'refunds' | 'cancellations';
  /** Besides the order, its newest parcel is known when there is one. */
  knowsParcel?: true;
  /** Details that its event has to tell, and may tell. Its messages have the values of both. */
  must?: readonly DetailName[];
  may?: readonly DetailName[];
  /** Details its event may tell for the timers it starts; its own messages do not have them. */
  forTimers?: readonly DetailName[];
  /** It comes once in the life of an order: a second time nobody is written to. */
  once?: true;
  /** An order that was cancelled can still have it. */
  afterCancelling?: true;
  /** Moments that make it old news: a confirmation after the parcel has left reads like a mistake. */
  overtakenBy?: readonly Id[];
  /** Ends that have always come by then, so that nothing would ever wait for them. */
  past?: readonly End[];
  timer?: Timer<Id>;
  /** What a colleague does with an order to make it happen. */
  action?: { kind: OrderActionKind; label: string };
  /** Its message is never sent a second time by hand: whoever holds its link may act on it. */
  sentOnce?: true;
  /** A file that goes with its messages when the event asks for it. */
  attaches?: 'invoice';
  /** What the order of its example has besides two lines and what it is about. `time` is RFC 3339. */
  example?: (time: string) => Partial<Order>;
}

/** Checks that moments name only moments of the table. */
const table = <Id extends string, const T extends Record<Id, Entry<NoInfer<Id>>>>(
  entries: T & Record<Id, unknown>,
): T => entries;

const TABLE = table({
  'order.placed': {
    label: 'Order placed',
    words: 'when an order is placed',
    column: 'Placed',
    toldBy: 'shop',
    about: 'order',
    forTimers: ['payUrl'],
    once: true,
    overtakenBy: [
      'shipment.dispatched',
      'shipment.ready-for-pickup',
      'shipment.delivered',
      'refund.issued',
      'return.received',
      'order.cancelled',
    ],
  },
  'order.payment-due': {
    label: 'Payment still due',
    words: 'while a payment is due',
    column: 'Payment',
    toldBy: 'clock',
    about: 'order',
    may: ['payUrl'],
    timer: {
      starts: ['order.placed'],
      unless: (order) => amountDue(order) === 0,
    },
  },
  'order.payment-received': {
    label: 'Payment received',
    words: 'when a payment comes in',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    once: true,
    past: ['paid'],
    action: { kind: 'pay', label: 'Payment comes in' },
  },
  'order.part-paid': {
    label: 'Part of the payment received',
    words: 'when a part of the payment comes in',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    may: ['payUrl'],
    overtakenBy: ['order.payment-received'],
    example: () => ({ payment: { method: 'Bank transfer', paid: false, received: 2000 } }),
  },
  'order.payment-failed': {
    label: 'Payment failed',
    words: 'when a payment fails',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    may: ['reason', 'payUrl'],
    overtakenBy: ['order.payment-received'],
    action: { kind: 'fail-payment', label: 'Payment fails' },
    example: () => ({ payment: { method: 'Card', paid: false } }),
  },
  'order.paused': {
    label: 'Order needs attention',
    words: 'when an order is paused',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    may: ['reason'],
    action: { kind: 'pause', label: 'Pause it' },
  },
  'order.item-delayed': {
    label: 'Item delayed',
    words: 'when an item is delayed',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['delay'],
    action: { kind: 'delay', label: 'An item is late' },
  },
  'order.note-added': {
    label: 'Note added',
    words: 'when a note is added to an order',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['note'],
    afterCancelling: true,
    action: { kind: 'note', label: 'Add a note' },
  },
  'invoice.issued': {
    label: 'Invoice issued',
    words: 'when an invoice is issued',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['invoice'],
    afterCancelling: true,
    action: { kind: 'invoice', label: 'Issue an invoice' },
    attaches: 'invoice',
  },
  'shipment.dispatched': {
    label: 'Parcel handed over',
    words: 'when a parcel is handed over',
    column: 'On its way',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: { kind: 'dispatch', label: 'Dispatch' },
  },
  'shipment.updated': {
    label: 'Tracking changed',
    words: 'when tracking changes',
    column: 'On its way',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: { kind: 'track', label: 'Tracking changes' },
  },
  'shipment.ready-for-pickup': {
    label: 'Ready to collect',
    words: 'when goods are ready to collect',
    column: 'Received',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: { kind: 'hand-over', label: 'Ready to collect' },
  },
  'shipment.delivered': {
    label: 'Delivered',
    words: 'when a parcel is delivered',
    column: 'Received',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: { kind: 'deliver', label: 'Delivered' },
  },
  'download.ready': {
    label: 'Downloads ready',
    words: 'when downloads are ready',
    column: 'Received',
    toldBy: 'shop',
    about: 'order',
    action: { kind: 'downloads', label: 'Downloads ready' },
  },
  'feedback.due': {
    label: 'Feedback request due',
    words: 'when it is time to ask',
    column: 'Other',
    toldBy: 'clock',
    about: 'order',
    past: ['dispatched'],
    timer: {
      starts: ['shipment.delivered', 'download.ready'],
      // Nobody is asked how it went while a further parcel is known to be on its way.
      unless: (order) => (order.shipments ?? []).some((s) => s.deliveredAt) && stillOnTheWay(order).length > 0,
    },
  },
  'refund.issued': {
    label: 'Refund issued',
    words: 'when a refund is issued',
    column: 'Returned',
    toldBy: 'shop',
    about: 'refund',
    needs: 'refunds',
    afterCancelling: true,
    action: { kind: 'refund', label: 'Refund' },
  },
  'return.received': {
    label: 'Return received',
    words: 'when a return comes in',
    column: 'Returned',
    toldBy: 'shop',
    about: 'return',
    may: ['returned'],
    afterCancelling: true,
    action: { kind: 'return', label: 'Goods come back' },
  },
  'order.items-cancelled': {
    label: 'Items cancelled',
    words: 'when some items are cancelled',
    column: 'Cancelled',
    toldBy: 'shop',
    about: 'cancellation',
    needs: 'cancellations',
    may: ['reason'],
    overtakenBy: ['order.cancelled'],
    afterCancelling: true,
    example: (time) => ({
      cancellations: [{ cancelledAt: time, reason: 'out of stock', lines: [{ sku: 'TO-BONE', quantity: 1 }] }],
    }),
  },
  'order.cancelled': {
    label: 'Order cancelled',
    words: 'when an order is cancelled',
    column: 'Cancelled',
    toldBy: 'shop',
    about: 'cancellation',
    may: ['reason'],
    once: true,
    afterCancelling: true,
    past: ['cancelled'],
    action: { kind: 'cancel', label: 'Cancel order' },
    example: () => ({ status: 'OrderCancelled' }),
  },
  'account.created': {
    label: 'Account made',
    words: 'when a customer makes an account',
    column: 'Other',
    toldBy: 'shop',
    about: 'account',
    may: ['account'],
  },
  'account.reset-requested': {
    label: 'New password wanted',
    words: 'when a customer wants a new password',
    column: 'Other',
    toldBy: 'shop',
    about: 'account',
    must: ['reset'],
    sentOnce: true,
  },
  'by-hand': {
    label: 'Written by hand',
    words: 'when a colleague writes',
    column: 'Other',
    toldBy: 'colleague',
    about: 'order',
    knowsParcel: true,
    afterCancelling: true,
  },
  'delivery.bounced': {
    label: 'Message bounced',
    words: 'when mail to a customer comes back',
    column: 'Other',
    toldBy: 'mail',
    about: 'order',
    must: ['bounce'],
    afterCancelling: true,
  },
  'feedback.answered': {
    label: 'The customer answered',
    words: 'when a customer answers',
    toldBy: 'shop',
    about: 'order',
    afterCancelling: true,
    action: { kind: 'answer', label: 'The customer answers' },
  },
});

/** The name of a moment, as events and notifications carry it. */
export type MomentId = keyof typeof TABLE;

export interface Moment extends Entry<MomentId> {
  id: MomentId;
}

/** A moment that has a place on the board: one that messages are sent for. */
export interface BoardMoment extends Moment {
  column: MomentColumn;
}

const ALL = new Map<string, Moment>(
  (Object.entries(TABLE) as [MomentId, Entry<MomentId>][]).map(([id, entry]) => [id, { id, ...entry }]),
);

/** Whether a moment is one that messages are sent for. */
const isOnBoard = (moment: Moment): moment is BoardMoment => moment.column !== undefined;

/** All that happens, in the order in which it happens. */
export const ALL_MOMENTS: readonly Moment[] = [...ALL.values()];

/** The moments that messages are sent for. */
export const MOMENTS: readonly BoardMoment[] = ALL_MOMENTS.filter(isOnBoard);

/** Those that a notification can be made for, by their names. */
export const MOMENT_IDS: readonly MomentId[] = MOMENTS.map((m) => m.id);

/** The moment that nobody and nothing tells of: a colleague chooses the message, adapts it and sends it. */
export const BY_HAND = 'by-hand' satisfies MomentId;

/** Whether a string names a moment. */
export const isMomentId = (id: string): id is MomentId => ALL.has(id);

/** A moment by its name, or undefined for a string that is none. */
export function momentOf(id: MomentId): Moment;
export function momentOf(id: string): Moment | undefined;
export function momentOf(id: string): Moment | undefined {
  return ALL.get(id);
}

/** What a moment is called; a string that names none stands for itself. */
export const momentLabel = (id: string): string => momentOf(id)?.label ?? id;

/** What has to happen for messages of a moment to be planned: itself, or for a timer what starts it. */
export function startsOf(id: MomentId): readonly MomentId[] {
  return momentOf(id).timer?.starts ?? [id];
}

/** The timer of a moment that nobody tells of, or undefined for any other. */
export function timerOf(id: string): Timer | undefined {
  return momentOf(id)?.timer;
}

/** The moments that come some time after another. */
export const TIMED_MOMENTS: readonly MomentId[] = ALL_MOMENTS.filter((m) => m.timer).map((m) => m.id);

/** Whether an end has always come before a moment does, so that nothing ever waits for it. */
export const comesTooLate = (id: MomentId, end: End): boolean => momentOf(id).past?.includes(end) ?? false;

/** The moments that a shop system tells of by events. */
export type ToldMoment = {
  [K in MomentId]: (typeof TABLE)[K]['toldBy'] extends 'shop' ? K : never;
}[MomentId];
export const TOLD_MOMENTS = ALL_MOMENTS.filter((m) => m.toldBy === 'shop').map((m) => m.id as ToldMoment);

/** What can be done with an order in the interface, and the event that tells of it. */
export const ORDER_ACTIONS = Object.fromEntries(
  ALL_MOMENTS.flatMap(({ id, action }) => (action ? [[action.kind, { label: action.label, event: id }]] : [])),
) as Record<OrderActionKind, { label: string; event: MomentId }>;
