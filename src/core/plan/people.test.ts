/** Whom an order names itself, and rules by who supplies its goods. */
import { forecastRules, plan, reasonWords, scopeProblems, type NotificationFacts, type PlanSettings } from '.';
import type { Order } from '../order';
import { testOrder } from '../testing';
import { holes } from './holes';
import type { RoutingRule } from './rules';

const notification: NotificationFacts = {
  id: 'n',
  name: 'New order',
  moment: 'order.placed',
  audience: 'staff',
  on: true,
  variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en', 'de'] } }],
};
const manager: RoutingRule = {
  id: 'r',
  notificationId: 'n',
  recipient: { address: '', name: '', role: 'account manager' },
  scope: { kind: 'all' },
};
const lene = { role: 'Account Manager', email: 'Lene@team.quillwick.example', name: 'Lene', language: 'de' };
const settings = (change: Partial<PlanSettings> = {}): PlanSettings => ({
  store: { language: 'en', timeZone: 'UTC' },
  notifications: [notification],
  rules: [manager],
  peopleDomains: ['quillwick.example'],
  ...change,
});
const planned = (order: Order, change: Partial<PlanSettings> = {}) => {
  const { deliveries, notWritten } = plan({ ...settings(change), moment: 'order.placed', order, at: 0 });
  return {
    to: deliveries.map((d) => `${d.recipient.name} <${d.recipient.address}> ${d.language}`),
    why: [...deliveries, ...notWritten].flatMap((d) => d.reasons.map(reasonWords)),
  };
};

describe('a rule for whom the order names', () => {
  it('reaches them, in their language, whatever the letters of their part', () => {
    expect(planned(testOrder({ people: [lene] })).to).toEqual(['Lene <Lene@team.quillwick.example> de']);
  });

  it('reaches nobody where the order names none, and says so; the order counts as a hole', () => {
    const order = testOrder({ number: 'QW-1', people: [{ ...lene, role: 'packer' }] });
    expect(planned(order)).toMatchObject({ to: [], why: ['Order QW-1 names no account manager.'] });
    expect(holes(settings(), [{ order, at: 0 }])).toEqual([{ notificationId: 'n', orders: ['QW-1'] }]);
  });

  it.each([
    ['another domain', ['bindery.example']],
    ['a domain that only ends alike', ['wick.example']],
    ['no domain', []],
  ])('sends nothing where the store allows %s', (_what, peopleDomains) => {
    const { to, why } = planned(testOrder({ people: [lene] }), { peopleDomains });
    expect(to).toEqual([]);
    expect(why[0]).toContain('which is of no domain that this store allows.');
  });

  it('asks of the order what other rules ask, and gives nobody a message twice', () => {
    const order = testOrder({ people: [lene] });
    const tools: RoutingRule = { ...manager, scope: { kind: 'category', category: 'gold leaf' } };
    expect(planned(order, { rules: [tools] }).to).toEqual([]);
    const own: RoutingRule = { ...manager, id: 'own', recipient: { address: lene.email.toLowerCase(), name: 'Lene' } };
    expect(planned(order, { rules: [manager, own] }).to).toHaveLength(1);
  });

  it('rests with somebody who stands in, whomever the order names', () => {
    const pawel = { address: 'pawel@quillwick.example', name: 'Pawel' };
    const paused = (pause: RoutingRule['pause']): Partial<PlanSettings> => ({ rules: [{ ...manager, pause: pause! }] });
    expect(planned(testOrder(), paused({ standIn: pawel })).to).toEqual(['Pawel <pawel@quillwick.example> en']);
    expect(planned(testOrder({ people: [lene] }), paused({}))).toMatchObject({
      to: [],
      why: ['The rule of account manager is paused.'],
    });
  });

  it('is tried on the orders of late', () => {
    const orders = [1, 2, 3].map((n) => ({
      order: testOrder({ number: `QW-${n}`, ...(n < 3 && { people: [lene] }) }),
      at: n,
    }));
    expect(forecastRules({ ...settings(), rules: [] }, orders, 'n', [manager], String)).toMatchObject({
      who: [{ address: lene.email, before: 0, after: 2 }],
    });
  });
});

describe('a rule by supplier', () => {
  const rule = (holds: 'any' | 'only' | 'none'): RoutingRule => ({
    ...manager,
    recipient: { address: 'tom@quillwick.example', name: 'Tom' },
    scope: { kind: 'when', when: { match: 'all', tests: [{ about: 'supplier', holds, of: ['Ostrow Paper Mill'] }] } },
  });
  const order = testOrder();
  const skus = order.lines.map((l) => l.product.sku);

  it('asks the order, and where it does not say, what the store knows of its products', () => {
    const told = testOrder({
      lines: order.lines.map((l) => ({ ...l, product: { ...l.product, supplier: 'ostrow paper mill' } })),
    });
    expect(planned(told, { rules: [rule('only')] }).to).toHaveLength(1);
    expect(planned(order, { rules: [rule('any')] }).to).toEqual([]);
    const suppliers = new Map([[skus[0]!, 'Ostrow Paper Mill']]);
    const { to, why } = planned(order, { rules: [rule('any')], suppliers });
    expect(to).toHaveLength(1);
    expect(why.join(' ')).toContain('the order contains goods from Ostrow Paper Mill');
    expect(planned(order, { rules: [rule('none')], suppliers }).to).toEqual([]);
  });

  it('is none for a summary, nor for stock', () => {
    expect(scopeProblems(rule('any').scope, 'orders.summary')).toHaveLength(1);
    expect(scopeProblems(rule('any').scope, 'product.stock-low')).toHaveLength(1);
    expect(scopeProblems(rule('any').scope, 'order.placed')).toEqual([]);
  });
});
