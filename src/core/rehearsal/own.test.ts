import type { MomentDetails } from '../moments/details';
import type { Order } from '../order';
import { orderProblems } from '../order/problems';
import { TERMS } from '../../../tests/server/terms';
import {
  eventsOf,
  happensAgain,
  madeUpEvents,
  ownLife,
  STEP_KINDS,
  stepsTaken,
  type LifeEvent,
  type OwnScript,
  type Scene,
} from '.';

const START = Date.parse('2026-11-02T09:14:00Z');

const line = (sku: string, unitPrice: number) => ({
  product: { sku, name: `Product ${sku}`, category: 'tools' },
  quantity: 1,
  unitPrice,
  taxRate: 19,
});

const scene: Scene = {
  languages: ['en', 'de'],
  currency: 'EUR',
  url: 'https://quillwick.example',
  channels: [{ id: 'web-shop' }, { id: 'market', maskedDomain: 'market.example' }],
  goods: [line('A', 850), line('B', 1290)],
  places: ['the Mill'],
  terms: TERMS,
  asked: {
    ...{ skus: [], categories: [], suppliers: [], countries: [], payments: [], places: [], value: 0, labels: [] },
    ...{ roles: ['account manager'], peopleDomain: 'quillwick.example' },
  },
  ...{ byHand: [], summaries: [], notices: [] },
};

const script = (more: Partial<OwnScript> = {}): OwnScript => ({
  ...{ language: 'de', channel: 'web-shop', guest: false, paid: true, told: 'all', payment: 'Card' },
  ...{ place: '', country: 'AT' },
  basket: [{ sku: 'A', quantity: 3 }],
  steps: [
    { do: 'sends', after: 24, told: 'all' },
    { do: 'arrives', after: 48, told: 'all' },
  ],
  ...more,
});

const written = (more: Partial<OwnScript> = {}) =>
  ownLife({ id: '1', name: 'Trade', kept: { from: 'steps', script: script(more) } }, scene);

describe('an order that is written step by step', () => {
  it('is the order that was written, and happens as it was written', () => {
    const { life, troubles } = written();
    expect(troubles).toEqual([]);
    const events = eventsOf(life!, scene, START, 'R1-01');
    expect(events.map((e) => [e.moment, (e.at - START) / 3_600_000])).toEqual([
      ['order.placed', 0],
      ['shipment.dispatched', 24],
      ['shipment.delivered', 72],
    ]);
    const { order } = events[0]!;
    expect(order).toMatchObject({ number: 'R1-01', language: 'de', payment: { method: 'Card', paid: true } });
    expect([order.lines[0]!.quantity, order.shippingAddress?.country]).toEqual([3, 'AT']);
  });

  it('says where a step cannot happen, and why', () => {
    const { life, troubles } = written({
      steps: [
        { do: 'cancels', after: 1, told: 'all' },
        { do: 'sends', after: 1, told: 'all' },
        { do: 'returns', after: 1, told: 'all' },
      ],
    });
    expect(troubles.map((t) => t.path)).toEqual(['/steps/1', '/steps/2']);
    for (const { message } of troubles) expect(message).toMatch(/\w.*\.$/);
    expect(eventsOf(life!, scene, START, 'R').map((e) => e.moment)).toEqual(['order.placed', 'order.cancelled']);
  });

  it('cannot begin without its channel, language and goods, each with its place', () => {
    const { life, troubles } = written({ channel: 'gone', language: 'pl', basket: [{ sku: 'GONE', quantity: 1 }] });
    expect(life).toBeUndefined();
    expect(troubles.map((t) => t.path)).toEqual(['/channel', '/language', '/basket/0/sku']);
    expect(troubles[2]!.message).toContain('GONE');
  });

  it.each(STEP_KINDS)('knows a step "%s" that can happen to some order', (kind) => {
    const before: Record<string, readonly (typeof STEP_KINDS)[number][]> = {
      arrives: ['sends'],
      follows: ['sends'],
      returns: ['sends', 'arrives'],
      answers: ['sends', 'arrives'],
      'refunds-goods': ['cancels'],
    };
    const paid = !['payment-fails', 'pays', 'pays-half'].includes(kind);
    const steps = [...(before[kind] ?? []), kind].map((what) => ({ do: what, after: 5, told: 'all' as const }));
    const file = {
      ...line('F', 500),
      product: { ...line('F', 500).product, downloads: [{ name: 'F', url: 'https://f.example/' }] },
    };
    const with1 = { ...scene, goods: [...scene.goods, file] };
    const basket = kind === 'files' ? [{ sku: 'F', quantity: 1 }] : [{ sku: 'A', quantity: 2 }];
    const { life, troubles } = ownLife(
      { id: '1', name: 'x', kept: { from: 'steps', script: script({ paid, steps, basket }) } },
      with1,
    );
    expect(troubles).toEqual([]);
    expect(stepsTaken(life!, with1, START, 'R').events).toHaveLength(steps.length + 1);
  });
});

