import fc from 'fast-check';
import { STORE, testOrder } from '../testing';
import { linesOf, orderFacts } from './facts';
import { snapshotOf } from './snapshot';
import { orderProblems } from '../order/problems';
import { lineTotal } from '../order/totals';

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

describe('what a parcel holds of its order', () => {
  const lines = [
    { product: { sku: 'A', name: 'A' }, quantity: 3, unitPrice: 1000 },
    { product: { sku: 'B', name: 'B' }, quantity: 2, unitPrice: 500 },
  ];
  const pieces = lines.flatMap((l) => Array.from({ length: l.quantity }, () => l.product.sku));
  const packed = (skus: readonly string[]) => ({
    lines: [...new Set(skus)].map((sku) => ({ sku, quantity: skus.filter((s) => s === sku).length })),
  });
  const shares = (change: Parameters<typeof testOrder>[0]) => {
    const order = testOrder({ lines, ...change });
    return order.shipments!.map((shipment) => orderFacts(order, { shipment }).parcel);
  };

  it('is the last part for the one that completes it, and a part for all before, however it is packed', () => {
    fc.assert(
      fc.property(
        fc.shuffledSubarray(pieces, { minLength: 5 }),
        fc.array(fc.integer({ min: 1, max: 3 })),
        (order, sizes) => {
          const shipments = [];
          let rest = [...order];
          for (const size of [...sizes, order.length]) {
            if (rest.length > 0) shipments.push(packed(rest.slice(0, size)));
            rest = rest.slice(size);
          }
          const expected = shipments.map((_, i) => (i < shipments.length - 1 ? 'part' : i === 0 ? 'whole' : 'last'));
          expect(shares({ shipments })).toEqual(expected);
        },
      ),
    );
  });

  it('does not wait for what is downloaded', () => {
    const downloads = [{ name: 'C', url: 'https://quillwick.example/c' }];
    const all = [...lines, { product: { sku: 'C', name: 'C', downloads }, quantity: 1, unitPrice: 300 }];
    expect(shares({ lines: all, shipments: [packed(pieces)] })).toEqual(['whole']);
    expect(shares({ lines: all, shipments: [packed(['A', 'A', 'A'])] })).toEqual(['part']);
  });

  it('does not wait for goods that were paid back before they left', () => {
    const refunds = [{ amount: 1000, lines: [{ sku: 'B', quantity: 2, amount: 1000 }] }];
    expect(shares({ refunds, shipments: [packed(['A', 'A', 'A'])] })).toEqual(['whole']);
    expect(shares({ refunds, shipments: [packed(['A']), packed(['A', 'A'])] })).toEqual(['part', 'last']);
    expect(shares({ refunds, shipments: [packed(['A'])] })).toEqual(['part']);
  });
});

it('the products of a message are listed as its language lists them: of a parcel, what is in it', () => {
  const order = testOrder();
  const names = (more: object) => snapshotOf({ order, store: STORE, now: 0, ...more }).values['order.itemNames'];
  const [first, second] = order.lines.map((l) => l.product.name);
  expect(names({ locale: 'en-GB' })).toBe(`${first} and ${second}`);
  expect(names({ locale: 'de' })).toBe(`${first} und ${second}`);
  expect(names({ shipment: { lines: [{ sku: order.lines[1]!.product.sku, quantity: 1 }] } })).toBe(second);
  expect(names({ order: { ...order, lines: [] } })).toBeUndefined();
});
