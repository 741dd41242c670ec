import { testOrder } from '../testing';
import { namedBy, termUses, usageKey } from './uses';

const channels = new Map([['web-shop', 'Web shop']]);
const order = testOrder({
  channel: 'web-shop',
  location: 'Riga',
  payment: { method: 'Bank transfer' },
  shipments: [
    { carrier: 'Fern Parcels', location: 'riga ', items: [] },
    { carrier: 'fern parcels', location: 'Leipzig', items: [] },
  ] as never,
});

describe('where terms are used', () => {
  it('names each thing of an order once, whatever its capitals', () => {
    const named = namedBy(order, channels).map(([kind, name]) => usageKey(kind, name));
    expect(named).toEqual([...new Set(named)]);
    expect(named).toEqual(
      expect.arrayContaining([
        ...['payment bank transfer', 'channel web shop', 'place riga', 'place leipzig', 'carrier fern parcels'],
      ]),
    );
  });

  it('counts orders and what waits, and names each condition that asks for it once', () => {
    const when = {
      match: 'all' as const,
      tests: [{ about: 'payment' as const, is: 'one' as const, of: ['BANK TRANSFER'] }],
    };
    const uses = termUses(
      [
        { order, waiting: 2 },
        { order, waiting: 0 },
      ],
      [
        { path: 'desk/order-received~transfer', name: 'Order received, transfer', when },
        { path: 'desk/order-received~transfer', name: 'Order received, transfer', when },
        {
          path: 'journey/paid',
          name: 'Paid',
          when: { match: 'all', tests: [{ about: 'location', is: 'none', of: ['Porto'] }] },
        },
        {
          path: 'journey/x',
          name: 'X',
          when: { match: 'all', tests: [{ about: 'channel', is: 'one', of: ['web-shop'] }] },
        },
      ],
      channels,
    );
    expect(uses[usageKey('payment', 'Bank transfer')]).toEqual({
      orders: 2,
      waiting: 2,
      asked: [{ path: 'desk/order-received~transfer', name: 'Order received, transfer' }],
    });
    expect(uses[usageKey('place', 'Porto')]).toEqual({
      orders: 0,
      waiting: 0,
      asked: [{ path: 'journey/paid', name: 'Paid' }],
    });
    expect(uses[usageKey('channel', 'Web shop')]!.asked).toEqual([{ path: 'journey/x', name: 'X' }]);
    expect(uses[usageKey('place', 'Lisbon')]).toBeUndefined();
  });
});
