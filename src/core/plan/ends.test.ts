import type { Order } from '../order';
import { testOrder } from '../testing';
import type { Schedule } from '../time';
import { notSaid, LATE_MS } from './event-standing';
import type { NotificationFacts } from './notification';
import { plan } from './plan';
import type { PlanEvent } from './types';
import { reasonWords } from './reasons';
import { endReached } from './ends';
import { planDue } from './version';

const START = Date.parse('2026-11-24T09:14:00Z');
const DAY = 86_400_000;
const ROW: Schedule = {
  row: [
    { wait: { amount: 24, unit: 'hours' } },
    { wait: { amount: 3, unit: 'days' } },
    { wait: { amount: 5, unit: 'days' } },
  ],
  ends: ['paid', 'cancelled'],
};
const due: NotificationFacts = {
  id: 'due',
  name: 'Payment still due',
  moment: 'order.payment-due',
  audience: 'customer',
  on: true,
  schedule: ROW,
  variants: [
    {
      id: 'last',
      name: 'The last one',
      when: { match: 'all', tests: [{ about: 'turn', is: 'one', of: [3] }] },
      edition: { id: 'e-last', number: 1, languages: ['en'] },
    },
    { id: 'v', name: '', edition: { id: 'e', number: 4, languages: ['en', 'de'] } },
  ],
};
const unpaid = testOrder({ payment: { method: 'Bank transfer', paid: false } });
const run = (notifications: NotificationFacts[], order: Order, change: Partial<PlanEvent> = {}) =>
  plan({
    store: { language: 'en', timeZone: 'Europe/Berlin' },
    notifications,
    rules: [],
    moment: 'order.placed',
    order,
    at: START,
    ...change,
  });
const why = (result: ReturnType<typeof run>): string[] =>
  result.notWritten.map((n) => n.reasons.map(reasonWords).join(' '));

describe('a payment that is still due', () => {
  it('is asked for three times, each with the version that fits its turn', () => {
    const { deliveries } = run([due], unpaid);
    expect(deliveries.map((d) => [new Date(d.dueAt!).toISOString(), d.turn, d.editionId, d.moment])).toEqual([
      ['2026-11-25T09:14:00.000Z', 1, 'e', 'order.payment-due'],
      ['2026-11-27T09:14:00.000Z', 2, 'e', 'order.payment-due'],
      ['2026-11-29T09:14:00.000Z', 3, 'e-last', 'order.payment-due'],
    ]);
    expect(deliveries[1]!.reasons.map(reasonWords)).toContain(
      'It goes out after 3 days, unless the order is paid or cancelled before.',
    );
  });

  it('is not asked for when the order is paid, costs nothing, or waits already', () => {
    expect(run([due], testOrder())).toEqual({ deliveries: [], notWritten: [] });
    const free = testOrder({
      lines: [{ product: { sku: 'A', name: 'A' }, quantity: 1, unitPrice: 0 }],
      shipping: { method: 'Parcel', price: 0 },
      payment: { method: 'Bank transfer', paid: false },
    });
    expect(run([due], free).deliveries).toEqual([]);
    expect(why(run([due], unpaid, { started: new Set(['due']) }))).toEqual([
      'Payment still due is already scheduled for this order.',
    ]);
  });

  const again = (order: Order, change: Partial<NotificationFacts> = {}, turn = 1) =>
    planDue({
      notification: { ...due, ...change },
      state: { order },
      moment: due.moment,
      turn,
      wanted: { language: 'de', from: 'order' },
      own: 'en',
    });

  it('is looked at again when it is due', () => {
    expect(again(unpaid)).toMatchObject({ kind: 'write', editionId: 'e', language: 'de' });
    expect(again(unpaid, {}, 3)).toMatchObject({ kind: 'write', editionId: 'e-last', language: 'en' });
    expect(again(testOrder())).toEqual({
      kind: 'nothing',
      reason: { code: 'ended', notification: 'Payment still due', end: 'paid' },
    });
    expect(again({ ...unpaid, status: 'OrderCancelled' })).toMatchObject({ kind: 'nothing' });
    expect(again(unpaid, { on: false })).toMatchObject({ reason: { code: 'notification-off' } });
    expect(again(unpaid, { offChannels: ['web-shop'] })).toMatchObject({ reason: { code: 'off-for-channel' } });
    expect(again(unpaid, { when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] } })).toMatchObject({
      reason: { code: 'condition' },
    });
  });

  it('ends by what has become of the order, and by nothing else', () => {
    const total = 490 + 1700 + 1600;
    const refunded = (amount: number): Order => testOrder({ refunds: [{ amount }] });
    expect(endReached(['refunded'], { order: refunded(total - 1) })).toBeUndefined();
    expect(endReached(['refunded'], { order: refunded(total) })).toBe('refunded');
    expect(endReached(['answered'], { order: unpaid })).toBeUndefined();
    expect(endReached(['answered'], { order: unpaid, answered: true })).toBe('answered');
    expect(endReached(['cancelled', 'dispatched'], { order: testOrder({ shipments: [{}] }) })).toBe('dispatched');
  });
});

