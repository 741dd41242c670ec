/** Which orders used a code. */
import { and, count, eq, sql } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { database, type Executor } from '../db/client';
import { codeUses, discountCodes } from '../db/schema';

/** Counts the codes of an order that is new: each once for the order. Codes that the store does not have are left alone. */
export async function countUses(tx: Executor, storeId: string, orderId: string, order: Order): Promise<void> {
  const codes = new Set((order.discounts ?? []).flatMap(({ code }) => (code === undefined ? [] : [code.trim()])));
  for (const code of codes) {
    const here = and(eq(discountCodes.storeId, storeId), eq(discountCodes.code, code));
    const [counted] = await tx
      .update(discountCodes)
      .set({ used: sql`${discountCodes.used} + 1` })
      .where(here);
    if (counted.affectedRows === 0) continue;
    await tx
      .insert(codeUses)
      .ignore()
      .values({ storeId, code, orderId, email: order.customer.email.toLowerCase(), at: new Date(order.placedAt) });
  }
}

/** How often a person used a code. */
export async function usedBy(storeId: string, code: string, email: string): Promise<number> {
  const [row] = await database()
    .select({ n: count() })
    .from(codeUses)
    .where(and(eq(codeUses.storeId, storeId), eq(codeUses.email, email.toLowerCase()), eq(codeUses.code, code)));
  return row?.n ?? 0;
}
