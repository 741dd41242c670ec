/** A condition as a person reads it, and what an order had for each of its tests. */
import { countryName, languageName } from '../names';
import { moneyFormatter } from '../text/formatters';
import type { Money } from '../text/values';
import {
  conditionHolds,
  testHolds,
  type Condition,
  type OrderFacts,
  type PaidShare,
  type ParcelShare,
  type Test,
} from './condition';
import { keepable } from '../../words/kept';
import { inEachLanguage, listed, readerLocale } from '../../words/speak';
import { say } from '../../words/tests';

/** Names of what conditions hold by id. Left out, the id itself is shown. */
export interface ConditionNames {
  channel?: (id: string) => string | undefined;
  product?: (sku: string) => string | undefined;
  locale?: string;
  /** It asks about a product and not about an order. */
  subject?: 'product';
}

const amountWords = keepable('amount', (money: Money, locale: string = readerLocale()): string =>
  moneyFormatter(locale, money.currency)(money.minor),
);

const PARCEL_WORDS: Record<ParcelShare, string> = inEachLanguage(() => ({
  whole: say.parcelWhole,
  part: say.parcelPart,
  last: say.parcelLast,
}));

const PAID_WORDS: Record<PaidShare, string> = inEachLanguage(() => ({
  whole: say.paidWhole,
  part: say.paidPart,
  none: say.paidNothing,
}));

/** One test as the end of "Shown when ...": "the order contains workshops". */
export function testWords(t: Test, names: ConditionNames = {}): string {
  const of = (values: readonly string[], name: (value: string) => string = (v) => v): string =>
    listed(
      values.map((v) => name(v)),
      'disjunction',
    );
  const ofProduct = names.subject === 'product';
  const goodsWords = (how: 'any' | 'only' | 'none', what: string): string =>
    (ofProduct
      ? t.about === 'category'
        ? { any: say.belongsTo, only: say.belongsTo, none: say.belongsNotTo }
        : { any: say.isOneOf, only: say.isOneOf, none: say.isNoneOf }
      : { any: say.contains, only: say.containsOnly, none: say.containsNone })[how]({ what });
  switch (t.about) {
    case 'customer':
      return t.is === 'guest' ? say.byGuest : say.byAccount;
    case 'first-order':
      return t.is ? say.isFirst : say.notFirst;
    case 'channel':
      return (t.is === 'one' ? say.throughChannel : say.notThroughChannel)({
        channels: of(t.of, (v) => names.channel?.(v) ?? v),
      });
    case 'language':
      return (t.is === 'one' ? say.inLanguage : say.notInLanguage)({ languages: of(t.of, languageName) });
    case 'country':
      return (t.is === 'one' ? say.toCountry : say.notToCountry)({
        countries: of(t.of, (v) => countryName(v, names.locale)),
      });
    case 'location':
      if (ofProduct) return (t.is === 'one' ? say.liesAt : say.liesNotAt)({ places: of(t.of) });
      return (t.is === 'one' ? say.fromLocation : say.notFromLocation)({ places: of(t.of) });
    case 'turn':
      return (t.is === 'one' ? say.isTurn : say.notTurn)({
        turns: of(t.of.map(String), (n) => ordinal(Number(n))),
      });
    case 'payment':
      return (t.is === 'one' ? say.paidBy : say.notPaidBy)({ methods: of(t.of) });
    case 'paid':
      return PAID_WORDS[t.is];
    case 'tracking':
      return t.is ? say.tracked : say.notTracked;
    case 'shipment':
      return PARCEL_WORDS[t.is];
    case 'refund':
      return t.is === 'whole' ? say.fullyRefunded : say.partlyRefunded;
    case 'product':
      return goodsWords(
        t.holds,
        of(t.of, (v) => names.product?.(v) ?? v),
      );
    case 'category':
      return goodsWords(t.holds, of(t.of));
    case 'supplier':
      return { any: say.suppliedBy, only: say.suppliedOnlyBy, none: say.notSuppliedBy }[t.holds]({ what: of(t.of) });
    case 'value': {
      const amount = amountWords({ minor: t.amount, currency: t.currency }, names.locale);
      return t.is === 'at-least' ? say.totalAtLeast({ amount }) : say.totalBelow({ amount });
    }
  }
}

/** What a condition asks, without a verb before it: "the customer ordered as a guest and it contains workshops". */
export function conditionWords(condition: Condition, names: ConditionNames = {}): string {
  return listed(
    condition.tests.map((t) => testWords(t, names)),
    condition.match === 'all' ? 'conjunction' : 'disjunction',
  );
}

/** A whole condition: "Shown when the customer ordered as a guest and it contains workshops". */
export function conditionSentence(condition: Condition, names: ConditionNames = {}): string {
  return say.shownWhen({ condition: conditionWords(condition, names) });
}

/** "1st", "2nd". */
export const ordinal = (n: number): string => say.ordinal({ n });

export interface TriedTest {
  test: Test;
  words: string;
  holds: boolean;
  /** What the order has: "guest", "Poland". */
  found: string;
}

export interface Tried {
  holds: boolean;
  tests: TriedTest[];
}

/** Tries a condition against an order's facts: the verdict, and for each test what was found. */
export function tryCondition(
  condition: Condition,
  facts: OrderFacts,
  language: string,
  names: ConditionNames = {},
): Tried {
  return {
    holds: conditionHolds(condition, facts, language),
    tests: condition.tests.map((test) => ({
      test,
      words: testWords(test, names),
      holds: testHolds(test, facts, language),
      found: foundWords(test, facts, language, names),
    })),
  };
}

const HOLDS: Record<ParcelShare, string> = inEachLanguage(() => ({
  whole: say.holdsWhole,
  part: say.holdsPart,
  last: say.holdsLast,
}));

const PAID: Record<PaidShare, string> = inEachLanguage(() => ({
  whole: say.foundPaid,
  part: say.foundPartPaid,
  none: say.foundUnpaid,
}));

function foundWords(t: Test, facts: OrderFacts, language: string, names: ConditionNames): string {
  const unique = (values: readonly string[]): string => [...new Set(values)].filter(Boolean).join(', ') || say.none;
  switch (t.about) {
    case 'customer':
      return facts.guest ? say.foundGuest : say.foundAccount;
    case 'first-order':
      return facts.firstOrder ? say.foundFirst : say.foundLater;
    case 'channel':
      return names.channel?.(facts.channel) ?? facts.channel;
    case 'language':
      return languageName(language);
    case 'country':
      return facts.country ? countryName(facts.country, names.locale) : say.noAddress;
    case 'location':
      return facts.location ?? say.noLocation;
    case 'turn':
      return say.foundTurn({ ordinal: ordinal(facts.turn ?? 1) });
    case 'payment':
      return facts.payment ?? say.noPayment;
    case 'paid':
      return facts.paid ? PAID[facts.paid] : say.noPayment;
    case 'tracking':
      return facts.tracking ? say.foundTracked : say.noTracking;
    case 'shipment':
      return facts.parcel ? HOLDS[facts.parcel] : say.noParcel;
    case 'refund':
      return facts.wholeRefund === undefined ? say.noRefund : facts.wholeRefund ? say.refundWhole : say.refundPart;
    case 'product':
      return unique(facts.products.map((sku) => names.product?.(sku) ?? sku));
    case 'category':
      return unique(facts.categories);
    case 'supplier':
      return unique(facts.suppliers);
    case 'value':
      return amountWords(facts.total, names.locale);
  }
}
