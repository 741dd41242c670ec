/** Discount codes as rows of a list. Codes of series are not among them: there a code belongs to whoever has it. */
import { and, eq, inArray, isNull, sql } from 'drizzle-orm';
import { CodeConditionsSchema, CodeValueSchema, CODE_PATTERN, type CodeConditions } from '@/core/codes';
import { amountText, type Cells } from '@/core/exchange';
import { checker } from '@/core/schema';
import { dayKey, firstMoment, lastMoment } from '@/core/time';
import { Type, type Static } from '@sinclair/typebox';
import type { Executor } from '../../db/client';
import { discountCodes } from '../../db/schema';

const strict = { additionalProperties: false } as const;
const day = Type.Optional(Type.String({ format: 'date' }));

/** A code in a file of JSON: amounts in minor units, days of the store's zone. */
export const CodeJson = Type.Object(
  {
    code: Type.String({ pattern: CODE_PATTERN }),
    takesOff: CodeValueSchema,
    startsOn: day,
    endsOn: day,
    limit: Type.Optional(Type.Integer({ minimum: 1, maximum: 1_000_000 })),
    used: Type.Optional(Type.Integer({ minimum: 0, maximum: 10_000_000 })),
    conditions: Type.Optional(CodeConditionsSchema),
  },
  strict,
);
export type CodeEntry = Static<typeof CodeJson>;
const check = checker(CodeJson);

const several = (cell: Cells[string]): string[] | undefined => {
  const values = String(cell ?? '')
    .split(';')
    .map((v) => v.trim())
    .filter((v) => v !== '');
  return values.length > 0 ? values : undefined;
};

/** A code of a row, or what is wrong with it. */
export function codeFrom(cells: Cells): ReturnType<typeof check> {
  const takesOff = String(cells.takes_off);
  const percent = takesOff.endsWith('%');
  const products = several(cells.products);
  const categories = several(cells.categories);
  const conditions: CodeConditions = {
    ...(cells.minimum !== undefined && { minimum: Number(cells.minimum) }),
    ...(cells.uses_each !== undefined && { perCustomer: Number(cells.uses_each) }),
    ...(products && { products }),
    ...(categories && { categories }),
    ...(cells.customer !== undefined && { customer: String(cells.customer) }),
  };
  return check({
    code: String(cells.code),
    takesOff: { kind: percent ? 'percent' : 'amount', value: Number(percent ? takesOff.slice(0, -1) : takesOff) },
    ...(cells.first_day !== undefined && { startsOn: String(cells.first_day).slice(0, 10) }),
    ...(cells.last_day !== undefined && { endsOn: String(cells.last_day).slice(0, 10) }),
    ...(cells.uses !== undefined && { limit: Number(cells.uses) }),
    ...(cells.used !== undefined && { used: Number(cells.used) }),
    ...(Object.keys(conditions).length > 0 && { conditions }),
  });
}

type Row = typeof discountCodes.$inferSelect;

/** A code as it is kept. */
export function codeRow(storeId: string, timeZone: string, { takesOff, startsOn, endsOn, ...rest }: CodeEntry) {
  return {
    storeId,
    code: rest.code,
    ...takesOff,
    startsAt: startsOn === undefined ? null : firstMoment(startsOn, timeZone),
    endsAt: endsOn === undefined ? null : lastMoment(endsOn, timeZone),
    usesLimit: rest.limit ?? null,
    used: rest.used ?? 0,
    conditions: rest.conditions ?? {},
  };
}

/** A code as it goes out. */
export const codeEntry = (row: Row, timeZone: string): CodeEntry => ({
  code: row.code,
  takesOff: { kind: row.kind, value: row.value },
  ...(row.startsAt && { startsOn: dayKey(row.startsAt.getTime(), timeZone) }),
  ...(row.endsAt && { endsOn: dayKey(row.endsAt.getTime(), timeZone) }),
  ...(row.usesLimit !== null && { limit: row.usesLimit }),
  used: row.used,
  ...(Object.keys(row.conditions).length > 0 && { conditions: row.conditions }),
});

/** As a row of CSV. */
export const codeCells = ({ takesOff, conditions = {}, ...c }: CodeEntry, currency: string): Cells => ({
  code: c.code,
  takes_off: takesOff.kind === 'percent' ? `${takesOff.value}%` : amountText(takesOff.value, currency),
  first_day: c.startsOn,
  last_day: c.endsOn,
  uses: c.limit,
  used: c.used,
  uses_each: conditions.perCustomer,
  minimum: conditions.minimum === undefined ? undefined : amountText(conditions.minimum, currency),
  products: conditions.products?.join('; '),
  categories: conditions.categories?.join('; '),
  customer: conditions.customer,
});

/** Codes of a list that are there: those of series are told apart, as they cannot be brought in. */
export async function codesThere(
  db: Executor,
  storeId: string,
  codes: readonly string[],
): Promise<{ code: string; series: boolean }[]> {
  if (codes.length === 0) return [];
  const rows = await db
    .select({ code: discountCodes.code, series: discountCodes.seriesId })
    .from(discountCodes)
    .where(and(eq(discountCodes.storeId, storeId), inArray(discountCodes.code, [...codes])));
  return rows.map(({ code, series }) => ({ code, series: series !== null }));
}

/** Brings codes in. How often one was used stays as it is where the list does not say. */
export async function bringCodes(
  tx: Executor,
  storeId: string,
  timeZone: string,
  entries: readonly CodeEntry[],
): Promise<void> {
  for (const entry of entries) {
    // Named as it was: customers have it like that.
    const { used, code, storeId: store, ...row } = codeRow(storeId, timeZone, entry);
    await tx
      .insert(discountCodes)
      .values({ ...row, storeId: store, code, used })
      .onDuplicateKeyUpdate({
        set: {
          ...row,
          used: entry.used === undefined ? sql`${discountCodes.used}` : used,
        },
      });
  }
}

/** All codes of a store that are of no series. */
export const codesOut = (db: Executor, storeId: string): Promise<Row[]> =>
  db
    .select()
    .from(discountCodes)
    .where(and(eq(discountCodes.storeId, storeId), isNull(discountCodes.seriesId)))
    .orderBy(discountCodes.code);
