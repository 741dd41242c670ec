/** Giving codes: each person or order gets one of a series, once, however often and by however many workers it is asked for. */
import { randomBytes } from 'node:crypto';
import { and, eq, sql } from 'drizzle-orm';
import {
  CODE_BYTES,
  codeFrom,
  endOfGiven,
  holds,
  ofSeries,
  sampleOf,
  seriesHolds,
  seriesOfRef,
  type CodeSeries,
  type GivenCode,
} from '@/core/codes';
import { isDuplicate } from '../base/database-errors';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { codeSeries, discountCodes } from '../db/schema';
import { codeOfRow, codesOf, notGiven, seriesOfRow } from './known';

/** Who a message is for. */
export interface CodeFor {
  storeId: string;
  /** Of the customer that the message is about, whoever reads it. */
  email: string;
  /** Tells one order from another; the event where a message is about none. */
  orderKey: string;
}

/** Tries before a series whose codes are all taken by chance is given up: it never comes to that. */
const TRIES = 5;

/**
 * The code that somebody has, or gets now.
 * @param ref see `promiseRef`
 * @returns null when there is none to give, or it does not hold
 */
export async function giveCode(ref: string, whom: CodeFor): Promise<GivenCode | null> {
  const seriesId = seriesOfRef(ref);
  if (seriesId === undefined) return plainCode(ref, whom.storeId);
  for (let turn = 1; ; turn += 1) {
    try {
      return await database().transaction((tx) => giveOfSeries(tx, seriesId, whom));
    } catch (error) {
      if (!isDuplicate(error) || turn === TRIES) throw error;
    }
  }
}

/** The code that somebody has of a promise, or a sample of what they would get. Nothing is given. */
export async function lookAtCode(ref: string, whom: CodeFor): Promise<GivenCode | null> {
  const seriesId = seriesOfRef(ref);
  if (seriesId === undefined) return plainCode(ref, whom.storeId);
  const db = database();
  const [row] = await db.select().from(codeSeries).where(ofStore(seriesId, whom.storeId));
  if (!row) return null;
  const had = await givenBefore(db, row, whom);
  if (had) return had;
  const now = await databaseTime();
  return sampleOf(ref, await codesOf(whom.storeId, now), now);
}

async function plainCode(ref: string, storeId: string): Promise<GivenCode | null> {
  const [row] = await database()
    .select()
    .from(discountCodes)
    .where(and(eq(discountCodes.storeId, storeId), eq(discountCodes.code, ref)));
  const code = row && codeOfRow(row);
  return code && holds(code, await databaseTime()) ? code : null;
}

const ofStore = (seriesId: string, storeId: string) =>
  and(eq(codeSeries.id, seriesId), eq(codeSeries.storeId, storeId));

type SeriesRow = typeof codeSeries.$inferSelect;

const keyFor = ({ per }: Pick<SeriesRow, 'per'>, { email, orderKey }: CodeFor): string =>
  per === 'customer' ? email.toLowerCase() : orderKey;

/** What was given stands, whatever became of the series: with the days and the value that were promised then. */
async function givenBefore(db: Executor, series: SeriesRow, whom: CodeFor): Promise<GivenCode | undefined> {
  const [row] = await db
    .select()
    .from(discountCodes)
    .where(and(eq(discountCodes.seriesId, series.id), eq(discountCodes.givenTo, keyFor(series, whom))));
  return row && codeOfRow(row);
}

async function giveOfSeries(tx: Executor, seriesId: string, whom: CodeFor): Promise<GivenCode | null> {
  // Locked, so that those who ask at once come one after the other: the last code goes to one of them.
  const [row] = await tx.select().from(codeSeries).where(ofStore(seriesId, whom.storeId)).for('update');
  if (!row) return null;
  const had = await givenBefore(tx, row, whom);
  if (had) return had;
  const now = await databaseTime(tx);
  const [waiting] =
    row.supply === 'brought'
      ? await tx
          .select({ code: discountCodes.code })
          .from(discountCodes)
          .where(notGiven(seriesId, now))
          .orderBy(discountCodes.code)
          .limit(1)
      : [];
  const series = seriesOfRow(row, waiting ? 1 : 0);
  if (!seriesHolds(series, now)) return null;
  const givenTo = keyFor(row, whom);
  const given = waiting
    ? await handOut(tx, { series, whom, code: waiting.code, givenTo, now })
    : await makeOne(tx, { series, whom, givenTo, now });
  await tx
    .update(codeSeries)
    .set({ given: sql`${codeSeries.given} + 1` })
    .where(eq(codeSeries.id, seriesId));
  return given;
}

interface Giving {
  series: CodeSeries;
  whom: CodeFor;
  givenTo: string;
  now: number;
}

async function handOut(
  tx: Executor,
  { series, whom, code, givenTo, now }: Giving & { code: string },
): Promise<GivenCode> {
  const here = and(eq(discountCodes.storeId, whom.storeId), eq(discountCodes.code, code));
  const endsAt = endOfGiven(series, now);
  await tx
    .update(discountCodes)
    .set({
      givenTo,
      givenAt: new Date(now),
      // Its own end stands where it comes before that of the series.
      ...(endsAt !== undefined && {
        endsAt: sql`least(coalesce(${discountCodes.endsAt}, ${new Date(endsAt)}), ${new Date(endsAt)})`,
      }),
    })
    .where(here);
  const [row] = await tx.select().from(discountCodes).where(here);
  return codeOfRow(row!);
}

async function makeOne(tx: Executor, { series, whom, givenTo, now }: Giving): Promise<GivenCode> {
  const given = ofSeries(series, codeFrom(series.prefix, randomBytes(CODE_BYTES)), now);
  const { code, kind, value, endsAt, ...conditions } = given;
  await tx.insert(discountCodes).values({
    storeId: whom.storeId,
    code,
    kind,
    value,
    conditions: { ...conditions, ...(series.per === 'customer' && { customer: whom.email.toLowerCase() }) },
    usesLimit: 1,
    seriesId: series.id,
    givenTo,
    givenAt: new Date(now),
    ...(endsAt !== undefined && { endsAt: new Date(endsAt) }),
  });
  return given;
}
