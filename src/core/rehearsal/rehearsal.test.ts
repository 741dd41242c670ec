import fc from 'fast-check';
import { planner, type NotificationFacts, type PlanSettings, type RoutingRule } from '../plan';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import type { Template } from '../template';
import { STORE } from '../testing';
import { TERMS } from '../../../tests/server/terms';
import {
  askedBy,
  byHandIn,
  cover,
  eventsOf,
  expectedOf,
  fewest,
  Forms,
  isOfOrder,
  noticesIn,
  planRehearsal,
  SCRIPTS,
  summariesIn,
  type ExpectWith,
  type Life,
  type Scene,
} from '.';

const START = Date.parse('2026-11-02T09:14:00Z');
const LANGUAGES = ['en', 'de', 'pl'];

/** What ships, as a store has it that turned all of it on. */
const notifications: NotificationFacts[] = SHIPPED_NOTIFICATIONS.map((n) => ({
  id: n.slug,
  slug: n.slug,
  name: n.name,
  moment: n.moment,
  audience: n.audience,
  on: true,
  ...(n.when && { when: n.when }),
  ...(n.schedule && { schedule: n.schedule }),
  ...(n.labels && { labels: n.labels }),
  variants: [
    ...(n.variants ?? []).map((v) => ({
      id: `${n.slug}~${v.variant}`,
      name: v.variant,
      when: v.when,
      edition: { id: `${n.slug}~${v.variant}`, number: 1, languages: ['en', 'de'] },
    })),
    { id: n.slug, name: '', edition: { id: n.slug, number: 1, languages: ['en', 'de'] } },
  ],
}));

const rules: RoutingRule[] = SHIPPED_NOTIFICATIONS.filter((n) => n.audience === 'staff').flatMap((n): RoutingRule[] => [
  {
    id: `${n.slug} all`,
    notificationId: n.slug,
    recipient: { address: 'marta@quillwick.example', name: 'Marta' },
    scope: { kind: 'all' },
  },
  {
    id: `${n.slug} tools`,
    notificationId: n.slug,
    recipient: { address: 'tools@quillwick.example', name: 'Tools' },
    scope: { kind: 'category', category: 'tools' },
  },
  {
    id: `${n.slug} dear`,
    notificationId: n.slug,
    recipient: { address: 'dear@quillwick.example', name: 'Dear' },
    scope: {
      kind: 'when',
      when: { match: 'all', tests: [{ about: 'value', is: 'at-least', amount: 250_000, currency: 'EUR' }] },
    },
  },
]);

const settings: PlanSettings = {
  store: { language: 'en', timeZone: 'Europe/Berlin' },
  notifications,
  rules,
};

const line = (sku: string, category: string, unitPrice: number, more: object = {}) => ({
  product: { sku, name: `Product ${sku}`, category, ...more },
  quantity: 1,
  unitPrice,
  taxRate: 19,
});

const scene: Scene = {
  languages: LANGUAGES,
  currency: 'EUR',
  url: 'https://quillwick.example',
  channels: [{ id: 'web-shop' }, { id: 'trade-desk' }],
  goods: [
    line('A', 'papers', 850),
    line('B', 'tools', 1290),
    line('C', 'patterns', 750, { downloads: [{ name: 'File', url: 'https://quillwick.example/f' }] }),
  ],
  places: ['the Mill'],
  terms: TERMS,
  asked: askedBy(settings),
  byHand: byHandIn(settings),
  summaries: summariesIn(settings),
  notices: noticesIn(settings),
};

const channels = new Map(
  scene.channels.map((c) => [c.id, { name: c.id, customerMail: true, maskedDomain: '', maskedKinds: [] }]),
);
const withSettings = (changed: Partial<PlanSettings> = {}): ExpectWith => {
  const own = { ...settings, ...changed };
  return { planner: planner(own), settings: own, channels };
};

const life = (script: Life['script'], more: Partial<Life> = {}): Life => ({
  script,
  language: 'en',
  channel: 'web-shop',
  guest: false,
  payment: 'Bank transfer',
  place: '',
  country: '',
  told: 'all',
  basket: scene.goods.slice(0, 2).map((g) => ({ ...g, quantity: 2 })),
  ...more,
});

