/** Conditions that no order can meet, found without any order: what a person wrote together by mistake. */
import type { Condition, Test } from './condition';

/** Why nobody can meet a condition, naming the two tests that exclude each other; undefined when somebody can. */
export function contradiction(condition: Condition): { tests: [number, number] } | undefined {
  if (condition.match === 'any') return undefined;
  const { tests } = condition;
  for (let i = 0; i < tests.length; i += 1) {
    for (let j = i + 1; j < tests.length; j += 1) {
      if (exclude(tests[i]!, tests[j]!)) return { tests: [i, j] };
    }
  }
  return undefined;
}

const key = (value: string | number): string => String(value).toLowerCase();

function exclude(a: Test, b: Test): boolean {
  if (a.about !== b.about) {
    // A message that is about no parcel has neither, but one about a parcel can have both: nothing to say here.
    return false;
  }
  switch (a.about) {
    case 'customer':
    case 'first-order':
    case 'paid':
    case 'tracking':
    case 'shipment':
    case 'refund':
      return a.is !== (b as typeof a).is;
    case 'channel':
    case 'country':
    case 'location':
    case 'payment':
    case 'turn':
      return listsExclude(a, b as typeof a, (x, y) => x === y);
    case 'language':
      // A range such as "de" means "de-AT" as well.
      return listsExclude(a, b as typeof a, (x, y) => x === y || x.startsWith(`${y}-`));
    case 'product':
    case 'category':
    case 'supplier':
      return goodsExclude(a, b as typeof a);
    case 'value': {
      const other = b as typeof a;
      if (a.currency !== other.currency) return true;
      if (a.is === other.is) return false;
      const [least, below] = a.is === 'at-least' ? [a, other] : [other, a];
      return least.amount >= below.amount;
    }
  }
}

interface Among {
  is: 'one' | 'none';
  of: readonly (string | number)[];
}

function listsExclude(a: Among, b: Among, means: (wanted: string, other: string) => boolean): boolean {
  const [x, y] = [a.of.map(key), b.of.map(key)];
  if (a.is === 'one' && b.is === 'one') return !x.some((v) => y.some((w) => means(v, w) || means(w, v)));
  if (a.is === 'none' && b.is === 'none') return false;
  const [one, none] = a.is === 'one' ? [x, y] : [y, x];
  return one.every((v) => none.some((w) => means(v, w)));
}

function goodsExclude(
  a: { holds: 'any' | 'only' | 'none'; of: readonly string[] },
  b: { holds: 'any' | 'only' | 'none'; of: readonly string[] },
): boolean {
  const [x, y] = [a.of.map(key), b.of.map(key)];
  const overlap = x.some((v) => y.includes(v));
  if (a.holds === 'only' && b.holds !== 'none') return !overlap;
  if (b.holds === 'only' && a.holds !== 'none') return !overlap;
  if (a.holds === 'none' && b.holds === 'none') return false;
  if (a.holds !== 'none' && b.holds !== 'none') return false;
  const [some, none] = a.holds === 'none' ? [y, x] : [x, y];
  return some.every((v) => none.includes(v));
}

/** Whether every order that meets `wide` is among those that meet `narrow`'s tests as well: all of `narrow` stand in `wide`. */
export function covers(narrow: Condition | undefined, wide: Condition | undefined): boolean {
  if (!narrow) return true;
  if (!wide || narrow.match !== wide.match) return false;
  const has = new Set(wide.tests.map((t) => JSON.stringify(t)));
  if (narrow.match === 'all') return narrow.tests.every((t) => has.has(JSON.stringify(t)));
  const mine = new Set(narrow.tests.map((t) => JSON.stringify(t)));
  return wide.tests.every((t) => mine.has(JSON.stringify(t)));
}
