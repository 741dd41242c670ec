/**
 * What becomes of an order when something is done with it: each action makes the order as it is afterwards and the event that tells of
 * it, or says why it cannot be done. Pure; ids and times are handed in.
 */
import { isWebAddress, type SchemaProblem } from '../schema';
import { ORDER_ACTIONS, type MomentId } from '../moments/registry';
import { type OrderAction } from '../order/action-schema';
import type { MomentDetails } from '../moments/details';
import { amountDue, amountOver, neverSent } from '../order/due';
import { piecesSent, piecesToCancel, piecesToReturn, type Pieces } from '../order/pieces';
import { refundLines, stillToRefund, stillToSend, whyNot } from '../order/still-allowed';
import type { Cancellation, Order, Refund, Shipment } from '../order/schema';
import { orderTotals } from '../order/totals';
import { say } from '../../words/problems';

export interface Done {
  /** The order as it is afterwards. */
  order: Order;
  /** Type of the event that tells of it. */
  event: MomentId;
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
    const message = say.isNotAFullAddress;
    return refuse(say.theParcelCannotBeFollowed, { path: '/trackingUrl', message });
  }
  const done: DoneWith = (change, details, event = ORDER_ACTIONS[action.do].event) => ({
    ok: true,
    value: { order: { ...order, ...change }, event, ...(details && { details }) },
  });
  switch (action.do) {
    case 'pay':
      return pay(order, action, payUrl, done);
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
        return refuse(say.thisIsNotInThe, { path: '/sku', message: say.skuWasNotOrdered({ sku: action.sku }) });
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
        ? say.chooseAParcelOfThis
        : shipment.deliveredAt
          ? say.chooseAnotherParcelThisOne
          : undefined;
      if (!shipment || problem) {
        return refuse(say.thereIsNoSuchParcel, { path: '/shipment', message: problem! });
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
    case 'return':
      return takeBack(order, action, at, done);
    case 'cancel':
      return cancel(order, action, at, done);
    case 'answer':
      return done({});
  }
}

/** What an action comes to; `event` where another moment than the action's own tells of it. */
type DoneWith = (change: Partial<Order>, details?: MomentDetails, event?: MomentId) => ActionResult;

function pay(
  order: Order,
  action: Extract<OrderAction, { do: 'pay' }>,
  payUrl: string | undefined,
  done: DoneWith,
): ActionResult {
  const method = order.payment?.method ?? 'Bank transfer';
  const due = amountDue(order);
  const amount = action.amount ?? due;
  if (amount > due) {
    return refuse(say.moreThanIsDue, { path: '/amount', message: say.enterAtMostWhatIs });
  }
  if (amount < due) {
    const received = (order.payment?.received ?? 0) + amount;
    return done({ payment: { method, paid: false, received } }, payUrl ? { payUrl } : {}, 'order.part-paid');
  }
  return done(paidUp(order, { method }, order.payment && (order.payment.received ?? 0) + amount));
}

/** What changes in an order that is paid with what came in: less than its total where pieces of it were cancelled. */
function paidUp(order: Order, { method }: { method: string }, received?: number): Partial<Order> {
  const goesOn = order.status === 'OrderPaymentDue' || order.status === undefined;
  const less = received !== undefined && received < orderTotals(order).total;
  return {
    payment: { method, paid: true, ...(less && { received }) },
    ...(goesOn && { status: 'OrderProcessing' as const }),
  };
}

/** What taking pieces out of an order does to its payment: with a part of the money there, nothing more may be due for the rest. */
function settled(order: Order): Partial<Order> {
  const { payment } = order;
  const nothingStays = neverSent(order).price === orderTotals(order).total;
  if (payment?.paid !== false || !payment.received || nothingStays || amountDue(order) > 0) return {};
  return paidUp(order, payment, payment.received);
}

