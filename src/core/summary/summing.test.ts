import type { Order } from '../order/schema';
import { ROWS_MAX } from './detail';
import { standingOf, Summing } from './summing';

const PERIOD = { from: Date.parse('2026-11-23T07:00:00Z'), until: Date.parse('2026-11-24T07:00:00Z') };

const order = (number: string, more: Partial<Order> = {}): Order => ({
  number,
  placedAt: '2026-11-23T10:00:00Z',
  currency: 'EUR',
  channel: 'web-shop',
  customer: { email: 'iwona@sobczyk.example' },
  lines: [{ product: { sku: 'PA-KOZO', name: 'Kozo sheet' }, quantity: 2, unitPrice: 850 }],
  payment: { method: 'Card', paid: true },
  ...more,
});

const unpaid: Partial<Order> = { payment: { method: 'Bank transfer', paid: false }, status: 'OrderPaymentDue' };

describe('how an order stands', () => {
  it.each<[string, Partial<Order>, string]>([
    ['is paid and not sent', {}, 'to-send'],
    ['is not paid', unpaid, 'unpaid'],
    ['is cancelled', { ...unpaid, status: 'OrderCancelled' }, 'cancelled'],
    ['has left', { shipments: [{ dispatchedAt: '2026-11-23T12:00:00Z' }], status: 'OrderInTransit' }, 'done'],
    [
      'has left in part',
      { shipments: [{ dispatchedAt: '2026-11-23T12:00:00Z', lines: [{ sku: 'PA-KOZO', quantity: 1 }] }] },
      'to-send',
    ],
    ['was said to have arrived', { status: 'OrderDelivered' }, 'done'],
    [
      'is a seat that nothing travels for',
      { lines: [{ product: { sku: 'WS', name: 'Seat', shippable: false }, quantity: 1, unitPrice: 900 }] },
      'done',
    ],
  ])('that %s', (_, more, standing) => expect(standingOf(order('A', more))).toBe(standing));
});

describe('a summary', () => {
  it('counts what came, what it comes to in each currency, and what was cancelled since', () => {
    const sum = new Summing(PERIOD);
    sum.placed(order('A'));
    sum.placed(order('B', { status: 'OrderCancelled' }));
    sum.placed(order('C', { currency: 'GBP', shipping: { method: 'Parcel', price: 300 } }));
    sum.placed(order('D', unpaid));
    const { orders, cancelled, pieces, sums, rows, from, until } = sum.result();
    expect({ orders, cancelled, pieces }).toEqual({ orders: 4, cancelled: 1, pieces: 6 });
    expect(sums).toEqual([
      { minor: 3400, currency: 'EUR' },
      { minor: 2000, currency: 'GBP' },
    ]);
    expect(rows.map((r) => [r.number, r.standing])).toEqual([
      ['A', 'to-send'],
      ['B', 'cancelled'],
      ['C', 'to-send'],
      ['D', 'unpaid'],
    ]);
    expect([from, until]).toEqual(['2026-11-23T07:00:00.000Z', '2026-11-24T07:00:00.000Z']);
  });

  it('says what waits of any day, and which has waited longest', () => {
    const sum = new Summing(PERIOD);
    sum.open(order('B', { placedAt: '2026-11-20T10:00:00Z' }));
    sum.open(order('A', { placedAt: '2026-11-19T10:00:00Z' }));
    sum.open(order('C', unpaid));
    sum.open(order('D', { status: 'OrderDelivered' }));
    expect(sum.result()).toMatchObject({
      orders: 0,
      toSend: 2,
      oldestToSend: { number: 'A', placedAt: '2026-11-19T10:00:00Z' },
      unpaid: 1,
      due: [{ minor: 1700, currency: 'EUR' }],
    });
    expect(sum.empty).toBe(false);
  });

  it('sums refunds by currency', () => {
    const sum = new Summing(PERIOD);
    sum.refund({ minor: 500, currency: 'EUR' });
    sum.refund({ minor: 250, currency: 'EUR' });
    expect(sum.result()).toMatchObject({ refunds: 2, refunded: [{ minor: 750, currency: 'EUR' }] });
  });

  it('has nothing to tell of a day on which nothing came and nothing waits', () => {
    const sum = new Summing(PERIOD);
    sum.open(order('D', { status: 'OrderDelivered' }));
    expect(sum.empty).toBe(true);
    sum.refund({ minor: 1, currency: 'EUR' });
    expect(sum.empty).toBe(false);
  });

  it('names so many orders and counts all', () => {
    const sum = new Summing(PERIOD);
    for (let i = 0; i < ROWS_MAX + 7; i += 1) sum.placed(order(`A${i}`));
    const { orders, rows } = sum.result();
    expect([orders, rows.length]).toEqual([ROWS_MAX + 7, ROWS_MAX]);
  });

  it('holds no name and no address of a person', () => {
    const sum = new Summing(PERIOD);
    const whole = order('A', { customer: { email: 'iwona@sobczyk.example', firstName: 'Iwona', lastName: 'Sobczyk' } });
    sum.placed(whole);
    sum.open(whole);
    expect(JSON.stringify(sum.result())).not.toMatch(/iwona|sobczyk/i);
  });
});
