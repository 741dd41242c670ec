/** Parcels and refunds: their events, and what arrives of them. */
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import type { Order } from '@/core/order';
import { database } from '@/server/db/client';
import { deliveries, orders } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { checkEvent } from '@/server/events/schema';
import { switchNotification } from '@/server/features/templates/templates';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

let count = 0;
function newOrder(): Order {
  count += 1;
  return placedEvent({
    customer: { email: `reader${count}@moments-test.example`, firstName: 'Iwona', lastName: 'Sobczyk' },
  }).data.order;
}
const place = (order: Order) => receiveEvent(SHOP, { ...placedEvent(), data: { order } });

const FIRST = { id: '1', carrier: 'Fieldpost', trackingNumber: 'FP 1', lines: [{ sku: 'PA-KOZO', quantity: 2 }] };
const SECOND = { id: '2', carrier: 'Fieldpost', trackingNumber: 'FP 2', lines: [{ sku: 'TO-AWL', quantity: 1 }] };

async function texts(address: string, subject: string): Promise<string[]> {
  const list = (await mailbox(address)).filter((m) => m.subject.includes(subject));
  return Promise.all(list.map(async (m) => (await simpleParser(await rawMail(m.id))).text ?? ''));
}

describe('a parcel', () => {
  it('is told of with its own lines, and a later one does not change what is said about the first', async () => {
    await connectService();
    const order = newOrder();
    await place(order);
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [FIRST] }));
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [FIRST, SECOND] }));
    await drain();
    const mails = await texts(order.customer.email, 'on its way');
    expect(mails).toHaveLength(2);
    const [one, two] = [mails.find((m) => m.includes('FP 1'))!, mails.find((m) => m.includes('FP 2'))!];
    expect(one).toContain('2 × Kozo sheet');
    expect(one).not.toContain('Awl');
    expect(two).toContain('1 × Awl');
    expect(one).toContain('The rest follows,');
    expect(two).toContain('With this parcel your order is complete.');
    const [kept] = await database().select().from(orders).where(eq(orders.number, order.number));
    expect(kept!.snapshot.shipments).toHaveLength(2);
  });

  it('that holds everything is not called a part', async () => {
    const order = newOrder();
    await place(order);
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [{ carrier: 'Fieldpost' }] }));
    await drain();
    const [mail] = await texts(order.customer.email, 'on its way');
    expect(mail).not.toContain('The rest');
  });

  it('is told of once, however often its event comes', async () => {
    const order = newOrder();
    await place(order);
    const event = laterEvent('shipment.dispatched', { ...order, shipments: [FIRST] });
    const first = await receiveEvent(SHOP, event);
    const again = await receiveEvent(SHOP, event);
    expect(again).toMatchObject({ known: true, deliveries: first.deliveries });
  });

  it('of an order that was never heard of is told of as well, and the order is kept', async () => {
    const order = newOrder();
    const received = await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [FIRST] }));
    expect(received.deliveries).toHaveLength(1);
    const [kept] = await database().select().from(orders).where(eq(orders.number, order.number));
    expect(kept).toBeDefined();
    // The late confirmation is not sent after the parcel left.
    const late = await place(order);
    expect(late.known).toBe(true);
    expect(await database().select().from(deliveries).where(eq(deliveries.orderNumber, order.number))).toHaveLength(1);
  });
});

describe('a refund', () => {
  it('is told of with what it is for and its sum', async () => {
    const order = newOrder();
    await place(order);
    const refunds = [
      {
        amount: 1340,
        shipping: 490,
        reason: 'one sheet is missing',
        lines: [{ sku: 'PA-KOZO', quantity: 1, amount: 850 }],
      },
    ];
    await receiveEvent(SHOP, laterEvent('refund.issued', { ...order, refunds }));
    await drain();
    const [mail] = await texts(order.customer.email, 'on its way back to you');
    expect(mail).toContain('1 × Kozo sheet: €8.50');
    expect(mail).toContain('Shipping: €4.90');
    expect(mail).toContain('Refunded: €13.40');
    expect(mail).toContain('Reason: one sheet is missing');
  });

  it('above what was paid is refused with its place', async () => {
    const order = newOrder();
    await place(order);
    const event = laterEvent('refund.issued', { ...order, refunds: [{ amount: 999_999 }] });
    await expect(receiveEvent(SHOP, event)).rejects.toMatchObject({ problems: [{ path: '/data/order/refunds' }] });
  });
});

it('an event about a parcel or a refund that carries none names what is missing', () => {
  const order = newOrder();
  expect(checkEvent(laterEvent('shipment.dispatched', order))).toMatchObject({
    ok: false,
    problems: [{ path: '/data/order/shipments', message: 'This is missing.' }],
  });
  expect(checkEvent(laterEvent('refund.issued', { ...order, refunds: [] }))).toMatchObject({
    ok: false,
    problems: [{ path: '/data/order/refunds' }],
  });
});

