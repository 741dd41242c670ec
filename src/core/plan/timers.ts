/** Moments that nobody tells of: they come some time after another, and what waits can be ended before. */
import { stillOnTheWay } from '../order/possible';
import { orderTotals } from '../order/totals';
import type { Order } from '../order/schema';
import type { End } from '../time/timing';

interface Timer {
  /** The moments that start it. */
  starts: readonly string[];
  /** Whether it starts for an order. */
  unless?: (order: Order) => boolean;
}

export const TIMERS: Readonly<Record<string, Timer>> = {
  'order.payment-due': {
    starts: ['order.placed'],
    unless: (order) => order.payment?.paid === true || orderTotals(order).total === 0,
  },
  'feedback.due': {
    starts: ['shipment.delivered', 'download.ready'],
    // Nobody is asked how it went while a further parcel is known to be on its way.
    unless: (order) => (order.shipments ?? []).some((s) => s.deliveredAt) && stillOnTheWay(order).length > 0,
  },
};

/** What has become of an order, as far as it ends what waits. */
export interface OrderState {
  order: Order;
  /** The customer answered the question how it went. */
  answered?: boolean;
}

const ENDED: Record<End, (state: OrderState) => boolean> = {
  paid: ({ order }) => order.payment?.paid === true,
  cancelled: ({ order }) => order.status === 'OrderCancelled',
  refunded: ({ order }) => {
    const { refunded, total } = orderTotals(order);
    return refunded > 0 && refunded >= total;
  },
  dispatched: ({ order }) => (order.shipments?.length ?? 0) > 0,
  answered: ({ answered }) => answered === true,
};

/** The first of the ends that has come, or undefined while what waits goes on. */
export function endReached(ends: readonly End[], state: OrderState): End | undefined {
  return ends.find((end) => ENDED[end](state));
}

/** Ends that have always come when a moment has, so that nothing would ever wait for them. */
const COME_BEFORE: Readonly<Record<string, readonly End[]>> = {
  'order.payment-received': ['paid'],
  'shipment.dispatched': ['dispatched'],
  'shipment.updated': ['dispatched'],
  'shipment.ready-for-pickup': ['dispatched'],
  'shipment.delivered': ['dispatched'],
  'feedback.due': ['dispatched'],
  'order.cancelled': ['cancelled'],
};

export function comesTooLate(moment: string, end: End): boolean {
  return COME_BEFORE[moment]?.includes(end) ?? false;
}
