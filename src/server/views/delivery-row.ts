/** One delivery of a store, as its table has it. */
import { and, eq } from 'drizzle-orm';
import type { Access } from '../auth/access';
import { database } from '../db/client';
import { deliveries, events } from '../db/schema';
import { AppError } from '../errors';

export type DeliveryRow = typeof deliveries.$inferSelect;

/** A delivery with the type of the event it speaks of. Throws an {@link AppError} when the store has none of this id. */
export async function deliveryById(access: Access, id: string): Promise<{ row: DeliveryRow; eventType: string }> {
  const [found] = await database()
    .select({ row: deliveries, eventType: events.type })
    .from(deliveries)
    .leftJoin(events, eq(events.id, deliveries.eventId))
    .where(and(eq(deliveries.storeId, access.store.id), eq(deliveries.id, id)));
  if (!found) throw new AppError('not-found', 'There is no such delivery in this store.');
  return { row: found.row, eventType: found.eventType ?? '' };
}