describe('an order of the record', () => {
  const secret = 'Iwona Sobczyk';
  const order: Order = {
    number: 'QW-10482',
    placedAt: '2026-11-02T09:14:00Z',
    status: 'OrderProcessing',
    currency: 'EUR',
    language: 'pl',
    channel: 'market',
    location: 'the Mill',
    customer: {
      ...{
        id: 'c-77',
        email: 'iwona@sobczyk.example',
        firstName: 'Iwona',
        lastName: 'Sobczyk',
        company: 'Sobczyk Sp.',
      },
      ...{ phone: '+48 22 123 45 67', guest: false, firstOrder: true, acceptsNews: true },
      contacts: [
        { label: 'invoices', email: 'books@sobczyk.example', name: secret, language: 'pl', messages: ['Invoice'] },
      ],
    },
    billingAddress: {
      ...{ name: secret, company: 'Sobczyk Sp.', lines: ['ul. Tajna 5'], postalCode: '00-950', city: 'Tajno' },
      ...{ region: 'Tajnia', country: 'PL' },
    },
    lines: [
      {
        product: {
          ...{ sku: 'A', name: 'Product A', category: 'tools' },
          note: { words: 'Hello Iwona', url: 'https://quillwick.example/for/iwona' },
          downloads: [{ name: 'iwona.pdf', url: 'https://quillwick.example/f?token=tajne' }],
        },
        ...{ options: 'engraved: Iwona', quantity: 2, unitPrice: 850, taxRate: 23 },
      },
    ],
    discounts: [{ label: 'For Iwona', code: 'IWONA10', amount: 100 }],
    taxIncluded: true,
    payment: { method: 'Card', paid: true },
    shipments: [
      {
        ...{ id: 'tajne-1', carrier: 'Parcels', trackingNumber: 'TAJNE123', trackingUrl: 'https://p.example/TAJNE123' },
        dispatchedAt: '2026-11-03T09:00:00Z',
      },
    ],
    refunds: [{ amount: 100, reason: 'Iwona asked', goodwill: 100, issuedAt: '2026-11-04T09:00:00Z' }],
    cancellations: [{ reason: 'Iwona asked', lines: [{ sku: 'A', quantity: 1 }] }],
    people: [{ role: 'account manager', email: 'tajny@quillwick.example', name: 'Tajny Kolega' }],
    note: 'Ring at Sobczyk',
    statusUrl: 'https://quillwick.example/orders/QW-10482?token=tajne',
  };
  const details: Required<
    Pick<MomentDetails, 'reason' | 'payUrl' | 'note' | 'invoice' | 'files' | 'bounce' | 'delay'>
  > = {
    reason: 'Iwona did not pay',
    payUrl: 'https://quillwick.example/pay?token=tajne',
    note: { words: 'Dear Iwona', by: 'Tajny Kolega' },
    invoice: { number: 'TAJNE-1', url: 'https://quillwick.example/i?token=tajne', attach: true },
    files: [{ name: 'iwona.txt', content: 'SXdvbmE=' }],
    bounce: { recipient: 'iwona@sobczyk.example', notification: 'On its way', subject: 'For Iwona', words: 'no iwona' },
    delay: { item: 'Product A', until: '2026-12-03T11:00:00Z', reason: 'Iwona moved' },
  };
  const told: LifeEvent = {
    ...{ moment: 'order.placed', at: START, order, details },
    letter: { notificationId: 'n', by: 'Tajny', adapted: [{ editionId: 'e', language: 'pl', words: { s: 'Iwona' } }] },
  };

  it('keeps nothing that tells of anybody', () => {
    const kept = JSON.stringify(madeUpEvents([told], { scene, number: 'R1-02' }));
    expect(kept).not.toMatch(/iwona|sobczyk|taj[n]|QW-10482|SXdv|123 45 67|00-950|c-77/i);
  });

  it('keeps goods, amounts, days and who is to hear of it', () => {
    const [event] = madeUpEvents([told], { scene, number: 'R1-02' });
    const { order: now } = event!;
    expect(now).toMatchObject({
      ...{ number: 'R1-02', placedAt: order.placedAt, channel: 'market', language: 'pl', location: 'the Mill' },
      customer: {
        email: 'r1-02@market.example',
        firstOrder: true,
        contacts: [{ label: 'invoices', messages: ['Invoice'] }],
      },
      billingAddress: { country: 'PL' },
      lines: [{ quantity: 2, unitPrice: 850, taxRate: 23, product: { sku: 'A' } }],
      discounts: [{ amount: 100 }],
      shipments: [{ carrier: 'Parcels', dispatchedAt: '2026-11-03T09:00:00Z' }],
      refunds: [{ amount: 100, goodwill: 100 }],
      people: [{ role: 'account manager', email: 'rehearsal-1@quillwick.example' }],
    });
    expect(event!.details).toMatchObject({ delay: { item: 'Product A', until: '2026-12-03T11:00:00Z' } });
    expect(event!.at).toBe(START);
    expect(orderProblems(now)).toEqual([]);
  });

  it('stays as it is when it is made up again', () => {
    const using = { scene, number: 'R1-02' };
    const once = madeUpEvents([told], using);
    expect(madeUpEvents(once, using)).toEqual(once);
  });

  it('lets happen again what was told, and not what comes of it', () => {
    const again = (moment: LifeEvent['moment']): boolean => happensAgain({ moment });
    expect(['order.placed', 'shipment.dispatched', 'by-hand', 'delivery.bounced'].every((m) => again(m as never))).toBe(
      true,
    );
    expect(
      ['order.payment-due', 'feedback.due', 'product.stock-low', 'orders.summary', 'account.created'].some((m) =>
        again(m as never),
      ),
    ).toBe(false);
  });
});
