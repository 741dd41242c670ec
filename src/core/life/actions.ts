/**
 * What becomes of an order when something is done with it: each action makes the order as it is afterwards and the event that tells of
 * it, or says why it cannot be done. Pure; ids and times are handed in.
 */
import { isWebAddress, type SchemaProblem } from '../schema';
import { ORDER_ACTIONS } from '../moments/registry';
import { type OrderAction } from '../order/action-schema';
import type { MomentDetails } from '../moments/details';
import { piecesSent, type Pieces } from '../order/pieces';
import { refundFor, stillToRefund, stillToSend, whyNot } from '../order/still-allowed';
import type { Order, Refund, Shipment } from '../order/schema';

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
  if ('trackingUrl' in action && said(action.trackingUrl) && !isWebAddress(action.trackingUrl.trim())) {
    const message = 'is not a full address, such as https://carrier.example/parcels/1';
    return refuse('The parcel cannot be followed there.', { path: '/trackingUrl', message });
  }
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
    case 'track':
    case 'deliver': {
      const shipment = order.shipments?.[action.shipment];
      const problem = !shipment
        ? 'is not a parcel of the order'
        : shipment.deliveredAt
          ? 'has been delivered already'
          : undefined;
      if (!shipment || problem) {
        return refuse('There is no such parcel on its way.', { path: '/shipment', message: problem! });
      }
      const news: Shipment = { ...shipment, ...(action.do === 'track' ? tracking(action) : { deliveredAt: at }) };
      // The newest news is what an event is about.
      const shipments = [...order.shipments!.filter((s) => s !== shipment), news];
      const over = shipments.every((s) => s.deliveredAt) && stillToSend(order).length === 0;
      return done({ shipments, ...(over && { status: 'OrderDelivered' as const }) });
    }
    case 'downloads':
      return done({});
    case 'refund':
      return refund(order, action, at, done);
    case 'return': {
      const problem = tooMany(action.lines, piecesSent(order), (sku, left) =>
        left === 0 ? `"${sku}" has not left` : `is more than the ${left} that have left`,
      );
      if (problem) return refuse('More than has left.', problem);
      const items = onceEach(action.lines).map(
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

/** Each product once, with all its pieces. */
function onceEach(lines: readonly { sku: string; quantity: number }[]): { sku: string; quantity: number }[] {
  const bySku = new Map<string, number>();
  for (const { sku, quantity } of lines) bySku.set(sku, (bySku.get(sku) ?? 0) + quantity);
  return [...bySku].map(([sku, quantity]) => ({ sku, quantity }));
}

/** The first of some lines that asks for more of a product than there is, all lines of it counted together. */
function tooMany(
  lines: readonly { sku: string; quantity: number }[],
  open: readonly Pieces[],
  words: (sku: string, left: number) => string,
): SchemaProblem | undefined {
  const there = new Map(open.map((p) => [p.sku, p.quantity]));
  const asked = new Map<string, number>();
  for (const [i, { sku, quantity }] of lines.entries()) {
    const left = there.get(sku) ?? 0;
    const all = (asked.get(sku) ?? 0) + quantity;
    asked.set(sku, all);
    if (all > left) return { path: `/lines/${i}/${left === 0 ? 'sku' : 'quantity'}`, message: words(sku, left) };
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
  const problem = tooMany(action.lines, stillToSend(order), (sku, left) =>
    left > 0
      ? `is more than the ${left} that are left`
      : order.lines.some((l) => l.product.sku === sku)
        ? `all of "${sku}" has left already`
        : `"${sku}" was not ordered`,
  );
  if (problem) return refuse('More than is left.', problem);
  const location = said(action.location);
  const shipments = order.shipments ?? [];
  const shipment: Shipment = {
    id: `${order.number}-${shipments.length + 1}`,
    dispatchedAt: at,
    ...(action.do === 'dispatch' ? tracking(action) : {}),
    ...(location && { location }),
    lines: onceEach(action.lines),
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
  const problem = tooMany(action.lines ?? [], open.lines, (sku, left) =>
    left > 0 ? `is more than the ${left} that were not given back` : `"${sku}" was not ordered, or was given back`,
  );
  if (problem) return refuse('More than was ordered.', problem);
  const lines = onceEach(action.lines ?? []).map((l) => ({ ...l, amount: refundFor(order, l.sku, l.quantity) }));
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
