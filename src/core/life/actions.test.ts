import { testOrder } from '../testing';
import type { OrderAction, OrderActionKind } from '../order/action-schema';
import { actOn } from './actions';
import { linesOf, orderFacts } from '../snapshot/facts';
import { refundFor, stillOnTheWay, stillToRefund, stillToSend, whyNot } from '../order/still-allowed';
import type { Order } from '../order/schema';
import { orderProblems } from '../order/problems';
import { orderTotals } from '../order/totals';

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
    expect(whyNot(all, 'refund')).toBe('All of it was refunded.');
    expect(whyNot(all, 'cancel')).toBe('Nothing is left to cancel.');
  });

  it('is delivered when every parcel is and nothing is to come, and speaks of the parcel it is about', () => {
    const paid = must(fresh, { do: 'pay' });
    const one = must(paid, send([{ sku: 'PA-KOZO', quantity: 2 }]));
    expect(must(one, { do: 'deliver', shipment: 0 }).status).toBe('OrderInTransit');
    const two = must(one, send([{ sku: 'TO-AWL', quantity: 1 }]));
    const first = must(two, { do: 'deliver', shipment: 0 });
    expect(first.shipments!.at(-1)).toMatchObject({ id: 'QW-10482-1', deliveredAt: AT });
    expect([first.status, stillOnTheWay(first)]).toEqual(['OrderInTransit', [0]]);
    expect(act(first, { do: 'deliver', shipment: 1 })).toMatchObject({
      ok: false,
      problems: [{ path: '/shipment', message: 'Choose another parcel: this one has been delivered already.' }],
    });
    const both = must(first, { do: 'deliver', shipment: 0 });
    expect([both.status, stillOnTheWay(both)]).toEqual(['OrderDelivered', []]);
    expect(whyNot(both, 'deliver')).toBe('It has been delivered.');
  });

  it('keeps a parcel’s part of the order when later news is about it', () => {
    const order = testOrder({
      lines: [{ product: { sku: 'A', name: 'A' }, quantity: 3, unitPrice: 1000, discount: 100 }],
    });
    const parcel = (order: Order, quantity: number, at: string): Order => {
      const sent = actOn(order, send([{ sku: 'A', quantity }]), { at });
      if (!sent.ok) throw new Error(sent.message);
      return sent.value.order;
    };
    const two = parcel(parcel(order, 1, '2026-11-25T10:00:00Z'), 2, '2026-11-26T10:00:00Z');
    const told = must(two, { do: 'track', shipment: 0, carrier: 'Fieldpost', trackingNumber: 'FP 9', trackingUrl: '' });
    const about = told.shipments!.at(-1)!;
    expect(about).toMatchObject({ id: 'QW-10482-1', trackingNumber: 'FP 9' });
    expect(orderFacts(told, { shipment: about }).parcel).toBe('part');
    expect(linesOf(told, about)).toEqual(linesOf(two, two.shipments![0]));
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
      '"XX" was not ordered.',
    ],
    [
      'more than is left',
      testOrder(),
      send([{ sku: 'PA-KOZO', quantity: 3 }]),
      '/lines/0/quantity',
      'Enter at most 2: no more are left to send.',
    ],
    [
      'a refund of more pieces',
      testOrder(),
      back({ lines: [{ sku: 'TO-AWL', quantity: 2 }] }),
      '/lines/0/quantity',
      'Enter at most 1: no more can be refunded.',
    ],
    [
      'more shipping than was paid',
      testOrder(),
      back({ shipping: 491 }),
      '/shipping',
      'Enter at most what was paid for shipping and not refunded yet.',
    ],
    [
      'more than was paid',
      testOrder(),
      back({ goodwill: 999_999 }),
      '/goodwill',
      'Enter less: with this, it is more than was paid and not refunded yet.',
    ],
    ['a refund of nothing', testOrder(), back({}), '/lines', 'Choose what is refunded.'],
    [
      'more than is left, said in two parts',
      testOrder(),
      send([
        { sku: 'PA-KOZO', quantity: 2 },
        { sku: 'PA-KOZO', quantity: 1 },
      ]),
      '/lines/1/quantity',
      'Enter at most 2: no more are left to send.',
    ],
    [
      'a refund of one piece twice',
      testOrder(),
      back({
        lines: [
          { sku: 'TO-AWL', quantity: 1 },
          { sku: 'TO-AWL', quantity: 1 },
        ],
      }),
      '/lines/1/quantity',
      'Enter at most 1: no more can be refunded.',
    ],
    [
      'a return of what has not left',
      testOrder({ shipments: [{ lines: [{ sku: 'PA-KOZO', quantity: 1 }] }] }),
      { do: 'return', lines: [{ sku: 'TO-AWL', quantity: 1 }] },
      '/lines/0/sku',
      '"TO-AWL" has not left.',
    ],
    [
      'a return of more than has left',
      testOrder({ shipments: [{ lines: [{ sku: 'PA-KOZO', quantity: 1 }] }] }),
      { do: 'return', lines: [{ sku: 'PA-KOZO', quantity: 2 }] },
      '/lines/0/quantity',
      'Enter at most 1: the customer has no more.',
    ],
    [
      'news of a parcel that is not there',
      testOrder({ shipments: [{}] }),
      { do: 'deliver', shipment: 4 },
      '/shipment',
      'Choose a parcel of this order.',
    ],
    [
      'a link that runs code',
      testOrder({ shipments: [{}] }),
      { do: 'track', shipment: 0, carrier: '', trackingNumber: '', trackingUrl: 'javascript:alert(1)' },
      '/trackingUrl',
      'Enter a full link, such as https://carrier.example/parcels/1.',
    ],
    [
      'a delay of what was not ordered',
      testOrder(),
      { do: 'delay', sku: 'XX', reason: '' },
      '/sku',
      '"XX" was not ordered.',
    ],
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

  it('changes no more of the order than it has to', () => {
    const sent = testOrder({ shipments: [{ id: 'P-1', lines: [{ sku: 'PA-KOZO', quantity: 2 }] }] });
    const table: [OrderAction, Partial<Order>, object | undefined][] = [
      [{ do: 'pause', reason: '' }, { status: 'OrderProblem' }, {}],
      [{ do: 'pause', reason: ' address ' }, { status: 'OrderProblem' }, { reason: 'address' }],
      [
        { do: 'cancel', reason: 'ordered twice' },
        { cancellations: [{ cancelledAt: AT, reason: 'ordered twice', lines: [{ sku: 'TO-AWL', quantity: 1 }] }] },
        { reason: 'ordered twice' },
      ],
      [{ do: 'answer' }, {}, undefined],
      [
        { do: 'return', lines: [{ sku: 'PA-KOZO', quantity: 2 }] },
        { returns: [{ receivedAt: AT, lines: [{ sku: 'PA-KOZO', quantity: 2 }] }] },
        { returned: { items: '2 × Kozo sheet', receivedAt: AT } },
      ],
    ];
    for (const [action, change, details] of table) {
      const result = act(sent, action);
      expect(result.ok && result.value.order).toEqual({ ...sent, ...change });
      expect(result.ok && result.value.details).toEqual(details);
    }
  });

  it('is ready to collect without anything to follow, and then on its way with it', () => {
    const here = must(testOrder(), {
      do: 'hand-over',
      lines: [{ sku: 'PA-KOZO', quantity: 2 }],
      location: ' The Showroom ',
    });
    expect(here.status).toBe('OrderPickupAvailable');
    expect(here.shipments).toEqual([
      {
        id: 'QW-10482-1',
        dispatchedAt: AT,
        location: 'The Showroom',
        lines: [{ sku: 'PA-KOZO', quantity: 2 }],
      },
    ]);
    const rest = must(here, send([{ sku: 'TO-AWL', quantity: 1 }]));
    expect([rest.status, rest.shipments!.at(-1)!.carrier]).toEqual(['OrderInTransit', 'Fieldpost']);
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
    expect(can(testOrder({ shipments: [{}] }))).toEqual(['refund', 'deliver', 'return', 'answer']);
    expect(can({ ...fresh, status: 'OrderCancelled' })).toEqual([]);
  });
});
