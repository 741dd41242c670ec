import { actOn } from '../life/actions';
import { aboutMoment, snapshotOf } from '../snapshot/snapshot';
import { STORE, testOrder } from '../testing';
import { billedOrder } from './billed';
import { amountDue } from './due';
import { orderProblems } from './problems';
import type { Order, OrderLine } from './schema';
import { stillToRefund } from './still-allowed';

const line = (sku: string, quantity: number, unitPrice: number, more: Partial<OrderLine> = {}): OrderLine => ({
  product: { sku, name: `The ${sku}` },
  quantity,
  unitPrice,
  ...more,
});

let hour = 10;
const must = (order: Order, action: Parameters<typeof actOn>[1]): Order => {
  const result = actOn(order, action, { at: `2026-11-25T${(hour = 10 + ((hour - 9) % 14))}:00:00Z` });
  if (!result.ok) throw new Error(`${result.message} ${JSON.stringify(result.problems)}`);
  expect(orderProblems(result.value.order)).toEqual([]);
  return result.value.order;
};
const one = [{ sku: 'A', quantity: 1 }];
const refund = (o: Order, lines: typeof one, goodwill = 0): Order =>
  must(o, { do: 'refund', lines, shipping: 0, goodwill, reason: '' });
const cancel = (o: Order, lines = one): Order => must(o, { do: 'cancel', lines, reason: '' });
const dispatch = (o: Order): Order =>
  must(o, { do: 'dispatch', lines: one, carrier: '', trackingNumber: '', trackingUrl: '', location: '' });

describe('of two pieces at 50.00 with 4.90 for shipping, and 30.00 received, what is due', () => {
  const order = testOrder({
    lines: [line('A', 2, 5000)],
    shipping: { method: 'Parcel', price: 490 },
    taxes: [],
    payment: { method: 'Bank transfer', paid: false, received: 3000 },
    status: 'OrderPaymentDue',
  });

  it.each([
    ['nothing happened', order, 7490],
    ['a piece was cancelled', cancel(order), 2490],
    ['30.00 went back for a piece that never left', refund(order, one), 5490],
    [
      'a shop tells of a piece cancelled, and 30.00 given back for it',
      {
        ...order,
        cancellations: [{ cancelledAt: '2026-11-25T09:00:00Z', lines: one }],
        refunds: [{ amount: 3000, issuedAt: '2026-11-25T12:00:00Z', lines: [{ sku: 'A', quantity: 1, amount: 3000 }] }],
      },
      5490,
    ],
    ['30.00 went back for a piece that was sent', refund(dispatch(order), one), 7490],
    ['10.00 went back as goodwill', refund(order, [], 1000), 7490],
    ['one was sent and paid back, and the other cancelled', cancel(refund(dispatch(order), one)), 2490],
  ])('is right when %s', (_what, after, due) => {
    expect(amountDue(after)).toBe(due);
    const { totals } = snapshotOf({ order: after, store: STORE, now: 0, ...aboutMoment(after, 'order.payment-due') });
    const at = totals.findIndex((t) => t.label === 'total');
    expect(totals.at(-1)).toMatchObject({ label: 'due', amount: { minor: due } });
    expect(totals.slice(at, -1).reduce((n, t) => n + t.amount.minor, 0)).toBe(due);
  });

  it('does not fall by what a cancellation of pieces that nobody paid for would give back', () => {
    const rest = cancel(order);
    expect(stillToRefund(rest)).toMatchObject({ all: 3000, lines: [{ sku: 'A', quantity: 1, amount: 3000 }] });
    const { values } = snapshotOf({ order: rest, store: STORE, now: 0, ...aboutMoment(rest, 'order.items-cancelled') });
    expect(values['cancellation.refund']).toBeUndefined();
  });

  it('makes, once paid, what came in and can be given back', () => {
    const paid = must(cancel(order), { do: 'pay' });
    expect(paid.payment).toEqual({ method: 'Bank transfer', paid: true, received: 5490 });
    expect(orderProblems(paid)).toEqual([]);
    expect(stillToRefund(paid).all).toBe(5490);
  });

  it('is nothing when what came in pays for the rest, and all of it can be given back', () => {
    const received = { ...order, payment: { ...order.payment!, received: 8000 } };
    const rest = cancel(received);
    expect(rest).toMatchObject({ payment: { paid: true, received: 8000 }, status: 'OrderProcessing' });
    const { values } = snapshotOf({ order: rest, store: STORE, now: 0, ...aboutMoment(rest, 'order.items-cancelled') });
    expect(values['cancellation.refund']).toMatchObject({ minor: 2510 });
    expect(stillToRefund(rest).all).toBe(8000);
  });
});

describe('an invoice', () => {
  const order = testOrder({
    lines: [
      line('A', 2, 5000, { taxRate: 19, discount: 100 }),
      line('B', 1, 2000, { taxRate: 7 }),
      line('C', 1, 700, { taxRate: 7 }),
    ],
    discounts: [{ label: 'Autumn leaf', amount: 1260 }],
    shipping: { method: 'Parcel', price: 490, taxRate: 19 },
    taxIncluded: false,
    taxes: [
      { label: 'VAT', rate: 19, amount: 1785 },
      { label: 'VAT', rate: 7, amount: 170 },
    ],
    payment: { method: 'Card', paid: true },
  });

  it('is for the whole order as long as all of it is sent or will be', () => {
    expect(billedOrder(order)).toBe(order);
  });

  it('leaves out what was cancelled, with its part of discounts and taxes', () => {
    const rest = cancel(order, [
      { sku: 'A', quantity: 1 },
      { sku: 'B', quantity: 1 },
    ]);
    const billed = billedOrder(rest);
    expect(billed.lines.map((l) => [l.product.sku, l.quantity, l.discount])).toEqual([
      ['A', 1, 50],
      ['C', 1, undefined],
    ]);
    expect(billed.discounts).toEqual([{ label: 'Autumn leaf', amount: 565 }]);
    expect(billed.taxes).toEqual([
      { label: 'VAT', rate: 19, amount: 939 },
      { label: 'VAT', rate: 7, amount: 44 },
    ]);
    expect(orderProblems(billed)).toEqual([]);
  });

  it('of an order of which nothing is left is that of all of it', () => {
    const gone = must(order, { do: 'cancel', reason: '' });
    expect(billedOrder(gone)).toBe(gone);
  });
});
