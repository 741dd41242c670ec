import fc from 'fast-check';
import type { Order } from '../order/schema';
import { orderTotals } from '../order/totals';
import { aboutMoment, snapshotOf } from '../snapshot/snapshot';
import { STORE, testOrder } from '../testing';
import { checker } from '../schema';
import { conditionHolds, ConditionSchema, testHolds, type OrderFacts, type Test } from './condition';
import { conditionSentence, testWords, tryCondition } from './sentence';

const FACTS: OrderFacts = {
  guest: true,
  firstOrder: false,
  channel: 'web-shop',
  country: 'PL',
  payment: 'Card',
  tracking: true,
  parcel: 'part',
  wholeRefund: false,
  products: ['PA-KOZO', 'TO-AWL'],
  categories: ['papers', 'tools'],
  suppliers: [],
  total: { minor: 8450, currency: 'EUR' },
};
const holds = (test: Test, facts = FACTS, language = 'en'): boolean => testHolds(test, facts, language);

describe('a test of a condition', () => {
  it.each<[Test, boolean]>([
    [{ about: 'customer', is: 'guest' }, true],
    [{ about: 'customer', is: 'account' }, false],
    [{ about: 'first-order', is: true }, false],
    [{ about: 'channel', is: 'one', of: ['trade-desk', 'web-shop'] }, true],
    [{ about: 'channel', is: 'none', of: ['web-shop'] }, false],
    [{ about: 'country', is: 'one', of: ['pl'] }, true],
    [{ about: 'payment', is: 'none', of: ['Bank transfer'] }, true],
    [{ about: 'tracking', is: true }, true],
    [{ about: 'shipment', is: 'part' }, true],
    [{ about: 'shipment', is: 'whole' }, false],
    [{ about: 'shipment', is: 'last' }, false],
    [{ about: 'refund', is: 'part' }, true],
    [{ about: 'refund', is: 'whole' }, false],
    [{ about: 'product', holds: 'any', of: ['TO-AWL', 'XX'] }, true],
    [{ about: 'product', holds: 'none', of: ['TO-AWL'] }, false],
    [{ about: 'category', holds: 'only', of: ['papers', 'tools'] }, true],
    [{ about: 'category', holds: 'only', of: ['papers'] }, false],
    [{ about: 'value', is: 'at-least', amount: 8450, currency: 'EUR' }, true],
    [{ about: 'value', is: 'below', amount: 8450, currency: 'EUR' }, false],
  ])('%j is %s', (test, expected) => {
    expect(holds(test)).toBe(expected);
  });

  it('takes a language for itself and for what is narrower', () => {
    const german: Test = { about: 'language', is: 'one', of: ['de'] };
    expect(['de', 'de-AT', 'DE-ch', 'den', 'en'].map((l) => holds(german, FACTS, l))).toEqual([
      true,
      true,
      true,
      false,
      false,
    ]);
  });

  it('does not hold for what an order does not have: neither whole nor part without a parcel, no amount of another currency', () => {
    const { parcel: _parcel, wholeRefund: _refund, ...facts } = FACTS;
    expect(holds({ about: 'shipment', is: 'whole' }, facts)).toBe(false);
    expect(holds({ about: 'shipment', is: 'part' }, facts)).toBe(false);
    expect(holds({ about: 'refund', is: 'part' }, facts)).toBe(false);
    expect(holds({ about: 'value', is: 'at-least', amount: 1, currency: 'GBP' })).toBe(false);
    expect(holds({ about: 'value', is: 'below', amount: 999_999, currency: 'GBP' })).toBe(false);
  });

  it('finds "only" false for goods that are not there', () => {
    expect(holds({ about: 'category', holds: 'only', of: ['papers'] }, { ...FACTS, categories: [] })).toBe(false);
  });
});

