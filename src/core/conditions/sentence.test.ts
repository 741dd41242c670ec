import type { OrderFacts, Test } from './condition';
import { conditionWords, ordinal, testWords, tryCondition } from './sentence';

const NAMES = {
  channel: (id: string) => ({ 'web-shop': 'Web shop', 'trade-desk': 'Trade desk' })[id],
  product: (sku: string) => ({ 'TO-AWL': 'Awl' })[sku],
  locale: 'en-GB',
};

const HAS: OrderFacts = {
  guest: false,
  firstOrder: true,
  channel: 'web-shop',
  location: 'The Mill',
  country: 'PL',
  payment: 'Card',
  paid: 'whole',
  tracking: true,
  parcel: 'last',
  wholeRefund: false,
  turn: 2,
  products: ['TO-AWL', 'PA-KOZO', 'TO-AWL'],
  categories: ['tools', '', 'papers', 'tools'],
  suppliers: [],
  total: { minor: 8450, currency: 'EUR' },
};

/** An order that lacks all that it can. */
const LACKS: OrderFacts = {
  guest: true,
  firstOrder: false,
  channel: 'market',
  tracking: false,
  products: [],
  categories: [''],
  suppliers: [],
  total: { minor: 1_250, currency: 'JPY' },
};

describe('a test as people read it', () => {
  // What it asks, what is found in the one order, and in the other.
  it.each<[Test, string, string, string]>([
    [{ about: 'customer', is: 'guest' }, 'the customer ordered as a guest', 'an account', 'a guest'],
    [{ about: 'customer', is: 'account' }, 'the customer has an account', 'an account', 'a guest'],
    [{ about: 'first-order', is: true }, "it is the customer's first order", 'a first order', 'not a first order'],
    [{ about: 'first-order', is: false }, 'the customer has ordered before', 'a first order', 'not a first order'],
    [
      { about: 'channel', is: 'one', of: ['web-shop', 'trade-desk'] },
      'the order came through Web shop or Trade desk',
      'Web shop',
      'market',
    ],
    [{ about: 'channel', is: 'none', of: ['gone'] }, 'the order did not come through gone', 'Web shop', 'market'],
    [{ about: 'language', is: 'one', of: ['de', 'pl'] }, 'the message is in German or Polish', 'French', 'French'],
    [{ about: 'language', is: 'none', of: ['ar'] }, 'the message is not in Arabic', 'French', 'French'],
    [
      { about: 'country', is: 'one', of: ['PL', 'DE', 'FR'] },
      'the order goes to Poland, Germany or France',
      'Poland',
      'no delivery address',
    ],
    [
      { about: 'country', is: 'none', of: ['GB'] },
      'the order does not go to United Kingdom',
      'Poland',
      'no delivery address',
    ],
    [{ about: 'location', is: 'one', of: ['The Mill'] }, 'the order ships from The Mill', 'The Mill', 'no location'],
    [
      { about: 'location', is: 'none', of: ['The Mill'] },
      'the order does not ship from The Mill',
      'The Mill',
      'no location',
    ],
    [
      { about: 'turn', is: 'one', of: [1, 2, 3] },
      'it is the 1st, 2nd or 3rd message of the series',
      'the 2nd',
      'the 1st',
    ],
    [{ about: 'turn', is: 'none', of: [4] }, 'it is not the 4th message of the series', 'the 2nd', 'the 1st'],
    [{ about: 'payment', is: 'one', of: ['Card'] }, 'the order is paid by Card', 'Card', 'no payment method'],
    [{ about: 'payment', is: 'none', of: ['Card'] }, 'the order is not paid by Card', 'Card', 'no payment method'],
    [{ about: 'paid', is: 'whole' }, 'nothing of the order is still to be paid', 'paid', 'no payment method'],
    [{ about: 'paid', is: 'none' }, 'the order is not paid yet', 'paid', 'no payment method'],
    [{ about: 'tracking', is: true }, 'the parcel can be tracked', 'can be followed', 'no tracking'],
    [{ about: 'tracking', is: false }, 'the parcel cannot be tracked', 'can be followed', 'no tracking'],
    [{ about: 'shipment', is: 'whole' }, 'the parcel holds the whole order', 'the last part of the order', 'no parcel'],
    [
      { about: 'shipment', is: 'part' },
      'the parcel holds a part of the order, with more to come',
      'the last part of the order',
      'no parcel',
    ],
    [{ about: 'refund', is: 'whole' }, 'the order is fully refunded', 'a part', 'no refund'],
    [{ about: 'refund', is: 'part' }, 'the order is partly refunded', 'a part', 'no refund'],
    [{ about: 'product', holds: 'any', of: ['TO-AWL', 'XX'] }, 'the order contains Awl or XX', 'Awl, PA-KOZO', 'none'],
    [{ about: 'product', holds: 'only', of: ['TO-AWL'] }, 'the order contains only Awl', 'Awl, PA-KOZO', 'none'],
    [{ about: 'product', holds: 'none', of: ['TO-AWL'] }, 'the order contains no Awl', 'Awl, PA-KOZO', 'none'],
    [{ about: 'category', holds: 'any', of: ['kits'] }, 'the order contains kits', 'tools, papers', 'none'],
    [
      { about: 'value', is: 'at-least', amount: 100_000, currency: 'EUR' },
      'the order total is at least €1,000.00',
      '€84.50',
      'JP¥1,250',
    ],
    [
      { about: 'value', is: 'below', amount: 5_000, currency: 'JPY' },
      'the order total is less than JP¥5,000',
      '€84.50',
      'JP¥1,250',
    ],
  ])('%j', (test, words, found, foundInOther) => {
    expect(testWords(test, NAMES)).toBe(words);
    const tried = (facts: OrderFacts) =>
      tryCondition({ match: 'all', tests: [test] }, facts, 'fr', NAMES).tests[0]!.found;
    expect([tried(HAS), tried(LACKS)]).toEqual([found, foundInOther]);
  });

  it('shows ids and codes where there are no names', () => {
    expect(testWords({ about: 'product', holds: 'any', of: ['TO-AWL'] })).toBe('the order contains TO-AWL');
    expect(testWords({ about: 'country', is: 'one', of: ['X1'] })).toBe('the order goes to X1');
    expect(testWords({ about: 'value', is: 'below', amount: 100, currency: 'EUR' })).toBe(
      'the order total is less than €1.00',
    );
  });
});

describe('several tests', () => {
  const tests: Test[] = [
    { about: 'customer', is: 'guest' },
    { about: 'tracking', is: true },
    { about: 'first-order', is: true },
  ];
  it.each<['all' | 'any', number, string]>([
    ['all', 1, 'the customer ordered as a guest'],
    ['all', 2, 'the customer ordered as a guest and the parcel can be tracked'],
    ['any', 3, "the customer ordered as a guest, the parcel can be tracked or it is the customer's first order"],
  ])('%s of %i are one sentence', (match, n, words) => {
    expect(conditionWords({ match, tests: tests.slice(0, n) })).toBe(words);
  });
});

it('places in a row are written as people write them', () => {
  expect([1, 2, 3, 4, 11, 12, 13, 21, 22, 23, 101].map(ordinal).join(' ')).toBe(
    '1st 2nd 3rd 4th 11th 12th 13th 21st 22nd 23rd 101st',
  );
});
