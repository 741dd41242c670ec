import { plan, reasonWords, type NotificationFacts } from '../plan';
import { checker } from '../schema';
import { testOrder } from '../testing';
import { ScopeSchema, type RoutingRule } from './rules';

const rule = (scope: RoutingRule['scope'], name = 'Lene'): RoutingRule => ({
  id: 'r',
  notificationId: 'n',
  recipient: { address: 'lene@quillwick.example', name },
  scope,
});

const hears = (scope: RoutingRule['scope'], order = testOrder(), name?: string) => {
  const notification: NotificationFacts = {
    id: 'n',
    name: 'New order',
    moment: 'order.placed',
    audience: 'staff',
    on: true,
    variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en'] } }],
  };
  const { deliveries, notWritten } = plan({
    store: { language: 'en', timeZone: 'UTC' },
    notifications: [notification],
    rules: [rule(scope, name)],
    moment: 'order.placed',
    order,
    at: 0,
  });
  const reasons = (deliveries[0] ?? notWritten[0])!.reasons.map(reasonWords);
  return { holds: deliveries.length > 0, reason: deliveries.length > 0 ? reasons[1] : reasons[0] };
};

describe('a routing rule', () => {
  it('for all orders holds for every one', () => {
    expect(hears({ kind: 'all' })).toEqual({ holds: true, reason: 'Lene hears of all orders.' });
  });

  it('for a category holds when any line is of it, and names that line', () => {
    expect(hears({ kind: 'category', category: 'tools' })).toEqual({
      holds: true,
      reason: 'Lene hears of orders with tools, and Awl is in this one.',
    });
  });

  it('for a category does not hold for lines without one, nor for a name that only looks alike', () => {
    const order = testOrder({ lines: [{ product: { sku: 'x', name: 'tools' }, quantity: 1, unitPrice: 1 }] });
    expect(hears({ kind: 'category', category: 'tools' }, order).holds).toBe(false);
    expect(hears({ kind: 'category', category: 'Tools' })).toEqual({
      holds: false,
      reason: 'Lene hears only of orders with Tools, and none is in this one.',
    });
  });

  it('is called by the address when nobody’s name is known', () => {
    expect(hears({ kind: 'all' }, testOrder(), '').reason).toBe('lene@quillwick.example hears of all orders.');
  });

  it.each([
    [{ kind: 'some' }],
    [{ kind: 'category' }],
    [{ kind: 'category', category: '' }],
    [{ kind: 'all', category: 'x' }],
  ])('is not made of %j', (scope) => {
    expect(checker(ScopeSchema)(scope).ok).toBe(false);
  });
});
