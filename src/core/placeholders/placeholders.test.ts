import { MOMENTS, MOMENT_COLUMNS } from '../moments/registry';
import { snapshotOf } from '../snapshot/snapshot';
import { STORE, testOrder } from '../testing';
import { functionFits, defaultFunction } from '../text';
import { nearestPlaceholder, placeholder, PLACEHOLDERS } from './catalogue';
import { isProvided, placeholdersAt } from './provided';

describe('the catalogue', () => {
  it('names each placeholder once, with a label of its own in its group', () => {
    expect(new Set(PLACEHOLDERS.map((p) => p.name)).size).toBe(PLACEHOLDERS.length);
    expect(new Set(PLACEHOLDERS.map((p) => `${p.group} ${p.label}`)).size).toBe(PLACEHOLDERS.length);
  });

  it.each(PLACEHOLDERS.map((p) => [p.name, p] as const))(
    '%s has a sample of its type, and a function that writes it',
    (_name, p) => {
      const kind = typeof p.sample === 'object' ? 'money' : typeof p.sample;
      expect(kind).toBe({ text: 'string', url: 'string', number: 'number', date: 'number', money: 'money' }[p.type]);
      expect(functionFits(defaultFunction(p.type), p.type)).toBe(true);
    },
  );

  it('holds all that a snapshot has, and a snapshot all that cannot be missing', () => {
    const full = snapshotOf({ order: testOrder({ note: 'x' }), store: STORE, now: 0 }).values;
    for (const name of Object.keys(full)) expect(placeholder(name)).toBeDefined();
    const bare = snapshotOf({
      order: {
        number: 'Q-1',
        placedAt: '2026-11-24T09:14:00Z',
        currency: 'EUR',
        channel: 'web-shop',
        customer: { email: 'a@b.example' },
        lines: [{ product: { sku: 'a', name: 'A' }, quantity: 1, unitPrice: 100 }],
      },
      store: { name: 'S', email: 's@s.example', url: 'https://s.example' },
      now: 0,
    }).values;
    const missing = placeholdersAt('order.placed').filter((p) => !p.canBeMissing && bare[p.name] === undefined);
    expect(missing.map((p) => p.name)).toEqual([]);
  });

  it.each([
    ['customer.firstname', 'customer.firstName'],
    ['firstName', 'customer.firstName'],
    ['order.numbr', 'order.number'],
    ['totl', 'order.total'],
    ['something.else.entirely', undefined],
  ])('for %s suggests %s', (typed, meant) => {
    expect(nearestPlaceholder(typed)).toBe(meant);
  });
});

describe('moments', () => {
  it('each stand in a column of the board, and every column has one', () => {
    expect(new Set(MOMENTS.map((m) => m.column))).toEqual(new Set(MOMENT_COLUMNS));
    expect(new Set(MOMENTS.map((m) => m.id)).size).toBe(MOMENTS.length);
  });

  it('know of a shipment only once there can be one', () => {
    const carrier = placeholder('shipment.carrier')!;
    expect(MOMENTS.filter((m) => isProvided(carrier, m.id)).map((m) => m.id)).toEqual([
      'shipment.dispatched',
      'shipment.updated',
      'shipment.ready-for-pickup',
      'shipment.delivered',
      'by-hand',
    ]);
    expect(isProvided(carrier, 'some.other-moment')).toBe(false);
    expect(isProvided(placeholder('order.number')!, 'some.other-moment')).toBe(true);
  });
});