describe('a condition', () => {
  const guest: Test = { about: 'customer', is: 'guest' };
  const first: Test = { about: 'first-order', is: true };

  it('holds when all of its tests do, or any, as it says', () => {
    expect(conditionHolds({ match: 'all', tests: [guest, first] }, FACTS, 'en')).toBe(false);
    expect(conditionHolds({ match: 'any', tests: [guest, first] }, FACTS, 'en')).toBe(true);
  });

  it('holds for all exactly when the opposite holds for none', () => {
    const bit = fc.record({ guest: fc.boolean(), firstOrder: fc.boolean(), tracking: fc.boolean() });
    fc.assert(
      fc.property(bit, bit, (wanted, has) => {
        const tests: Test[] = [
          { about: 'customer', is: wanted.guest ? 'guest' : 'account' },
          { about: 'first-order', is: wanted.firstOrder },
          { about: 'tracking', is: wanted.tracking },
        ];
        const facts = { ...FACTS, ...has };
        expect(conditionHolds({ match: 'all', tests }, facts, 'en')).toBe(
          JSON.stringify(wanted) === JSON.stringify(has),
        );
      }),
    );
  });

  it('reads as a sentence with the names that people know', () => {
    const names = { channel: () => 'Web shop', product: () => 'Awl', locale: 'en-GB' };
    expect(conditionSentence({ match: 'all', tests: [guest] })).toBe('Shown when the customer ordered as a guest');
    expect(
      conditionSentence(
        {
          match: 'any',
          tests: [
            { about: 'channel', is: 'none', of: ['web-shop'] },
            { about: 'country', is: 'one', of: ['PL', 'DE'] },
            { about: 'value', is: 'at-least', amount: 10_000, currency: 'EUR' },
          ],
        },
        names,
      ),
    ).toBe(
      'Shown when the order did not come through Web shop, the order goes to Poland or Germany or the order total is at least €100.00',
    );
    expect(testWords({ about: 'channel', is: 'one', of: ['web-shop'] }, names)).toBe('the order came through Web shop');
    expect(testWords({ about: 'product', holds: 'only', of: ['TO-AWL'] }, names)).toBe('the order contains only Awl');
  });

  it('is tried with what was found for each of its tests', () => {
    const tried = tryCondition(
      { match: 'all', tests: [guest, { about: 'category', holds: 'any', of: ['kits'] }] },
      FACTS,
      'en',
    );
    expect(tried.holds).toBe(false);
    expect(tried.tests.map((t) => [t.holds, t.found])).toEqual([
      [true, 'a guest'],
      [false, 'papers, tools'],
    ]);
  });

  it('is refused with its place when it asks nothing, or what nobody knows', () => {
    const check = checker(ConditionSchema);
    expect(check({ match: 'all', tests: [] })).toMatchObject({ ok: false, problems: [{ path: '/tests' }] });
    expect(check({ match: 'all', tests: [{ about: 'weather', is: 'fine' }] })).toMatchObject({
      ok: false,
      problems: [{ path: '/tests/0/about' }],
    });
    expect(check({ match: 'all', tests: [{ about: 'value', is: 'below', amount: -1, currency: 'EUR' }] }).ok).toBe(
      false,
    );
  });
});

describe('the facts of an order', () => {
  const facts = (order = testOrder(), moment = 'order.placed') =>
    snapshotOf({ order, store: STORE, now: 0, ...aboutMoment(order, moment) }).facts;

  it('know a parcel only where the message is about one', () => {
    const order = testOrder({ shipments: [{ trackingNumber: 'FP 1', lines: [{ sku: 'PA-KOZO', quantity: 1 }] }] });
    expect(facts(order)).toMatchObject({ tracking: false, products: ['PA-KOZO', 'TO-AWL'] });
    expect(facts(order).parcel).toBeUndefined();
    expect(facts(order, 'shipment.dispatched')).toMatchObject({
      tracking: true,
      parcel: 'part',
      products: ['PA-KOZO'],
    });
  });

  it('know how much of what is to be paid came in, also when a part is cancelled or given back', () => {
    const paid = (payment: Order['payment'], more: Partial<Order> = {}) => facts(testOrder({ payment, ...more })).paid;
    const method = 'Bank transfer';
    expect(paid({ method, paid: true })).toBe('whole');
    expect(paid({ method, paid: false })).toBe('none');
    expect(paid({ method, paid: false, received: 100 })).toBe('part');
    expect(paid(undefined)).toBeUndefined();
    expect(paid({ method, paid: false }, { status: 'OrderCancelled' })).toBe('whole');
  });

  it('call a parcel whole when nothing is missing from it', () => {
    const lines = [
      { sku: 'PA-KOZO', quantity: 2 },
      { sku: 'TO-AWL', quantity: 1 },
    ];
    const share = (...parcels: (typeof lines | undefined)[]) =>
      facts(testOrder({ shipments: parcels.map((l) => ({ ...(l && { lines: l }) })) }), 'shipment.dispatched').parcel;
    expect([share(undefined), share(lines), share(lines.slice(0, 1))]).toEqual(['whole', 'whole', 'part']);
    // The last of several is no longer one of which more is to come.
    expect(share(lines.slice(0, 1), lines.slice(1))).toBe('last');
    expect(share([{ sku: 'PA-KOZO', quantity: 1 }], [{ sku: 'PA-KOZO', quantity: 1 }])).toBe('part');
  });

  it('know whether the order is fully refunded', () => {
    const refunded = (...amounts: number[]) =>
      facts(testOrder({ refunds: amounts.map((amount) => ({ amount })) }), 'refund.issued').wholeRefund;
    const { total } = orderTotals(testOrder());
    expect([refunded(total), refunded(total - 1), refunded(total - 1, 1)]).toEqual([true, false, true]);
    expect(facts(testOrder({ refunds: [{ amount: total }] })).wholeRefund).toBeUndefined();
  });
});
