import fc from 'fast-check';
import { amountDue } from './due';
import { checker } from '../schema';
import { testOrder, STORE } from '../testing';
import { OrderSchema, type Order } from './schema';
import { snapshotOf } from '../snapshot/snapshot';
import { orderProblems } from './problems';
import { lineTotal, orderTotals, taxIncludedIn, taxOn } from './totals';

const checkOrder = checker(OrderSchema);

describe('totals', () => {
  it('add up for a worked example', () => {
    expect(orderTotals(testOrder())).toEqual({
      subtotal: 3300,
      discount: 0,
      shipping: 490,
      tax: 605,
      taxIncluded: true,
      total: 3790,
      refunded: 0,
      itemCount: 3,
    });
  });

  it('add tax to prices that are without it, and take discounts and refunds off', () => {
    const order = testOrder({
      taxIncluded: false,
      taxes: [{ label: 'VAT', rate: 20, amount: 700 }],
      discounts: [{ label: 'Leaf', code: 'LEAF10', amount: 290 }],
      refunds: [{ amount: 1000 }],
      payment: { method: 'Bank transfer' },
    });
    expect(orderTotals(order)).toMatchObject({ total: 3300 - 290 + 490 + 700, refunded: 1000 });
    expect(amountDue(order)).toBe(4200);
  });

  const anyOrder: fc.Arbitrary<Order> = fc
    .record({
      lines: fc.array(
        fc.record({ quantity: fc.integer({ min: 1, max: 50 }), unitPrice: fc.integer({ min: 0, max: 100_000 }) }),
        { minLength: 1, maxLength: 12 },
      ),
      share: fc.integer({ min: 0, max: 100 }),
      shipping: fc.option(fc.integer({ min: 0, max: 5000 }), { nil: undefined }),
      taxIncluded: fc.boolean(),
      rate: fc.constantFrom(0, 7, 19, 20, 5.5),
    })
    .map(({ lines, share, shipping, taxIncluded, rate }) => {
      const subtotal = lines.reduce((s, l) => s + l.quantity * l.unitPrice, 0);
      return testOrder({
        lines: lines.map((l, i) => ({ product: { sku: `S${i}`, name: `Thing ${i}` }, ...l })),
        discounts: [{ label: 'Off', amount: Math.floor((subtotal * share) / 100) }],
        shipping: shipping === undefined ? undefined : { method: 'Parcel', price: shipping },
        taxIncluded,
        taxes: [{ label: 'VAT', rate, amount: taxIncluded ? taxIncludedIn(subtotal, rate) : taxOn(subtotal, rate) }],
      });
    });

  it('shown in a message always come to the total shown', () => {
    fc.assert(
      fc.property(anyOrder, (order) => {
        const { totals, lines } = snapshotOf({ order, store: STORE, now: 0 });
        const total = totals.find((t) => t.label === 'total')!.amount.minor;
        const above = totals.slice(
          0,
          totals.findIndex((t) => t.label === 'total'),
        );
        const sum =
          above.length > 0
            ? above.reduce((s, t) => s + t.amount.minor, 0)
            : lines.reduce((s, l) => s + l.total.minor, 0);
        expect(sum).toBe(total);
        expect(lines.reduce((s, l) => s + l.total.minor, 0)).toBe(order.lines.reduce((s, l) => s + lineTotal(l), 0));
        expect(Number.isSafeInteger(total)).toBe(true);
      }),
    );
  });

  it('contain the tax they say: adding it to the net gives the gross again', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 10_000_000 }), fc.constantFrom(7, 19, 20, 5.5), (gross, rate) => {
        const tax = taxIncludedIn(gross, rate);
        expect(Math.abs(tax - taxOn(gross - tax, rate))).toBeLessThanOrEqual(1);
      }),
    );
    expect(taxIncludedIn(11_900, 19)).toBe(1900);
  });
});

describe('an order’s problems', () => {
  it.each<[string, Partial<Order>, string]>([
    ['a total that is not the sum', { total: 1 }, '/total'],
    ['more refunded than paid', { refunds: [{ amount: 99_999 }] }, '/refunds'],
    ['a discount above the order', { discounts: [{ label: 'x', amount: 999_999 }] }, '/discounts'],
  ])('name %s', (_what, change, path) => {
    expect(orderProblems(testOrder(change)).map((p) => p.path)).toContain(path);
  });

  it('name the line whose discount is more than it comes to', () => {
    const order = testOrder();
    order.lines[1]!.discount = 5000;
    expect(orderProblems(order).map((p) => p.path)).toContain('/lines/1/discount');
  });

  it.each<[string, unknown, string, RegExp]>([
    [
      'a negative quantity',
      { lines: [{ product: { sku: 'a', name: 'b' }, quantity: -1, unitPrice: 1 }] },
      '/lines/0/quantity',
      /of at least 1/,
    ],
    ['a line without product', { lines: [{ quantity: 1, unitPrice: 1 }] }, '/lines/0/product', /missing/],
    ['an unknown currency', { currency: 'QQQ' }, '/currency', /currency code/],
    ['an address without a domain', { customer: { email: 'iwona@' } }, '/customer/email', /Enter an email address/],
    ['no lines', { lines: [] }, '/lines', /at least one product/],
    ['an amount with decimals', { shipping: { method: 'x', price: 4.9 } }, '/shipping/price', /Enter a whole number/],
    ['a field nobody knows', { colour: 'red' }, '/colour', /not known here/],
    ['a time that is none', { placedAt: 'yesterday' }, '/placedAt', /RFC 3339/],
  ])('name the place of %s', (_what, change, path, words) => {
    const checked = checkOrder({ ...testOrder(), ...(change as object) });
    expect(checked.ok).toBe(false);
    const problem = checked.ok ? undefined : checked.problems.find((p) => p.path === path);
    expect(problem?.message).toMatch(words);
  });
});

describe('a snapshot', () => {
  it('has the values of the order and leaves out what it does not have', () => {
    const { values, billing } = snapshotOf({ order: testOrder({ note: '  ' }), store: STORE, now: 0 });
    expect(values['customer.fullName']).toBe('Iwona Sobczyk');
    expect(values['order.total']).toEqual({ minor: 3790, currency: 'EUR' });
    expect(values['order.itemCount']).toBe(3);
    expect(values['order.note']).toBeUndefined();
    expect(values['shipment.carrier']).toBeUndefined();
    expect(billing).toEqual(['Iwona Sobczyk', 'ul. Papiernicza 4', '20-112 Lublin', 'Poland']);
    const german = snapshotOf({ order: testOrder(), store: STORE, now: 0, locale: 'de' });
    expect(german.billing.at(-1)).toBe('Polen');
    expect(german.values['delivery.country']).toBe('Polen');
  });

  it('says the total alone when nothing else makes it up', () => {
    const order = testOrder({ shipping: undefined, taxes: undefined });
    expect(snapshotOf({ order, store: STORE, now: 0 }).totals.map((t) => t.label)).toEqual(['total']);
  });
});
