/** Discount codes as a shop reads them, so that its checkout takes those that were made here. */
import { and, asc, eq, gt, gte, isNotNull, isNull, or } from 'drizzle-orm';
import { isInstant } from '@/core/schema';
import type { CodeConditions } from '@/core/codes';
import { database } from '../../db/client';
import { discountCodes } from '../../db/schema';

export interface ListedCode {
  code: string;
  takesOff: { kind: 'percent' | 'amount'; value: number };
  startsAt?: string;
  endsAt?: string;
  limit?: number;
  used: number;
  conditions: CodeConditions;
  /** Of a series: when it was given. */
  givenAt?: string;
}

/** Codes on a page. */
const PAGE = 500;

/**
 * A page of a store's codes by name: those for everybody, and of series those that somebody was given.
 * @param wanted `after` is the last code of the page before; `givenSince` (RFC 3339) asks only for what was given from then on
 */
export async function listCodes(
  storeId: string,
  { after, givenSince }: { after: string; givenSince?: string },
): Promise<{ codes: ListedCode[]; next?: string }> {
  const since = givenSince !== undefined && isInstant(givenSince) ? new Date(givenSince) : undefined;
  const rows = await database()
    .select()
    .from(discountCodes)
    .where(
      and(
        eq(discountCodes.storeId, storeId),
        gt(discountCodes.code, after),
        since
          ? gte(discountCodes.givenAt, since)
          : or(isNull(discountCodes.seriesId), isNotNull(discountCodes.givenTo)),
      ),
    )
    .orderBy(asc(discountCodes.code))
    .limit(PAGE + 1);
  const page = rows.slice(0, PAGE);
  return {
    codes: page.map((r) => ({
      code: r.code,
      takesOff: { kind: r.kind, value: r.value },
      ...(r.startsAt && { startsAt: r.startsAt.toISOString() }),
      ...(r.endsAt && { endsAt: r.endsAt.toISOString() }),
      ...(r.usesLimit !== null && { limit: r.usesLimit }),
      used: r.used,
      conditions: r.conditions,
      ...(r.givenAt && { givenAt: r.givenAt.toISOString() }),
    })),
    ...(rows.length > PAGE && { next: page.at(-1)!.code }),
  };
}
