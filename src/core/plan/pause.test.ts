import { forecastRules, plan, reasonWords, type NotificationFacts, type PlanSettings } from '.';
import { testOrder } from '../testing';
import { holes } from './holes';
import type { RoutingRule } from './rules';

const DAY = 86_400_000;
const notification: NotificationFacts = {
  id: 'n',
  name: 'New order',
  moment: 'order.placed',
  audience: 'staff',
  on: true,
  variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en', 'de'] } }],
};
const lene = { address: 'lene@quillwick.example', name: 'Lene' };
const pawel = { address: 'pawel@quillwick.example', name: 'Pawel', language: 'de' };
const rule = (recipient: RoutingRule['recipient'], more: Partial<RoutingRule> = {}): RoutingRule => ({
  ...{ id: recipient.name, notificationId: 'n', recipient, scope: { kind: 'all' } },
  ...more,
});
const settings = (...rules: RoutingRule[]): PlanSettings => ({
  store: { language: 'en', timeZone: 'UTC' },
  notifications: [notification],
  rules,
});
const planned = (at: number, ...rules: RoutingRule[]) => {
  const { deliveries, notWritten } = plan({ ...settings(...rules), moment: 'order.placed', order: testOrder(), at });
  return {
    to: deliveries.map((d) => `${d.recipient.name} ${d.language}`),
    why: [...deliveries, ...notWritten].flatMap((d) => d.reasons.map(reasonWords)),
  };
};

describe('a rule that is paused', () => {
  it('reaches nobody, and says so, until its time', () => {
    const paused = rule(lene, { pause: { until: 5 * DAY } });
    expect(planned(5 * DAY - 1, paused).to).toEqual([]);
    expect(planned(0, paused).why).toContain('The rule of Lene is paused until 6 Jan 1970, 00:00 (UTC).');
    expect(planned(5 * DAY, paused).to).toEqual(['Lene en']);
    expect(planned(99 * DAY, rule(lene, { pause: {} })).why).toEqual(['The rule of Lene is paused.']);
  });

  it('reaches who stands in, in their language, once', () => {
    const paused = rule(lene, { pause: { standIn: pawel } });
    expect(planned(0, paused)).toMatchObject({ to: ['Pawel de'] });
    expect(planned(0, paused).why).toContain('Pawel stands in for Lene.');
    expect(planned(0, paused, rule(pawel)).to).toEqual(['Pawel de']);
    expect(planned(0, rule(pawel), paused).to).toEqual(['Pawel de']);
    const tools = { kind: 'category', category: 'papers of gold' } as const;
    expect(planned(0, { ...paused, scope: tools }).to).toEqual([]);
  });

  it('leaves a hole that is counted', () => {
    const orders = [{ order: testOrder({ number: 'QW-1' }), at: 0 }];
    expect(holes(settings(rule(lene, { pause: {} })), orders)).toEqual([{ notificationId: 'n', orders: ['QW-1'] }]);
    expect(holes(settings(rule(lene, { pause: { standIn: pawel } })), orders)[0]!.orders).toEqual([]);
  });
});

describe('a change of rules, tried on the orders of late', () => {
  const orders = Array.from({ length: 30 }, (_, i) => ({
    order: testOrder({ number: `QW-${i}` }),
    // 24 of them on one day.
    at: i < 24 ? 10 * DAY + i : (i - 20) * DAY,
  }));
  const dayOf = (at: number): string => String(Math.floor(at / DAY));

  it('says who would have had how many more, and on the busiest day', () => {
    const { who, ...rest } = forecastRules(settings(rule(pawel)), orders, 'n', [rule(pawel), rule(lene)], dayOf);
    expect(rest).toEqual({ orders: 30, days: 7, unheard: { before: 0, after: 0 } });
    expect(who).toEqual([{ ...lene, before: 0, after: 30, mostADay: 24 }]);
  });

  it('says who would have had fewer, and what nobody would have heard of', () => {
    const none = rule(pawel, { scope: { kind: 'category', category: 'no such goods' } });
    expect(forecastRules(settings(rule(pawel)), orders, 'n', [none], dayOf)).toMatchObject({
      who: [{ address: pawel.address, before: 30, after: 0, mostADay: 0 }],
      unheard: { before: 0, after: 30 },
    });
  });

  it('looks only at orders that the moment came to', () => {
    const refunds = { ...settings(), notifications: [{ ...notification, moment: 'refund.issued' as const }] };
    expect(forecastRules(refunds, orders, 'n', [rule(lene)], dayOf)).toMatchObject({ orders: 0, who: [] });
  });
});
