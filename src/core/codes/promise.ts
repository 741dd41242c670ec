/** What a message promises: a code that everybody gets, or one of a series for each. */
import { sameCode, type CodeConditions, type CodeValue, type DiscountCode } from './code';
import { endOfGiven, sampleCodeOf, type CodeSeries } from './series';

/** What becomes of a message whose code does not hold any more. */
export type WhenGone = 'leave-out' | 'stop';

export interface CodePromise {
  /** A code, or the id of a series: see {@link promiseRef}. */
  ref: string;
  whenGone: WhenGone;
}

/** A store's codes that everybody can be given, and its series. */
export interface KnownCodes {
  codes: readonly DiscountCode[];
  series: readonly CodeSeries[];
  /** Names of the products that they name, by stock number. */
  names?: Readonly<Record<string, string>>;
}

export const NO_CODES: KnownCodes = { codes: [], series: [] };

/** A code as a message gives it. */
export interface GivenCode extends CodeValue, Omit<CodeConditions, 'customer'> {
  code: string;
  /** Milliseconds since the epoch. */
  endsAt?: number;
}

const OF_SERIES = 'series/';

/** How a promise is named: a code as it is typed, in capitals, or a series by its id. */
export const promiseRef = ({ code, series }: { code: string; series?: string | undefined }): string =>
  series === undefined ? code.trim().toUpperCase() : `${OF_SERIES}${series}`;

/** The id of the series that is promised, or undefined where it is a code. */
export const seriesOfRef = (ref: string): string | undefined =>
  ref.startsWith(OF_SERIES) ? ref.slice(OF_SERIES.length) : undefined;

/** The code that a reference names, among those of the store. */
export const codeOfRef = (ref: string, { codes }: Pick<KnownCodes, 'codes'>): DiscountCode | undefined =>
  codes.find(({ code }) => sameCode(code, ref));

/** Whether a code can be used now. */
export const holds = (code: DiscountCode, now: number): boolean =>
  (code.startsAt === undefined || code.startsAt <= now) &&
  (code.endsAt === undefined || code.endsAt > now) &&
  (code.limit === undefined || code.used < code.limit);

/** What stands for a promise where a message is only looked at: a code that holds, or a sample of a series. */
export function sampleOf(ref: string, known: KnownCodes, now: number): GivenCode | null {
  const id = seriesOfRef(ref);
  if (id === undefined) {
    const code = codeOfRef(ref, known);
    return code && holds(code, now) ? code : null;
  }
  const series = known.series.find((s) => s.id === id);
  return series && seriesHolds(series, now) ? ofSeries(series, sampleCodeOf(series), now) : null;
}

/** Whether a series has codes to give now. */
export const seriesHolds = ({ endsAt, left }: Pick<CodeSeries, 'endsAt' | 'left'>, now: number): boolean =>
  (endsAt === undefined || endsAt > now) && left !== 0;

/** A code of a series as a message gives it. */
export function ofSeries(series: CodeSeries, code: string, givenAt: number): GivenCode {
  const { kind, value, minimum, perCustomer, products, categories } = series;
  const endsAt = endOfGiven(series, givenAt);
  return {
    code,
    kind,
    value,
    ...(minimum !== undefined && { minimum }),
    ...(perCustomer !== undefined && { perCustomer }),
    ...(products && { products }),
    ...(categories && { categories }),
    ...(endsAt !== undefined && { endsAt }),
  };
}
