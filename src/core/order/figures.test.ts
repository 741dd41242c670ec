import fc from 'fast-check';
import { testOrder } from '../testing';
import { moneyFormatter } from '../text/formatters';
import { amountText, parseAmount } from './amounts';
import { discountOf, figuresOf, type Basket, type BasketLine } from './placing';
import { paidForLines, paidForPieces, paidForShipping } from './paid-for';
import type { Order } from './schema';
import { shareOf, spread } from './shares';
import { orderProblems } from './problems';
import { orderTotals } from './totals';

const sum = (list: readonly number[]): number => list.reduce((a, b) => a + b, 0);
const line = (sku: string, quantity: number, unitPrice: number, taxRate = 19): BasketLine => ({
  product: { sku, name: sku },
  quantity,
  unitPrice,
  taxRate,
});

describe('dividing an amount', () => {
  it('gives the odd units to those who lost most', () => {
    expect(spread(100, [1, 1, 1])).toEqual([34, 33, 33]);
    expect(spread(10, [5, 3, 2])).toEqual([5, 3, 2]);
    expect(spread(1, [1, 2])).toEqual([0, 1]);
    expect(spread(7, [0, 0])).toEqual([7, 0]);
    expect(spread(7, [])).toEqual([]);
  });

  it('always adds up, and nobody is more than one unit off', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000_000_000 }),
        fc.array(fc.integer({ min: 0, max: 1_000_000_000 }), { minLength: 1, maxLength: 30 }),
        (amount, weights) => {
          const parts = spread(amount, weights);
          expect(sum(parts)).toBe(amount);
          const whole = sum(weights);
          if (whole > 0)
            parts.forEach((p, i) => expect(Math.abs(p - (amount * weights[i]!) / whole)).toBeLessThan(1.01));
        },
      ),
    );
  });

  it('in pieces, however they are taken, gives the whole', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1_000_000_000 }),
        fc.array(fc.integer({ min: 1, max: 50 }), { minLength: 1, maxLength: 12 }),
        (amount, takings) => {
          const pieces = sum(takings);
          let before = 0;
          const parts = takings.map((quantity) => {
            const part = shareOf(amount, pieces, before, quantity);
            before += quantity;
            return part;
          });
          expect(sum(parts)).toBe(amount);
          for (const part of parts) expect(part).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });
});

describe('amounts as they are typed', () => {
  it.each([
    ['12.50', 'EUR', 1250],
    ['12,5', 'EUR', 1250],
    ['12', 'EUR', 1200],
    ['0.05', 'EUR', 5],
    ['1200', 'JPY', 1200],
    ['12.5', 'JPY', undefined],
    ['1.234', 'KWD', 1234],
    ['1.2345', 'KWD', undefined],
    ['1.005', 'EUR', undefined],
    ['-1', 'EUR', undefined],
    ['1e3', 'EUR', undefined],
    ['', 'EUR', undefined],
  ])('%s in %s', (text, currency, minor) => {
    expect(parseAmount(text, currency)).toBe(minor);
  });

  it('are read back as they were written, in currencies of 0, 2 and 3 decimals', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 999_999_999_999 }),
        fc.constantFrom('JPY', 'EUR', 'KWD'),
        (minor, currency) => {
          expect(parseAmount(amountText(minor, currency), currency)).toBe(minor);
          expect(moneyFormatter('en', currency)(minor).replace(/[^\d.]/g, '')).toBe(amountText(minor, currency));
        },
      ),
    );
  });
});

