/**
 * What can be done with an order, and what becomes of it: each action makes the order as it is afterwards and the event that tells of
 * it, or says why it cannot be done. Pure; ids and times are handed in.
 */
import { Type, type Static } from '@sinclair/typebox';
import type { SchemaProblem } from '../schema';
import type { MomentDetails } from './details';
import { piecesIn } from './facts';
import { paidForPieces, paidForShipping } from './placing';
import type { Order, Refund, Shipment } from './schema';
import { orderTotals } from './totals';

const strict = { additionalProperties: false } as const;
const words = (max: number) => Type.String({ maxLength: max });
const pieces = Type.Array(
  Type.Object(
    { sku: Type.String({ minLength: 1, maxLength: 64 }), quantity: Type.Integer({ minimum: 1, maximum: 100_000 }) },
    strict,
  ),
  { minItems: 1, maxItems: 500 },
);

export const OrderActionSchema = Type.Union([
  Type.Object({ do: Type.Literal('pay') }, strict),
  Type.Object({ do: Type.Literal('fail-payment'), reason: words(500) }, strict),
  Type.Object({ do: Type.Literal('pause'), reason: words(500) }, strict),
  Type.Object(
    {
      do: Type.Literal('delay'),
      sku: Type.String({ minLength: 1, maxLength: 64 }),
      until: Type.Optional(Type.String({ format: 'date-time' })),
      reason: words(300),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('note'), words: Type.String({ minLength: 1, maxLength: 4000 }) }, strict),
  Type.Object(
    {
      do: Type.Literal('invoice'),
      number: Type.String({ minLength: 1, maxLength: 64 }),
      dueInDays: Type.Integer({ minimum: 0, maximum: 365 }),
    },
    strict,
  ),
  Type.Object(
    {
      do: Type.Literal('dispatch'),
      lines: pieces,
      carrier: words(120),
      trackingNumber: words(120),
      trackingUrl: words(2000),
      location: words(80),
    },
    strict,
  ),
  Type.Object(
    {
      do: Type.Literal('track'),
      shipment: Type.Integer({ minimum: 0, maximum: 99 }),
      carrier: words(120),
      trackingNumber: words(120),
      trackingUrl: words(2000),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('hand-over'), lines: pieces, location: words(80) }, strict),
  Type.Object({ do: Type.Literal('deliver'), shipment: Type.Integer({ minimum: 0, maximum: 99 }) }, strict),
  Type.Object({ do: Type.Literal('downloads') }, strict),
  Type.Object(
    {
      do: Type.Literal('refund'),
      lines: Type.Optional(pieces),
      shipping: Type.Integer({ minimum: 0 }),
      /** On top of lines and shipping: goodwill. */
      goodwill: Type.Integer({ minimum: 0 }),
      reason: words(300),
    },
    strict,
  ),
  Type.Object({ do: Type.Literal('return'), lines: pieces }, strict),
  Type.Object({ do: Type.Literal('cancel'), reason: words(500) }, strict),
  Type.Object({ do: Type.Literal('answer') }, strict),
]);
export type OrderAction = Static<typeof OrderActionSchema>;
export type OrderActionKind = OrderAction['do'];

export const ORDER_ACTIONS: Record<OrderActionKind, { label: string; event: string }> = {
  pay: { label: 'Payment comes in', event: 'order.payment-received' },
  'fail-payment': { label: 'Payment fails', event: 'order.payment-failed' },
  pause: { label: 'Pause it', event: 'order.paused' },
  delay: { label: 'An item is late', event: 'order.item-delayed' },
  note: { label: 'Add a note', event: 'order.note-added' },
  invoice: { label: 'Issue an invoice', event: 'invoice.issued' },
  dispatch: { label: 'Dispatch', event: 'shipment.dispatched' },
  track: { label: 'Tracking changes', event: 'shipment.updated' },
  'hand-over': { label: 'Ready to collect', event: 'shipment.ready-for-pickup' },
  deliver: { label: 'Delivered', event: 'shipment.delivered' },
  downloads: { label: 'Downloads ready', event: 'download.ready' },
  refund: { label: 'Refund', event: 'refund.issued' },
  return: { label: 'Goods come back', event: 'return.received' },
  cancel: { label: 'Cancel it', event: 'order.cancelled' },
  answer: { label: 'The customer answers', event: 'feedback.answered' },
};

