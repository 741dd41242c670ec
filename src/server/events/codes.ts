/** A store's discount codes, as checks of messages read them. */
import { eq } from 'drizzle-orm';
import type { DiscountCode } from '@/core/order';
import { database } from '../db/client';
import { discountCodes } from '../db/schema';

/** A store's discount codes. */
export async function codesOf(storeId: string): Promise<DiscountCode[]> {
  const rows = await database()
    .select()
    .from(discountCodes)
    .where(eq(discountCodes.storeId, storeId))
    .orderBy(discountCodes.code);
  return rows.map((r) => ({
    code: r.code,
    kind: r.kind,
    value: r.value,
    used: r.used,
    ...(r.startsAt && { startsAt: r.startsAt.getTime() }),
    ...(r.endsAt && { endsAt: r.endsAt.getTime() }),
    ...(r.usesLimit !== null && { limit: r.usesLimit }),
  }));
}
