/** What waits: reminders on the wound clock, what ends them, and what an order's life does not allow. */
import { eq } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { windClock } from '@/server/db/demo-clock';
import { database } from '@/server/db/client';
import { notifications, notWritten, orders, products } from '@/server/db/schema';
import { exampleEvent } from '@/server/events/examples';
import { takeEvent } from '@/server/events/take';
import { receiveEvent } from '@/server/events/receive';
import { checkEvent, EVENT_TYPES, type EventType } from '@/server/events/schema';
import { sendNow, stopDelivery } from '@/server/features/deliveries/deliveries';
import { doWithOrder } from '@/server/features/orders/order-actions';
import { loadWalk, startWalk, takeStep } from '@/server/features/orders/walk';
import { accessAs, connectService, mailbox, placedEvent, SHOP, useDatabase, planAnew } from './fixture';
import { byOrder, drain, reader } from './orders';

useDatabase();

const HOUR = 3_600_000;
let count = 0;

function unpaid(): Order {
  return placedEvent({
    customer: { email: reader(), firstName: 'Iwona', lastName: 'Sobczyk' },
    payment: { method: 'Bank transfer', paid: false },
    language: 'en',
  }).data.order;
}
const tell = (type: EventType, order: Order, more: { id?: string; time?: string } = {}) =>
  receiveEvent(SHOP, {
    specversion: '1.0',
    id: more.id ?? `waiting-${(count += 1)}`,
    source: 'https://quillwick.example/shop',
    type,
    ...(more.time && { time: more.time }),
    data: { order },
  });
const reminders = async (order: Order) =>
  (await byOrder(order.number)).filter((d) => d.moment === 'order.payment-due').toSorted((a, b) => a.turn - b.turn);
const subjects = async (order: Order): Promise<string[]> =>
  (await mailbox(order.customer.email)).map((m) => m.subject).filter((s) => s.startsWith('Still open'));

describe('reminders', () => {
  it('go out one after the other as the clock passes them, with the last one’s own words, and never before', async () => {
    await connectService();
    const order = unpaid();
    await tell('order.placed', order);
    await drain();
    expect((await reminders(order)).map((d) => [d.turn, d.state])).toEqual([
      [1, 'planned'],
      [2, 'planned'],
      [3, 'planned'],
    ]);
    const [first] = await reminders(order);
    expect(first!.dueAt.getTime() - first!.createdAt.getTime()).toBeGreaterThan(23.9 * HOUR);
    await windClock(24 * HOUR + 60_000);
    await drain();
    expect((await reminders(order)).map((d) => d.state)).toEqual(['accepted', 'planned', 'planned']);
    await windClock(100 * HOUR);
    await drain();
    expect(await subjects(order)).toHaveLength(3);
  });

  it('are stopped by the payment, at once, and it says so', async () => {
    const order = unpaid();
    await tell('order.placed', order);
    await tell('order.payment-received', { ...order, payment: { method: 'Bank transfer', paid: true } });
    const rows = await reminders(order);
    expect(rows.map((d) => d.state)).toEqual(['cancelled', 'cancelled', 'cancelled']);
    expect(rows[0]!.lastWords).toBe('The order is paid.');
    await windClock(200 * HOUR);
    await drain();
    expect(await subjects(order)).toEqual([]);
  });

  it('are looked at again when due: paid without an event, turned off, or for another language', async () => {
    const paid = unpaid();
    await tell('order.placed', paid);
    // As if the payment's event had been lost and a later one brought the order.
    await database()
      .update(orders)
      .set({ snapshot: { ...paid, payment: { method: 'Bank transfer', paid: true } } })
      .where(eq(orders.number, paid.number));
    const german = unpaid();
    await tell('order.placed', german);
    await database()
      .update(orders)
      .set({ snapshot: { ...german, language: 'de' } })
      .where(eq(orders.number, german.number));
    await windClock(25 * HOUR);
    await drain();
    expect((await reminders(paid))[0]).toMatchObject({ state: 'cancelled', lastWords: 'The order is paid.' });
    expect((await reminders(german))[0]).toMatchObject({ state: 'accepted', language: 'de' });
    await database().update(notifications).set({ on: false }).where(eq(notifications.slug, 'payment-due'));
    await planAnew();
    await windClock(60 * HOUR);
    await drain();
    expect((await reminders(german))[1]).toMatchObject({ state: 'cancelled', lastWords: 'Payment still due is off.' });
    await database().update(notifications).set({ on: true }).where(eq(notifications.slug, 'payment-due'));
    await planAnew();
  });

  it('can be sent before their time, or stopped, by a person', async () => {
    const access = await accessAs();
    const order = unpaid();
    await tell('order.placed', order);
    const [first, second] = await reminders(order);
    await sendNow(access, first!.id);
    await stopDelivery(access, second!.id);
    await drain();
    const [now, stopped] = await reminders(order);
    expect(now!.state).toBe('accepted');
    expect(stopped).toMatchObject({ state: 'cancelled', lastWords: 'Marta Oyelaran stopped it.' });
    await expect(stopDelivery(access, now!.id)).rejects.toMatchObject({ code: 'conflict' });
    await expect(sendNow(access, stopped!.id)).rejects.toMatchObject({ code: 'conflict' });
  });
});