describe('an order’s figures', () => {
  it('by a worked example, tax included: two rates, a discount of 10%, shipping', () => {
    const figures = figuresOf({
      lines: [line('PA', 3, 850, 19), line('BK', 1, 2490, 7)],
      shipping: { method: 'Parcel', price: 490, taxRate: 19 },
      code: { code: 'LEAF10', kind: 'percent', value: 10, label: 'Autumn leaf' },
      taxIncluded: true,
      rounding: 'order',
    });
    // Goods 25.50 + 24.90 = 50.40; 10% is 5.04, of which 2.55 and 2.49. 19%: 22.95 + 4.90 = 27.85, of which 4.45. 7%: 22.41, of which 1.47.
    expect(figures.discounts).toEqual([{ label: 'Autumn leaf', code: 'LEAF10', amount: 504 }]);
    expect(figures.taxes).toEqual([
      { label: '19% VAT', rate: 19, amount: 445 },
      { label: '7% VAT', rate: 7, amount: 147 },
    ]);
    expect(figures.total).toBe(5040 - 504 + 490);
  });

  it('by a worked example, tax added: rounding per line and per order differ by a unit', () => {
    const basket: Basket = {
      lines: [line('A', 1, 105, 19), line('B', 1, 105, 19), line('C', 1, 105, 19)],
      taxIncluded: false,
      rounding: 'order',
    };
    // 19% of 3.15 is 0.5985, so 0.60; 19% of 1.05 is 0.1995, so 0.20 three times.
    expect(figuresOf(basket).taxes[0]!.amount).toBe(60);
    expect(figuresOf({ ...basket, rounding: 'line' }).taxes[0]!.amount).toBe(60);
    const half: Basket = { ...basket, lines: [line('A', 1, 103, 19), line('B', 1, 103, 19), line('C', 1, 103, 19)] };
    // 19% of 1.03 is 0.1957, so 0.20 three times is 0.60; 19% of 3.09 is 0.5871, so 0.59.
    expect(figuresOf({ ...half, rounding: 'line' }).total).toBe(309 + 60);
    expect(figuresOf(half).total).toBe(309 + 59);
  });

  it('take off no more than the goods come to', () => {
    expect(discountOf({ kind: 'amount', value: 5000 }, 1200)).toBe(1200);
    expect(discountOf({ kind: 'percent', value: 15 }, 999)).toBe(150);
  });

  const anyLine = fc.record({
    sku: fc.constant('X'),
    quantity: fc.integer({ min: 1, max: 40 }),
    unitPrice: fc.integer({ min: 0, max: 200_000 }),
    taxRate: fc.constantFrom(0, 5.5, 7, 19, 21),
  });
  const anyBasket: fc.Arbitrary<Basket> = fc.record(
    {
      lines: fc
        .array(anyLine, { minLength: 1, maxLength: 8 })
        .map((list) => list.map((l, i) => line(`SKU-${i}`, l.quantity, l.unitPrice, l.taxRate))),
      shipping: fc.record({
        method: fc.constant('Parcel'),
        price: fc.integer({ min: 0, max: 5000 }),
        taxRate: fc.constantFrom(0, 7, 19),
      }),
      code: fc.oneof(
        fc.record({
          code: fc.constant('P'),
          kind: fc.constant('percent' as const),
          value: fc.integer({ min: 1, max: 100 }),
        }),
        fc.record({
          code: fc.constant('A'),
          kind: fc.constant('amount' as const),
          value: fc.integer({ min: 1, max: 90_000 }),
        }),
      ),
      taxIncluded: fc.boolean(),
      rounding: fc.constantFrom('line' as const, 'order' as const),
    },
    { requiredKeys: ['lines', 'taxIncluded', 'rounding'] },
  );
  const ordered = (basket: Basket): Order =>
    testOrder({ discounts: undefined, shipping: undefined, ...figuresOf(basket) });

  it('always add up to the total that is shown', () => {
    fc.assert(
      fc.property(anyBasket, (basket) => {
        const order = ordered(basket);
        expect(orderProblems(order)).toEqual([]);
        expect(orderTotals(order).total).toBe(order.total);
        expect(order.total).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('what was paid for lines and shipping is the total, and no part is below nothing', () => {
    fc.assert(
      fc.property(anyBasket, (basket) => {
        const order = ordered(basket);
        const parts = [...paidForLines(order), paidForShipping(order)];
        expect(sum(parts)).toBe(order.total);
        for (const part of parts) expect(part).toBeGreaterThanOrEqual(0);
      }),
    );
  });

  it('refunded piece by piece come to what was paid, and never to more', () => {
    fc.assert(
      fc.property(anyBasket, (basket) => {
        const order = ordered(basket);
        let back = paidForShipping(order);
        order.lines.forEach((l, i) => {
          for (let before = 0; before < l.quantity; before += 1) back += paidForPieces(order, i, before, 1);
        });
        expect(back).toBe(order.total);
      }),
      { numRuns: 60 },
    );
  });
});
