/** The codes that a message gives, put into an order's snapshot. */
import { sampleOf, type CodePromise, type GivenCode, type KnownCodes } from '../codes';
import { moneyFormatter, percentFormatter } from '../text/formatters';
import { plainLine, type Values } from '../text/values';
import type { Snapshot } from './snapshot';

export interface GivenIn {
  /** BCP 47. */
  locale: string;
  /** In which the amounts of codes are. */
  currency: string;
  /** Names of products, by stock number. */
  names?: Readonly<Record<string, string>> | undefined;
}

/**
 * A snapshot with the codes that a message gives. Words speak of the first of them.
 * @param given by reference, in the order of the blocks; null for one that does not hold
 */
export function withCodes(
  snapshot: Snapshot,
  given: ReadonlyMap<string, GivenCode | null>,
  { locale, currency, names = {} }: GivenIn,
): Snapshot {
  if (given.size === 0) return snapshot;
  const first = [...given.values()].find((code) => code !== null);
  const goods = [...(first?.products ?? []).map((sku) => names[sku] ?? sku), ...(first?.categories ?? [])];
  const values: Values = {
    ...snapshot.values,
    ...(first && {
      'offer.code': first.code,
      'offer.value':
        first.kind === 'percent'
          ? percentFormatter(locale)(first.value)
          : moneyFormatter(locale, currency)(first.value),
      'offer.endsOn': first.endsAt,
      'offer.minimum': first.minimum === undefined ? undefined : { minor: first.minimum, currency },
      'offer.goods':
        goods.length === 0 ? undefined : plainLine(new Intl.ListFormat(locale, { type: 'conjunction' }).format(goods)),
      'offer.usesEach': first.perCustomer,
    }),
  };
  return {
    ...snapshot,
    values,
    codes: Object.fromEntries([...given].map(([ref, code]) => [ref, code && code.code])),
  };
}

/** As {@link withCodes}, for a message that is only looked at: codes that hold, and samples of series. */
export const withSampleCodes = (
  snapshot: Snapshot,
  promises: readonly CodePromise[],
  known: KnownCodes,
  now: number,
  place: GivenIn,
): Snapshot =>
  withCodes(snapshot, new Map(promises.map(({ ref }) => [ref, sampleOf(ref, known, now)])), {
    names: known.names,
    ...place,
  });