/** Pieces of each product that have not left yet. */
export function stillToSend(order: Order): { sku: string; name: string; quantity: number }[] {
  const shipments = order.shipments ?? [];
  if (shipments.some((s) => !s.lines)) return [];
  return order.lines
    .map((l) => ({
      sku: l.product.sku,
      name: l.product.name,
      quantity: l.quantity - piecesIn(shipments, l.product.sku),
    }))
    .filter((l) => l.quantity > 0);
}

const refundedPieces = (order: Order, sku: string): number =>
  (order.refunds ?? []).reduce(
    (n, r) => n + (r.lines ?? []).reduce((m, l) => m + (l.sku === sku ? l.quantity : 0), 0),
    0,
  );

/** What can still be given back: pieces by product with what was paid for each of them, shipping, and all of it. */
export function stillToRefund(order: Order): {
  lines: { sku: string; name: string; quantity: number; amount: number }[];
  shipping: number;
  all: number;
} {
  const { total, refunded } = orderTotals(order);
  const all = order.payment?.paid === false ? 0 : Math.max(0, total - refunded);
  const shippingBack = (order.refunds ?? []).reduce((n, r) => n + (r.shipping ?? 0), 0);
  return {
    all,
    shipping: Math.min(all, Math.max(0, paidForShipping(order) - shippingBack)),
    lines: order.lines
      .map((l, i) => {
        const before = refundedPieces(order, l.product.sku);
        const quantity = l.quantity - before;
        return {
          sku: l.product.sku,
          name: l.product.name,
          quantity,
          amount: quantity > 0 ? paidForPieces(order, i, before, quantity) : 0,
        };
      })
      .filter((l) => l.quantity > 0),
  };
}

/** What some pieces were paid with, when those given back already went before. */
export function refundFor(order: Order, sku: string, quantity: number): number {
  const i = order.lines.findIndex((l) => l.product.sku === sku);
  return i < 0 ? 0 : paidForPieces(order, i, refundedPieces(order, sku), quantity);
}

/** Why an action cannot be done with an order as it is; undefined when it can. */
export function whyNot(order: Order, kind: OrderActionKind): string | undefined {
  const cancelled = order.status === 'OrderCancelled';
  const paid = order.payment?.paid === true;
  const sent = (order.shipments ?? []).length > 0;
  const over = 'The order was cancelled.';
  switch (kind) {
    case 'pay':
      return cancelled ? over : paid ? 'It is paid already.' : undefined;
    case 'fail-payment':
      return cancelled ? over : paid ? 'It is paid already.' : undefined;
    case 'pause':
    case 'delay':
      return cancelled ? over : order.status === 'OrderDelivered' ? 'It has been delivered.' : undefined;
    case 'note':
    case 'invoice':
      return undefined;
    case 'dispatch':
    case 'hand-over':
      return cancelled ? over : stillToSend(order).length === 0 ? 'Everything has left already.' : undefined;
    case 'track':
    case 'deliver':
      return cancelled && !sent ? over : sent ? undefined : 'Nothing has been dispatched.';
    case 'downloads':
      return cancelled
        ? over
        : order.lines.some((l) => (l.product.downloads ?? []).length > 0)
          ? undefined
          : 'Nothing in it is downloaded.';
    case 'refund':
      return order.payment?.paid === false
        ? 'Nothing has been paid.'
        : stillToRefund(order).all === 0
          ? 'All of it was given back.'
          : undefined;
    case 'return':
      return sent ? undefined : 'Nothing has been dispatched.';
    case 'cancel':
      return cancelled
        ? 'It is cancelled already.'
        : order.status === 'OrderDelivered'
          ? 'It has been delivered.'
          : undefined;
    case 'answer':
      return sent || order.status === 'OrderDelivered' ? undefined : 'The customer has nothing to answer to yet.';
  }
}

