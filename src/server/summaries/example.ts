/** What a message about no order would say now: the store's own figures instead of made-up ones. */
import { and, asc, eq, sql } from 'drizzle-orm';
import { momentOf, SUMMARY, type MomentDetails, type MomentId } from '@/core/moments';
import { cameLast, daysOffOf, MORNINGS, type Schedule } from '@/core/time';
import { database } from '../db/client';
import { timeNow } from '../db/demo-clock';
import { products, stockCounts, type stores } from '../db/schema';
import { detailOf } from '../events/stock';
import { summaryOf } from './planning';

type Store = typeof stores.$inferSelect;

export interface About {
  moment: MomentId;
  schedule: Schedule;
  offChannels?: string[];
}

const DAY_MS = 86_400_000;

/**
 * The orders of the last day or week for a summary, the product that is lowest for stock. Undefined for other moments, and where the
 * store has nothing of the kind yet.
 */
export async function detailsNow(store: Store, about: About): Promise<MomentDetails | undefined> {
  if (about.moment === SUMMARY) return lastSummary(store, about);
  return momentOf(about.moment).about === 'product' ? lowestStock(store, about.moment) : undefined;
}

async function lastSummary(store: Store, { schedule, offChannels = [] }: About): Promise<MomentDetails | undefined> {
  const { rhythm = MORNINGS } = schedule;
  const off = daysOffOf(store.holidays);
  const until = cameLast(rhythm, await timeNow(), store.timeZone, off);
  const before = cameLast(rhythm, until - 1, store.timeZone, off);
  // A day without orders shows little of the message: a week then.
  for (const from of [before, until - 7 * DAY_MS]) {
    const summary = await summaryOf(database(), store, { offChannels }, { from, until });
    if (summary.orders > 0) return { summary };
  }
  return undefined;
}

async function lowestStock(store: Store, moment: MomentId): Promise<MomentDetails | undefined> {
  const out = moment === 'product.stock-out';
  const [row] = await database()
    .select({ product: products, count: stockCounts })
    .from(stockCounts)
    .innerJoin(products, and(eq(products.storeId, stockCounts.storeId), eq(products.sku, stockCounts.sku)))
    .where(
      and(
        eq(stockCounts.storeId, store.id),
        out
          ? sql`${stockCounts.pieces} <= 0`
          : sql`${stockCounts.pieces} > 0 and ${stockCounts.pieces} <= ${products.lowAt}`,
      ),
    )
    .orderBy(asc(stockCounts.pieces), asc(stockCounts.sku))
    .limit(1);
  if (!row) return undefined;
  const { product, count } = row;
  return { stock: detailOf(store, product, { left: count.pieces, location: count.place }) };
}
