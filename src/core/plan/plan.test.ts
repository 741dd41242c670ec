import type { RoutingRule } from './rules';
import { testOrder } from '../testing';
import type { NotificationFacts } from './notification';
import { plan } from './plan';
import type { PlanEvent, PlanSettings } from './types';
import { reasonWords } from './reasons';

type Input = PlanSettings & PlanEvent;

const AT = Date.parse('2026-11-24T09:14:02Z');
const received: NotificationFacts = {
  id: 'n1',
  name: 'Order received',
  moment: 'order.placed',
  audience: 'customer',
  on: true,
  variants: [{ id: 'v1', name: '', edition: { id: 'e1', number: 3, languages: ['en', 'de'] } }],
};
const newOrder: NotificationFacts = {
  ...received,
  id: 'n2',
  name: 'New order',
  audience: 'staff',
  variants: [{ id: 'v2', name: '', edition: { id: 'e2', number: 1, languages: ['en', 'de'] } }],
};
const rule = (id: string, address: string, scope: RoutingRule['scope'], language?: string): RoutingRule => ({
  id,
  notificationId: 'n2',
  recipient: { address, name: id, ...(language && { language }) },
  scope,
});
const input = (change: Partial<Input> = {}): Input => ({
  moment: 'order.placed',
  order: testOrder(),
  store: { language: 'en', timeZone: 'Europe/Berlin' },
  at: AT,
  channel: { name: 'Web shop', customerMail: true },
  notifications: [received, newOrder],
  rules: [rule('Pawel', 'pawel@quillwick.example', { kind: 'all' }, 'de')],
  ...change,
});
const why = (reasons: { code: string }[]): string => reasons.map((r) => reasonWords(r as never)).join(' ');

describe('planning an order', () => {
  it('writes to the customer in their language and to the staff in theirs, with reasons', () => {
    const result = plan(input({ order: testOrder({ language: 'de-AT' }) }));
    expect(result.deliveries.map((d) => [d.recipient.address, d.recipient.role, d.language, d.editionId])).toEqual([
      ['iwona@sobczyk.example', 'customer', 'de', 'e1'],
      ['pawel@quillwick.example', 'staff', 'de', 'e2'],
    ]);
    expect(why(result.deliveries[0]!.reasons)).toBe(
      'Order received goes out when an order is placed. Iwona Sobczyk placed order QW-10482. The order was placed in Austrian German. Made from edition 3.',
    );
    expect(result.notWritten).toEqual([]);
  });

  it('falls back to the store’s language and says so', () => {
    const [delivery] = plan(input({ order: testOrder({ language: 'pl' }) })).deliveries;
    expect(delivery!.language).toBe('en');
    expect(why(delivery!.reasons)).toContain('No Polish translation, so it is in English');
  });

  it('takes the language kept with the customer when the order has none', () => {
    const [delivery] = plan(
      input({ order: testOrder({ language: undefined }), customer: { language: 'de' } }),
    ).deliveries;
    expect(delivery!.language).toBe('de');
    expect(why(delivery!.reasons)).toContain('The customer reads German.');
  });

  it.each<[string, Partial<Input>, string]>([
    ['the notification is off', { notifications: [{ ...received, on: false }] }, 'Order received is off.'],
    [
      'it was never published',
      { notifications: [{ ...received, variants: [{ id: 'v1', name: '' }] }] },
      'Order received has never been published.',
    ],
    [
      'the channel forbids it',
      { notifications: [received], channel: { name: 'Bazaarlane', customerMail: false } },
      'Customer messages are blocked for Bazaarlane orders.',
    ],
    ['nobody is named', { notifications: [newOrder], rules: [] }, 'New order has no staff recipients.'],
  ])('writes to nobody when %s, and says so', (_when, change, words) => {
    const result = plan(input(change));
    expect(result.deliveries).toEqual([]);
    expect(result.notWritten.map((n) => why(n.reasons))).toEqual([words]);
  });

  it('tells the staff of a category only of orders that hold it', () => {
    const rules = [
      rule('Tools', 'tools@quillwick.example', { kind: 'category', category: 'tools' }),
      rule('Kits', 'kits@quillwick.example', { kind: 'category', category: 'kits' }),
    ];
    const result = plan(input({ notifications: [newOrder], rules }));
    expect(result.deliveries.map((d) => d.recipient.name)).toEqual(['Tools']);
    expect(why(result.deliveries[0]!.reasons)).toContain(
      'Tools gets messages about orders with tools, and Awl is in this one.',
    );
    expect(why(result.notWritten[0]!.reasons)).toBe(
      'Kits gets messages only about orders with kits, and this one has none.',
    );
  });

  it('writes to one address once, however many rules name it', () => {
    const rules = [
      rule('A', 'a@quillwick.example', { kind: 'all' }),
      rule('B', 'A@quillwick.example', { kind: 'all' }),
    ];
    const result = plan(input({ notifications: [newOrder], rules }));
    expect(result.deliveries).toHaveLength(1);
    expect(why(result.notWritten[0]!.reasons)).toContain('already gets this message');
  });

  it('leaves other moments alone', () => {
    expect(plan(input({ moment: 'order.cancelled' }))).toEqual({ deliveries: [], notWritten: [] });
  });

  it('gives the same plan for the same input, in the same order', () => {
    expect(plan(input())).toEqual(plan(input()));
  });
});

describe('what nobody has to get', () => {
  const letter = { notificationId: 'n3', by: 'Marta', adapted: [] };
  const news = (offers: boolean): NotificationFacts => ({ ...received, id: 'n3', moment: 'by-hand', offers });
  const written = (notification: NotificationFacts, unsubscribed?: ('feedback' | 'offers')[]) =>
    plan(
      input({
        moment: 'by-hand',
        letter,
        notifications: [notification],
        rules: [],
        ...(unsubscribed && { customer: { unsubscribed } }),
      }),
    );

  it('is not written to who does not want it, with that as the reason', () => {
    const result = written(news(true), ['offers']);
    expect(result.deliveries).toEqual([]);
    expect(result.notWritten).toEqual([
      expect.objectContaining({
        reasons: [{ code: 'unsubscribed', address: 'iwona@sobczyk.example', kind: 'offers' }],
      }),
    ]);
  });

  it('is marked as such for who gets it, and reaches who does not want something else', () => {
    expect(written(news(true)).deliveries).toEqual([expect.objectContaining({ optional: 'offers' })]);
    expect(written(news(true), ['feedback']).deliveries).toHaveLength(1);
  });

  it('is no message about an order: nobody unsubscribes from that', () => {
    expect(written(news(false), ['offers', 'feedback']).deliveries).toEqual([
      expect.not.objectContaining({ optional: expect.anything() as unknown }),
    ]);
    const placed = plan(input({ customer: { unsubscribed: ['offers', 'feedback'] } }));
    expect(placed.deliveries.map((d) => d.recipient.role)).toContain('customer');
  });
});