const TEMPLATES = new Map<string, Template>(
  SHIPPED_NOTIFICATIONS.flatMap((n) => [
    [n.slug, n.template] as const,
    ...(n.variants ?? []).map((v) => [`${n.slug}~${v.variant}`, v.template] as const),
  ]),
);
const FORMS = new Forms({
  store: { store: { ...STORE, terms: TERMS }, ownLanguage: 'en', timeZone: 'Europe/Berlin' },
  localeOf: (language) => language,
  channelName: () => 'Web shop',
  templateOf: (id) => TEMPLATES.get(id),
});

describe('the fewest lives', () => {
  it('come within 1.3 times the fewest that there are, and hold everything', () => {
    let [greedy, best] = [0, 0];
    fc.assert(
      fc.property(
        fc.array(fc.uniqueArray(fc.integer({ min: 0, max: 9 }), { minLength: 1, maxLength: 5 }), {
          minLength: 1,
          maxLength: 9,
        }),
        (lists) => {
          const sets = lists.map((list) => new Set(list.map(String)));
          const chosen = cover(sets);
          const held = new Set(chosen.flatMap((i) => [...sets[i]!]));
          expect([...held].toSorted()).toEqual([...new Set(sets.flatMap((s) => [...s]))].toSorted());
          greedy += chosen.length;
          best += fewest(sets).length;
          expect(chosen.length).toBeLessThanOrEqual(fewest(sets).length + 1);
        },
      ),
      { seed: 7, numRuns: 300 },
    );
    expect(greedy / best).toBeLessThan(1.05);
  });

  it('keep those that were pinned', () => {
    const sets = [new Set(['a']), new Set(['a', 'b'])];
    expect(cover(sets)).toEqual([1]);
    expect(cover(sets, [0]).toSorted()).toEqual([0, 1]);
  });
});

describe('a life', () => {
  it.each(SCRIPTS.filter(isOfOrder))('%s goes on from step to step, each later than the last', (script) => {
    const events = eventsOf(
      life(script, script === 'files' ? { basket: [scene.goods[2]!] } : {}),
      scene,
      START,
      'R1-01',
    );
    expect(events.length).toBeGreaterThan(1);
    expect(events[0]!.moment).toBe('order.placed');
    for (const [i, event] of events.entries()) {
      if (i > 0) expect(event.at).toBeGreaterThan(events[i - 1]!.at);
      expect(event.order.number).toBe('R1-01');
      expect(event.order.customer.email).toMatch(/@rehearsal\.example$/);
    }
  });

  it('expects reminders while nothing is paid, and none after', () => {
    const { messages } = expectedOf(eventsOf(life('reminded'), scene, START, 'R1-01'), withSettings());
    const reminders = messages.filter((m) => m.notificationId === 'payment-due');
    expect(reminders.map((m) => m.turn)).toEqual([1, 2, 3]);
    const paid = messages.find((m) => m.notificationId === 'payment-received')!;
    expect(Math.max(...reminders.map((m) => m.at))).toBeLessThan(paid.at);
    // Cancelled on the same day, it hears of no payment that is due.
    const cancelled = expectedOf(eventsOf(life('cancelled'), scene, START, 'R1-02'), withSettings());
    expect(cancelled.messages.some((m) => m.notificationId === 'payment-due')).toBe(false);
    expect(cancelled.silent.some((s) => s.notificationId === 'payment-due')).toBe(true);
  });

  it('speaks of an answer: who answered is asked no more', () => {
    const asked = (script: Life['script']): number =>
      expectedOf(eventsOf(life(script), scene, START, 'R1-01'), withSettings()).messages.filter((m) =>
        m.notificationId.startsWith('how-did'),
      ).length;
    expect(asked('whole')).toBe(3);
    expect(asked('reminded')).toBe(0);
  });
});

