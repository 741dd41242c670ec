import { testOrder } from '../testing';
import { anonymousOrder } from './anonymous';
import { orderTotals } from './totals';

describe('an order whose customer was erased', () => {
  const order = testOrder({
    note: 'Leave it with Mrs Vale',
    statusUrl: 'https://quillwick.example/orders/1',
    shipments: [{ carrier: 'Fieldpost', trackingNumber: 'FP 1', trackingUrl: 'https://fieldpost.example/t/1' }],
    refunds: [{ amount: 100, reason: 'Iwona asked' }],
    cancellations: [{ reason: 'Iwona asked', lines: [{ sku: 'TO-AWL', quantity: 1 }], paid: false }],
  });
  const left = anonymousOrder(order, 'erased-1@erased.invalid');

  it('says nothing of who it was', () => {
    const text = JSON.stringify(left);
    for (const trace of [
      'Iwona',
      'Sobczyk',
      order.customer.email,
      'Vale',
      'FP 1',
      'fieldpost.example',
      'quillwick.example/orders',
    ]) {
      expect(text).not.toContain(trace);
    }
    expect(left.billingAddress).toEqual({
      name: 'Erased',
      lines: [],
      city: 'Erased',
      country: order.billingAddress!.country,
    });
  });

  it('comes to the same sums', () => {
    expect(orderTotals(left)).toEqual(orderTotals(order));
    expect(left.number).toBe(order.number);
  });
});
