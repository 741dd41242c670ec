import { foreignPlaceholders, guessPlaceholder } from './foreign';

const guess = (name: string): string | undefined => guessPlaceholder(name, 'shipment.dispatched');

describe('a placeholder of another program', () => {
  it.each([
    ['first_name', 'customer.firstName'],
    ['customer.name', 'customer.fullName'],
    ['name', 'customer.fullName'],
    ['order_number', 'order.number'],
    ['orderId', 'order.number'],
    ['ORDER_NR', 'order.number'],
    ['grand_total', 'order.total'],
    ['tracking_number', 'shipment.trackingNumber'],
    ['Tracking URL', 'shipment.trackingUrl'],
    ['shop_name', 'store.name'],
    ['store.email', 'store.email'],
    ['year', 'message.year'],
    ['payment_method', 'order.paymentMethod'],
  ])('%s most likely means %s', (name, expected) => {
    expect(guess(name)).toBe(expected);
  });

  it('that means nothing to us has no guess', () => {
    expect(guess('campaign_token')).toBeUndefined();
  });

  it('is only guessed from what the moment has', () => {
    expect(guessPlaceholder('tracking_number', 'order.placed')).not.toBe('shipment.trackingNumber');
  });

  it('is found in each of its forms, with its place', () => {
    const text = 'Hi {{ first_name | default }}, your order %order_number% from [store name] costs 100% [sic].';
    const found = foreignPlaceholders(text, 'order.placed');
    expect(found.map((f) => [f.text, f.guess])).toEqual([
      ['{{ first_name | default }}', 'customer.firstName'],
      ['%order_number%', 'order.number'],
      ['[store name]', 'store.name'],
    ]);
    for (const f of found) expect(text.slice(f.start, f.end)).toBe(f.text);
  });

  it('without a guess is kept in doubt only where the form leaves none: in double braces', () => {
    expect(foreignPlaceholders('{{loyalty_tier}} 50% off, 20% more [see below]', 'order.placed')).toMatchObject([
      { text: '{{loyalty_tier}}', guess: undefined },
    ]);
  });
});
