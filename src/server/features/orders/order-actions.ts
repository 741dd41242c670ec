/** Doing something with an order as a shop would: worked out in core, told as an event through the same door as the public interface. */
import { ORDER_ACTIONS } from '@/core/moments';
import { actOn } from '@/core/life';
import {
  OrderActionSchema,
  amountDue,
  piecesSent,
  piecesToCancel,
  piecesToReturn,
  stillOnTheWay,
  stillToRefund,
  stillToSend,
  whyNot,
  type Order,
  type OrderActionKind,
} from '@/core/order';
import { checker } from '@/core/schema';
import { eq } from 'drizzle-orm';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { timeNow } from '../../db/demo-clock';
import { orders } from '../../db/schema';
import { AppError } from '../../base/errors';
import { remember } from '../../auth/history';
import type { EventType } from '../../events/schema';
import { orderByNumber } from './orders';
import { payUrlOf, tell } from './placing';

const checkAction = checker(OrderActionSchema);

/** What can be done with an order now, and why the rest cannot. */
export function actionsFor(order: Order) {
  return {
    actions: (Object.keys(ORDER_ACTIONS) as OrderActionKind[]).map((kind) => ({
      kind,
      label: ORDER_ACTIONS[kind].label,
      why: whyNot(order, kind),
    })),
    toSend: stillToSend(order),
    toRefund: stillToRefund(order),
    toReturn: piecesToReturn(order),
    toCancel: piecesToCancel(order),
    sent: piecesSent(order),
    due: amountDue(order),
    onTheWay: stillOnTheWay(order),
  };
}

/**
 * Does something with an order and tells of it. Refused with the place of what does not fit; nothing is half done. Whoever does something
 * at the same time waits, and then finds the order as it is by then: what was given back cannot be given back twice.
 */
export async function doWithOrder(access: Access, number: string, input: unknown): Promise<{ deliveries: number }> {
  const checked = checkAction(input);
  if (!checked.ok) throw new AppError('invalid', 'This cannot be done like this.', checked.problems);
  const { id } = await orderByNumber(access, number);
  const received = await database().transaction(async (tx) => {
    const [row] = await tx.select({ snapshot: orders.snapshot }).from(orders).where(eq(orders.id, id)).for('update');
    const at = await timeNow();
    const result = actOn(row!.snapshot, checked.value, {
      at: new Date(at).toISOString(),
      payUrl: payUrlOf(row!.snapshot),
      by: access.person.name,
    });
    if (!result.ok) throw new AppError('invalid', result.message, result.problems);
    const { order, event, details } = result.value;
    return tell(access, event as EventType, order, at, details);
  });
  await remember(access, 'did with an order', `${ORDER_ACTIONS[checked.value.do].label}: ${number}`);
  return { deliveries: received.deliveries.length };
}