describe('the question how it went', () => {
  const asked: NotificationFacts = {
    ...due,
    id: 'asked',
    name: 'How did we do?',
    moment: 'feedback.due',
    schedule: { row: [{ wait: { amount: 7, unit: 'days' } }], ends: ['answered'] },
  };
  const arrived = '2026-11-24T09:00:00Z';
  const delivered = (shipments: Order['shipments'], change: Partial<Order> = {}) =>
    run([asked], testOrder({ shipments: shipments!, ...change }), { moment: 'shipment.delivered' }).deliveries.length;

  it('waits for the last parcel that is known to be on its way', () => {
    const [one, two] = [{ lines: [{ sku: 'PA-KOZO', quantity: 2 }] }, { lines: [{ sku: 'TO-AWL', quantity: 1 }] }];
    expect(delivered([two, { ...one, deliveredAt: arrived }])).toBe(0);
    expect(
      delivered([
        { ...one, deliveredAt: arrived },
        { ...two, deliveredAt: arrived },
      ]),
    ).toBe(1);
  });

  it('is asked after any parcel of a shop that does not tell when each arrived', () => {
    expect(delivered([{}])).toBe(1);
    expect(delivered([{ deliveredAt: arrived }])).toBe(1);
    expect(delivered([{}, { deliveredAt: arrived }], { status: 'OrderDelivered' })).toBe(1);
  });
});

describe('conditions, versions and channels', () => {
  const received: NotificationFacts = {
    id: 'n',
    name: 'Order received',
    moment: 'order.placed',
    audience: 'customer',
    on: true,
    variants: [
      {
        id: 'seats',
        name: 'Workshop seats',
        when: { match: 'all', tests: [{ about: 'category', holds: 'any', of: ['workshops'] }] },
        nothing: true,
      },
      {
        id: 'guests',
        name: 'Guests',
        when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] },
        edition: { id: 'e-guests', number: 2, languages: ['en'] },
      },
      { id: 'all', name: '', edition: { id: 'e-all', number: 3, languages: ['en'] } },
    ],
  };
  const guest = testOrder({ customer: { email: 'g@b.example', guest: true } });
  const seat = testOrder({
    lines: [{ product: { sku: 'WS', name: 'A seat', category: 'workshops' }, quantity: 1, unitPrice: 9000 }],
  });

  it('takes the first version that fits, says which and why', () => {
    expect(run([received], guest).deliveries.map((d) => [d.editionId, d.variantId])).toEqual([['e-guests', 'guests']]);
    expect(run([received], guest).deliveries[0]!.reasons.map(reasonWords)).toContain(
      'The version “Guests” is for orders where the customer ordered as a guest.',
    );
    expect(run([received], testOrder()).deliveries.map((d) => d.editionId)).toEqual(['e-all']);
  });

  it('says nothing where a version says so, a condition fails, or a channel is off', () => {
    expect(why(run([received], seat))).toEqual([
      'Order received is set to send nothing when the order contains workshops.',
    ]);
    const onlyPoland: NotificationFacts = {
      ...received,
      when: { match: 'all', tests: [{ about: 'country', is: 'none', of: ['PL'] }] },
    };
    expect(why(run([onlyPoland], testOrder()))).toEqual([
      'Order received goes out only when the order does not go to Poland.',
    ]);
    const offHere: NotificationFacts = { ...received, offChannels: ['web-shop'] };
    expect(why(run([offHere], testOrder(), { channel: { name: 'Web shop', customerMail: true } }))).toEqual([
      'Order received is off for orders from Web shop.',
    ]);
  });
});

