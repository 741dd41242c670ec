import { testOrder } from '../testing';
import {
  actOn,
  refundFor,
  stillToRefund,
  stillToSend,
  whyNot,
  type OrderAction,
  type OrderActionKind,
} from './actions';
import type { Order } from './schema';
import { orderProblems, orderTotals } from './totals';

const AT = '2026-11-25T10:00:00Z';
const fresh = testOrder({ payment: { method: 'Bank transfer', paid: false }, status: 'OrderPaymentDue' });
const act = (order: Order, action: OrderAction) =>
  actOn(order, action, { at: AT, payUrl: 'https://q.example/pay', by: 'Marta' });
const must = (order: Order, action: OrderAction): Order => {
  const result = act(order, action);
  if (!result.ok) throw new Error(`${result.message} ${JSON.stringify(result.problems)}`);
  expect(orderProblems(result.value.order)).toEqual([]);
  return result.value.order;
};
const send = (lines: { sku: string; quantity: number }[]): OrderAction => ({
  do: 'dispatch',
  lines,
  carrier: 'Fieldpost',
  trackingNumber: 'FP 1',
  trackingUrl: 'https://fieldpost.example/t/1',
  location: 'The Mill',
});
const back = (change: Partial<Extract<OrderAction, { do: 'refund' }>>): OrderAction => ({
  do: 'refund',
  shipping: 0,
  goodwill: 0,
  reason: '',
  ...change,
});

