import { contradiction, covers, type Condition, type Test } from '../conditions';
import { orderFacts } from '../snapshot/facts';
import { staleAfter, type Template } from '../template';
import { testOrder } from '../testing';
import { findDoubles } from './doubles';
import type { NotificationFacts } from './notification';
import { checkNotificationSettings, settingsProblems, type NotificationSettings } from './settings';
import { tryNotification } from './tester';
import type { MomentId } from '../moments/registry';

const all = (...tests: Test[]): Condition => ({ match: 'all', tests });
const guest: Test = { about: 'customer', is: 'guest' };
const account: Test = { about: 'customer', is: 'account' };
const base: NotificationSettings = {
  name: 'Order received',
  note: '',
  owner: '',
  offChannels: [],
  labels: [],
  schedule: { row: [], ends: [] },
  variants: [{ name: '', nothing: false }],
};
const said = (change: Partial<NotificationSettings>, moment: MomentId = 'order.placed'): string[] =>
  settingsProblems({ ...base, ...change }, moment).map((p) => `${p.path} ${p.message}`);

describe('a condition that nobody can meet', () => {
  const value = (is: 'at-least' | 'below', amount: number): Test => ({ about: 'value', is, amount, currency: 'EUR' });
  it.each<[string, Test, Test, boolean]>([
    ['guest and account', guest, account, true],
    ['guest twice', guest, guest, false],
    [
      'two channels at once',
      { about: 'channel', is: 'one', of: ['a'] },
      { about: 'channel', is: 'one', of: ['b', 'c'] },
      true,
    ],
    [
      'channels that share one',
      { about: 'channel', is: 'one', of: ['a', 'b'] },
      { about: 'channel', is: 'one', of: ['b'] },
      false,
    ],
    [
      'one channel and not that',
      { about: 'channel', is: 'one', of: ['a'] },
      { about: 'channel', is: 'none', of: ['a', 'b'] },
      true,
    ],
    [
      'one language and a narrower one',
      { about: 'language', is: 'one', of: ['de'] },
      { about: 'language', is: 'one', of: ['de-AT'] },
      false,
    ],
    [
      'German but not German',
      { about: 'language', is: 'one', of: ['de-AT'] },
      { about: 'language', is: 'none', of: ['de'] },
      true,
    ],
    [
      'only papers and any tools',
      { about: 'category', holds: 'only', of: ['papers'] },
      { about: 'category', holds: 'any', of: ['tools'] },
      true,
    ],
    [
      'any papers and any tools',
      { about: 'category', holds: 'any', of: ['papers'] },
      { about: 'category', holds: 'any', of: ['tools'] },
      false,
    ],
    [
      'any papers and no papers',
      { about: 'category', holds: 'any', of: ['papers'] },
      { about: 'category', holds: 'none', of: ['papers'] },
      true,
    ],
    ['100 or more and less than 100', value('at-least', 10_000), value('below', 10_000), true],
    ['50 or more and less than 100', value('at-least', 5_000), value('below', 10_000), false],
  ])('%s', (_what, a, b, impossible) => {
    expect(contradiction(all(a, b)) !== undefined).toBe(impossible);
    expect(contradiction(all(b, a)) !== undefined).toBe(impossible);
    expect(contradiction({ match: 'any', tests: [a, b] })).toBeUndefined();
  });

  it('covers what asks the same and more', () => {
    expect(covers(all(guest), all(guest, { about: 'tracking', is: true }))).toBe(true);
    expect(covers(all(guest, { about: 'tracking', is: true }), all(guest))).toBe(false);
    expect(covers(undefined, all(guest))).toBe(true);
  });
});

