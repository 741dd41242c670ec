/** The screen of stock: what is left of each product where, from when on that is low, and counts by hand. */
import { and, asc, count, eq, exists, inArray, like, notExists, or, sql, type SQL } from 'drizzle-orm';
import { alias } from 'drizzle-orm/mysql-core';
import type { CountEffect, SaveStock, SaveThreshold, StockPage, StockRow, StockShown } from '@/contract/stock';
import { STOCK_SHOWN } from '@/contract/stock';
import { nothingOf } from '@/core/order';
import { stockState, takeCount } from '@/core/stock';
import { say } from '@/words/stock';
import { listed } from '@/words/speak';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { timeNow } from '../../db/demo-clock';
import { notifications, products, routingRules, stockCounts } from '../../db/schema';
import { plannerOf } from '../../events/planner';
import { aboutStock } from '@/core/plan';
import { detailOf, receiveCount } from '../../events/stock';
import { withholdingsOf, withoutWithheld } from '../../sending/withholding';
import { oneOf } from '../query';
import { conditionChoices } from '../templates/templates';

const PAGE = 50;

/** Where counts made on the screen come from, as an event's `source`. */
const BY_HAND = 'urn:libellus:stock';

export interface StockFilter {
  find: string;
  show: StockShown;
  page: number;
}

/** Reads what an address asks for. */
export function readStockFilter(query: Record<string, string | string[] | undefined>): StockFilter {
  const show = oneOf(query.show);
  const page = Number(oneOf(query.page) ?? '1');
  return {
    find: (oneOf(query.find) ?? '').slice(0, 100),
    show: STOCK_SHOWN.find((s) => s === show) ?? 'all',
    page: Number.isInteger(page) && page > 0 && page < 100_000 ? page : 1,
  };
}

const counted = alias(stockCounts, 'counted');
const isCount = (state?: SQL): SQL => and(eq(counted.storeId, products.storeId), eq(counted.sku, products.sku), state)!;

/** What is to be true of a product that is shown. */
function shownWhen(show: StockShown): SQL | undefined {
  const db = database();
  const of = (state?: SQL) =>
    db
      .select({ one: sql`1` })
      .from(counted)
      .where(isCount(state));
  switch (show) {
    case 'all':
      return undefined;
    case 'low':
      return exists(of(sql`${counted.pieces} > 0 and ${counted.pieces} <= ${products.lowAt}`));
    case 'out':
      return exists(of(sql`${counted.pieces} <= 0`));
    case 'uncounted':
      return notExists(of());
  }
}

/** A page of products with what is left of them. */
export async function loadStock({ store }: Access, { find, show, page }: StockFilter): Promise<StockPage> {
  const db = database();
  const mine = eq(products.storeId, store.id);
  const pattern = `%${find.replace(/[\\%_]/g, '\\$&')}%`;
  const found = and(
    mine,
    find === ''
      ? undefined
      : or(like(products.name, pattern), like(products.sku, pattern), like(products.category, pattern)),
  );
  const numberOf = async (where: SQL | undefined): Promise<number> => {
    const [row] = await db.select({ n: count() }).from(products).where(where);
    return row?.n ?? 0;
  };
  const [rows, numbers, matching, categories, choices, tellers] = await Promise.all([
    db
      .select()
      .from(products)
      .where(and(found, shownWhen(show)))
      .orderBy(asc(products.name), asc(products.sku))
      .limit(PAGE)
      .offset((page - 1) * PAGE),
    Promise.all(STOCK_SHOWN.map((s) => numberOf(and(mine, shownWhen(s))))),
    numberOf(and(found, shownWhen(show))),
    db
      .select({ category: products.category, products: count() })
      .from(products)
      .where(mine)
      .groupBy(products.category)
      .orderBy(products.category),
    conditionChoices(store.id),
    db
      .select({
        slug: notifications.slug,
        name: notifications.name,
        on: notifications.on,
        rules: count(routingRules.id),
      })
      .from(notifications)
      .leftJoin(routingRules, eq(routingRules.notificationId, notifications.id))
      .where(
        and(
          eq(notifications.storeId, store.id),
          inArray(notifications.moment, ['product.stock-low', 'product.stock-out']),
        ),
      )
      .groupBy(notifications.id)
      .orderBy(notifications.id),
  ]);
  const counts = await countsOf(
    store.id,
    rows.map((r) => r.sku),
  );
  return {
    rows: rows.map((r): StockRow => ({
      sku: r.sku,
      name: r.name,
      category: r.category,
      options: r.options,
      ...(r.lowAt !== null && { lowAt: r.lowAt }),
      counts: (counts.get(r.sku) ?? []).map(({ place, pieces, countedAt }) => ({
        location: place,
        left: pieces,
        state: stockState(pieces, r.lowAt ?? undefined),
        countedAt: countedAt.toISOString(),
      })),
    })),
    numbers: Object.fromEntries(STOCK_SHOWN.map((s, i) => [s, numbers[i]!])) as StockPage['numbers'],
    find,
    show,
    page,
    pages: Math.max(1, Math.ceil(matching / PAGE)),
    categories,
    places: choices.locations,
    notifications: tellers,
  };
}