function takeBack(
  order: Order,
  action: Extract<OrderAction, { do: 'return' }>,
  at: string,
  done: DoneWith,
): ActionResult {
  const sent = new Map(piecesSent(order).map((p) => [p.sku, p.quantity]));
  const problem = tooMany(action.lines, piecesToReturn(order), (sku, left) =>
    left > 0
      ? say.enterAtMostLeftThe({ left })
      : sent.has(sku)
        ? say.allOfSkuThatLeft({ sku })
        : say.skuHasNotLeft({ sku }),
  );
  if (problem) return refuse(say.moreThanTheCustomerHas, problem);
  const lines = onceEach(action.lines);
  const items = lines.map(({ sku, quantity }) => `${quantity} \u00d7 ${nameOf(order, sku)}`).join(', ');
  const returned: Order = { ...order, returns: [...(order.returns ?? []), { receivedAt: at, lines }] };
  // One piece back is not the order back.
  const all = piecesToReturn(returned).length === 0 && stillToSend(returned).length === 0;
  return done(
    { returns: returned.returns!, ...(all && { status: 'OrderReturned' as const }) },
    { returned: { items, receivedAt: at } },
  );
}

function cancel(
  order: Order,
  action: Extract<OrderAction, { do: 'cancel' }>,
  at: string,
  done: DoneWith,
): ActionResult {
  const open = piecesToCancel(order);
  const problem = tooMany(action.lines ?? [], open, (sku, left) =>
    left > 0 ? say.enterAtMostLeftNo({ left }) : say.skuWasNotOrderedOr({ sku }),
  );
  if (problem) return refuse(say.moreThanCanBeCancelled, problem);
  const reason = said(action.reason);
  const details: MomentDetails = reason ? { reason } : {};
  const lines = onceEach(action.lines ?? open.map(({ sku, quantity }) => ({ sku, quantity })));
  const cancellation = { cancelledAt: at, ...(reason && { reason }), lines };
  const withIt = (told: Cancellation): Pick<Order, 'cancellations'> => ({
    cancellations: [...(order.cancellations ?? []), told],
  });
  const unpaid = order.payment?.paid === false && amountOver({ ...order, ...withIt(cancellation) }) === 0;
  const change = withIt({ ...cancellation, ...(unpaid && { paid: false }) });
  const after = { ...order, ...change };
  const rest = piecesToCancel(after);
  if (rest.length === 0 && piecesSent(order).length === 0) {
    return done({ ...change, status: 'OrderCancelled' }, details);
  }
  const { shipments = [] } = order;
  const over = stillToSend(after).length === 0 && shipments.every((s) => s.deliveredAt);
  return done(
    { ...change, ...settled(after), ...(over && { status: 'OrderDelivered' }) },
    details,
    'order.items-cancelled',
  );
}

const nameOf = (order: Order, sku: string): string =>
  order.lines.find((l) => l.product.sku === sku)?.product.name ?? sku;

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
      ? say.enterAtMostLeftNoMore({ left })
      : order.lines.some((l) => l.product.sku === sku)
        ? say.allOfSkuHasLeft({ sku })
        : say.skuWasNotOrdered({ sku }),
  );
  if (problem) return refuse(say.moreThanIsLeft, problem);
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
    left > 0 ? say.enterAtMostLeftNoMoreCan({ left }) : say.skuWasNotOrderedOrWas({ sku }),
  );
  if (problem) return refuse(say.moreThanWasOrdered, problem);
  const lines = refundLines(order, onceEach(action.lines ?? []));
  if (action.shipping > open.shipping) {
    return refuse(say.moreThanWasPaidFor, {
      path: '/shipping',
      message: say.enterAtMostWhatWas,
    });
  }
  const goods = lines.reduce((sum, l) => sum + l.amount, 0);
  const amount = goods + action.shipping + action.goodwill;
  if (amount === 0) return refuse(say.nothingWouldBeGivenBack, { path: '/lines', message: say.chooseWhatIsRefunded });
  if (amount > open.all) {
    return refuse(say.moreThanWasPaid, {
      path: action.goodwill > 0 ? '/goodwill' : '/shipping',
      message: say.enterLessWithThisIt,
    });
  }
  const reason = said(action.reason);
  const made: Refund = {
    amount,
    issuedAt: at,
    ...(reason && { reason }),
    ...(action.shipping > 0 && { shipping: action.shipping }),
    ...(action.goodwill > 0 && { goodwill: action.goodwill }),
    ...(lines.length > 0 && { lines }),
  };
  const refunds = [...(order.refunds ?? []), made];
  return done({ refunds, ...settled({ ...order, refunds }) });
}
