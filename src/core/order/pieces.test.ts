import fc from 'fast-check';
import { testOrder } from '../testing';
import { actOn } from '../life/actions';
import { linesOf, orderFacts } from '../snapshot/facts';
import { amountDue } from './due';
import { orderedPieces, partsOfLines, pieceAccounts, piecesCancelled, piecesSent } from './pieces';
import { refundFor, stillToRefund, stillToSend, whyNot } from './still-allowed';
import type { Order, OrderLine } from './schema';
import { orderProblems } from './problems';
import { lineTotal, orderTotals } from './totals';

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
    // What was sent is the beginning of the lines, and what never will be their end.
    const sent = { ...twice, shipments: [{ lines: [{ sku: 'A', quantity: 3 }] }] };
    expect(refundFor(sent, 'A', 3)).toBe(2700);
    expect(refundFor(twice, 'A', 3)).toBe(2100);
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
    expect(whyNot(rest, 'dispatch')).toBe('Nothing is left to send.');
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
    expect(whyNot(order, 'dispatch')).toBe('Nothing in it is shipped.');
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

describe('what became of the pieces', () => {
  const order = testOrder({ lines: [line('A', 3, 1000), line('B', 2, 500)], payment: { method: 'Card', paid: true } });
  const account = (o: Order, sku: string) => pieceAccounts(o).find((a) => a.sku === sku)!;

  it('a refund is for what left as long as something did, and then for what never leaves', () => {
    const refund = { amount: 1000, issuedAt: '2026-11-26T10:00:00Z', lines: [{ sku: 'A', quantity: 1, amount: 1000 }] };
    const sent = { dispatchedAt: '2026-11-25T10:00:00Z', lines: [{ sku: 'A', quantity: 1 }] };
    expect(account({ ...order, refunds: [refund] }, 'A')).toMatchObject({ sent: 0, refunded: 1, open: 2 });
    expect(account({ ...order, shipments: [sent], refunds: [refund] }, 'A')).toMatchObject({
      sent: 1,
      refunded: 1,
      open: 2,
    });
    // Refunded before, so that it never left: what was cancelled later is another piece.
    const cancelled = { cancelledAt: '2026-11-27T10:00:00Z', lines: [{ sku: 'A', quantity: 1 }] };
    expect(account({ ...order, refunds: [refund], cancellations: [cancelled] }, 'A')).toMatchObject({
      cancelled: 1,
      open: 1,
    });
    // Cancelled first: the refund is for it.
    const earlier = { ...cancelled, cancelledAt: '2026-11-25T10:00:00Z' };
    expect(account({ ...order, refunds: [refund], cancellations: [earlier] }, 'A')).toMatchObject({
      cancelled: 1,
      open: 2,
    });
  });

  it('an order that was cancelled as a whole has nothing open, and what left is not cancelled', () => {
    const sent = { lines: [{ sku: 'A', quantity: 2 }] };
    const over: Order = { ...order, shipments: [sent], status: 'OrderCancelled' };
    expect(pieceAccounts(over).map((a) => [a.sku, a.sent, a.cancelled, a.open])).toEqual([
      ['A', 2, 1, 0],
      ['B', 0, 2, 0],
    ]);
    expect(piecesCancelled(over).map((p) => [p.sku, p.quantity])).toEqual([
      ['A', 1],
      ['B', 2],
    ]);
  });

  it('only what was sent and not returned can be returned, and the order is returned when all of it is', () => {
    const both = must({ ...order }, {
      ...dispatch('A', 3),
      lines: [
        { sku: 'A', quantity: 3 },
        { sku: 'B', quantity: 2 },
      ],
    } as Parameters<typeof actOn>[1]);
    const one = must(both, { do: 'return', lines: [{ sku: 'A', quantity: 1 }] });
    expect(one.status).toBe('OrderInTransit');
    const more = actOn(one, { do: 'return', lines: [{ sku: 'A', quantity: 3 }] }, { at: '2026-11-25T10:00:00Z' });
    expect(more).toMatchObject({ ok: false, problems: [{ path: '/lines/0/quantity' }] });
    const all = must(one, {
      do: 'return',
      lines: [
        { sku: 'A', quantity: 2 },
        { sku: 'B', quantity: 2 },
      ],
    });
    expect(all.status).toBe('OrderReturned');
    expect(whyNot(all, 'return')).toBe('All of it was returned.');
  });
});

describe('a cancellation', () => {
  const unpaid = testOrder({
    lines: [line('A', 2, 1000), line('B', 1, 500)],
    shipping: { method: 'Parcel', price: 490 },
    payment: { method: 'Bank transfer', paid: false },
    discounts: [],
  });

  it('of some pieces leaves the rest to be sent and paid for', () => {
    const part = must(unpaid, { do: 'cancel', lines: [{ sku: 'A', quantity: 1 }], reason: 'out of stock' });
    expect(part.status).toBe(unpaid.status);
    expect(part.cancellations).toEqual([
      { cancelledAt: '2026-11-25T10:00:00Z', reason: 'out of stock', lines: [{ sku: 'A', quantity: 1 }], paid: false },
    ]);
    expect(amountDue(unpaid)).toBe(2990);
    expect(amountDue(part)).toBe(1990);
    expect(stillToSend(part).map((p) => [p.sku, p.quantity])).toEqual([
      ['A', 1],
      ['B', 1],
    ]);
  });

  it('of all that is open is the order’s when nothing left, and a part of it when something did', () => {
    const all = actOn(unpaid, { do: 'cancel', reason: '' }, { at: '2026-11-25T10:00:00Z' });
    expect(all).toMatchObject({ value: { event: 'order.cancelled', order: { status: 'OrderCancelled' } } });
    expect(all.ok && amountDue(all.value.order)).toBe(0);
    const sent = must(unpaid, dispatch('A', 1));
    const rest = actOn(sent, { do: 'cancel', reason: '' }, { at: '2026-11-25T10:00:00Z' });
    expect(rest).toMatchObject({ value: { event: 'order.items-cancelled', order: { status: 'OrderInTransit' } } });
    expect(rest.ok && amountDue(rest.value.order)).toBe(1490);
    expect(rest.ok && orderFacts(rest.value.order, { shipment: rest.value.order.shipments![0]! }).parcel).toBe('whole');
  });

  it('of what has left is refused at its place', () => {
    const sent = must(unpaid, dispatch('B', 1));
    expect(
      actOn(
        sent,
        {
          do: 'cancel',
          lines: [
            { sku: 'A', quantity: 1 },
            { sku: 'B', quantity: 1 },
          ],
          reason: '',
        },
        { at: '2026-11-25T10:00:00Z' },
      ),
    ).toMatchObject({ ok: false, problems: [{ path: '/lines/1/sku' }] });
    expect(
      orderProblems({ ...sent, cancellations: [{ lines: [{ sku: 'B', quantity: 1 }] }] }).map((p) => p.path),
    ).toEqual(['/cancellations/0/lines/0/quantity']);
  });
});