type CountRow = typeof stockCounts.$inferSelect;

async function countsOf(storeId: string, skus: readonly string[]): Promise<Map<string, CountRow[]>> {
  if (skus.length === 0) return new Map();
  const rows = await database()
    .select()
    .from(stockCounts)
    .where(and(eq(stockCounts.storeId, storeId), inArray(stockCounts.sku, [...skus])))
    .orderBy(stockCounts.place);
  const bySku = new Map<string, CountRow[]>();
  for (const row of rows) bySku.set(row.sku, [...(bySku.get(row.sku) ?? []), row]);
  return bySku;
}

async function productOf(storeId: string, sku: string): Promise<typeof products.$inferSelect> {
  const [product] = await database()
    .select()
    .from(products)
    .where(and(eq(products.storeId, storeId), eq(products.sku, sku)));
  if (!product) throw new AppError('not-found', say.noSuchProduct({ sku }));
  return product;
}

/** What saving would do: who is written to for each count, worked out by the planner itself. Nothing is changed. */
export async function countEffects({ store }: Access, { sku, lowAt, counts }: SaveStock): Promise<CountEffect[]> {
  const db = database();
  const [product, known, withheld, prepared, now] = await Promise.all([
    productOf(store.id, sku),
    countsOf(store.id, [sku]),
    withholdingsOf(store.id),
    plannerOf(db, store),
    timeNow(),
  ]);
  return counts.map(({ location, left }) => {
    const before = known.get(sku)?.find((c) => c.place === location);
    const outcome = takeCount(
      before && { at: before.countedAt.getTime(), told: before.told },
      { left, at: now },
      lowAt ?? undefined,
    );
    const effect = (words: string, tells = false): CountEffect => ({ location, words, tells });
    if (outcome.kind === 'older') return effect(say.newerCountKnown);
    if (!before) return effect(say.firstCountTellsNobody);
    if (!outcome.moment) return effect(outcome.told === 'enough' ? say.enoughIsLeft : say.knownAlready);
    const detail = detailOf(store, { ...product, lowAt }, { left, location });
    const plan = withoutWithheld(
      prepared.plan({ moment: outcome.moment, at: now, ...aboutStock(store.currency, detail, now) }),
      withheld,
    );
    const names = [...new Set(plan.deliveries.map(({ recipient }) => recipient.name || recipient.address))];
    if (names.length === 0) return effect(outcome.told === 'out' ? say.nobodyHearsOut : say.nobodyHearsLow);
    const people = listed(names);
    return effect(outcome.told === 'out' ? say.hearOut({ people }) : say.hearLow({ people }), true);
  });
}

/** Keeps a product's threshold and what was counted. Whom a count concerns is written to. */
export async function saveStock(access: Access, { sku, lowAt, counts }: SaveStock): Promise<{ written: number }> {
  const { store } = access;
  const product = await productOf(store.id, sku);
  if (product.lowAt !== lowAt) await setThreshold(access, product.name, lowAt, eq(products.sku, sku));
  const now = await timeNow();
  let written = 0;
  for (const { location, left } of counts) {
    const { deliveries } = await receiveCount(store.id, {
      specversion: '1.0',
      id: newId(),
      source: BY_HAND,
      type: 'product.stock-counted',
      time: new Date(now).toISOString(),
      data: {
        order: nothingOf({ channel: '', placedAt: new Date(now).toISOString(), currency: store.currency }),
        details: { stock: { sku, name: product.name, left, ...(location !== '' && { location }) } },
      },
    });
    written += deliveries.length;
    await remember(access, 'countedStock', { product: product.name, left: String(left), place: location || '-' });
  }
  return { written };
}

/** Sets the threshold of all products of a category. Nobody is written to: colleagues hear at the next count. */
export async function saveThreshold(access: Access, { category, lowAt }: SaveThreshold): Promise<{ changed: number }> {
  return { changed: await setThreshold(access, category, lowAt, eq(products.category, category)) };
}

async function setThreshold(access: Access, what: string, lowAt: number | null, which: SQL): Promise<number> {
  return database().transaction(async (tx) => {
    const [changed] = await tx
      .update(products)
      .set({ lowAt })
      .where(and(eq(products.storeId, access.store.id), which));
    if (lowAt === null) await remember(access, 'removedThreshold', { what }, { db: tx });
    else await remember(access, 'changedThreshold', { what, lowAt: String(lowAt) }, { db: tx });
    return changed.affectedRows;
  });
}
