import { MOMENTS } from '../moments/registry';
import { orderFacts } from './facts';
import { aboutMoment } from './snapshot';
import { sampleOrders, type Order } from '../order';
import { testOrder } from '../testing';
import { factsOnDemand } from './facts-on-demand';

const KEYS = [
  ...['guest', 'firstOrder', 'channel', 'location', 'country', 'payment', 'paid', 'tracking'],
  ...['parcel', 'wholeRefund', 'products', 'categories', 'total'],
] as const;

const read = (facts: object): Record<string, unknown> =>
  Object.fromEntries(KEYS.map((key) => [key, (facts as Record<string, unknown>)[key]]));

const ORDERS: [string, Order][] = [
  ...sampleOrders('EUR', 'https://quillwick.example', Date.parse('2026-11-25T10:00:00Z')).map(
    ({ situation, order }): [string, Order] => [situation, order],
  ),
  ['nothing but what an order must have', testOrder({ shippingAddress: undefined, payment: undefined })],
];

describe('facts read on demand', () => {
  it.each(ORDERS)('are at every moment those read all at once: %s', (_situation, order) => {
    for (const { id } of MOMENTS) {
      expect(read(factsOnDemand(order, id))).toEqual(read(orderFacts(order, aboutMoment(order, id))));
    }
  });

  it('are read once and stay, whatever is asked first', () => {
    const [, order] = ORDERS[0]!;
    const facts = factsOnDemand(order, 'shipment.dispatched');
    expect(facts.products).toBe(facts.products);
    expect(facts.total).toBe(facts.total);
  });
});
