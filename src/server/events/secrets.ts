/** What only a recipient may see, taken out of an event once it has been sent or will not be. */
import { and, count, eq, inArray } from 'drizzle-orm';
import { DELIVERY_STATES, type DeliveryState } from '@/core/mail';
import type { MomentDetails } from '@/core/moments';
import type { Order } from '@/core/order';
import { holdsSecrets, maskDetails, SECRET_DETAILS } from '@/core/placeholders';
import { database, type Executor } from '../db/client';
import { deliveries, events } from '../db/schema';
import { AppError } from '../base/errors';

/** States in which a delivery will still go out by itself. */
const PENDING: readonly DeliveryState[] = ['planned', 'held', 'sending', 'deferred'];
export const SETTLED: readonly DeliveryState[] = DELIVERY_STATES.filter((s) => !PENDING.includes(s));

/** Masks the secrets of an event unless a delivery of it is still to go out. True when there were any. */
export async function dropSecrets(db: Executor, eventId: string): Promise<boolean> {
  const [pending] = await db
    .select({ n: count() })
    .from(deliveries)
    .where(and(eq(deliveries.eventId, eventId), inArray(deliveries.state, [...PENDING])));
  if ((pending?.n ?? 0) > 0) return false;
  const [event] = await db.select({ data: events.data }).from(events).where(eq(events.id, eventId));
  const details = event?.data.details as MomentDetails | undefined;
  if (!event || !details || !holdsSecrets(details)) return false;
  await db
    .update(events)
    .set({ data: withoutSecrets(event.data as { order: Order; details?: MomentDetails }) })
    .where(eq(events.id, eventId));
  return true;
}

/** An event's data with every secret masked. */
export function withoutSecrets<T extends { details?: MomentDetails }>(data: T): T & Record<string, unknown> {
  return { ...data, ...(data.details && { details: maskDetails(data.details) }) };
}

/** Refuses to send what has no secret any more: its link would lead nowhere. */
export async function refuseWithoutSecrets(eventId: string): Promise<void> {
  const [event] = await database().select({ data: events.data }).from(events).where(eq(events.id, eventId));
  const details = event?.data.details as MomentDetails | undefined;
  if (details && SECRET_DETAILS.some((name) => name in details) && !holdsSecrets(details)) {
    throw new AppError(
      'conflict',
      'The link of this message is not kept once the message was sent or given up. Let the customer ask for a new one.',
    );
  }
}
