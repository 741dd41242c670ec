import { testOrder } from '../testing';
import { isOwnNumber, orderContradictions, OWN_ORDERS } from './contradiction';

const order = testOrder();

describe('two tellings of one order number', () => {
  it('agree when only what is told later differs', () => {
    expect(orderContradictions(order, { ...order, status: 'OrderCancelled', note: 'call first' })).toEqual([]);
    const upper = { ...order, customer: { ...order.customer, email: order.customer.email.toUpperCase() } };
    expect(orderContradictions(order, upper)).toEqual([]);
    expect(orderContradictions(order, { ...order, lines: order.lines.toReversed() })).toEqual([]);
  });

  it('contradict each other by the customer', () => {
    const told = { ...order, customer: { ...order.customer, email: 'other@vale.example' } };
    expect(orderContradictions(order, told)).toEqual([
      `The customer is other@vale.example, and was ${order.customer.email}.`,
    ]);
  });

  it('contradict each other by a line, and then by the sum', () => {
    const [first, ...rest] = order.lines;
    const { total: _, ...open } = order;
    const told = { ...open, lines: [{ ...first!, quantity: first!.quantity + 1 }, ...rest] };
    const found = orderContradictions(open, told);
    expect(found).toHaveLength(3);
    expect(found[0]).toContain(`${first!.quantity + 1} of ${first!.product.sku}`);
    expect(found[2]).toMatch(/comes to \d+, and came to \d+/);
  });

  it('know the range of orders made here', () => {
    const numbers = ['LBL-1001', 'lbl-7', 'QW-1001', 'XLBL-1', 'QWH-3'];
    expect(numbers.map((n) => isOwnNumber(n, ['QWH-', OWN_ORDERS]))).toEqual([true, true, false, false, true]);
  });
});
