import { testOrder } from '../testing';
import { linesOf } from './facts';
import { snapshotOf } from './snapshot';
import { lineTotal, orderProblems } from './totals';
import { STORE } from '../testing';

describe('parcels of one order', () => {
  const order = testOrder({
    lines: [{ product: { sku: 'A', name: 'A' }, quantity: 3, unitPrice: 1000, discount: 100 }],
    shipments: [1, 1, 1].map((quantity) => ({ lines: [{ sku: 'A', quantity }] })),
  });

  it('share a line’s discount so that together they come to the line', () => {
    const parts = order.shipments!.map((s) => linesOf(order, s).map(lineTotal)[0]!);
    expect(parts).toEqual([967, 966, 967]);
    expect(parts.reduce((a, b) => a + b, 0)).toBe(lineTotal(order.lines[0]!));
  });

  it('show only what is in the parcel', () => {
    const shipment = order.shipments![1]!;
    const { lines } = snapshotOf({ order, store: STORE, shipment, now: 0 });
    expect(lines.map((l) => [l.quantity, l.total.minor])).toEqual([[1, 966]]);
  });

  it.each([
    [
      'goods that were not ordered',
      { shipments: [{ lines: [{ sku: 'B', quantity: 1 }] }] },
      '/shipments/0/lines/0/sku',
    ],
    [
      'more than was ordered',
      { shipments: [...order.shipments!, { lines: [{ sku: 'A', quantity: 1 }] }] },
      '/shipments/3/lines/0/quantity',
    ],
    [
      'a refund whose parts are not its sum',
      { refunds: [{ amount: 500, lines: [{ sku: 'A', quantity: 1, amount: 400 }] }] },
      '/refunds/0/amount',
    ],
    [
      'a refund of what nobody paid',
      { payment: { method: 'Card', paid: false }, refunds: [{ amount: 5 }] },
      '/refunds',
    ],
  ])('with %s are named at their place', (_what, change, path) => {
    expect(orderProblems({ ...order, ...change }).map((p) => p.path)).toEqual([path]);
  });
});
