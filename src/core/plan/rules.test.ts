import { plan, reasonWords, type NotificationFacts } from '.';
import { checker } from '../schema';
import { testOrder } from '../testing';
import type { Test } from '../conditions';
import { RULE_ABOUTS, ScopeSchema, scopeProblems, scopeWords, type RoutingRule, type Scope } from './rules';

const rule = (scope: RoutingRule['scope'], name = 'Lene'): RoutingRule => ({
  id: 'r',
  notificationId: 'n',
  recipient: { address: 'lene@quillwick.example', name },
  scope,
});

const when = (...tests: Test[]): Scope => ({ kind: 'when', when: { match: 'all', tests } });

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
    expect(hears({ kind: 'all' })).toEqual({ holds: true, reason: 'Lene gets messages about all orders.' });
  });

  it('for a category holds when any line is of it, and names that line', () => {
    expect(hears({ kind: 'category', category: 'tools' })).toEqual({
      holds: true,
      reason: 'Lene gets messages about orders with tools, and Awl is in this one.',
    });
  });

  it('for a category does not hold for lines without one, nor for a name that only looks alike', () => {
    const order = testOrder({ lines: [{ product: { sku: 'x', name: 'tools' }, quantity: 1, unitPrice: 1 }] });
    expect(hears({ kind: 'category', category: 'tools' }, order).holds).toBe(false);
    expect(hears({ kind: 'category', category: 'Tools' })).toEqual({
      holds: false,
      reason: 'Lene gets messages only about orders with Tools, and this one has none.',
    });
  });

  it('with a condition holds when it is true, and says what was asked either way', () => {
    const dear = when({ about: 'value', is: 'at-least', amount: 3_000, currency: 'EUR' });
    expect(hears(dear)).toEqual({
      holds: true,
      reason: 'Lene gets messages about orders where the order total is at least €30.00.',
    });
    expect(hears(when({ about: 'country', is: 'one', of: ['DE', 'AT'] }))).toEqual({
      holds: false,
      reason: 'Lene gets messages only about orders where the order goes to Germany or Austria.',
    });
  });

  it('with several tests wants all of them, or any', () => {
    const tests: Test[] = [
      { about: 'category', holds: 'any', of: ['papers'] },
      { about: 'location', is: 'one', of: ['the Mill'] },
    ];
    const scope = (match: 'all' | 'any'): Scope => ({ kind: 'when', when: { match, tests } });
    const elsewhere = testOrder({ location: 'the Showroom' });
    expect(hears(scope('all'), elsewhere).holds).toBe(false);
    expect(hears(scope('any'), elsewhere).holds).toBe(true);
    expect(hears(scope('all'), testOrder({ location: 'the Mill' })).holds).toBe(true);
    expect(scopeWords(scope('any'))).toBe(
      'orders of which this is true: the order contains papers or the order ships from the Mill',
    );
  });

  it.each<[string, Test[], string, RegExp]>([
    [
      'asks what it is written in',
      [{ about: 'language', is: 'one', of: ['de'] }],
      '/scope/when/tests/0/about',
      /can only ask about the order/,
    ],
    [
      'asks which of a row it is',
      [{ about: 'turn', is: 'one', of: [2] }],
      '/scope/when/tests/0/about',
      /can only ask about the order/,
    ],
    [
      'excludes itself',
      [
        { about: 'channel', is: 'one', of: ['web'] },
        { about: 'channel', is: 'none', of: ['web'] },
      ],
      '/scope/when',
      /No order can match both “the order came through Web shop” and “the order did not come through Web shop”/,
    ],
  ])('with a condition that %s is refused at its place', (_what, tests, path, message) => {
    const problems = scopeProblems({ kind: 'when', when: { match: 'all', tests } }, 'order.placed', {
      channel: () => 'Web shop',
    });
    expect(problems).toEqual([{ path, message: expect.stringMatching(message) }]);
  });

  it('for all, for a category, and for what can be asked has no problem', () => {
    expect(scopeProblems({ kind: 'all' }, 'order.placed')).toEqual([]);
    expect(scopeProblems({ kind: 'category', category: 'tools' }, 'order.placed')).toEqual([]);
    expect(RULE_ABOUTS).toContain('location');
    expect(scopeProblems(when({ about: 'location', is: 'one', of: ['the Mill'] }), 'order.placed')).toEqual([]);
  });

  it('is called by the address when nobody’s name is known', () => {
    expect(hears({ kind: 'all' }, testOrder(), '').reason).toBe(
      'lene@quillwick.example gets messages about all orders.',
    );
  });

  it.each([
    [{ kind: 'some' }],
    [{ kind: 'category' }],
    [{ kind: 'category', category: '' }],
    [{ kind: 'all', category: 'x' }],
    [{ kind: 'when' }],
    [{ kind: 'when', when: { match: 'all', tests: [] } }],
  ])('is not made of %j', (scope) => {
    expect(checker(ScopeSchema)(scope).ok).toBe(false);
  });
});