describe('contacts of a customer', () => {
  const invoice: NotificationFacts = {
    id: 'i',
    name: 'Invoice, for their accounts',
    moment: 'invoice.issued',
    audience: 'contact',
    on: true,
    labels: ['accounts'],
    variants: [{ id: 'v', name: '', edition: { id: 'e', number: 1, languages: ['en', 'pl'] } }],
  };
  const contacts = [
    { label: 'Accounts', email: 'accounts@sobczyk.example', language: 'pl' },
    { label: 'Goods in', email: 'goods@sobczyk.example' },
    { label: 'Accounts', email: 'ACCOUNTS@sobczyk.example' },
    { label: 'Accounts', email: 'Iwona@sobczyk.example' },
  ];

  it('are written to by label, once each, in their language, and never in place of the customer', () => {
    const result = run([invoice], testOrder(), { moment: 'invoice.issued', customer: { contacts } });
    expect(result.deliveries.map((d) => [d.recipient.address, d.recipient.role, d.language])).toEqual([
      ['accounts@sobczyk.example', 'contact', 'pl'],
    ]);
    expect(why(result)).toEqual([
      "Iwona@sobczyk.example is the customer's own address, which gets this message anyway.",
    ]);
  });

  it('may come with the order itself, and are missed by name', () => {
    const order = testOrder({ customer: { email: 'iwona@sobczyk.example', contacts: [contacts[0]!] } });
    expect(run([invoice], order, { moment: 'invoice.issued' }).deliveries).toHaveLength(1);
    expect(why(run([invoice], testOrder(), { moment: 'invoice.issued' }))).toEqual([
      'The customer has no contact for Invoice, for their accounts (accounts).',
    ]);
  });

  it('are not written to where the channel forbids mail', () => {
    const result = run([invoice], testOrder(), {
      moment: 'invoice.issued',
      customer: { contacts: contacts.slice(0, 1) },
      channel: { name: 'Bazaarlane', customerMail: false },
    });
    expect(result.deliveries).toEqual([]);
  });
});

describe('events that come when they should not', () => {
  const standing: Parameters<typeof notSaid>[0] = {
    moment: 'shipment.dispatched',
    at: START,
    now: START,
    order: 'QW-1',
    cancelled: false,
    had: new Set(),
  };
  it.each<[string, Partial<Parameters<typeof notSaid>[0]>, string | undefined]>([
    ['in order', {}, undefined],
    ['a parcel after cancelling', { cancelled: true }, 'order-cancelled'],
    ['a refund after cancelling', { cancelled: true, moment: 'refund.issued' }, undefined],
    ['a second parcel', { had: new Set(['shipment.dispatched']) }, undefined],
    [
      'a second cancelling',
      { moment: 'order.cancelled', cancelled: true, had: new Set(['order.cancelled']) },
      'had-already',
    ],
    ['a confirmation after the parcel', { moment: 'order.placed', had: new Set(['shipment.dispatched']) }, 'overtaken'],
    [
      'a failed payment after one that came in',
      { moment: 'order.payment-failed', had: new Set(['order.payment-received']) },
      'overtaken',
    ],
    ['a day late', { now: START + DAY }, undefined],
    ['exactly a week late', { now: START + LATE_MS }, undefined],
    ['more than a week late', { now: START + LATE_MS + 1 }, 'too-late'],
  ])('%s', (_what, change, code) => {
    expect(notSaid({ ...standing, ...change })?.code).toBe(code);
  });
});
