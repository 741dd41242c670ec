import fc from 'fast-check';
import {
  BasketCounter,
  companionsInSteps,
  leastSupport,
  suggest,
  type KnownProducts,
  type ProductCompanions,
  type SuggestionRule,
} from '.';

const companionsOf = (orders: readonly (readonly string[])[]): Map<string, ProductCompanions> => {
  const counter = new BasketCounter();
  for (const order of orders) counter.add(order);
  return new Map([...companionsInSteps(counter.baskets())].flat().map((p) => [p.sku, p]));
};
const times = <T>(n: number, value: T): T[] => Array.from({ length: n }, () => value);

/** A folder is bought with thread, and a bag with everything. */
const ORDERS = [
  ...times(20, ['folder', 'thread', 'bag']),
  ...times(10, ['folder', 'bag']),
  ...times(5, ['thread', 'bag']),
  ...times(60, ['paper', 'bag']),
  ...times(5, ['ink']),
];

describe('what is bought together', () => {
  it('is counted with support and lift; what goes with everything goes with nothing', () => {
    const folder = companionsOf(ORDERS).get('folder')!;
    expect(folder).toEqual({
      sku: 'folder',
      orders: 30,
      with: [{ sku: 'thread', support: 20, lift: 2.67 }],
    });
    expect(companionsOf(ORDERS).get('bag')!.with).toEqual([]);
  });

  it('needs more orders the more there are', () => {
    expect([1, 100, 1_000, 300_000, 1_000_000].map(leastSupport)).toEqual([2, 2, 3, 6, 6]);
    expect(companionsOf([['a', 'b'], ...times(50, ['c'])]).get('a')!.with).toEqual([]);
    expect(companionsOf([['a', 'b'], ['b', 'a', 'a'], ...times(50, ['c'])]).get('a')!.with).toEqual([
      { sku: 'b', support: 2, lift: 26 },
    ]);
  });

  it('leaves very large orders out of the pairs', () => {
    const large = Array.from({ length: 60 }, (_, i) => `p${i}`);
    expect(companionsOf([...times(9, large), ...times(50, ['x'])]).get('p0')!.with).toEqual([]);
  });

  it('is what counting each pair by hand finds', () => {
    const skus = fc.constantFrom('a', 'b', 'c', 'd', 'e');
    fc.assert(
      fc.property(fc.array(fc.uniqueArray(skus, { maxLength: 5 }), { maxLength: 60 }), (orders) => {
        const having = (...of: string[]): number => orders.filter((o) => of.every((sku) => o.includes(sku))).length;
        for (const { sku, orders: own, with: others } of companionsOf(orders).values()) {
          expect(own).toBe(having(sku));
          for (const other of others) {
            expect(other.support).toBe(having(sku, other.sku));
            expect(other.lift).toBeCloseTo((other.support * orders.length) / (own * having(other.sku)), 1);
          }
        }
      }),
    );
  });
});

describe('what is suggested', () => {
  const known: KnownProducts = {
    companions: new Map([
      [
        'folder',
        {
          sku: 'folder',
          orders: 30,
          with: [
            { sku: 'thread', support: 20, lift: 3 },
            { sku: 'needle', support: 9, lift: 4 },
            { sku: 'gone', support: 9, lift: 3 },
          ],
        },
      ],
      ['wax', { sku: 'wax', orders: 8, with: [{ sku: 'needle', support: 8, lift: 9 }] }],
    ]),
    popular: new Map([
      [
        'tools',
        [
          { sku: 'awl', orders: 50 },
          { sku: 'folder', orders: 30 },
          { sku: 'press', orders: 4 },
        ],
      ],
      ['papers', [{ sku: 'kozo', orders: 90 }]],
    ]),
    has: (sku) => sku !== 'gone',
  };
  const folder = { sku: 'folder', category: 'tools' };
  const skus = (rule: Partial<SuggestionRule>, ordered = [folder]): string[] =>
    suggest({ rule: 'bought-with', count: 3, ...rule }, ordered, known).map((s) => s.sku);

  it('is what was bought with it and is still there, with why', () => {
    expect(suggest({ rule: 'bought-with', count: 3 }, [folder], known)).toEqual([
      { sku: 'thread', why: { kind: 'bought-with', sku: 'folder', support: 20, orders: 30, lift: 3 } },
      { sku: 'needle', why: { kind: 'bought-with', sku: 'folder', support: 9, orders: 30, lift: 4 } },
    ]);
  });

  it('is what all of the order speaks for, and never what is in it', () => {
    expect(skus({}, [folder, { sku: 'wax', category: 'papers' }])).toEqual(['needle', 'thread']);
    expect(skus({}, [folder, { sku: 'thread', category: 'papers' }])).toEqual(['needle']);
  });

  it('is filled up with the most bought of the same category, if that is wanted', () => {
    expect(skus({ fill: true })).toEqual(['thread', 'needle', 'awl']);
    expect(skus({ rule: 'category' })).toEqual(['awl', 'press']);
    expect(skus({ rule: 'category' }, [folder, { sku: 'x', category: 'papers' }])).toEqual(['awl', 'kozo', 'press']);
  });

  it('is what was chosen, in its order', () => {
    expect(skus({ rule: 'chosen', products: ['press', 'folder', 'gone', 'kozo'] })).toEqual(['press', 'kozo']);
    expect(skus({ rule: 'chosen', products: ['press', 'kozo'], count: 1 })).toEqual(['press']);
  });

  it('is nothing where nothing is known', () => {
    expect(skus({ fill: true }, [{ sku: 'x', category: 'none' }])).toEqual([]);
    expect(skus({}, [])).toEqual([]);
  });
});
