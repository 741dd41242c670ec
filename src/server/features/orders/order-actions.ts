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
import type { ActionForecast } from '@/contract/orders';
import { and, eq } from 'drizzle-orm';
import type { Access } from '../../auth/access';
import { database, type Executor } from '../../db/client';
import { timeNow } from '../../db/demo-clock';
import { deliveries, orders } from '../../db/schema';
import { AppError } from '../../base/errors';
import { remember } from '../../auth/history';
import type { Received } from '../../events/recording';
import type { EventType } from '../../events/schema';
import { foretold } from './forecast';
import { orderByNumber } from './orders';
import { payUrlOf, tell } from './placing';
import { kept } from '@/words/kept';
import { say } from '@/words/refusals';

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

/** What was done with an order inside a transaction. */
interface Deed {
  kind: OrderActionKind;
  orderId: string;
  before: Order;
  after: Order;
  received: Received;
}

/**
 * Does something with an order and tells of it, inside a transaction. Whoever does something at the same time waits, and then finds the
 * order as it is by then: what was given back cannot be given back twice. Throws `invalid` with the place of what does not fit.
 */
async function act(access: Access, number: string, input: unknown, tx: Executor): Promise<Deed> {
  const checked = checkAction(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
  const { id } = await orderByNumber(access, number);
  const [row] = await tx.select({ snapshot: orders.snapshot }).from(orders).where(eq(orders.id, id)).for('update');
  const before = row!.snapshot;
  const at = await timeNow();
  const result = actOn(before, checked.value, {
    at: new Date(at).toISOString(),
    payUrl: payUrlOf(before),
    by: access.person.name,
  });
  if (!result.ok) throw new AppError('invalid', result.message, result.problems);
  const { order, event, details } = result.value;
  const received = await tell(access, event as EventType, order, at, details);
  return { kind: checked.value.do, orderId: id, before, after: order, received };
}

/** Does something with an order and tells of it. Refused with the place of what does not fit; nothing is half done. */
export async function doWithOrder(access: Access, number: string, input: unknown): Promise<{ deliveries: number }> {
  const { kind, received } = await database().transaction((tx) => act(access, number, input, tx));
  await remember(
    access,
    'actedOnOrder',
    kept(() => ({ order: number, action: ORDER_ACTIONS[kind].label })),
  );
  return { deliveries: received.deliveries.length };
}

/**
 * What doing something with an order would send, stop and keep back: it is done, looked at, and taken back, so that the forecast is the
 * deed. Throws as {@link doWithOrder} does.
 */
export async function forecastAction(access: Access, number: string, input: unknown): Promise<ActionForecast> {
  return foretold(access, async (tx) => {
    const waiting = await waitingFor(tx, access, number);
    const { before, after, received } = await act(access, number, input, tx);
    return { received, waiting, keeps: keptBack(before, after) };
  });
}

const waitingFor = (tx: Executor, { store }: Access, number: string) =>
  tx
    .select({ id: deliveries.id })
    .from(deliveries)
    .where(and(eq(deliveries.storeId, store.id), eq(deliveries.orderNumber, number), eq(deliveries.state, 'planned')));

/** What was to be sent, was not sent by a deed, and is not to be sent any more. */
function keptBack(before: Order, after: Order): ActionForecast['keeps'] {
  const still = new Map(stillToSend(after).map((p) => [p.sku, p.quantity]));
  const gone = new Map(piecesSent(after).map((p) => [p.sku, p.quantity]));
  const goneBefore = new Map(piecesSent(before).map((p) => [p.sku, p.quantity]));
  return stillToSend(before).flatMap((p) => {
    const sentByThis = (gone.get(p.sku) ?? 0) - (goneBefore.get(p.sku) ?? 0);
    const quantity = p.quantity - (still.get(p.sku) ?? 0) - sentByThis;
    return quantity > 0 ? [{ ...p, quantity }] : [];
  });
}