describe('a refund', () => {
  const paid = testOrder({
    lines: [line('A', 2, 1000), line('B', 1, 500)],
    shipping: { method: 'Parcel', price: 490 },
    payment: { method: 'Card', paid: true },
    discounts: [],
  });
  const back = (goodwill: number, lines: { sku: string; quantity: number }[] = [], shipping = 0) =>
    ({ do: 'refund', goodwill, shipping, reason: '', ...(lines.length > 0 && { lines }) }) as const;

  it('has its pieces, shipping and goodwill, and they come to its sum', () => {
    const { refunds } = must(paid, back(150, [{ sku: 'A', quantity: 1 }], 490));
    expect(refunds).toEqual([
      {
        amount: 1640,
        issuedAt: '2026-11-25T10:00:00Z',
        shipping: 490,
        goodwill: 150,
        lines: [{ sku: 'A', quantity: 1, amount: 1000 }],
      },
    ]);
  });

  it('after goodwill never offers more than is left, for a line or in all', () => {
    const after = must(paid, back(1200));
    const open = stillToRefund(after);
    expect(open.all).toBe(1790);
    expect(open.lines.map((l) => l.amount)).toEqual([1790, 500]);
    const all = must(after, back(0, [{ sku: 'A', quantity: 2 }]));
    expect(all.refunds!.at(-1)!.lines).toEqual([{ sku: 'A', quantity: 2, amount: 1790 }]);
    expect(whyNot(all, 'refund')).toBe('All of it was refunded.');
  });

  it('of an order that is partly paid is for what came in', () => {
    const part = testOrder({ payment: { method: 'Bank transfer', paid: false, received: 700 } });
    expect(stillToRefund(part).all).toBe(700);
    expect(orderProblems({ ...part, refunds: [{ amount: 701 }] }).map((p) => p.path)).toEqual(['/refunds']);
  });

  it.each([
    ['goodwill that its sum does not hold', { amount: 100, goodwill: 200 }],
    ['shipping beyond its sum', { amount: 100, shipping: 200 }],
  ])('with %s is refused', (_what, refund) => {
    expect(orderProblems({ ...paid, refunds: [refund] }).map((p) => p.path)).toEqual(['/refunds/0/amount']);
  });
});

describe('a payment', () => {
  it('of a part leaves the rest due, and of the rest nothing', () => {
    const order = testOrder({ payment: { method: 'Bank transfer', paid: false }, status: 'OrderPaymentDue' });
    const total = orderTotals(order).total;
    const part = actOn(order, { do: 'pay', amount: 1000 }, { at: '2026-11-25T10:00:00Z' });
    expect(part).toMatchObject({ value: { event: 'order.part-paid', order: { status: 'OrderPaymentDue' } } });
    const after = must(order, { do: 'pay', amount: 1000 });
    expect(amountDue(after)).toBe(total - 1000);
    expect(actOn(after, { do: 'pay', amount: total }, { at: '2026-11-25T10:00:00Z' })).toMatchObject({
      problems: [{ path: '/amount' }],
    });
    const all = actOn(after, { do: 'pay' }, { at: '2026-11-25T10:00:00Z' });
    expect(all).toMatchObject({ value: { event: 'order.payment-received', order: { status: 'OrderProcessing' } } });
    expect(all.ok && amountDue(all.value.order)).toBe(0);
  });

  it('is not asked for when one piece was paid back before it left and the rest was cancelled', () => {
    const order = testOrder({
      lines: [line('A', 1, 4000), line('B', 1, 2000)],
      shipping: { method: 'Parcel', price: 490 },
      payment: { method: 'Bank transfer', paid: false, received: 3000 },
      status: 'OrderPaymentDue',
    });
    const back = { amount: 3000, issuedAt: '2026-11-25T10:00:00Z', lines: [{ sku: 'A', quantity: 1, amount: 3000 }] };
    const rest = { cancelledAt: '2026-11-25T12:00:00Z', lines: [{ sku: 'B', quantity: 1 }] };
    expect(amountDue({ ...order, refunds: [back] })).toBeGreaterThan(0);
    expect(amountDue({ ...order, refunds: [back], cancellations: [rest] })).toBe(0);
    expect(amountDue({ ...order, refunds: [back], cancellations: [rest], status: 'OrderCancelled' })).toBe(0);
  });

  it('that nothing is known of is not due', () => {
    const { payment: _payment, ...order } = testOrder();
    expect(amountDue(order)).toBe(0);
  });
});