export interface Done {
  /** The order as it is afterwards. */
  order: Order;
  /** Type of the event that tells of it. */
  event: string;
  details?: MomentDetails;
}

export interface ActionContext {
  /** When, as RFC 3339. */
  at: string;
  /** Where the customer can pay. */
  payUrl?: string;
  /** Who does it. */
  by?: string;
}

export type ActionResult = { ok: true; value: Done } | { ok: false; message: string; problems: SchemaProblem[] };

const refuse = (message: string, ...problems: SchemaProblem[]): ActionResult => ({ ok: false, message, problems });

const said = (text: string): string | undefined => (text.trim() === '' ? undefined : text.trim());

/** Does something with an order. Refused with a place in the action for what does not fit. */
export function actOn(order: Order, action: OrderAction, { at, payUrl, by }: ActionContext): ActionResult {
  const reason = whyNot(order, action.do);
  if (reason) return refuse(reason);
  const { event } = ORDER_ACTIONS[action.do];
  const done = (change: Partial<Order>, details?: MomentDetails): ActionResult => ({
    ok: true,
    value: { order: { ...order, ...change }, event, ...(details && { details }) },
  });
  switch (action.do) {
    case 'pay':
      return done({
        payment: { method: order.payment?.method ?? 'Bank transfer', paid: true },
        ...(order.status === 'OrderPaymentDue' || order.status === undefined ? { status: 'OrderProcessing' } : {}),
      });
    case 'fail-payment': {
      const why = said(action.reason);
      return done({}, { ...(why && { reason: why }), ...(payUrl && { payUrl }) });
    }
    case 'pause': {
      const why = said(action.reason);
      return done({ status: 'OrderProblem' }, why ? { reason: why } : {});
    }
    case 'delay': {
      const line = order.lines.find((l) => l.product.sku === action.sku);
      if (!line)
        return refuse('This is not in the order.', { path: '/sku', message: `"${action.sku}" was not ordered` });
      const why = said(action.reason);
      return done(
        {},
        {
          delay: { item: line.product.name, ...(action.until && { until: action.until }), ...(why && { reason: why }) },
        },
      );
    }
    case 'note':
      return done({}, { note: { words: action.words, ...(by && { by }) } });
    case 'invoice': {
      const dueOn = new Date(Date.parse(at) + action.dueInDays * 86_400_000).toISOString();
      return done({}, { invoice: { number: action.number, dueOn, attach: true } });
    }
    case 'dispatch':
    case 'hand-over':
      return dispatch(order, action, at, done);
    case 'track': {
      const shipment = order.shipments?.[action.shipment];
      if (!shipment)
        return refuse('There is no such parcel.', { path: '/shipment', message: 'is not a parcel of the order' });
      const changed: Shipment = { ...shipment, ...tracking(action) };
      // The newest parcel is the one an event is about.
      return done({ shipments: [...order.shipments!.filter((s) => s !== shipment), changed] });
    }
    case 'deliver': {
      const shipment = order.shipments?.[action.shipment];
      if (!shipment)
        return refuse('There is no such parcel.', { path: '/shipment', message: 'is not a parcel of the order' });
      const last = stillToSend(order).length === 0;
      return done({
        shipments: [...order.shipments!.filter((s) => s !== shipment), shipment],
        ...(last && { status: 'OrderDelivered' as const }),
      });
    }
    case 'downloads':
      return done({});
    case 'refund':
      return refund(order, action, at, done);
    case 'return': {
      const problem = notInOrder(order, action.lines);
      if (problem) return refuse('This was not ordered.', problem);
      const items = action.lines.map(
        (l) => `${l.quantity} \u00d7 ${order.lines.find((o) => o.product.sku === l.sku)!.product.name}`,
      );
      return done({ status: 'OrderReturned' }, { returned: { items: items.join(', '), receivedAt: at } });
    }
    case 'cancel': {
      const why = said(action.reason);
      return done({ status: 'OrderCancelled' }, why ? { reason: why } : {});
    }
    case 'answer':
      return done({});
  }
}

type DoneWith = (change: Partial<Order>, details?: MomentDetails) => ActionResult;

