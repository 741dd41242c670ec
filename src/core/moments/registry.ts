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
import { ENDS, type End } from '../time/timing';
import type { DetailName } from './details';
import { say } from '../../words/moments';
import { inEachLanguage } from '../../words/speak';

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

export const MOMENT_COLUMN_LABELS: Record<MomentColumn, string> = inEachLanguage(() => ({
  Placed: say.placed,
  Payment: say.payment,
  'In preparation': say.inPreparation,
  'On its way': say.onItsWay,
  Received: say.received,
  Returned: say.returned,
  Cancelled: say.cancelled,
  Other: say.other,
}));

/** A moment that comes some time after another, and that nobody tells of. */
export interface Timer<Id extends string = MomentId> {
  /** The moments that start it. */
  starts: readonly Id[];
  /** For which orders it does not start. */
  unless: (order: Order) => boolean;
}

interface Entry<Id extends string> {
  /** What it is called, by its key in the catalogue of words. */
  label: keyof typeof say;
  /** As in "is not known when an order is placed", by its key. */
  words: keyof typeof say;
  /** Where it stands on the board; left out for an event that no message is ever sent for. */
  column?: MomentColumn;
  /**
   * Who tells of it: the shop system by an event, the clock (see `timer`), a colleague who writes, mail that comes back, a customer on the
   * page of their preferences, or nobody, because it is worked out here (from counts of stock, from the orders of a day).
   */
  toldBy: 'shop' | 'clock' | 'colleague' | 'mail' | 'customer' | 'reckoned';
  /**
   * What its messages are about. Of an account, a product or a summary no single order is known; of all others but the order the newest
   * is meant.
   */
  about: 'order' | 'parcel' | 'refund' | 'cancellation' | 'return' | 'account' | 'product' | 'summary';
  /** Only colleagues hear of it. */
  staffOnly?: true;
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
  action?: { kind: OrderActionKind; label: keyof typeof say };
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
    label: 'orderPlaced',
    words: 'whenAnOrderIsPlaced',
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
    label: 'paymentStillDue',
    words: 'whileAPaymentIsDue',
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
    label: 'paymentReceived',
    words: 'whenAPaymentComesIn',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    once: true,
    past: ['paid'],
    action: {
      kind: 'pay',
      label: 'paymentComesIn',
    },
  },
  'order.part-paid': {
    label: 'partOfThePaymentReceived',
    words: 'whenAPartOfThePaymentComes',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    may: ['payUrl'],
    overtakenBy: ['order.payment-received'],
    example: () => ({ payment: { method: 'Bank transfer', paid: false, received: 2000 } }),
  },
  'order.payment-failed': {
    label: 'paymentFailed',
    words: 'whenAPaymentFails',
    column: 'Payment',
    toldBy: 'shop',
    about: 'order',
    may: ['reason', 'payUrl'],
    overtakenBy: ['order.payment-received'],
    action: {
      kind: 'fail-payment',
      label: 'paymentFails',
    },
    example: () => ({ payment: { method: 'Card', paid: false } }),
  },
  'order.paused': {
    label: 'orderNeedsAttention',
    words: 'whenAnOrderIsPaused',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    may: ['reason'],
    action: {
      kind: 'pause',
      label: 'pauseIt',
    },
  },
  'order.item-delayed': {
    label: 'itemDelayed',
    words: 'whenAnItemIsDelayed',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['delay'],
    action: {
      kind: 'delay',
      label: 'anItemIsLate',
    },
  },
  'order.note-added': {
    label: 'noteAdded',
    words: 'whenANoteIsAddedToAn',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['note'],
    afterCancelling: true,
    action: {
      kind: 'note',
      label: 'addANote',
    },
  },
  'invoice.issued': {
    label: 'invoiceIssued',
    words: 'whenAnInvoiceIsIssued',
    column: 'In preparation',
    toldBy: 'shop',
    about: 'order',
    must: ['invoice'],
    afterCancelling: true,
    action: {
      kind: 'invoice',
      label: 'issueAnInvoice',
    },
    attaches: 'invoice',
  },
  'shipment.dispatched': {
    label: 'parcelHandedOver',
    words: 'whenAParcelIsHandedOver',
    column: 'On its way',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: {
      kind: 'dispatch',
      label: 'dispatch',
    },
  },
  'shipment.updated': {
    label: 'trackingChanged',
    words: 'whenTrackingChanges',
    column: 'On its way',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: {
      kind: 'track',
      label: 'trackingChanges',
    },
  },
  'shipment.ready-for-pickup': {
    label: 'readyToCollect',
    words: 'whenGoodsAreReadyToCollect',
    column: 'Received',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: {
      kind: 'hand-over',
      label: 'readyToCollectAction',
    },
  },
  'shipment.delivered': {
    label: 'delivered',
    words: 'whenAParcelIsDelivered',
    column: 'Received',
    toldBy: 'shop',
    about: 'parcel',
    needs: 'shipments',
    past: ['dispatched'],
    action: {
      kind: 'deliver',
      label: 'deliveredAction',
    },
  },
  'download.ready': {
    label: 'downloadsReady',
    words: 'whenDownloadsAreReady',
    column: 'Received',
    toldBy: 'shop',
    about: 'order',
    action: {
      kind: 'downloads',
      label: 'downloadsReadyAction',
    },
  },
  'feedback.due': {
    label: 'feedbackRequestDue',
    words: 'whenItIsTimeToAsk',
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
    label: 'refundIssued',
    words: 'whenARefundIsIssued',
    column: 'Returned',
    toldBy: 'shop',
    about: 'refund',
    needs: 'refunds',
    afterCancelling: true,
    action: {
      kind: 'refund',
      label: 'refund',
    },
  },
  'return.received': {
    label: 'returnReceived',
    words: 'whenAReturnComesIn',
    column: 'Returned',
    toldBy: 'shop',
    about: 'return',
    may: ['returned'],
    afterCancelling: true,
    action: {
      kind: 'return',
      label: 'goodsComeBack',
    },
  },
  'order.items-cancelled': {
    label: 'itemsCancelled',
    words: 'whenSomeItemsAreCancelled',
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
    label: 'orderCancelled',
    words: 'whenAnOrderIsCancelled',
    column: 'Cancelled',
    toldBy: 'shop',
    about: 'cancellation',
    may: ['reason'],
    once: true,
    afterCancelling: true,
    past: ['cancelled'],
    action: {
      kind: 'cancel',
      label: 'cancelOrder',
    },
    example: () => ({ status: 'OrderCancelled' }),
  },
  'account.created': {
    label: 'accountMade',
    words: 'whenACustomerMakesAnAccount',
    column: 'Other',
    toldBy: 'shop',
    about: 'account',
    may: ['account'],
  },
  'account.reset-requested': {
    label: 'newPasswordWanted',
    words: 'whenACustomerWantsANewPassword',
    column: 'Other',
    toldBy: 'shop',
    about: 'account',
    must: ['reset'],
    sentOnce: true,
  },
  'account.preferences-requested': {
    label: 'preferencesWanted',
    words: 'whenACustomerWantsTheirPreferences',
    column: 'Other',
    toldBy: 'customer',
    about: 'account',
    must: ['preferences'],
    sentOnce: true,
  },
  'product.stock-counted': {
    label: 'stockCounted',
    words: 'whenStockIsCounted',
    toldBy: 'shop',
    about: 'product',
    must: ['stock'],
    staffOnly: true,
  },
  'product.stock-low': {
    label: 'stockLow',
    words: 'whenStockRunsLow',
    column: 'Other',
    toldBy: 'reckoned',
    about: 'product',
    must: ['stock'],
    staffOnly: true,
    past: ENDS,
  },
  'product.stock-out': {
    label: 'outOfStock',
    words: 'whenNothingIsLeft',
    column: 'Other',
    toldBy: 'reckoned',
    about: 'product',
    must: ['stock'],
    staffOnly: true,
    past: ENDS,
  },
  'orders.summary': {
    label: 'summaryOfOrders',
    words: 'atTheTimesOfItsSummary',
    column: 'Other',
    toldBy: 'reckoned',
    about: 'summary',
    must: ['summary'],
    staffOnly: true,
    past: ENDS,
  },
  'by-hand': {
    label: 'writtenByHand',
    words: 'whenAColleagueWrites',
    column: 'Other',
    toldBy: 'colleague',
    about: 'order',
    knowsParcel: true,
    afterCancelling: true,
  },
  notice: {
    label: 'noticeToMany',
    words: 'whenANoticeGoesOut',
    column: 'Other',
    toldBy: 'colleague',
    about: 'account',
  },
  'delivery.bounced': {
    label: 'messageBounced',
    words: 'whenMailToACustomerComesBack',
    column: 'Other',
    toldBy: 'mail',
    about: 'order',
    must: ['bounce'],
    afterCancelling: true,
  },
  'feedback.answered': {
    label: 'theCustomerAnswered',
    words: 'whenACustomerAnswers',
    toldBy: 'shop',
    about: 'order',
    afterCancelling: true,
    action: {
      kind: 'answer',
      label: 'theCustomerAnswers',
    },
  },
});