describe('events that come when they should not', () => {
  const why = async (order: Order): Promise<string[]> => {
    const [row] = await database().select({ id: orders.id }).from(orders).where(eq(orders.number, order.number));
    const rows = await database().select().from(notWritten).where(eq(notWritten.orderId, row!.id));
    return rows.map((r) => r.reasons[0]!.code);
  };
  const parcel = { shipments: [{ carrier: 'Fieldpost' }] };

  it('a parcel after cancelling is kept, and nobody is told', async () => {
    const order = unpaid();
    await tell('order.placed', order);
    await tell('order.cancelled', { ...order, status: 'OrderCancelled' });
    const received = await tell('shipment.dispatched', { ...order, status: 'OrderCancelled', ...parcel });
    expect(received.deliveries).toEqual([]);
    expect(await why(order)).toContain('order-cancelled');
  });

  it('late news does not undo what is known since, and a week late nobody is told', async () => {
    const order = unpaid();
    await tell('order.placed', order, { time: new Date(Date.now() - 9 * 24 * HOUR).toISOString() });
    await tell('order.payment-received', { ...order, payment: { method: 'Card', paid: true } });
    await tell('order.paused', order, { time: new Date(Date.now() - 8 * 24 * HOUR).toISOString() });
    const [row] = await database().select().from(orders).where(eq(orders.number, order.number));
    expect(row!.snapshot.payment).toEqual({ method: 'Card', paid: true });
    expect(await why(order)).toContain('too-late');
  });

  it('a failed payment that comes after the one that came in is old news', async () => {
    const order = unpaid();
    await tell('order.placed', order);
    await tell('order.payment-received', { ...order, payment: { method: 'Card', paid: true } });
    expect((await tell('order.payment-failed', order)).deliveries).toEqual([]);
    expect(await why(order)).toContain('overtaken');
  });

  it('one from the future is refused at its time', async () => {
    const time = new Date(Date.now() + 500 * 24 * HOUR).toISOString();
    await expect(tell('order.placed', unpaid(), { time })).rejects.toMatchObject({ problems: [{ path: '/time' }] });
  });

  it.each<[string, Partial<Order>, string]>([
    [
      'lines that were not ordered',
      { shipments: [{ lines: [{ sku: 'XX', quantity: 1 }] }] },
      '/data/order/shipments/0/lines/0/sku',
    ],
    ['a refund of what nobody paid', { refunds: [{ amount: 100 }] }, '/data/order/refunds'],
  ])('with %s they are refused at the place', async (_what, change, path) => {
    await expect(tell('order.placed', { ...unpaid(), ...change })).rejects.toMatchObject({ problems: [{ path }] });
  });
});

describe('the examples of events', () => {
  beforeAll(() =>
    database()
      .insert(products)
      .values({ storeId: SHOP, sku: 'TO-BONE', name: 'Bone folder', category: 'tools', price: 1_290, taxRate: 19 }),
  );

  it.each(EVENT_TYPES)('%s is taken as it stands', async (type) => {
    const event = exampleEvent(type, {
      currency: 'EUR',
      channel: 'web-shop',
      time: new Date().toISOString(),
      number: `EX-${type}`,
    });
    const checked = checkEvent(JSON.parse(JSON.stringify(event)));
    if (!checked.ok) throw new Error(JSON.stringify(checked.problems));
    await expect(takeEvent(SHOP, checked.value)).resolves.toMatchObject({ known: false });
  });
});

describe('an order’s own page', () => {
  it('walks an order through its life, step by step, and takes each step once', async () => {
    const access = await accessAs();
    const { number } = await startWalk(access, {
      email: reader(),
      firstName: 'Bea',
      lastName: 'Walker',
      language: 'en',
      asGuest: true,
    });
    const taken: string[] = [];
    for (;;) {
      const step = (await loadWalk(access, number)).steps.find((s) => s.next);
      if (!step) break;
      await takeStep(access, number, step.id);
      await expect(takeStep(access, number, step.id)).rejects.toMatchObject({ code: 'conflict' });
      taken.push(step.id);
      await drain();
    }
    expect(taken).toEqual([
      'remind',
      'pay',
      'invoice',
      'first-parcel',
      'rest',
      'first-arrives',
      'delivered',
      'return',
      'refund',
    ]);
    const { order } = await loadWalk(access, number);
    expect(order.shipments!.map((s) => s.lines!.length)).toEqual([1, 1]);
    expect(order.refunds).toHaveLength(1);
    expect((await mailbox(order.customer.email)).length).toBeGreaterThanOrEqual(7);
  });

  it('refuses what its state does not allow, and changes nothing', async () => {
    const access = await accessAs();
    const order = unpaid();
    await tell('order.placed', order);
    const refund = { do: 'refund', shipping: 0, goodwill: 100, reason: '' };
    await expect(doWithOrder(access, order.number, refund)).rejects.toMatchObject({
      message: 'Nothing has been paid.',
    });
    await expect(doWithOrder(access, order.number, { do: 'fly' })).rejects.toMatchObject({ code: 'invalid' });
    const [row] = await database().select().from(orders).where(eq(orders.number, order.number));
    expect(row!.snapshot).toEqual(order);
  });
});
