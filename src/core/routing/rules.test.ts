import { reasonWords } from '../plan/reasons';
import { checker } from '../schema';
import { testOrder } from '../testing';
import { ruleHolds, ScopeSchema, type RoutingRule } from './rules';

const rule = (scope: RoutingRule['scope'], name = 'Lene'): RoutingRule => ({
  id: 'r',
  notificationId: 'n',
  recipient: { address: 'lene@quillwick.example', name },
  scope,
});

describe('a routing rule', () => {
  it('for all orders holds for every one', () => {
    expect(ruleHolds(rule({ kind: 'all' }), testOrder()).holds).toBe(true);
  });

  it('for a category holds when any line is of it, and names that line', () => {
    const { holds, reason } = ruleHolds(rule({ kind: 'category', category: 'tools' }), testOrder());
    expect(holds).toBe(true);
    expect(reasonWords(reason)).toBe('Lene hears of orders with tools, and Awl is in this one.');
  });

  it('for a category does not hold for lines without one, nor for a name that only looks alike', () => {
    const order = testOrder({ lines: [{ product: { sku: 'x', name: 'tools' }, quantity: 1, unitPrice: 1 }] });
    expect(ruleHolds(rule({ kind: 'category', category: 'tools' }), order).holds).toBe(false);
    expect(ruleHolds(rule({ kind: 'category', category: 'Tools' }), testOrder()).holds).toBe(false);
  });

  it('is called by the address when nobody’s name is known', () => {
    expect(reasonWords(ruleHolds(rule({ kind: 'all' }, ''), testOrder()).reason)).toBe(
      'lene@quillwick.example hears of all orders.',
    );
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
