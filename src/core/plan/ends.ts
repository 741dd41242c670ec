/** What ends a message that waits, or a row of reminders. */
import { orderTotals } from '../order/totals';
import type { Order } from '../order/schema';
import type { End } from '../time/timing';

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