describe('an order’s life', () => {
  it('goes through payment, two parcels, a part refund and a cancellation, and adds up all the way', () => {
    const paid = must(fresh, { do: 'pay' });
    expect([paid.status, paid.payment?.paid]).toEqual(['OrderProcessing', true]);
    const first = must(paid, send([{ sku: 'PA-KOZO', quantity: 1 }]));
    expect(first.status).toBe('OrderInTransit');
    expect(stillToSend(first)).toEqual([
      { sku: 'PA-KOZO', name: 'Kozo sheet', quantity: 1 },
      { sku: 'TO-AWL', name: 'Awl', quantity: 1 },
    ]);
    const second = must(
      first,
      send([
        { sku: 'PA-KOZO', quantity: 1 },
        { sku: 'TO-AWL', quantity: 1 },
      ]),
    );
    expect(stillToSend(second)).toEqual([]);
    expect(second.shipments!.map((s) => s.id)).toEqual(['QW-10482-1', 'QW-10482-2']);
    const refunded = must(second, back({ lines: [{ sku: 'TO-AWL', quantity: 1 }], shipping: 490, reason: 'bent' }));
    expect(refunded.refunds).toEqual([
      {
        amount: 1600 + 490,
        issuedAt: AT,
        reason: 'bent',
        shipping: 490,
        lines: [{ sku: 'TO-AWL', quantity: 1, amount: 1600 }],
      },
    ]);
    const all = must(refunded, back({ lines: [{ sku: 'PA-KOZO', quantity: 2 }] }));
    expect(orderTotals(all).refunded).toBe(orderTotals(all).total);
    expect(whyNot(all, 'refund')).toBe('All of it was given back.');
    expect(must(all, { do: 'cancel', reason: 'ordered twice' }).status).toBe('OrderCancelled');
  });

  it('is delivered when the last parcel is, and speaks of the parcel it is about', () => {
    const paid = must(fresh, { do: 'pay' });
    const two = must(must(paid, send([{ sku: 'PA-KOZO', quantity: 2 }])), send([{ sku: 'TO-AWL', quantity: 1 }]));
    const delivered = must(two, { do: 'deliver', shipment: 0 });
    expect(delivered.shipments!.at(-1)!.id).toBe('QW-10482-1');
    expect(delivered.status).toBe('OrderDelivered');
  });

  it.each<[string, Order, OrderAction, string]>([
    ['a refund before anything was paid', fresh, back({ goodwill: 100 }), 'Nothing has been paid.'],
    [
      'a parcel after cancelling',
      { ...fresh, status: 'OrderCancelled' },
      send([{ sku: 'TO-AWL', quantity: 1 }]),
      'The order was cancelled.',
    ],
    ['a second payment', testOrder(), { do: 'pay' }, 'It is paid already.'],
    [
      'tracking without a parcel',
      testOrder(),
      { do: 'track', shipment: 0, carrier: '', trackingNumber: '', trackingUrl: '' },
      'Nothing has been dispatched.',
    ],
  ])('refuses %s', (_what, order, action, message) => {
    expect(act(order, action)).toMatchObject({ ok: false, message });
  });

  it.each<[string, Order, OrderAction, string, string]>([
    [
      'goods that were not ordered',
      testOrder(),
      send([{ sku: 'XX', quantity: 1 }]),
      '/lines/0/sku',
      '"XX" was not ordered',
    ],
    [
      'more than is left',
      testOrder(),
      send([{ sku: 'PA-KOZO', quantity: 3 }]),
      '/lines/0/quantity',
      'is more than the 2 that are left',
    ],
    [
      'a refund of more pieces',
      testOrder(),
      back({ lines: [{ sku: 'TO-AWL', quantity: 2 }] }),
      '/lines/0/quantity',
      'is more than the 1 that were not given back',
    ],
    [
      'more shipping than was paid',
      testOrder(),
      back({ shipping: 491 }),
      '/shipping',
      'is more than what was paid for shipping and not given back',
    ],
    [
      'more than was paid',
      testOrder(),
      back({ goodwill: 999_999 }),
      '/goodwill',
      'makes it more than what was paid and not given back',
    ],
    ['a refund of nothing', testOrder(), back({}), '/lines', 'are none'],
  ])('refuses %s at its place', (_what, order, action, path, message) => {
    expect(act(order, action)).toMatchObject({ ok: false, problems: [{ path, message }] });
  });

  it('tells with each event what it is about', () => {
    expect(act(fresh, { do: 'fail-payment', reason: ' card expired ' })).toMatchObject({
      value: { event: 'order.payment-failed', details: { reason: 'card expired', payUrl: 'https://q.example/pay' } },
    });
    expect(act(fresh, { do: 'delay', sku: 'TO-AWL', reason: '' })).toMatchObject({
      value: { details: { delay: { item: 'Awl' } } },
    });
    expect(act(fresh, { do: 'invoice', number: 'R-1', dueInDays: 14 })).toMatchObject({
      value: { details: { invoice: { number: 'R-1', dueOn: '2026-12-09T10:00:00.000Z', attach: true } } },
    });
    expect(act(fresh, { do: 'note', words: 'Cut.' })).toMatchObject({
      value: { details: { note: { words: 'Cut.', by: 'Marta' } } },
    });
  });

  it('knows what can be given back, with order discounts and pieces that went before', () => {
    const order = testOrder({ discounts: [{ label: 'Leaf', amount: 330 }] });
    expect(stillToRefund(order)).toEqual({
      all: 3460,
      shipping: 490,
      lines: [
        { sku: 'PA-KOZO', name: 'Kozo sheet', quantity: 2, amount: 1530 },
        { sku: 'TO-AWL', name: 'Awl', quantity: 1, amount: 1440 },
      ],
    });
    expect(refundFor(order, 'PA-KOZO', 1)).toBe(765);
  });

  it('offers what can be done, and says of the rest why it cannot', () => {
    const can = (order: Order): OrderActionKind[] =>
      (['pay', 'dispatch', 'refund', 'deliver', 'cancel', 'return', 'answer', 'downloads'] as const).filter(
        (k) => !whyNot(order, k),
      );
    expect(can(fresh)).toEqual(['pay', 'dispatch', 'cancel']);
    expect(can(testOrder({ shipments: [{}] }))).toEqual(['refund', 'deliver', 'cancel', 'return', 'answer']);
    expect(can({ ...fresh, status: 'OrderCancelled' })).toEqual([]);
  });
});