describe('how a notification goes out', () => {
  it('is taken as it should be', () => {
    expect(said({})).toEqual([]);
    expect(said({ variants: [{ name: 'Guests', when: all(guest), nothing: false }, ...base.variants] })).toEqual([]);
  });

  it.each<[string, Partial<NotificationSettings>, MomentId, string]>([
    ['no name', { name: ' ' }, 'order.placed', '/name Enter a name.'],
    [
      'nobody',
      { when: all(guest, account) },
      'order.placed',
      '/when No order can match both “the customer ordered as a guest” and “the customer has an account”.',
    ],
    [
      'a version without a name',
      { variants: [{ name: '', when: all(guest), nothing: false }, ...base.variants] },
      'order.placed',
      '/variants/0/name Enter a name.',
    ],
    [
      'a version that swallows the rest',
      { variants: [{ name: 'A', nothing: false }, ...base.variants] },
      'order.placed',
      '/variants/0/when Add a condition: without one, no later version is ever used.',
    ],
    [
      'a version after one that fits the same',
      {
        variants: [
          { name: 'Guests', when: all(guest), nothing: false },
          { name: 'Polish guests', when: all(guest, { about: 'language', is: 'one', of: ['pl'] }), nothing: false },
          ...base.variants,
        ],
      },
      'order.placed',
      '/variants/1/when Change this condition: \u201cGuests\u201d comes first and matches the same orders.',
    ],
    [
      'a condition on the one for everybody',
      { variants: [{ name: '', when: all(guest), nothing: false }] },
      'order.placed',
      '/variants/0/when Remove the condition: the last version is for everyone else.',
    ],
    ['a timer at once', {}, 'order.payment-due', '/schedule/row Add a delay: this goes out some time after its event.'],
    [
      'an end that has come before the beginning',
      { schedule: { row: [{ wait: { amount: 2, unit: 'days' } }], ends: ['dispatched'] } },
      'shipment.delivered',
      '/schedule/ends/0 “dispatched” would stop every message. Choose another stop event.',
    ],
  ])('is refused at its place: %s', (_what, change, moment, words) => {
    expect(said(change, moment)).toContain(words);
  });

  it('refuses a wait below nothing by its shape', () => {
    const checked = checkNotificationSettings({
      ...base,
      schedule: { row: [{ wait: { amount: -1, unit: 'hours' } }], ends: [] },
    });
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toEqual(['/schedule/row/0/wait/amount']);
  });

  it('is tried against an order: which version is taken, and why the others are not', () => {
    const tried = tryNotification(
      {
        variants: [
          { name: 'Polish', when: all({ about: 'language', is: 'one', of: ['pl'] }), nothing: false },
          { name: 'Guests', when: all(guest), nothing: true },
          { name: 'With tools', when: all({ about: 'category', holds: 'any', of: ['tools'] }), nothing: false },
          { name: '', nothing: false },
        ],
      },
      orderFacts(testOrder({ customer: { email: 'a@b.example', guest: true } })),
      'en',
    );
    expect(tried.variants.map((v) => [v.name, v.verdict, v.tried?.tests[0]?.found])).toEqual([
      ['Polish', 'does not fit', 'English'],
      ['Guests', 'nothing', 'a guest'],
      ['With tools', 'comes later', 'papers, tools'],
      ['', 'comes later', undefined],
    ]);
  });
});

describe('doubles', () => {
  const notification = (id: string, change: Partial<NotificationFacts> = {}): NotificationFacts => ({
    id,
    name: `Notification ${id}`,
    moment: 'order.placed',
    audience: 'customer',
    on: true,
    variants: [{ id: `v${id}`, name: '', edition: { id: `e${id}`, number: 1, languages: ['en'] } }],
    ...change,
  });
  const orders = [testOrder(), testOrder({ number: 'QW-2', customer: { email: 'g@b.example', guest: true } })].map(
    (order) => ({ order, at: 0 }),
  );
  const find = (notifications: NotificationFacts[], mails: Parameters<typeof findDoubles>[1] = []) =>
    findDoubles({ store: { language: 'en', timeZone: 'UTC' }, notifications, rules: [] }, mails, orders);

  it('are two live notifications that reach one person for one moment', () => {
    expect(find([notification('1'), notification('2')])).toEqual([
      expect.objectContaining({
        notificationId: '2',
        with: { kind: 'notification', id: '1', name: 'Notification 1' },
        person: 'Iwona Sobczyk',
        order: 'QW-10482',
        orders: 2,
      }),
    ]);
  });

  it('are none where conditions exclude each other, one is off, or never published', () => {
    expect(find([notification('1', { when: all(guest) }), notification('2', { when: all(account) })])).toEqual([]);
    expect(find([notification('1', { on: false }), notification('2')])).toEqual([]);
    expect(find([notification('1', { variants: [{ id: 'v', name: '' }] }), notification('2')])).toEqual([]);
    expect(find([notification('1', { moment: 'order.cancelled' }), notification('2')])).toEqual([]);
  });

  it('counts only the orders that both fit', () => {
    expect(find([notification('1', { when: all(guest) }), notification('2')])).toEqual([
      expect.objectContaining({ order: 'QW-2', orders: 1 }),
    ]);
  });

  it('are found with what the shop system sends by itself', () => {
    const mail = {
      id: 'm',
      name: 'Built-in confirmation',
      moment: 'order.placed' as const,
      audience: 'customer' as const,
    };
    expect(find([notification('1')], [mail])).toEqual([
      expect.objectContaining({ notificationId: '1', with: { kind: 'shop', id: 'm', name: 'Built-in confirmation' } }),
    ]);
    expect(find([notification('1')], [{ ...mail, audience: 'staff' }])).toEqual([]);
  });
});

describe('stale words', () => {
  const template = (en: string, de: string): Template => ({
    version: 1,
    blocks: [],
    words: { en: { subject: en }, de: { subject: de } },
  });
  it('are those whose source moved on without them, until they follow', () => {
    const first = staleAfter({}, template('Hello', 'Hallo'), template('Good day', 'Hallo'), 'en');
    expect(first).toEqual({ de: ['subject'] });
    expect(staleAfter(first, template('Good day', 'Hallo'), template('Good day', 'Hallo'), 'en')).toEqual(first);
    expect(staleAfter(first, template('Good day', 'Hallo'), template('Good day', 'Guten Tag'), 'en')).toEqual({});
    expect(staleAfter({}, undefined, template('Hello', 'Hallo'), 'en')).toEqual({});
  });
});
