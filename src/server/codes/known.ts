/** A store's discount codes and series, as checks of messages read them. */
import { and, count, eq, gte, inArray, isNotNull, isNull, sql } from 'drizzle-orm';
import { promiseRef, type CodeSeries, type DiscountCode, type KnownCodes } from '@/core/codes';
import { database, type Executor } from '../db/client';
import { codeSeries, codeUses, discountCodes, products } from '../db/schema';

type CodeRow = typeof discountCodes.$inferSelect;
type SeriesRow = typeof codeSeries.$inferSelect;

/** A code as a row keeps it. */
export const codeOfRow = (r: CodeRow): DiscountCode => ({
  code: r.code,
  kind: r.kind,
  value: r.value,
  used: r.used,
  ...r.conditions,
  ...(r.startsAt && { startsAt: r.startsAt.getTime() }),
  ...(r.endsAt && { endsAt: r.endsAt.getTime() }),
  ...(r.usesLimit !== null && { limit: r.usesLimit }),
});

/** A series as a row keeps it; of one that was brought in, how many of its codes are not given yet. */
export const seriesOfRow = (r: SeriesRow, waiting: number): CodeSeries => {
  const left = r.supply === 'brought' ? waiting : r.most === null ? undefined : Math.max(0, r.most - r.given);
  return {
    id: r.id,
    name: r.name,
    prefix: r.prefix,
    per: r.per,
    supply: r.supply,
    kind: r.kind,
    value: r.value,
    given: r.given,
    ...r.conditions,
    ...(r.endsAt && { endsAt: r.endsAt.getTime() }),
    ...(r.days !== null && { days: r.days }),
    ...(left !== undefined && { left }),
  };
};

/** Codes of a series that are not given yet. One that has ended by itself is not given. */
export const notGiven = (seriesId: string, now: number) =>
  and(
    eq(discountCodes.seriesId, seriesId),
    isNull(discountCodes.givenTo),
    sql`(${discountCodes.endsAt} is null or ${discountCodes.endsAt} > ${new Date(now)})`,
  );

/** A store's series. */
export async function seriesOf(storeId: string, now: number, db: Executor = database()): Promise<CodeSeries[]> {
  const rows = await db.select().from(codeSeries).where(eq(codeSeries.storeId, storeId)).orderBy(codeSeries.name);
  return Promise.all(
    rows.map(async (row) => {
      if (row.supply === 'made') return seriesOfRow(row, 0);
      const [waiting] = await db.select({ n: count() }).from(discountCodes).where(notGiven(row.id, now));
      return seriesOfRow(row, waiting?.n ?? 0);
    }),
  );
}

/** The codes that everybody can be given, and the series; codes of a series are not among them, however many there are. */
export async function codesOf(storeId: string, now = Date.now()): Promise<KnownCodes> {
  const db = database();
  const [rows, series] = await Promise.all([
    db
      .select()
      .from(discountCodes)
      .where(and(eq(discountCodes.storeId, storeId), isNull(discountCodes.seriesId)))
      .orderBy(discountCodes.code),
    seriesOf(storeId, now),
  ]);
  const codes = rows.map(codeOfRow);
  return { codes, series, names: await namesIn(storeId, [...codes, ...series]) };
}

/** Names of the products that codes are for, by stock number. */
export async function namesIn(
  storeId: string,
  codes: readonly { products?: string[] }[],
): Promise<Record<string, string>> {
  const skus = [...new Set(codes.flatMap((c) => c.products ?? []))];
  if (skus.length === 0) return {};
  const rows = await database()
    .select({ sku: products.sku, name: products.name })
    .from(products)
    .where(and(eq(products.storeId, storeId), inArray(products.sku, skus)));
  return Object.fromEntries(rows.map((p) => [p.sku, p.name]));
}

const LATE_DAYS = 14;

/** Uses of codes, and codes given of series, a day over the last two weeks, by reference. */
export async function pacesOf(storeId: string, now: number): Promise<(ref: string) => number> {
  const since = new Date(now - LATE_DAYS * 86_400_000);
  const db = database();
  const [uses, given] = await Promise.all([
    db
      .select({ code: codeUses.code, n: count() })
      .from(codeUses)
      .where(and(eq(codeUses.storeId, storeId), gte(codeUses.at, since)))
      .groupBy(codeUses.code),
    db
      .select({ series: discountCodes.seriesId, n: count() })
      .from(discountCodes)
      .where(
        and(
          eq(discountCodes.storeId, storeId),
          isNotNull(discountCodes.seriesId),
          isNotNull(discountCodes.givenTo),
          gte(discountCodes.givenAt, since),
        ),
      )
      .groupBy(discountCodes.seriesId),
  ]);
  const paces = new Map([
    ...uses.map(({ code, n }) => [promiseRef({ code }), n / LATE_DAYS] as const),
    ...given.map(({ series, n }) => [promiseRef({ code: '', series: series! }), n / LATE_DAYS] as const),
  ]);
  return (ref) => paces.get(ref) ?? 0;
}
