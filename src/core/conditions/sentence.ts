/** A condition as a person reads it, and what an order had for each of its tests. */
import { countryName, languageName } from '../names';
import { moneyFormatter } from '../text/formatters';
import type { Money } from '../text/values';
import { conditionHolds, testHolds, type Condition, type OrderFacts, type ParcelShare, type Test } from './condition';

/** Names of what conditions hold by id. Left out, the id itself is shown. */
export interface ConditionNames {
  channel?: (id: string) => string | undefined;
  product?: (sku: string) => string | undefined;
  locale?: string;
}

function list(words: readonly string[], last: 'and' | 'or'): string {
  if (words.length < 2) return words[0] ?? '';
  return `${words.slice(0, -1).join(', ')} ${last} ${words.at(-1)}`;
}

const amountWords = (money: Money, names: ConditionNames): string =>
  moneyFormatter(names.locale ?? 'en', money.currency)(money.minor);

const PARCEL_WORDS: Record<ParcelShare, string> = {
  whole: 'the parcel holds the whole order',
  part: 'the parcel holds a part of the order, with more to come',
  last: 'the parcel holds the last part of the order',
};

/** One test as the end of "Shown when ...": "the order contains workshops". */
export function testWords(t: Test, names: ConditionNames = {}): string {
  const locale = names.locale ?? 'en';
  const not = (is: 'one' | 'none'): string => (is === 'one' ? '' : 'not ');
  const of = (values: readonly string[], name: (value: string) => string = (v) => v): string =>
    list(values.map(name), 'or');
  const goodsWords = (how: 'any' | 'only' | 'none', what: string): string =>
    how === 'any'
      ? `the order contains ${what}`
      : how === 'only'
        ? `the order contains only ${what}`
        : `the order contains no ${what}`;
  switch (t.about) {
    case 'customer':
      return t.is === 'guest' ? 'the customer ordered as a guest' : 'the customer has an account';
    case 'first-order':
      return t.is ? "it is the customer's first order" : 'the customer has ordered before';
    case 'channel':
      return `the order did ${not(t.is)}come through ${of(t.of, (v) => names.channel?.(v) ?? v)}`.replace(
        'did come',
        'came',
      );
    case 'language':
      return `the message is ${not(t.is)}in ${of(t.of, languageName)}`;
    case 'country':
      return `the order does ${not(t.is)}go to ${of(t.of, (v) => countryName(v, locale))}`.replace('does go', 'goes');
    case 'location':
      return `the order does ${not(t.is)}ship from ${of(t.of)}`.replace('does ship', 'ships');
    case 'turn':
      return `it is ${not(t.is)}the ${of(t.of.map(String), (n) => ordinal(Number(n)))} message of the series`;
    case 'payment':
      return `the order is ${not(t.is)}paid by ${of(t.of)}`;
    case 'tracking':
      return t.is ? 'the parcel can be tracked' : 'the parcel cannot be tracked';
    case 'shipment':
      return PARCEL_WORDS[t.is];
    case 'refund':
      return t.is === 'whole' ? 'the order is fully refunded' : 'the order is partly refunded';
    case 'product':
      return goodsWords(
        t.holds,
        of(t.of, (v) => names.product?.(v) ?? v),
      );
    case 'category':
      return goodsWords(t.holds, of(t.of));
    case 'value': {
      const amount = amountWords({ minor: t.amount, currency: t.currency }, names);
      return t.is === 'at-least' ? `the order total is at least ${amount}` : `the order total is less than ${amount}`;
    }
  }
}

/** What a condition asks, without a verb before it: "the customer ordered as a guest and it contains workshops". */
export function conditionWords(condition: Condition, names: ConditionNames = {}): string {
  return list(
    condition.tests.map((t) => testWords(t, names)),
    condition.match === 'all' ? 'and' : 'or',
  );
}

/** A whole condition: "Shown when the customer ordered as a guest and it contains workshops". */
export function conditionSentence(condition: Condition, names: ConditionNames = {}): string {
  return `Shown when ${conditionWords(condition, names)}`;
}

const ORDINALS = new Intl.PluralRules('en', { type: 'ordinal' });
const ENDINGS: Partial<Record<Intl.LDMLPluralRule, string>> = { one: 'st', two: 'nd', few: 'rd' };

/** "1st", "2nd". */
export function ordinal(n: number): string {
  return `${n}${ENDINGS[ORDINALS.select(n)] ?? 'th'}`;
}

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

function foundWords(t: Test, facts: OrderFacts, language: string, names: ConditionNames): string {
  const unique = (values: readonly string[]): string => [...new Set(values)].filter(Boolean).join(', ') || 'none';
  switch (t.about) {
    case 'customer':
      return facts.guest ? 'a guest' : 'an account';
    case 'first-order':
      return facts.firstOrder ? 'a first order' : 'not a first order';
    case 'channel':
      return names.channel?.(facts.channel) ?? facts.channel;
    case 'language':
      return languageName(language);
    case 'country':
      return facts.country ? countryName(facts.country, names.locale ?? 'en') : 'no delivery address';
    case 'location':
      return facts.location ?? 'no location';
    case 'turn':
      return `the ${ordinal(facts.turn ?? 1)}`;
    case 'payment':
      return facts.payment ?? 'no payment method';
    case 'tracking':
      return facts.tracking ? 'can be followed' : 'no tracking';
    case 'shipment':
      return facts.parcel ? PARCEL_WORDS[facts.parcel].replace('the parcel holds ', '') : 'no parcel';
    case 'refund':
      return facts.wholeRefund === undefined ? 'no refund' : facts.wholeRefund ? 'all of it' : 'a part';
    case 'product':
      return unique(facts.products.map((sku) => names.product?.(sku) ?? sku));
    case 'category':
      return unique(facts.categories);
    case 'value':
      return amountWords(facts.total, names);
  }
}