/** The name of a moment, as events and notifications carry it. */
export type MomentId = keyof typeof TABLE;

export interface Moment extends Omit<Entry<MomentId>, 'label' | 'words'> {
  id: MomentId;
  /** What it is called, for who reads it. */
  readonly label: string;
  /** As in "is not known when an order is placed". */
  readonly words: string;
}

/** A moment that has a place on the board: one that messages are sent for. */
export interface BoardMoment extends Moment {
  column: MomentColumn;
}

const ALL = new Map<string, Moment>(
  (Object.entries(TABLE) as [MomentId, Entry<MomentId>][]).map(([id, entry]): [string, Moment] => [
    id,
    {
      id,
      ...entry,
      get label() {
        return say[entry.label];
      },
      get words() {
        return say[entry.words];
      },
    },
  ]),
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

/** The moment of one message that goes to many people at once, and is about nobody's order. */
export const NOTICE = 'notice' satisfies MomentId;

/** The moment of a summary: worked out at the times that its notification says. */
export const SUMMARY = 'orders.summary' satisfies MomentId;

const WITHOUT_ORDER: readonly Moment['about'][] = ['account', 'product', 'summary'];

/** Whether a moment is about something that is no single order: an account, a product, a summary. */
export const knowsNoOrder = (id: string): boolean => {
  const moment = momentOf(id);
  return moment !== undefined && WITHOUT_ORDER.includes(moment.about);
};

/** Whether messages of a moment go out because a colleague chose them, and not because something happened. */
export const goesByHand = (moment: MomentId): boolean => momentOf(moment).toldBy === 'colleague';

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
  ALL_MOMENTS.flatMap(({ id, action }) =>
    action
      ? [
          [
            action.kind,
            {
              get label() {
                return say[action.label];
              },
              event: id,
            },
          ],
        ]
      : [],
  ),
) as Record<OrderActionKind, { label: string; event: MomentId }>;