describe('what else an event tells', () => {
  const event = (type: string, order: Order, details?: object) => {
    const { source, specversion, id } = placedEvent();
    return { specversion, id, source, type, data: { order, ...(details && { details }) } };
  };
  const receive = async (body: unknown): Promise<void> => {
    const checked = checkEvent(body);
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    await receiveEvent(SHOP, checked.value);
    await drain();
  };

  it.each<[type: string, subject: string, details: object | undefined, says: string]>([
    ['order.payment-received', 'has arrived', undefined, 'Thank you for your payment'],
    ['order.payment-failed', 'did not go through', { reason: 'the card had expired' }, 'the card had expired'],
    [
      'order.item-delayed',
      'takes a little longer',
      { delay: { item: 'Awl', until: '2026-12-03T11:00:00Z' } },
      '3 December',
    ],
    [
      'order.note-added',
      'A note about',
      { note: { words: 'Your boards are cut.', by: 'Pawel' } },
      'Your boards are cut.',
    ],
    ['invoice.issued', 'Invoice R-7', { invoice: { number: 'R-7' } }, 'Invoice R-7'],
    ['return.received', 'Your return', { returned: { items: '1 x Awl' } }, '1 x Awl'],
    ['order.cancelled', 'is cancelled', { reason: 'ordered twice' }, 'ordered twice'],
  ])('%s reaches the customer with its own facts', async (type, subject, details, says) => {
    const order = { ...newOrder(), language: 'en' };
    await place(order);
    await receive(event(type, order, details));
    const mails = await texts(order.customer.email, subject);
    expect(mails).toHaveLength(1);
    expect(mails[0]).toContain(says);
  });

  it('is kept with the event: a message of a later one says what is true of that', async () => {
    const order = { ...newOrder(), language: 'en' };
    await place(order);
    await receive(event('order.payment-failed', order, { reason: 'the card had expired' }));
    await receive(event('order.payment-failed', order, { reason: 'the bank was away' }));
    const mails = await texts(order.customer.email, 'did not go through');
    expect(mails.map((m) => /reason we were given: (.+)\./.exec(m)?.[1]).toSorted()).toEqual([
      'the bank was away',
      'the card had expired',
    ]);
  });

  it.each<[string, object | undefined, string]>([
    ['order.item-delayed', undefined, '/data/details'],
    ['order.note-added', { note: { words: '' } }, '/data/details/note/words'],
    ['order.cancelled', { note: { words: 'x' } }, '/data/details/note'],
    ['shipment.updated', undefined, '/data/order/shipments'],
    ['delivery.bounced', undefined, '/type'],
  ])('is refused where %s does not fit, and the place is named', (type, details, path) => {
    const checked = checkEvent(event(type, newOrder(), details));
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toContain(path);
  });
});

describe('an account', () => {
  const event = (type: string, more: object, details: object) => {
    const { source, specversion, id } = placedEvent();
    const customer = { email: `account-${id}@moments-test.example`, firstName: 'Ada' };
    return { specversion, id, source, type, data: { customer, channel: 'web-shop', language: 'de', ...more, details } };
  };
  const take = async (body: unknown) => {
    const checked = checkEvent(body);
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    return receiveEvent(SHOP, checked.value);
  };

  it('is welcomed, and given a new password, without any order', async () => {
    for (const slug of ['welcome', 'new-password']) await switchNotification(await accessAs(), slug, true);
    const before = (await database().select().from(orders)).length;
    const made = event('account.created', {}, { account: { url: 'https://quillwick.example/account' } });
    const lost = event('account.reset-requested', {}, { reset: { url: 'https://quillwick.example/reset/1' } });
    await take(made);
    await take(lost);
    await drain();
    const [welcome] = await texts(made.data.customer.email, 'Willkommen bei Quillwick');
    expect(welcome).toContain('Guten Tag Ada,');
    expect(welcome).toContain('Konto öffnen: https://quillwick.example/account');
    // The note beside the masthead names an order, and there is none.
    expect(welcome).not.toContain('Bestellung \n');
    expect(welcome!.startsWith('Willkommen bei Quillwick')).toBe(true);
    expect(await texts(lost.data.customer.email, 'Neues Passwort')).toHaveLength(1);
    expect(await database().select().from(orders)).toHaveLength(before);
  });

  it.each<[string, unknown, string]>([
    ['no address to choose it at', event('account.reset-requested', {}, {}), '/data/details/reset'],
    ['an order', event('account.created', { order: newOrder() }, {}), '/data/order'],
  ])('with %s is refused at the place', (_what, body, path) => {
    const checked = checkEvent(body);
    expect(checked.ok ? [] : checked.problems.map((p) => p.path)).toContain(path);
  });

  it('from a channel that is not there is refused at its channel', async () => {
    await expect(take(event('account.created', { channel: 'stall' }, {}))).rejects.toMatchObject({
      problems: [{ path: '/data/channel' }],
    });
  });
});
