/**
 * Conditions: when a block is in a message. A condition is a few tests of an order, all or any of which must hold; it
 * can be read as a sentence, and tried against an order with what was found for each test.
 */
import { Type, type Static, type TSchema } from '@sinclair/typebox';
import type { Money } from '../text/values';

const strict = { additionalProperties: false } as const;
const names = Type.Array(Type.String({ minLength: 1, maxLength: 120 }), { minItems: 1, maxItems: 100 });
const among = Type.Union([Type.Literal('one'), Type.Literal('none')]);
const holds = Type.Union([Type.Literal('any'), Type.Literal('only'), Type.Literal('none')]);

const test = <K extends string, P extends Record<string, TSchema>>(about: K, properties: P) =>
  Type.Object({ about: Type.Literal(about), ...properties }, strict);

export const TestSchema = Type.Union([
  test('customer', { is: Type.Union([Type.Literal('guest'), Type.Literal('account')]) }),
  test('first-order', { is: Type.Boolean() }),
  /** Channel ids, BCP 47 tags, ISO 3166-1 alpha-2 codes, payment methods: the order's is one of them, or none. */
  test('channel', { is: among, of: names }),
  test('language', { is: among, of: names }),
  test('country', { is: among, of: names }),
  /** Places goods leave from, by name. */
  test('location', { is: among, of: names }),
  test('payment', { is: among, of: names }),
  /** Whether anything is still to be paid, and whether some came in. */
  test('paid', { is: Type.Union([Type.Literal('whole'), Type.Literal('part'), Type.Literal('none')]) }),
  test('tracking', { is: Type.Boolean() }),
  /** A parcel holds all of the order; a part, with more to come; or what was left of it. */
  test('shipment', { is: Type.Union([Type.Literal('whole'), Type.Literal('part'), Type.Literal('last')]) }),
  /** Whether, with this refund, all of the order's money has gone back. */
  test('refund', { is: Type.Union([Type.Literal('whole'), Type.Literal('part')]) }),
  /** Which message of a row: the first reminder, the third. */
  test('turn', { is: among, of: Type.Array(Type.Integer({ minimum: 1, maximum: 12 }), { minItems: 1, maxItems: 12 }) }),
  /** Stock numbers, categories: the goods in the message hold any of them, only them, or none. */
  test('product', { holds, of: names }),
  test('category', { holds, of: names }),
  /** Suppliers of the goods. */
  test('supplier', { holds, of: names }),
  /** `amount` in minor units of `currency`; an order in another currency does not pass. */
  test('value', {
    is: Type.Union([Type.Literal('at-least'), Type.Literal('below')]),
    amount: Type.Integer({ minimum: 0, maximum: 1_000_000_000_000 }),
    currency: Type.String({ format: 'currency' }),
  }),
]);
export type Test = Static<typeof TestSchema>;
export type TestAbout = Test['about'];

export const ConditionSchema = Type.Object(
  {
    match: Type.Union([Type.Literal('all'), Type.Literal('any')]),
    tests: Type.Array(TestSchema, { minItems: 1, maxItems: 20 }),
  },
  strict,
);
export type Condition = Static<typeof ConditionSchema>;

/** What a parcel holds of an order: all of it, a part with more to come, or what was left. */
export type ParcelShare = Extract<Test, { about: 'shipment' }>['is'];

/** Nothing is still to be paid, a part of it, or all of it. */
export type PaidShare = Extract<Test, { about: 'paid' }>['is'];

/** What of an order, and of what a message is about, a condition can ask. */
export interface OrderFacts {
  guest: boolean;
  firstOrder: boolean;
  channel: string;
  location?: string;
  country?: string;
  payment?: string;
  /** How much of what is to be paid came in; undefined for an order that says nothing of its payment. */
  paid?: PaidShare;
  tracking: boolean;
  /** What the parcel holds of the order; undefined when the message is about none. */
  parcel?: ParcelShare;
  /** Whether all of the order's money has gone back; undefined when the message is about no refund. */
  wholeRefund?: boolean;
  /** Which message of a row, from 1; undefined for one that stands alone. */
  turn?: number;
  /** Stock number and category of each line in the message. */
  products: readonly string[];
  categories: readonly string[];
  suppliers: readonly string[];
  total: Money;
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
const isOneOf = (value: string | undefined, list: readonly string[]): boolean =>
  value !== undefined && list.some((v) => same(v, value));

/** A language is meant when it or what it is narrower than is listed: "de" means "de-AT" as well (RFC 4647, 3.3.1). */
const speaks = (language: string, list: readonly string[]): boolean =>
  list.some((range) => same(range, language) || language.toLowerCase().startsWith(`${range.toLowerCase()}-`));

function goods(how: 'any' | 'only' | 'none', found: readonly string[], wanted: readonly string[]): boolean {
  if (how === 'only') return found.length > 0 && found.every((f) => isOneOf(f, wanted));
  return found.some((f) => isOneOf(f, wanted)) === (how === 'any');
}

/** Whether one test holds. `language` is the one the message is written in. */
export function testHolds(t: Test, facts: OrderFacts, language: string): boolean {
  switch (t.about) {
    case 'customer':
      return facts.guest === (t.is === 'guest');
    case 'first-order':
      return facts.firstOrder === t.is;
    case 'channel':
      return isOneOf(facts.channel, t.of) === (t.is === 'one');
    case 'language':
      return speaks(language, t.of) === (t.is === 'one');
    case 'country':
      return isOneOf(facts.country, t.of) === (t.is === 'one');
    case 'location':
      return isOneOf(facts.location, t.of) === (t.is === 'one');
    case 'turn':
      return t.of.includes(facts.turn ?? 1) === (t.is === 'one');
    case 'payment':
      return isOneOf(facts.payment, t.of) === (t.is === 'one');
    case 'paid':
      return facts.paid === t.is;
    case 'tracking':
      return facts.tracking === t.is;
    case 'shipment':
      return facts.parcel === t.is;
    case 'refund':
      return facts.wholeRefund !== undefined && facts.wholeRefund === (t.is === 'whole');
    case 'product':
      return goods(t.holds, facts.products, t.of);
    case 'category':
      return goods(t.holds, facts.categories, t.of);
    case 'supplier':
      return goods(t.holds, facts.suppliers, t.of);
    case 'value':
      return t.currency === facts.total.currency && facts.total.minor >= t.amount === (t.is === 'at-least');
  }
}

/** Whether a condition holds. */
export function conditionHolds(condition: Condition, facts: OrderFacts, language: string): boolean {
  return condition.match === 'all'
    ? condition.tests.every((t) => testHolds(t, facts, language))
    : condition.tests.some((t) => testHolds(t, facts, language));
}
