import type { NotificationFacts, PlanSettings } from '.';
import { testOrder } from '../testing';
import { holes } from './holes';
import type { RoutingRule, Scope } from './rules';

const notification = (change: Partial<NotificationFacts> = {}): NotificationFacts => ({
  id: 'n',
  name: 'New order',
  moment: 'order.placed',
  audience: 'staff',
  on: true,
  variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en'] } }],
  ...change,
});
const rule = (id: string, scope: Scope): RoutingRule => ({
  id,
  notificationId: 'n',
  recipient: { address: `${id}@quillwick.example`, name: id },
  scope,
});
const settings = (rules: RoutingRule[], change: Partial<NotificationFacts> = {}): PlanSettings => ({
  store: { language: 'en', timeZone: 'UTC' },
  notifications: [notification(change)],
  rules,
});
const of = (number: string, category: string, more = {}) => ({
  order: testOrder({
    number,
    lines: [{ product: { sku: 'x', name: 'X', category }, quantity: 1, unitPrice: 100 }],
    ...more,
  }),
  at: 0,
});
const ORDERS = [
  of('QW-3', 'kits'),
  of('QW-2', 'papers', { location: 'the Showroom' }),
  of('QW-1', 'tools', { location: 'the Mill' }),
];
const PAPERS = rule('lene', { kind: 'category', category: 'papers' });
const MILL = rule('pawel', {
  kind: 'when',
  when: { match: 'all', tests: [{ about: 'location', is: 'one', of: ['the Mill'] }] },
});

describe('holes', () => {
  it('are the orders that every rule leaves out, in the order given', () => {
    expect(holes(settings([PAPERS]), ORDERS)).toEqual([{ notificationId: 'n', orders: ['QW-3', 'QW-1'] }]);
    expect(holes(settings([PAPERS, MILL]), ORDERS)).toEqual([{ notificationId: 'n', orders: ['QW-3'] }]);
  });

  it('are closed by one rule for all orders', () => {
    expect(holes(settings([PAPERS, rule('marta', { kind: 'all' })]), ORDERS)[0]!.orders).toEqual([]);
  });

  it('are not looked for in what is off, has no rules, or goes to no staff', () => {
    expect(holes(settings([PAPERS], { on: false }), ORDERS)).toEqual([]);
    expect(holes(settings([]), ORDERS)).toEqual([]);
    expect(holes(settings([PAPERS], { audience: 'customer' }), ORDERS)).toEqual([]);
  });

  it('are not what the notification itself leaves out', () => {
    const onlyTrade = {
      match: 'all' as const,
      tests: [{ about: 'channel' as const, is: 'one' as const, of: ['trade'] }],
    };
    expect(holes(settings([rule('marta', { kind: 'all' })], { when: onlyTrade }), ORDERS)[0]!.orders).toEqual([]);
  });
});
