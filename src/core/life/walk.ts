/** A walk through an order's whole life, one step at a time. Which step is next is read off the order and what it has had. */
import { ORDER_ACTIONS } from '../moments/registry';
import { type OrderAction, type OrderActionKind } from '../order/action-schema';
import { piecesForParcels, piecesToReturn } from '../order/pieces';
import { refundFor, stillOnTheWay, stillToRefund, stillToSend, whyNot } from '../order/still-allowed';
import type { Order } from '../order/schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';

export interface WalkStep {
  id: string;
  label: string;
  /** What it shows. */
  note: string;
  /** What is done, of an order that allows it; undefined where the demo's clock is wound instead. */
  action?: { kind: OrderActionKind; of: (order: Order) => OrderAction };
  /** How far the clock is wound. */
  windMs?: number;
  /** Left out of the walk of an order it has nothing to do with. */
  applies?: (order: Order) => boolean;
  done: (order: Order, had: ReadonlySet<string>, ahead: number) => boolean;
}

const HOUR = 3_600_000;
const had = (kind: keyof typeof ORDER_ACTIONS) => (_order: Order, events: ReadonlySet<string>) =>
  events.has(ORDER_ACTIONS[kind].event);

/** The steps, in their order. What waits is wound for in the demo only. */
export const WALK: readonly WalkStep[] = inEachLanguage(() => [
  {
    id: 'remind',
    label: say.aDayPassesWithoutPayment,
    note: say.theFirstReminderGoesOut,
    windMs: 24 * HOUR + 60_000,
    done: (order, events, ahead) =>
      events.has('order.payment-received') || order.payment?.paid === true || ahead >= 24 * HOUR,
  },
  {
    id: 'pay',
    label: say.thePaymentComesIn,
    note: say.whatStillWaitedForIt,
    action: { kind: 'pay', of: () => ({ do: 'pay' }) },
    done: (order, events) => order.payment?.paid === true || events.has('order.payment-received'),
  },
  {
    id: 'invoice',
    label: say.theInvoiceIsIssued,
    note: say.withAPdfAttachedTo,
    action: { kind: 'invoice', of: (order) => ({ do: 'invoice', number: `R-${order.number}`, dueInDays: 14 }) },
    done: had('invoice'),
  },
  {
    id: 'downloads',
    label: say.theDownloadsAreReady,
    note: say.withALinkForEach,
    action: { kind: 'downloads', of: () => ({ do: 'downloads' }) },
    applies: (order) => order.lines.some(({ product }) => (product.downloads ?? []).length > 0),
    done: had('downloads'),
  },
  {
    id: 'first-parcel',
    label: say.aFirstParcelLeaves,
    note: say.theMessageShowsWhatIs,
    action: { kind: 'dispatch', of: (order) => parcel(order, 1) },
    applies: inParcels,
    done: (order) => (order.shipments?.length ?? 0) > 0,
  },
  {
    id: 'rest',
    label: say.theRestLeaves,
    note: say.aSecondMessageAboutThe,
    action: { kind: 'dispatch', of: (order) => parcel(order, Infinity) },
    applies: inSeveralParcels,
    done: (order) => (order.shipments?.length ?? 0) > 0 && stillToSend(order).length === 0,
  },
  {
    id: 'first-arrives',
    label: say.theFirstParcelArrives,
    note: say.theOtherOneIsStill,
    action: { kind: 'deliver', of: deliverNext },
    applies: inSeveralParcels,
    done: (order) => stillOnTheWay(order).length < (order.shipments?.length ?? 0),
  },
  {
    id: 'delivered',
    label: say.theLastParcelArrives,
    note: say.fromHereTheQuestionHow,
    action: { kind: 'deliver', of: deliverNext },
    applies: inParcels,
    done: (order) => (order.shipments?.length ?? 0) > 0 && stillOnTheWay(order).length === 0,
  },
  {
    id: 'return',
    label: say.onePieceComesBack,
    note: say.theCustomerLearnsThatIt,
    action: {
      kind: 'return',
      of: (order) => ({ do: 'return', lines: [{ sku: piecesToReturn(order)[0]?.sku ?? '', quantity: 1 }] }),
    },
    applies: inParcels,
    done: (order, events) =>
      had('return')(order, events) || ((order.shipments?.length ?? 0) > 0 && piecesToReturn(order).length === 0),
  },
  {
    id: 'refund',
    label: say.itIsRefunded,
    note: say.whatWasPaidForThis,
    action: {
      kind: 'refund',
      of: (order) => ({
        do: 'refund',
        lines: [{ sku: paidPiece(order) ?? '', quantity: 1 }],
        shipping: 0,
        goodwill: 0,
        reason: 'sent back within the fortnight',
      }),
    },
    done: (order, events) => events.has(ORDER_ACTIONS.refund.event) || paidPiece(order) === undefined,
  },
]);

function inParcels(order: Order): boolean {
  return piecesForParcels(order).length > 0;
}

function inSeveralParcels(order: Order): boolean {
  const parcels = order.shipments?.length ?? 0;
  return parcels > 1 || (parcels === 1 ? stillToSend(order).length > 0 : piecesForParcels(order).length > 1);
}

function deliverNext(order: Order): OrderAction {
  return { do: 'deliver', shipment: stillOnTheWay(order)[0] ?? 0 };
}

/** A product of which a piece was paid for and not given back. */
function paidPiece(order: Order): string | undefined {
  return stillToRefund(order).lines.find((l) => refundFor(order, l.sku, 1) > 0)?.sku;
}

/** A parcel with the first so many lines of what has not left. */
function parcel(order: Order, lines: number): OrderAction {
  const number = `FP ${order.number.replace(/\D/g, '').slice(-4)} ${String(1001 + (order.shipments?.length ?? 0))}`;
  return {
    do: 'dispatch',
    lines: stillToSend(order)
      .slice(0, lines)
      .map(({ sku, quantity }) => ({ sku, quantity })),
    carrier: 'Fieldpost',
    trackingNumber: number,
    trackingUrl: `https://fieldpost.example/t/${number.replace(/\D/g, '')}`,
    location: order.location ?? '',
  };
}

/** The steps that have to do with an order. `winds`: there is a clock to wind. */
export function walkOf(order: Order, winds: boolean): readonly WalkStep[] {
  return WALK.filter((step) => (step.applies?.(order) ?? true) && (step.action !== undefined || winds));
}

/** The next step of an order's walk that the order allows, or undefined when there is none left. */
export function nextStep(
  order: Order,
  events: ReadonlySet<string>,
  ahead: number,
  winds: boolean,
): WalkStep | undefined {
  return walkOf(order, winds).find(
    (step) => !step.done(order, events, ahead) && (!step.action || whyNot(order, step.action.kind) === undefined),
  );
}