describe('a plan', () => {
  const { lives, unshown, tried } = planRehearsal(scene, withSettings(), FORMS, START, 3);
  const messages = lives.flatMap((l) => l.expected.messages);

  it('shows every version in every language with few lives', () => {
    expect(lives.length).toBeLessThanOrEqual(40);
    expect(tried).toBeGreaterThan(lives.length * 5);
    expect(lives.map((l) => l.number).slice(0, 2)).toEqual(['R3-01', 'R3-02']);
    for (const n of notifications.filter((f) => f.audience === 'customer')) {
      for (const v of n.variants) {
        const seen = LANGUAGES.filter((l) => messages.some((m) => m.variantId === v.id && m.order.language === l));
        const left = unshown.find((u) => u.variantId === v.id)?.languages ?? [];
        expect([v.id, [...seen, ...left].toSorted()]).toEqual([v.id, LANGUAGES.toSorted()]);
      }
    }
  });

  it('meets each colleague once, those who hear of some orders only among them', () => {
    for (const address of ['marta', 'tools', 'dear'].map((name) => `${name}@quillwick.example`)) {
      expect([address, messages.some((m) => m.recipient.address === address)]).toEqual([address, true]);
    }
  });

  it('shows what is of no order too: stock that runs low, a day summed up for each colleague, a notice in each language', () => {
    const to = (id: string): string[] => [
      ...new Set(
        messages
          .filter((m) => m.notificationId === id)
          .map((m) => (m.recipient.role === 'staff' ? m.recipient.address : m.order.language!)),
      ),
    ];
    expect(to('stock-low').toSorted()).toEqual(['marta@quillwick.example', 'tools@quillwick.example']);
    expect(to('out-of-stock').toSorted()).toEqual(['marta@quillwick.example', 'tools@quillwick.example']);
    expect(to('summary-of-orders')).toContain('marta@quillwick.example');
    expect(to('news').toSorted()).toEqual(LANGUAGES.toSorted());
    // They take the room of one order.
    expect(lives.filter((l) => !isOfOrder(l.life.script) && l.life.script !== 'account')).toHaveLength(1);
  });

  it('names what no life shows, with why', () => {
    // Stock is worth nothing that a rule could ask for.
    expect(unshown.map((u) => [u.notificationId, u.recipient])).toEqual([
      ['stock-low', 'Dear'],
      ['out-of-stock', 'Dear'],
    ]);
    const never = notifications.map((n) =>
      n.slug === 'order-cancelled'
        ? {
            ...n,
            when: {
              match: 'all' as const,
              tests: [
                { about: 'product' as const, holds: 'any' as const, of: ['A'] },
                { about: 'product' as const, holds: 'none' as const, of: ['A'] },
              ],
            },
          }
        : n,
    );
    const plan = planRehearsal(scene, withSettings({ notifications: never }), FORMS, START, 1);
    expect(plan.unshown.filter((u) => u.notificationId === 'order-cancelled').map((u) => u.why)).toContain(
      'no-order-found',
    );
  });

  it('shows most forms of sentences, each number that a language tells apart among them, and names the others', () => {
    const { unseen } = planRehearsal(scene, withSettings(), FORMS, START, 3);
    const left = unseen.reduce((n, u) => n + u.parts.length, 0);
    const all = unseen.reduce((n, u) => n + u.of, 0);
    expect(left / all).toBeLessThan(0.5);
    const numbers = new Set(
      messages.filter((m) => m.notificationId === 'order-received').map((m) => m.order.lines[0]!.quantity),
    );
    expect(numbers.size).toBeGreaterThan(1);
    for (const part of unseen.flatMap((u) => u.parts)) {
      if (typeof part.is === 'number') expect(part.words).not.toBe('');
    }
    // One piece and several stand in different words, and both are read in each language.
    const received = messages.filter((m) => m.notificationId === 'order-received');
    for (const language of ['en', 'de']) {
      const pieces = received.filter((m) => m.language === language).map((m) => m.order.lines.map((l) => l.quantity));
      expect([language, pieces.some((q) => q.join() === '1'), pieces.some((q) => q.length > 1)]).toEqual([
        language,
        true,
        true,
      ]);
    }
  });

  it('names a colleague whom no order leads to', () => {
    const never: RoutingRule = {
      ...{ id: 'never', notificationId: 'new-order' },
      recipient: { address: 'never@quillwick.example', name: 'Never' },
      scope: { kind: 'category', category: 'maps' },
    };
    const plan = planRehearsal(scene, withSettings({ rules: [...rules, never] }), FORMS, START, 3);
    expect(plan.unshown.filter((u) => u.recipient === 'Never')).toEqual([
      ...[{ notificationId: 'new-order', variantId: '', languages: [], recipient: 'Never', why: 'no-order-found' }],
    ]);
  });

  it('is the same each time', () => {
    const again = planRehearsal(scene, withSettings(), FORMS, START, 3);
    expect(again.lives.map((l) => l.life)).toEqual(lives.map((l) => l.life));
  });

  it('comes to nothing for a store with nothing on', () => {
    const off = notifications.map((n) => ({ ...n, on: false }));
    expect(planRehearsal(scene, withSettings({ notifications: off }), FORMS, START, 1).lives).toEqual([]);
  });
});
