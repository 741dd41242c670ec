/** What can happen to an order that is rehearsed, step by step: each works out from the order as it is by then what is done with it. */
import { amountDue } from '../order/due';
import type { OrderAction } from '../order/action-schema';
import { piecesToCancel, piecesToReturn } from '../order/pieces';
import type { Order } from '../order/schema';
import { refundFor, stillOnTheWay, stillToRefund, stillToSend } from '../order/still-allowed';
import type { Scene } from './scene';

/** The shop tells all that it can, or no more than it has to. */
export type Told = 'all' | 'little';

export const STEP_KINDS = [
  'invoice',
  'payment-fails',
  'pays-half',
  'pays',
  'delay',
  'pause',
  'sends-part',
  'sends',
  'follows',
  'ready',
  'arrives',
  'returns',
  'refunds-piece',
  'refunds-half',
  'refunds-rest',
  'refunds-goods',
  'cancels-piece',
  'cancels',
  'note',
  'files',
  'answers',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

export interface Step {
  do: StepKind;
  /** So many hours after the step before, or after the order was placed. */
  after: number;
  told: Told;
}

/** What a step has of the order that it happens to. */
export interface StepWith {
  scene: Scene;
  told: Told;
  /** Where goods leave from; empty for a store that names none. */
  place: string;
}

/** What is done; undefined where there is nothing to do it with. */
type Act = (order: Order, using: StepWith) => OrderAction | undefined;

const DAY = 86_400_000;

const reasonOf = (told: Told): string => (told === 'all' ? 'rehearsed' : '');
const carrierOf = ({ terms }: Scene): string => terms.carriers[0]?.name ?? 'Carrier';
const pieces = (list: readonly { sku: string; quantity: number }[]): { sku: string; quantity: number }[] =>
  list.map(({ sku, quantity }) => ({ sku, quantity }));
const onePiece = (sku: string): { sku: string; quantity: number }[] => [{ sku, quantity: 1 }];

/** A parcel with the first so many lines of what has not left. */
const parcel =
  (lines: number): Act =>
  (order, { scene, told, place }) => {
    const open = stillToSend(order);
    if (open.length === 0) return undefined;
    return {
      do: 'dispatch',
      lines: pieces(open.slice(0, lines)),
      ...(told === 'all'
        ? { carrier: carrierOf(scene), trackingNumber: `${1001 + (order.shipments?.length ?? 0)}`, location: place }
        : { carrier: '', trackingNumber: '', location: '' }),
      trackingUrl: '',
    };
  };

/** Some of the money, or all that is left, is given back without goods that it is for. */
const refundSum =
  (part: 'half' | 'rest'): Act =>
  (order) => {
    const { all } = stillToRefund(order);
    const goodwill = part === 'rest' ? all : Math.ceil(all / 2);
    return all > 0 ? { do: 'refund', shipping: 0, goodwill, reason: '' } : undefined;
  };

/** All steps. */
export const ACTS: Readonly<Record<StepKind, Act>> = {
  invoice: (order) => ({ do: 'invoice', number: `R-${order.number}`, dueInDays: 14 }),
  'payment-fails': (_order, { told }) => ({ do: 'fail-payment', reason: reasonOf(told) }),
  'pays-half': (order) => {
    const due = amountDue(order);
    return due > 1 ? { do: 'pay', amount: Math.floor(due / 2) } : undefined;
  },
  pays: () => ({ do: 'pay' }),
  delay: (order, { told }) => ({
    do: 'delay',
    sku: order.lines[0]!.product.sku,
    ...(told === 'all' && { until: new Date(Date.parse(order.placedAt) + 9 * DAY).toISOString() }),
    reason: reasonOf(told),
  }),
  pause: (_order, { told }) => ({ do: 'pause', reason: reasonOf(told) }),
  'sends-part': parcel(1),
  sends: parcel(Infinity),
  follows: (order, { scene }) => ({
    do: 'track',
    shipment: Math.max(0, (order.shipments?.length ?? 0) - 1),
    carrier: carrierOf(scene),
    trackingNumber: '2001',
    trackingUrl: '',
  }),
  ready: (order, { place }) => {
    const open = stillToSend(order);
    return open.length === 0 ? undefined : { do: 'hand-over', lines: pieces(open), location: place };
  },
  arrives: (order) => {
    const [shipment] = stillOnTheWay(order);
    return shipment === undefined ? undefined : { do: 'deliver', shipment };
  },
  returns: (order) => {
    const [piece] = piecesToReturn(order);
    return piece && { do: 'return', lines: onePiece(piece.sku) };
  },
  'refunds-piece': (order) => {
    const piece = stillToRefund(order).lines.find((l) => refundFor(order, l.sku, l.quantity) > 0);
    return piece && { do: 'refund', lines: onePiece(piece.sku), shipping: 0, goodwill: 0, reason: 'rehearsed' };
  },
  'refunds-half': refundSum('half'),
  'refunds-rest': refundSum('rest'),
  'refunds-goods': (order) => {
    const { lines, shipping } = stillToRefund(order);
    const worth = lines.filter((l) => refundFor(order, l.sku, l.quantity) > 0);
    return worth.length === 0
      ? undefined
      : { do: 'refund', lines: pieces(worth), shipping, goodwill: 0, reason: 'rehearsed' };
  },
  'cancels-piece': (order) => {
    const open = piecesToCancel(order);
    const [piece] = open;
    return piece && (open.length > 1 || piece.quantity > 1)
      ? { do: 'cancel', lines: onePiece(piece.sku), reason: 'rehearsed' }
      : undefined;
  },
  cancels: (_order, { told }) => ({ do: 'cancel', reason: reasonOf(told) }),
  note: () => ({ do: 'note', words: 'A note that was rehearsed.' }),
  files: () => ({ do: 'downloads' }),
  answers: () => ({ do: 'answer' }),
};
