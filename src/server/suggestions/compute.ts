/**
 * Working out what is bought together, in the background: the orders of a store are read some thousands at a time, counted, and written
 * down. What was worked out before stays in use until the new is complete.
 */
import { and, asc, count, eq, gt, like, lt, ne, sql } from 'drizzle-orm';
import { BasketCounter, companionsInSteps, KEPT } from '@/core/suggest';
import { breath } from '../base/breath';
import { log } from '../base/log';
import { insertRows } from '../db/bulk';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { companions, orders, popularProducts, products, suggestionRuns, templates } from '../db/schema';

/** Orders read in one statement. */
const AT_A_TIME = 5_000;
/** Of a category, as many are kept as could all be in an order and leave some. */
const POPULAR = 3 * KEPT;
/** Work that began so long ago and is not done was broken off. */
const BROKEN_OFF_MS = 10 * 60_000;

/** Works a store's out anew, unless somebody is at it. Answers whether it did. */
export async function computeSuggestions(storeId: string): Promise<boolean> {
  const began = await databaseTime();
  const run = await begin(storeId, began);
  if (run === undefined) return false;
  const counter = new BasketCounter();
  const total = await readOrders(storeId, counter);
  const baskets = counter.baskets();
  const timesOrdered = new Map<string, number>();
  for (const found of companionsInSteps(baskets)) {
    for (const { sku, orders: n } of found) timesOrdered.set(sku, n);
    const rows = found.flatMap(({ sku, orders: n, with: others }) =>
      others.map(({ sku: other, support, lift }, i) => ({
        storeId,
        sku,
        place: i + 1,
        other,
        orders: n,
        support,
        lift,
        run,
      })),
    );
    await database().transaction(async (tx) => {
      // What is written is what is read: a product has the old or the new.
      if (found.length === 0) return;
      await tx
        .delete(companions)
        .where(and(eq(companions.storeId, storeId), sql`${companions.sku} in ${found.map((f) => f.sku)}`));
      await insertRows(tx, companions, rows);
    });
    await breath();
  }
  await writePopular(storeId, run, timesOrdered);
  const old = (table: typeof companions | typeof popularProducts) =>
    database()
      .delete(table)
      .where(and(eq(table.storeId, storeId), lt(table.run, run)));
  await old(companions);
  await old(popularProducts);
  const done = await databaseTime();
  await database()
    .update(suggestionRuns)
    .set({ doneAt: new Date(done), orders: total, tookMs: done - began })
    .where(eq(suggestionRuns.storeId, storeId));
  log.info(
    { store: storeId, orders: total, products: baskets.skus.length, ms: done - began },
    'what is bought together was worked out',
  );
  return true;
}

/** Has a store's worked out, by a worker, if it was not yet. */
export async function wantRun(storeId: string): Promise<void> {
  await database()
    .insert(suggestionRuns)
    .ignore()
    .values({ storeId, run: 0, beganAt: new Date(0), doneAt: new Date(0) });
}

/** Takes the work on; undefined when somebody is at it. */
async function begin(storeId: string, now: number): Promise<number | undefined> {
  await wantRun(storeId);
  return database().transaction(async (tx) => {
    const [there] = await tx.select().from(suggestionRuns).where(eq(suggestionRuns.storeId, storeId)).for('update');
    const atIt = there!.doneAt === null && now - there!.beganAt.getTime() < BROKEN_OFF_MS;
    if (atIt) return undefined;
    const run = there!.run + 1;
    await tx
      .update(suggestionRuns)
      .set({ run, beganAt: new Date(now), doneAt: null })
      .where(eq(suggestionRuns.storeId, storeId));
    return run;
  });
}

async function readOrders(storeId: string, counter: BasketCounter): Promise<number> {
  let after = '';
  let total = 0;
  for (;;) {
    const rows = await database()
      .select({
        id: orders.id,
        // As text: the driver reads what is said to be JSON by itself, and not as an array.
        skus: sql<string | null>`concat('', json_extract(${orders.snapshot}, '$.lines[*].product.sku'))`,
      })
      .from(orders)
      .where(and(eq(orders.storeId, storeId), gt(orders.id, after), ne(orders.status, 'OrderCancelled')))
      .orderBy(asc(orders.id))
      .limit(AT_A_TIME);
    for (const { skus } of rows) if (skus) counter.add(JSON.parse(skus) as string[]);
    total += rows.length;
    const last = rows.at(-1);
    if (!last || rows.length < AT_A_TIME) return total;
    after = last.id;
    await breath();
  }
}

/** Of each category what is ordered most often; what was never ordered comes last, by name. */
async function writePopular(storeId: string, run: number, timesOrdered: ReadonlyMap<string, number>): Promise<void> {
  const all = await database()
    .select({ sku: products.sku, category: products.category })
    .from(products)
    .where(eq(products.storeId, storeId));
  const byCategory = new Map<string, { sku: string; orders: number }[]>();
  for (const { sku, category } of all) {
    const list = byCategory.get(category) ?? byCategory.set(category, []).get(category)!;
    list.push({ sku, orders: timesOrdered.get(sku) ?? 0 });
  }
  const rows = [...byCategory].map(([category, list]) => ({
    storeId,
    category,
    best: list.toSorted((a, b) => b.orders - a.orders || (a.sku < b.sku ? -1 : 1)).slice(0, POPULAR),
    run,
  }));
  for (let from = 0; from < rows.length; from += 500) {
    const part = rows.slice(from, from + 500);
    await database().transaction(async (tx) => {
      await tx
        .delete(popularProducts)
        .where(
          and(eq(popularProducts.storeId, storeId), sql`${popularProducts.category} in ${part.map((r) => r.category)}`),
        );
      await insertRows(tx, popularProducts, part);
    });
  }
}

/** Worked out anew when it is older than this and there are new orders. */
const FRESH_MS = 6 * 3_600_000;

/** Works out what is due of all stores whose messages suggest products. */
export async function computeDue(): Promise<void> {
  const rows = await database().select({ storeId: suggestionRuns.storeId }).from(suggestionRuns);
  for (const { storeId } of rows) if (await isDue(storeId)) await computeSuggestions(storeId);
}

/** Notes the stores that have a template which suggests products, however it came to be. */
export async function noteSuggesting(): Promise<void> {
  const rows = await database()
    .selectDistinct({ storeId: templates.storeId })
    .from(templates)
    .where(like(templates.draft, '%"suggestions"%'));
  for (const { storeId } of rows) await wantRun(storeId);
}

/** Whether a store's is to be worked out: it was not yet, or is old and something was ordered since. */
export async function isDue(storeId: string): Promise<boolean> {
  const [run] = await database().select().from(suggestionRuns).where(eq(suggestionRuns.storeId, storeId));
  if (!run || run.run === 0) return true;
  const now = await databaseTime();
  if (run.doneAt === null) return now - run.beganAt.getTime() > BROKEN_OFF_MS;
  if (now - run.doneAt.getTime() < FRESH_MS) return false;
  const [there] = await database()
    .select({ n: count() })
    .from(orders)
    .where(and(eq(orders.storeId, storeId), ne(orders.status, 'OrderCancelled')));
  return (there?.n ?? 0) !== run.orders;
}

/** When a store's was worked out, and from how many orders; undefined when it was not yet. */
export async function lastRun(storeId: string): Promise<{ at: Date; orders: number; tookMs: number } | undefined> {
  const [run] = await database().select().from(suggestionRuns).where(eq(suggestionRuns.storeId, storeId));
  return run?.doneAt && run.run > 0 ? { at: run.doneAt, orders: run.orders, tookMs: run.tookMs } : undefined;
}
