/** Whether a moment can have come for an order: a message about a parcel needs one. */
import { momentOf } from '../moments/registry';
import type { Order } from '../order';

/** What an order lacks for a moment's messages to be about it; undefined when they can be. */
export function lacksForMoment(
  order: Order,
  moment: string,
): 'parcel' | 'refund' | 'cancellation' | 'return' | undefined {
  const about = momentOf(moment)?.about;
  const has = {
    parcel: (order.shipments ?? []).length > 0,
    refund: (order.refunds ?? []).length > 0,
    cancellation: (order.cancellations ?? []).length > 0 || order.status === 'OrderCancelled',
    return: (order.returns ?? []).length > 0,
  };
  return about && about in has && !has[about as keyof typeof has] ? (about as keyof typeof has) : undefined;
}
