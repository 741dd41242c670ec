import fc from 'fast-check';
import { testOrder } from '../testing';
import { actOn } from '../life/actions';
import { linesOf, orderFacts } from '../snapshot/facts';
import { orderedPieces, partsOfLines, piecesSent } from './pieces';
import { refundFor, stillToRefund, stillToSend, whyNot } from './still-allowed';
import type { Order, OrderLine } from './schema';
import { lineTotal, orderProblems, orderTotals } from './totals';

const line = (sku: string, quantity: number, unitPrice: number, discount = 0): OrderLine => ({
  product: { sku, name: `The ${sku}` },
  quantity,
  unitPrice,
  ...(discount > 0 && { discount }),
});

/** The same product on two lines, at two prices. */
const twice = testOrder({ lines: [line('A', 2, 1000), line('B', 1, 500), line('A', 3, 700)], discounts: [] });
const must = (order: Order, action: Parameters<typeof actOn>[1]): Order => {
  const result = actOn(order, action, { at: '2026-11-25T10:00:00Z' });
  if (!result.ok) throw new Error(`${result.message} ${JSON.stringify(result.problems)}`);
  expect(orderProblems(result.value.order)).toEqual([]);
  return result.value.order;
};
const dispatch = (sku: string, quantity: number): Parameters<typeof actOn>[1] => ({
  do: 'dispatch',
  lines: [{ sku, quantity }],
  carrier: '',
  trackingNumber: '',
  trackingUrl: '',
  location: '',
});

describe('a product on several lines', () => {
  it('is counted as one product', () => {
    expect(orderedPieces(twice)).toEqual([
      { sku: 'A', name: 'The A', quantity: 5 },
      { sku: 'B', name: 'The B', quantity: 1 },
    ]);
  });

  it('is taken line by line, each at its price', () => {
    expect(partsOfLines(twice, 'A', 1, 3)).toEqual([
      { line: 0, before: 1, quantity: 1 },
      { line: 2, before: 0, quantity: 2 },
    ]);
    const parcel = { lines: [{ sku: 'A', quantity: 3 }] };
    expect(linesOf({ ...twice, shipments: [parcel] }, parcel).map((l) => [l.quantity, l.unitPrice])).toEqual([
      [2, 1000],
      [1, 700],
    ]);
    expect(refundFor({ ...twice, shipping: undefined } as unknown as Order, 'A', 3)).toBe(2700);
  });

  it('has not all left with the first line of it', () => {
    const first = must(twice, dispatch('A', 2));
    expect(stillToSend(first).map((p) => [p.sku, p.quantity])).toEqual([
      ['A', 3],
      ['B', 1],
    ]);
    expect(orderFacts(first, { shipment: first.shipments![0]! }).parcel).toBe('part');
    const rest = must(must(first, dispatch('A', 3)), dispatch('B', 1));
    expect(orderFacts(rest, { shipment: rest.shipments!.at(-1)! }).parcel).toBe('last');
    expect(whyNot(rest, 'dispatch')).toBe('Everything has left already.');
  });
});

describe('what is downloaded', () => {
  const download: OrderLine = {
    ...line('P', 1, 400),
    product: { sku: 'P', name: 'A pattern', downloads: [{ name: 'P', url: 'https://quillwick.example/p' }] },
  };

  it('leaves in no parcel, so an order is delivered without it', () => {
    const order = testOrder({ lines: [line('A', 1, 1000), download] });
    expect(stillToSend(order).map((p) => p.sku)).toEqual(['A']);
    const delivered = must(must(order, dispatch('A', 1)), { do: 'deliver', shipment: 0 });
    expect(delivered.status).toBe('OrderDelivered');
    expect(piecesSent({ ...order, shipments: [{}] }).map((p) => p.sku)).toEqual(['A']);
  });

  it('is why an order of nothing else cannot be dispatched', () => {
    const order = testOrder({ lines: [download] });
    expect(whyNot(order, 'dispatch')).toBe('All of it is downloaded.');
    expect(whyNot(order, 'downloads')).toBeUndefined();
  });
});

const lines = fc
  .array(
    fc.record({
      sku: fc.constantFrom('A', 'B', 'C'),
      quantity: fc.integer({ min: 1, max: 5 }),
      unitPrice: fc.integer({ min: 0, max: 9999 }),
      off: fc.integer({ min: 0, max: 100 }),
    }),
    { minLength: 1, maxLength: 6 },
  )
  .map((all) =>
    all.map(({ sku, quantity, unitPrice, off }) =>
      line(sku, quantity, unitPrice, Math.floor((quantity * unitPrice * off) / 100)),
    ),
  );
const steps = fc.array(fc.integer({ min: 1, max: 3 }), { maxLength: 40 });

describe('in whatever pieces goods leave and go back', () => {
  it('the lines of all parcels come to the lines of the order, and nothing is left', () => {
    fc.assert(
      fc.property(lines, steps, (all, sizes) => {
        let order = testOrder({ lines: all });
        let i = 0;
        for (let open = stillToSend(order); open.length > 0; open = stillToSend(order)) {
          const next = open[i % open.length]!;
          order = must(order, dispatch(next.sku, Math.min(next.quantity, sizes[i % sizes.length] ?? 1)));
          i += 1;
        }
        const sum = order.shipments!.flatMap((s) => linesOf(order, s)).reduce((n, l) => n + lineTotal(l), 0);
        expect(sum).toBe(all.reduce((n, l) => n + lineTotal(l), 0));
        const shares = order.shipments!.map((shipment) => orderFacts(order, { shipment }).parcel);
        expect(shares.at(-1)).toBe(shares.length === 1 ? 'whole' : 'last');
        expect(shares.slice(0, -1).every((s) => s === 'part')).toBe(true);
      }),
    );
  });

  it('refunds come to what was paid for them, and to the total with shipping', () => {
    fc.assert(
      fc.property(lines, steps, (all, sizes) => {
        let order = testOrder({ lines: all, payment: { method: 'Card', paid: true } });
        let i = 0;
        for (;;) {
          const { lines: open } = stillToRefund(order);
          const next = open[i % Math.max(1, open.length)];
          if (!next) break;
          const quantity = Math.min(next.quantity, sizes[i % sizes.length] ?? 1);
          // What costs nothing cannot be paid back.
          if (refundFor(order, next.sku, quantity) === 0) return;
          order = must(order, {
            do: 'refund',
            lines: [{ sku: next.sku, quantity }],
            shipping: 0,
            goodwill: 0,
            reason: '',
          });
          i += 1;
        }
        const { total, refunded } = orderTotals(order);
        expect(total - refunded).toBe(stillToRefund(order).shipping);
      }),
    );
  });
});
