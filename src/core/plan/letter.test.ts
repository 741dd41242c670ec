import { testOrder } from '../testing';
import { notSaid } from './event-standing';
import { findDoubles } from './doubles';
import { adaptedFor, adaptedTemplate, type Letter } from './letter';
import type { NotificationFacts } from './notification';
import { plan, planner } from './plan';
import type { PlanEvent, PlanSettings } from './types';
import { reasonWords } from './reasons';
import { settingsProblems } from './settings';
import type { MomentId } from '../moments/registry';

const byHand = (id: string, change: Partial<NotificationFacts> = {}): NotificationFacts => ({
  id,
  name: `Message ${id}`,
  moment: 'by-hand',
  audience: 'customer',
  on: true,
  variants: [{ id: `v-${id}`, name: '', edition: { id: `e-${id}`, number: 2, languages: ['en', 'de'] } }],
  ...change,
});
const letter = (notificationId: string, adapted: Letter['adapted'] = []): Letter => ({
  notificationId,
  by: 'Noor',
  adapted,
});
const settings: PlanSettings = {
  store: { language: 'en', timeZone: 'Europe/Berlin' },
  notifications: [byHand('a'), byHand('b')],
  rules: [],
};
const planned = (change: Partial<PlanSettings & PlanEvent> = {}) =>
  plan({
    moment: 'by-hand',
    order: testOrder(),
    at: 0,
    ...settings,
    channel: { name: 'Web shop', customerMail: true },
    letter: letter('b'),
    ...change,
  });
const words = (reasons: { code: string }[] | undefined): string =>
  (reasons ?? []).map((r) => reasonWords(r as never)).join(' ');

describe('a message by hand', () => {
  it('is the one that was chosen, and says who chose it', () => {
    const { deliveries, notWritten } = planned();
    expect(deliveries.map((d) => d.notificationId)).toEqual(['b']);
    expect(notWritten).toEqual([]);
    expect(words(deliveries[0]!.reasons)).toMatch(
      /^Noor chose to send Message b\. Iwona Sobczyk placed order QW-10482\./,
    );
    expect(deliveries[0]!.sender).toBe('service');
  });

  it('goes out for no other reason: without a choice nothing is planned', () => {
    expect(plan({ ...settings, moment: 'by-hand', order: testOrder(), at: 0 }).deliveries).toEqual([]);
  });

  it('says that its words were adapted, only in the language in which they were', () => {
    const adapted = [{ editionId: 'e-b', language: 'de', words: { subject: 'Kurz gefragt' } }];
    const inGerman = planned({ letter: letter('b', adapted), order: testOrder({ language: 'de' }) });
    expect(words(inGerman.deliveries[0]!.reasons)).toContain('Noor changed its text for this message.');
    expect(words(planned({ letter: letter('b', adapted) }).deliveries[0]!.reasons)).not.toContain('adapted');
  });

  it('is not offered where its condition, its channel or the channel’s rules say no', () => {
    const guests = byHand('b', { when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] } });
    expect(words(planned({ notifications: [guests] }).notWritten[0]?.reasons)).toContain(
      'goes out only when the customer ordered as a guest',
    );
    expect(words(planned({ notifications: [byHand('b', { offChannels: ['web-shop'] })] }).notWritten[0]?.reasons)).toBe(
      'Message b is off for orders from Web shop.',
    );
    expect(words(planned({ channel: { name: 'Bazaarlane', customerMail: false } }).notWritten[0]?.reasons)).toContain(
      'Customer messages are blocked',
    );
  });

  it('to colleagues is planned anew for each letter, although their rules are worked out once', () => {
    const { plan: again } = planner({
      store: { language: 'en', timeZone: 'Europe/Berlin' },
      notifications: [byHand('s', { audience: 'staff' })],
      rules: [
        {
          id: 'r',
          notificationId: 's',
          recipient: { address: 'pawel@q.example', name: 'Pawel' },
          scope: { kind: 'all' },
        },
      ],
    });
    const from = (by: string) =>
      words(
        again({ moment: 'by-hand', order: testOrder(), at: 0, letter: { notificationId: 's', by, adapted: [] } })
          .deliveries[0]!.reasons,
      );
    expect([from('Noor'), from('Marta')]).toEqual([
      expect.stringContaining('Noor chose'),
      expect.stringContaining('Marta chose'),
    ]);
  });

  it('can be written about an order that was cancelled, and makes no double', () => {
    const standing = { at: 0, now: 0, order: 'QW-1', cancelled: true, had: new Set<MomentId>(['by-hand']) };
    expect(notSaid({ moment: 'by-hand', ...standing })).toBeUndefined();
    expect(findDoubles(settings, [], [{ order: testOrder(), at: 0 }])).toEqual([]);
  });

  it('has no timing', () => {
    const timed = {
      name: 'One question',
      note: '',
      owner: '',
      offChannels: [],
      labels: [],
      schedule: { row: [{ wait: { amount: 1, unit: 'days' as const } }], ends: [] },
      variants: [{ name: '', nothing: false }],
    };
    expect(settingsProblems(timed, 'by-hand')).toEqual([
      { path: '/schedule/row', message: 'Remove the delay: this goes out when a colleague sends it.' },
    ]);
    expect(settingsProblems({ ...timed, schedule: { row: [], ends: [] } }, 'by-hand')).toEqual([]);
  });
});

describe('adapted words', () => {
  const template = {
    version: 1 as const,
    blocks: [{ id: 'say', kind: 'text' as const }],
    words: { en: { subject: 'A', say: 'one' }, de: { subject: 'B', say: 'eins' } },
  };

  it('take the place of the segments they name, in one language', () => {
    expect(adaptedTemplate(template, 'en', { say: 'two' }).words).toEqual({
      en: { subject: 'A', say: 'two' },
      de: { subject: 'B', say: 'eins' },
    });
  });

  it('for what the template does not have are left out', () => {
    expect(adaptedTemplate(template, 'en', { gone: 'x' }).words.en).toEqual(template.words.en);
  });

  it('are found by edition and language', () => {
    const own = letter('n', [{ editionId: 'e', language: 'de', words: { say: 'zwei' } }]);
    expect(adaptedFor(own, 'e', 'de')).toEqual({ say: 'zwei' });
    expect(adaptedFor(own, 'e', 'en')).toBeUndefined();
    expect(adaptedFor(own, 'other', 'de')).toBeUndefined();
  });
});
