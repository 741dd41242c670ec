/** What is foretold is what happens: planning, withholding and sending agree with Routing, the board and what is counted before sending. */
import { randomUUID } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { judge } from '@/core/judge';
import { momentOf } from '@/core/moments';
import { database } from '@/server/db/client';
import { deliveries, notifications, routingRules, sentMessages, withholdings } from '@/server/db/schema';
import { newId } from '@/server/base/ids';
import { receiveEvent } from '@/server/events/receive';
import { orderPath } from '@/server/features/notifications/board';
import { impactOf } from '@/server/features/notifications/impact';
import { loadWriting, writeLetter } from '@/server/features/orders/letters';
import { doWithOrder } from '@/server/features/orders/order-actions';
import { orderDetail } from '@/server/features/orders/orders';
import { tryOrder } from '@/server/features/routing/routing';
import { composeMessage } from '@/server/sending/compose';
import { live, Press, ZONE } from '../truth/lives';
import type { Scope } from '@/core/plan';
import { Chance } from '../../demo/random';
import { accessAs, connectService, placedEvent, planAnew, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

const orderOf = (email: string, method: string) =>
  placedEvent({ customer: { email, firstName: 'Ada' }, payment: { method, paid: false } }).data.order;

const withhold = (pattern: string) =>
  database().insert(withholdings).values({
    id: newId(),
    storeId: SHOP,
    pattern,
    reason: 'asked to',
    kinds: [],
    source: 'hand',
    by: 'Marta',
    at: new Date(),
  });

describe('what is foretold', () => {
  it('of an order is what goes out, and what is not written is said beforehand', async () => {
    await connectService();
    const order = orderOf('left@withheld-forecast.example', 'Bank transfer');
    await withhold('@withheld-forecast.example');
    await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
    await drain();
    const access = await accessAs();
    const tried = await tryOrder(access, order.number);
    const foretold = tried.written.filter((w) => !w.later).map((w) => w.recipient.address);
    const detail = await orderDetail(access, order.number);
    const sent = detail.sent.filter((d) => d.state === 'accepted').map((d) => d.recipient);
    expect([...new Set(foretold)].toSorted()).toEqual([...new Set(sent)].toSorted());
    expect(tried.notWritten.flatMap((n) => n.reasons)).toContain(
      '@withheld-forecast.example is not written to: asked to',
    );
    // Its reminders wait, and will not be sent: the order says so.
    const waiting = detail.sent.filter((d) => d.waits);
    expect(waiting.length).toBeGreaterThan(0);
    expect(waiting.every((d) => d.withheld === '@withheld-forecast.example is not written to: asked to')).toBe(true);
    const path = await orderPath(access, order.number);
    expect(Object.values(path.byNotification).every((step) => step.would === 0 || step.why.length === 0)).toBe(true);
  });

  it('of a notification counts nobody who is not written to', async () => {
    const before = await impactOf(await accessAs(), 'order-received');
    expect(before.without.map((w) => w.why)).toContain('@withheld-forecast.example is not written to: asked to');
  });

  it('of a row of reminders stands once, with how many there are', async () => {
    const order = orderOf('waits@forecast.example', 'Card');
    await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
    const tried = await tryOrder(await accessAs(), order.number);
    expect(tried.written.filter((w) => w.notification === 'Payment still due').map((w) => w.messages)).toEqual([3]);
  });
});

describe('what is foretold, whatever the rules', () => {
  it('is who gets it: random rules, addresses that are not written to, and orders', async () => {
    const access = await accessAs();
    const chance = new Chance(77);
    const people = Array.from({ length: 6 }, (_, i) => `colleague-${i}@rules-forecast.example`);
    const [notification] = await database().select().from(notifications).where(eq(notifications.slug, 'new-order'));
    for (let round = 0; round < 8; round += 1) {
      await database().delete(routingRules).where(eq(routingRules.notificationId, notification!.id));
      for (const address of people.filter(() => chance.holds(0.6))) {
        const scope = chance.pick<Scope>([
          { kind: 'all' },
          { kind: 'category', category: 'tools' },
          {
            kind: 'when',
            when: { match: 'all', tests: [{ about: 'value', is: 'at-least', amount: 4000, currency: 'EUR' }] },
          },
        ]);
        await database()
          .insert(routingRules)
          .values({ id: newId(), storeId: SHOP, notificationId: notification!.id, address, scope });
      }
      if (chance.holds(0.5)) await withhold(chance.pick(people)).catch(() => undefined);
      await planAnew();
      const { placedAt: _at, ...order } = placedEvent({
        customer: { email: `round-${round}@rules-forecast.example` },
        lines: [
          {
            product: { sku: 'PA-KOZO', name: 'Kozo sheet', category: chance.pick(['papers', 'tools']) },
            quantity: chance.int(1, 9),
            unitPrice: 850,
          },
        ],
        taxes: [],
        payment: { method: 'Card', paid: true },
      }).data.order;
      await receiveEvent(SHOP, { ...placedEvent(), data: { order: { ...order, placedAt: new Date().toISOString() } } });
      await drain();
      const tried = await tryOrder(access, order.number);
      const detail = await orderDetail(access, order.number);
      const foretold = tried.written.filter((w) => !w.later).map((w) => w.recipient.address);
      const sent = detail.sent.filter((d) => d.state === 'accepted').map((d) => d.recipient);
      expect([round, foretold.toSorted()]).toEqual([round, sent.toSorted()]);
    }
  });
});

describe('what is counted before it goes out', () => {
  it('by hand to many is how many get it, those not written to left out on both sides', async () => {
    const access = await accessAs();
    const people = ['one@many-forecast.example', 'two@many-forecast.example', 'off@withheld-forecast.example'];
    const numbers: string[] = [];
    for (const email of people) {
      const order = placedEvent({ customer: { email, firstName: 'Ada' }, payment: { method: 'Card', paid: true } }).data
        .order;
      await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
      numbers.push(order.number);
    }
    await drain();
    const { parts, without } = await loadWriting(access, numbers, 'a-word');
    const foretold = parts.flatMap((p) => p.to.map((t) => t.address));
    expect(without.map((w) => w.why)).toEqual(['@withheld-forecast.example is not written to: asked to']);
    const wrote = await writeLetter(access, { id: randomUUID(), message: 'a-word', orders: numbers, adapted: [] });
    await drain();
    const sent = await database().select().from(deliveries).where(eq(deliveries.moment, 'by-hand'));
    const accepted = sent.filter((d) => d.state === 'accepted').map((d) => d.recipient);
    expect(accepted.toSorted()).toEqual(foretold.toSorted());
    expect(wrote).toMatchObject({ messages: foretold.length, orders: 2 });
  });

  it('by turning a notification on is how many it reached where it was on', async () => {
    const { messages } = await impactOf(await accessAs(), 'order-received');
    const rows = await database().select().from(deliveries).where(eq(deliveries.notificationName, 'Order received'));
    expect(messages).toBe(rows.filter((d) => d.state === 'accepted').length);
  });
});

describe('two at once', () => {
  it('cannot give the same money back twice, and what left a second ago cannot be cancelled', async () => {
    const access = await accessAs();
    const order = placedEvent({
      customer: { email: 'twice@forecast.example' },
      payment: { method: 'Card', paid: true },
    }).data.order;
    await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
    const all = {
      do: 'refund',
      lines: order.lines.map((l) => ({ sku: l.product.sku, quantity: l.quantity })),
      shipping: 0,
      goodwill: 0,
      reason: '',
    };
    const results = await Promise.allSettled([
      doWithOrder(access, order.number, all),
      doWithOrder(access, order.number, all),
    ]);
    expect(results.map((r) => r.status).toSorted()).toEqual(['fulfilled', 'rejected']);
    expect((await orderDetail(access, order.number)).order.refunds).toHaveLength(1);
    const second = placedEvent({
      customer: { email: 'left@forecast.example' },
      payment: { method: 'Card', paid: true },
    }).data.order;
    await receiveEvent(SHOP, { ...placedEvent(), data: { order: second } });
    const lines = [{ sku: second.lines[0]!.product.sku, quantity: second.lines[0]!.quantity }];
    const [sent, cancelled] = await Promise.allSettled([
      doWithOrder(access, second.number, {
        do: 'dispatch',
        lines,
        carrier: '',
        trackingNumber: '',
        trackingUrl: '',
        location: '',
      }),
      doWithOrder(access, second.number, { do: 'cancel', lines, reason: '' }),
    ]);
    expect([sent.status, cancelled.status].toSorted()).toEqual(['fulfilled', 'rejected']);
    const lost = (sent.status === 'rejected' ? sent : cancelled) as PromiseRejectedResult;
    expect(lost.reason).toMatchObject({ problems: [{ path: expect.stringMatching(/^\/lines\/0/) as string }] });
  });

  it('is refused in another currency than the order was placed in', async () => {
    const order = placedEvent({ customer: { email: 'currency@forecast.example' } }).data.order;
    await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
    const told = {
      ...placedEvent(),
      type: 'order.payment-received' as const,
      data: { order: { ...order, currency: 'USD' } },
    };
    await expect(receiveEvent(SHOP, told)).rejects.toMatchObject({ problems: [{ path: '/data/order/currency' }] });
  });
});

describe('what arrives', () => {
  it('agrees with the order when it is read from its bytes', async () => {
    const press = new Press();
    let read = 0;
    for (let seed = 50_001; seed <= 50_060; seed += 1) {
      await live(seed, press, async ({ message, truth, notification }) => {
        if (momentOf(truth.moment)?.about === 'account') return;
        const raw = await composeMessage(
          { preheader: '', html: message.html ?? '', subject: message.subject, text: message.text },
          {
            from: { name: 'Quillwick', address: 'orders@quillwick.example' },
            to: { name: '', address: 'iwona@sobczyk.example' },
            messageId: '<truth@quillwick.example>',
            date: new Date(truth.at),
            language: message.language,
          },
        );
        const mail = await simpleParser(raw, { skipImageLinks: true });
        const received = { ...message, subject: mail.subject ?? '', text: mail.text ?? '', html: mail.html || '' };
        expect([notification, judge(received, { ...truth, timeZone: ZONE })]).toEqual([notification, []]);
        read += 1;
      });
    }
    expect(read).toBeGreaterThan(200);
  });

  it('is on record as it was received', async () => {
    const [row] = await database().select().from(deliveries).where(eq(deliveries.state, 'accepted')).limit(1);
    const [kept] = await database().select().from(sentMessages).where(eq(sentMessages.deliveryId, row!.id));
    expect((await simpleParser(kept!.raw)).subject).toBe(row!.subject);
  });
});
