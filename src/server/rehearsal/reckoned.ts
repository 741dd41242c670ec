/** What is worked out here and told by nobody, in a life that is rehearsed: planned and kept as the workers keep it. */
import { and, eq } from 'drizzle-orm';
import type { LifeEvent } from '@/core/rehearsal';
import { newId } from '../base/ids';
import type { Executor } from '../db/client';
import { channels, events, stores } from '../db/schema';
import { databaseTime } from '../db/time';
import { keepPlan } from '../events/planned';
import { plannerOf } from '../events/planner';

/** Plans what an event sends, in the transaction of its life. Answers the event's id. */
export async function tellReckoned(tx: Executor, storeId: string, event: LifeEvent, id: string): Promise<string> {
  const { moment, at, order, details, letter, reckoned } = event;
  const [store] = await tx.select().from(stores).where(eq(stores.id, storeId));
  const [channel] = await tx
    .select()
    .from(channels)
    .where(and(eq(channels.storeId, storeId), eq(channels.id, order.channel)));
  const prepared = await plannerOf(tx, store!);
  const eventId = newId();
  const createdAt = new Date(await databaseTime(tx));
  await tx.insert(events).values({
    ...{ id: eventId, storeId, source: 'libellus:rehearsal', eventId: id, type: moment, time: new Date(at) },
    ...{ receivedAt: createdAt, orderId: null },
    data: { order, ...(details && { details }), ...(letter && { letter }) },
  });
  const plan = prepared.plan({
    moment,
    order,
    at,
    ...(letter && { letter }),
    ...(channel && { channel }),
    ...reckoned,
  });
  await keepPlan(tx, { storeId, eventId, orderId: null, orderNumber: '', createdAt }, prepared.names, plan);
  return eventId;
}