function notInOrder(order: Order, lines: readonly { sku: string; quantity: number }[]): SchemaProblem | undefined {
  for (const [i, l] of lines.entries()) {
    const line = order.lines.find((o) => o.product.sku === l.sku);
    if (!line) return { path: `/lines/${i}/sku`, message: `"${l.sku}" was not ordered` };
    if (l.quantity > line.quantity) {
      return { path: `/lines/${i}/quantity`, message: `is more than the ${line.quantity} that were ordered` };
    }
  }
  return undefined;
}

function tracking(a: { carrier: string; trackingNumber: string; trackingUrl: string }): Partial<Shipment> {
  const [carrier, trackingNumber, trackingUrl] = [said(a.carrier), said(a.trackingNumber), said(a.trackingUrl)];
  return {
    ...(carrier && { carrier }),
    ...(trackingNumber && { trackingNumber }),
    ...(trackingUrl && { trackingUrl }),
  };
}

function dispatch(
  order: Order,
  action: Extract<OrderAction, { do: 'dispatch' | 'hand-over' }>,
  at: string,
  done: DoneWith,
): ActionResult {
  const open = new Map(stillToSend(order).map((l) => [l.sku, l]));
  for (const [i, l] of action.lines.entries()) {
    const left = open.get(l.sku);
    if (!left) {
      const ordered = order.lines.some((o) => o.product.sku === l.sku);
      return refuse(ordered ? 'It has left already.' : 'It was not ordered.', {
        path: `/lines/${i}/sku`,
        message: ordered ? `all of "${l.sku}" has left already` : `"${l.sku}" was not ordered`,
      });
    }
    if (l.quantity > left.quantity) {
      return refuse('More than is left.', {
        path: `/lines/${i}/quantity`,
        message: `is more than the ${left.quantity} that are left`,
      });
    }
  }
  const location = said(action.location);
  const shipments = order.shipments ?? [];
  const shipment: Shipment = {
    id: `${order.number}-${shipments.length + 1}`,
    dispatchedAt: at,
    ...(action.do === 'dispatch' ? tracking(action) : {}),
    ...(location && { location }),
    lines: action.lines.map(({ sku, quantity }) => ({ sku, quantity })),
  };
  return done({
    shipments: [...shipments, shipment],
    status: action.do === 'dispatch' ? 'OrderInTransit' : 'OrderPickupAvailable',
  });
}

function refund(
  order: Order,
  action: Extract<OrderAction, { do: 'refund' }>,
  at: string,
  done: DoneWith,
): ActionResult {
  const open = stillToRefund(order);
  const lines: NonNullable<Refund['lines']> = [];
  for (const [i, l] of (action.lines ?? []).entries()) {
    const left = open.lines.find((o) => o.sku === l.sku);
    if (!left || l.quantity > left.quantity) {
      return refuse('More than was ordered.', {
        path: `/lines/${i}/quantity`,
        message: left
          ? `is more than the ${left.quantity} that were not given back`
          : `"${l.sku}" was not ordered, or was given back`,
      });
    }
    lines.push({ sku: l.sku, quantity: l.quantity, amount: refundFor(order, l.sku, l.quantity) });
  }
  if (action.shipping > open.shipping) {
    return refuse('More than was paid for shipping.', {
      path: '/shipping',
      message: `is more than what was paid for shipping and not given back`,
    });
  }
  const goods = lines.reduce((sum, l) => sum + l.amount, 0);
  const amount = goods + action.shipping + action.goodwill;
  if (amount === 0) return refuse('Nothing would be given back.', { path: '/lines', message: 'are none' });
  if (amount > open.all) {
    return refuse('More than was paid.', {
      path: '/goodwill',
      message: 'makes it more than what was paid and not given back',
    });
  }
  const reason = said(action.reason);
  // With goodwill in it the sum is more than its lines, so it is told of as a sum alone.
  const parts = action.goodwill === 0 && lines.length > 0;
  const made: Refund = {
    amount,
    issuedAt: at,
    ...(reason && { reason }),
    ...(action.shipping > 0 && { shipping: action.shipping }),
    ...(parts && { lines }),
  };
  return done({ refunds: [...(order.refunds ?? []), made] });
}
