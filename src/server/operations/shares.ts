/** Which part of what workers send each store gets, while others have something due as well. */
import { asc, eq, isNull } from 'drizzle-orm';
import { database } from '../db/client';
import { stores } from '../db/schema';

/** More would only mean that the others get nothing. */
export const MOST_SHARE = 100;

export interface StoreShare {
  id: string;
  share: number;
}

/** The stores that are not closed, by their ids. */
export function storeShares(): Promise<StoreShare[]> {
  return database()
    .select({ id: stores.id, share: stores.sendingShare })
    .from(stores)
    .where(isNull(stores.closedAt))
    .orderBy(asc(stores.id));
}

/**
 * Gives a store a share; workers go by it from the next messages that they claim.
 *
 * @param share a whole number from 1 to {@link MOST_SHARE}, against those of the others
 * @throws Error for a store that there is not, or another number
 */
export async function setShare(storeId: string, share: number): Promise<void> {
  if (!Number.isInteger(share) || share < 1 || share > MOST_SHARE) {
    throw new Error(`A share is a whole number from 1 to ${MOST_SHARE}.`);
  }
  const known = await storeShares();
  if (!known.some((s) => s.id === storeId)) {
    throw new Error(`There is no store "${storeId}". There is ${known.map((s) => s.id).join(', ') || 'none'}.`);
  }
  await database().update(stores).set({ sendingShare: share }).where(eq(stores.id, storeId));
}
