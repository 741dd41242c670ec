/**
 * What is bought together, for a store of 40,000 products and 1,000,000 order lines: worked out in the background, and asked while a
 * message is made. Against the database joining the lines with themselves, for all products and for those of one order.
 */
import { resolve } from 'node:path';
import { eq, sql } from 'drizzle-orm';
import { setUp } from '../ops/setting';
import type { Row } from './measure';

const PRODUCTS = 40_000;
const LINES = 1_000_000;
const CATEGORIES = 60;
const ASKED = 300;

/** A generator that gives the same numbers in each run (mulberry32). */
function chanceFrom(seed: number): () => number {
  let a = seed;
  return () => {
    a = (a + 0x6d2b79f5) | 0;
    let t = Math.imul(a ^ (a >>> 15), 1 | a);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 2 ** 32;
  };
}

const skuOf = (i: number): string => `P-${i}`;

/** What an order holds: few products are in many orders, and products near each other are bought together. */
function basketOf(chance: () => number): number[] {
  const first = Math.floor(PRODUCTS * chance() ** 3);
  const size = 1 + Math.floor(6 * chance() ** 2);
  return [
    first,
    ...Array.from({ length: size }, () =>
      chance() < 0.5 ? (first + Math.floor(chance() * 12)) % PRODUCTS : Math.floor(PRODUCTS * chance() ** 3),
    ),
  ];
}

export async function benchSuggestions(): Promise<{ rows: Row[]; notes: string[] }> {
  const setting = await setUp({
    basePort: 5_990,
    dataDir: resolve('.libellus/bench-suggestions'),
    demo: true,
    reset: true,
    web: false,
    worker: false,
  });
  try {
    process.env.LIBELLUS_LOG = 'silent';
    const { database, closeDatabase } = await import('../src/server/db/client');
    const { insertRows } = await import('../src/server/db/bulk');
    const t = await import('../src/server/db/schema');
    const { newId } = await import('../src/server/base/ids');
    const { computeSuggestions } = await import('../src/server/suggestions/compute');
    const { suggestionsFor } = await import('../src/server/suggestions/suggest');
    const db = database();
    const [order] = await db.select().from(t.orders).limit(1);
    const { storeId } = order!;
    const [store] = await db.select().from(t.stores).where(eq(t.stores.id, storeId));
    await db.delete(t.products).where(eq(t.products.storeId, storeId));
    for (let from = 0; from < PRODUCTS; from += 2_000)
      await insertRows(
        db,
        t.products,
        Array.from({ length: 2_000 }, (_, i) => ({
          storeId,
          sku: skuOf(from + i),
          name: `Product ${from + i}`,
          category: `Category ${(from + i) % CATEGORIES}`,
          price: 1_000,
          taxRate: 19,
        })),
      );
    await db.execute(
      sql`create table bench_line (order_no int not null, sku int not null, primary key (sku, order_no), index (order_no))`,
    );
    const chance = chanceFrom(7);
    let lines = 0;
    let orders = 0;
    let some: (typeof t.orders.$inferInsert)[] = [];
    let pairs: string[] = [];
    while (lines < LINES) {
      const skus = [...new Set(basketOf(chance))];
      lines += skus.length;
      orders += 1;
      const [line] = order!.snapshot.lines;
      some.push({
        ...order!,
        id: newId(),
        number: `B-${orders}`,
        status: 'OrderDelivered',
        snapshot: {
          ...order!.snapshot,
          number: `B-${orders}`,
          lines: skus.map((i) => ({
            ...line!,
            product: { ...line!.product, sku: skuOf(i), category: `Category ${i % CATEGORIES}` },
          })),
        },
      });
      for (const i of skus) pairs.push(`(${orders},${i})`);
      if (some.length < 2_000 && lines < LINES) continue;
      await insertRows(db, t.orders, some);
      await db.execute(sql.raw(`insert into bench_line values ${pairs.join(',')}`));
      some = [];
      pairs = [];
    }
    const before = process.memoryUsage().rss;
    let most = before;
    let longest = 0;
    let last = performance.now();
    const look = setInterval(() => {
      most = Math.max(most, process.memoryUsage().rss);
      longest = Math.max(longest, performance.now() - last - 10);
      last = performance.now();
    }, 10);
    const began = performance.now();
    await computeSuggestions(storeId);
    const took = performance.now() - began;
    clearInterval(look);

    const joined = performance.now();
    await db.execute(sql`set statement max_statement_time=600 for select count(*) from (
      select a.sku x, b.sku y, count(*) n from bench_line a join bench_line b on a.order_no = b.order_no and a.sku <> b.sku
      group by a.sku, b.sku having n >= 6) pairs`);
    const joining = performance.now() - joined;

    const asked = Array.from({ length: ASKED }, () => [...new Set(basketOf(chance))]);
    const about = (skus: readonly number[]) => ({
      ...order!.snapshot,
      lines: skus.map((i) => ({
        ...order!.snapshot.lines[0]!,
        product: { ...order!.snapshot.lines[0]!.product, sku: skuOf(i), category: `Category ${i % CATEGORIES}` },
      })),
    });
    const wants = [{ id: 's', rule: 'bought-with' as const, count: 3, fill: false }];
    const each = async (what: (skus: readonly number[]) => Promise<unknown>): Promise<number> => {
      for (const skus of asked.slice(0, 50)) await what(skus);
      const from = performance.now();
      for (const skus of asked) await what(skus);
      return (performance.now() - from) / ASKED;
    };
    let suggested = 0;
    const asking = await each(async (skus) => {
      suggested += (await suggestionsFor(store!, about(skus), wants)).s?.length ?? 0;
    });
    const direct = await each((skus) =>
      db.execute(sql`select b.sku, count(*) n from bench_line a join bench_line b on a.order_no = b.order_no
        where a.sku in ${skus} and b.sku not in ${skus} group by b.sku order by n desc limit 3`),
    );
    await closeDatabase();
    return {
      rows: [
        { what: 'suggesting for an order, against joining its lines', ours: 1_000 / asking, theirs: 1_000 / direct },
      ],
      notes: [
        `worked out and written down in ${(took / 1_000).toFixed(1)} s; the database joins the lines of all orders in ${(joining / 1_000).toFixed(1)} s: ${(took / joining).toFixed(2)} times`,
        `asked for one order in ${asking.toFixed(2)} ms; joined by the database ${direct.toFixed(2)} ms`,
        `${PRODUCTS} products, ${orders} orders, ${lines} lines; ${(suggested / (ASKED + 50)).toFixed(1)} suggested for an order`,
        `memory ${((most - before) / 1e6).toFixed(0)} MB more while it was worked out; nothing else waited longer than ${longest.toFixed(0)} ms`,
      ],
    };
  } finally {
    await setting.end();
  }
}
