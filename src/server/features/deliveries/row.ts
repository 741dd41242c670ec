/** One delivery of a store, as its table has it. */
import { and, eq } from 'drizzle-orm';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries } from '../../db/schema';
import { AppError } from '../../base/errors';
import { say } from '@/words/refusals';

export type DeliveryRow = typeof deliveries.$inferSelect;

/** A delivery by its id. Throws `not-found` when the store has none. */
export async function deliveryById(access: Access, id: string): Promise<DeliveryRow> {
  const [found] = await database()
    .select()
    .from(deliveries)
    .where(and(eq(deliveries.storeId, access.store.id), eq(deliveries.id, id)));
  if (!found) throw new AppError('not-found', say.thereIsNoSuchDelivery);
  return found;
}
