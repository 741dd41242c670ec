/** What other rules of a notification would have meant for the orders of late. */
import { desc, eq } from 'drizzle-orm';
import { forecastRules, type RoutingRule, type RuleForecast } from '@/core/plan';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { orders } from '../../db/schema';
import { planSettings } from '../../events/settings';

/** So many of the newest orders are looked at. */
export const ORDERS_LOOKED_AT = 200;

/** Tries rules on the newest orders; `domains` are those that addresses which orders name may have then, as they are set without it. */
export async function forecastOf(
  { store }: Access,
  notificationId: string,
  rules: readonly RoutingRule[],
  domains: readonly string[] = [],
): Promise<RuleForecast> {
  const db = database();
  const [settings, newest] = await Promise.all([
    planSettings(db, store),
    db
      .select({ order: orders.snapshot, placedAt: orders.placedAt })
      .from(orders)
      .where(eq(orders.storeId, store.id))
      .orderBy(desc(orders.id))
      .limit(ORDERS_LOOKED_AT),
  ]);
  const day = new Intl.DateTimeFormat('en-CA', { timeZone: store.timeZone });
  return forecastRules(
    { ...settings, ...(domains.length > 0 && { peopleDomains: domains }) },
    newest.map(({ order, placedAt }) => ({ order, at: placedAt.getTime() })),
    notificationId,
    rules,
    (at) => day.format(at),
  );
}
