/** What is foretold is what happens: planning, withholding and sending agree with Routing, the board and what is counted before sending. */
import { randomUUID } from 'node:crypto';
import { and, eq, inArray, notInArray } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { judge } from '@/core/judge';
import { momentOf } from '@/core/moments';
import { languageName } from '@/core/names';
import { LATE_MS, type Scope } from '@/core/plan';
import { dueTimes, ENDS, scheduleProblems, type Schedule, type Timing } from '@/core/time';
import { database } from '@/server/db/client';
import { deliveries, notifications, routingRules, sentMessages, withholdings } from '@/server/db/schema';
import { newId } from '@/server/base/ids';
import { receiveEvent } from '@/server/events/receive';
import { orderPath } from '@/server/features/notifications/board';
import { impactOf } from '@/server/features/notifications/impact';
import { loadWriting, writeLetter } from '@/server/features/orders/letters';
import { doWithOrder } from '@/server/features/orders/order-actions';
import { orderDetail } from '@/server/features/orders/orders';
import { loadToday } from '@/server/features/today/today';
import { tryOrder } from '@/server/features/routing/routing';
import { composeMessage } from '@/server/sending/compose';
import { live, Press, ZONE } from '../truth/lives';
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
      '@withheld-forecast.example is on the do-not-send list: asked to',
    );
    // Its reminders wait, and will not be sent: the order says so.
    const waiting = detail.sent.filter((d) => d.waits);
    expect(waiting.length).toBeGreaterThan(0);
    expect(waiting.every((d) => d.withheld === '@withheld-forecast.example is on the do-not-send list: asked to')).toBe(
      true,
    );
    const path = await orderPath(access, order.number);
    expect(Object.values(path.byNotification).every((step) => step.would === 0 || step.why.length === 0)).toBe(true);
  });

  it('of a notification counts nobody who is not written to', async () => {
    const before = await impactOf(await accessAs(), 'order-received');
    expect(before.without.map((w) => w.why)).toContain(
      '@withheld-forecast.example is on the do-not-send list: asked to',
    );
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

const UNITS = ['minutes', 'hours', 'days', 'working-days', 'weeks'] as const;

const randomTiming = (chance: Chance): Timing => ({
  ...(chance.holds(0.9) && { wait: { amount: chance.int(1, 20), unit: chance.pick(UNITS) } }),
  ...(chance.holds(0.4) && { at: `${String(chance.int(0, 23)).padStart(2, '0')}:${chance.pick(['00', '30', '59'])}` }),
  ...(chance.holds(0.3) && { workingDays: true }),
});

describe('what the times of a notification foretell', () => {
  it('is when its messages are due, how many there are, and what ends them: random rows and ends', async () => {
    const access = await accessAs();
    const chance = new Chance(78);
    const name = 'Payment still due';
    for (let round = 0; round < 10; round += 1) {
      const schedule: Schedule = {
        row: Array.from({ length: chance.int(1, 5) }, () => randomTiming(chance)),
        ends: ENDS.filter(() => chance.holds(0.4)),
      };
      // What cannot be saved is not foretold.
      if (scheduleProblems(schedule).length > 0) continue;
      await database().update(notifications).set({ schedule }).where(eq(notifications.name, name));
      await planAnew();
      const order = orderOf(`round-${round}@times-forecast.example`, 'Bank transfer');
      const start = Date.now() - chance.int(0, 9 * 24 * 60) * 60_000;
      const late = Date.now() - start > LATE_MS;
      await receiveEvent(SHOP, { ...placedEvent(), time: new Date(start).toISOString(), data: { order } });
      const waiting = () =>
        database()
          .select()
          .from(deliveries)
          .where(and(eq(deliveries.orderNumber, order.number), eq(deliveries.notificationName, name)));
      const foretold = late ? [] : dueTimes(schedule, start, access.store.timeZone);
      const planned = (await waiting()).map((d) => d.dueAt!.getTime());
      expect([round, planned.toSorted((a, b) => a - b)]).toEqual([round, foretold]);
      if (late) continue;
      const tried = await tryOrder(access, order.number);
      expect(tried.written.filter((w) => w.notification === name).map((w) => w.messages)).toEqual([foretold.length]);
      await drain();
      const sent = (await waiting()).filter((d) => d.state === 'accepted').length;
      expect([round, sent]).toEqual([round, foretold.filter((time) => time <= Date.now()).length]);
      const [action, end] = chance.pick([
        [{ do: 'pay' }, 'paid'],
        [{ do: 'cancel', reason: '' }, 'cancelled'],
      ] as const);
      await doWithOrder(access, order.number, action);
      const left = (await waiting()).filter((d) => d.state === 'planned').length;
      expect([round, end, left]).toEqual([round, end, schedule.ends.includes(end) ? 0 : foretold.length - sent]);
    }
  }, 150_000);
});

describe('what Today foretells', () => {
  it('is what then happens: who hears of an order, and in which language', async () => {
    const access = await accessAs();
    const chance = new Chance(79);
    const [staff] = await database().select().from(notifications).where(eq(notifications.slug, 'new-order'));
    // Few are on, so that Today tells of each by itself.
    const others = and(notInArray(notifications.slug, ['order-received', 'new-order']), eq(notifications.on, true));
    const on = await database().select({ id: notifications.id }).from(notifications).where(others);
    const turn = (to: boolean) =>
      database()
        .update(notifications)
        .set({ on: to })
        .where(
          inArray(
            notifications.id,
            on.map((n) => n.id),
          ),
        );
    await turn(false);
    const met = new Set<string>();
    for (let round = 0; round < 8; round += 1) {
      await database().delete(routingRules).where(eq(routingRules.notificationId, staff!.id));
      for (let i = chance.int(0, 2); i > 0; i -= 1) {
        const address = `hears-${round}-${i}@today-forecast.example`;
        await database()
          .insert(routingRules)
          .values({ id: newId(), storeId: SHOP, notificationId: staff!.id, address, scope: { kind: 'all' } });
      }
      await planAnew();
      const facts = (await loadToday(access)).lines.map((l) => l.fact);
      const language = chance.pick(access.store.languages);
      const order = {
        ...orderOf(`today-${round}@today-forecast.example`, 'Card'),
        language,
      };
      await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
      await drain();
      const sent = (await orderDetail(access, order.number)).sent.filter((d) => d.state === 'accepted');
      const heard = sent.filter((d) => d.notification === 'New order').length;
      expect([round, facts.includes('New order has no staff recipients.')]).toEqual([round, heard === 0]);
      const told = facts.find((f) => f.startsWith('Order received has no words in')) ?? '';
      const without = told.includes(languageName(language));
      const got = sent.find((d) => d.notification === 'Order received')!.language;
      expect([round, got]).toEqual([round, without ? access.store.language : language]);
      met.add(without ? 'without' : 'with').add(heard > 0 ? 'heard' : 'unheard');
    }
    await turn(true);
    await planAnew();
    expect([...met].toSorted()).toEqual(['heard', 'unheard', 'with', 'without']);
  });
});

describe('what is counted before it goes out', () => {
  it('by turning a notification on is how many it reached where it was on', async () => {
    const { messages } = await impactOf(await accessAs(), 'order-received');
    const rows = await database().select().from(deliveries).where(eq(deliveries.notificationName, 'Order received'));
    expect(messages).toBe(rows.filter((d) => d.state === 'accepted').length);
  });

  it('by hand to many is how many get it, those not written to left out on both sides: random choices', async () => {
    const access = await accessAs();
    const chance = new Chance(80);
    const numbers = new Map<string, string>();
    for (let i = 0; i < 9; i += 1) {
      const domain = i % 3 === 0 ? 'withheld-forecast.example' : 'many-forecast.example';
      const order = orderOf(`person-${i}@${domain}`, 'Card');
      await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
      numbers.set(order.number, order.customer.email);
    }
    await drain();
    const written = () => database().select().from(deliveries).where(eq(deliveries.moment, 'by-hand'));
    for (let round = 0; round < 4; round += 1) {
      const chosen = [...numbers.keys()].filter(() => chance.holds(0.6));
      if (chance.holds(0.5)) await withhold(numbers.get(chance.pick(chosen))!).catch(() => undefined);
      const { parts, without } = await loadWriting(access, chosen, 'a-word');
      const foretold = parts.flatMap((p) => p.to.map((t) => t.address));
      expect([round, foretold.length + without.length]).toEqual([round, chosen.length]);
      const before = new Set((await written()).map((d) => d.id));
      const told = { id: randomUUID(), message: 'a-word', orders: chosen, adapted: [] };
      if (foretold.length === 0) {
        await expect(writeLetter(access, told)).rejects.toThrow();
        continue;
      }
      expect(await writeLetter(access, told)).toMatchObject({ messages: foretold.length });
      await drain();
      const sent = (await written()).filter((d) => !before.has(d.id) && d.state === 'accepted');
      expect([round, sent.map((d) => d.recipient).toSorted()]).toEqual([round, foretold.toSorted()]);
    }
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
