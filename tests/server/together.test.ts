/** Messages that wait for each other and go to a colleague in one mail: planned, put together, kept, stopped, tried again and erased. */
import { and, asc, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { SUMMARY } from '@/core/moments';
import type { Order } from '@/core/order';
import { database } from '@/server/db/client';
import { deliveries, notifications } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deliveryDetail, sendNow, stopDelivery } from '@/server/features/deliveries/deliveries';
import { sendAgain } from '@/server/features/deliveries/again';
import {
  addRule,
  changeRule,
  forecastRule,
  loadRouting,
  removeRule,
  tryOrder,
} from '@/server/features/routing/routing';
import { eraseCustomer } from '@/server/features/people/customer-data';
import { sentMessageOf } from '@/server/sending/kept-message';
import { Worker } from '@/server/worker/worker';
import { accessAs, connectService, mailbox, placedEvent, planAnew, rawMail, SHOP, useDatabase } from './fixture';
import { byOrder, drain, momentAgo, reader } from './orders';

useDatabase();
beforeAll(() => connectService());

const DAILY = { every: 'day', at: '17:00' } as const;

/** A rule of the first notification that the staff gets about an order, for a reader of a mailbox of their own. */
async function ruleFor(to: string, together: unknown = DAILY) {
  const access = await accessAs();
  const { notifications: all } = await loadRouting(access);
  const { id } = all.find((n) => n.moment === 'order.placed')!;
  await addRule(access, { notificationId: id, recipient: { address: to }, scope: { kind: 'all' }, together });
  const rule = (await loadRouting(access)).rules.find((r) => r.address === to)!;
  return { access, rule, notificationId: id };
}

async function place(change: Partial<Order> = {}): Promise<string> {
  const event = placedEvent({ customer: { email: reader() }, ...change });
  await receiveEvent(SHOP, event);
  await drain();
  return event.data.order.number;
}

const rowsOf = (to: string) =>
  database().select().from(deliveries).where(eq(deliveries.recipient, to)).orderBy(asc(deliveries.id));

/** Its time has come. */
async function due(to: string): Promise<void> {
  await database()
    .update(deliveries)
    .set({ dueAt: momentAgo() })
    .where(and(eq(deliveries.recipient, to), eq(deliveries.state, 'planned')));
}

describe('what waits for each other', () => {
  it('goes out in one mail at its time, with each message and its files, and is kept with each order', async () => {
    const to = reader();
    const { access } = await ruleFor(to);
    const numbers = [await place(), await place(), await place()];
    expect(await mailbox(to)).toEqual([]);
    const waiting = await rowsOf(to);
    expect(waiting.map((d) => [d.state, d.timed, d.gathers])).toEqual(numbers.map(() => ['planned', true, true]));
    expect(new Set(waiting.map((d) => d.dueAt.getTime())).size).toBe(1);
    const { reasons } = await deliveryDetail(access, waiting[0]!.id);
    expect(reasons).toContain('It goes out in one mail with the others that wait, every day at 17:00.');
    const tried = await tryOrder(access, numbers[0]!);
    expect(tried.written.find((w) => w.recipient.address === to)?.reasons.join(' ')).toContain('in one mail');

    await due(to);
    // Two workers at once put it together once.
    await Promise.all([drain(new Worker()), drain(new Worker())]);
    const mails = await mailbox(to);
    expect(mails).toHaveLength(1);
    expect(mails[0]!.subject).toMatch(new RegExp(`${numbers[0]}.*\\(\\+2\\)$`));
    const mail = await simpleParser(await rawMail(mails[0]!.id));
    for (const number of numbers) {
      expect(mail.text).toContain(number);
      expect(mail.html).toContain(number);
    }
    const sent = await rowsOf(to);
    expect(sent.map((d) => d.state)).toEqual(['accepted', 'accepted', 'accepted']);
    expect(new Set(sent.map((d) => d.messageId)).size).toBe(1);
    expect(sent[1]!.subject).toContain(numbers[1]!);
    const second = await deliveryDetail(access, sent[1]!.id);
    expect(second.mailedWith.map((m) => m.order)).toEqual([numbers[0], numbers[2]]);
    expect(second.attempts).toHaveLength(1);
    expect(second.message?.text).toContain(numbers[2]);
    // Sent again, it goes alone.
    await sendAgain(access, sent[1]!.id, { to });
    await drain();
    const again = (await mailbox(to)).find((m) => m.id !== mails[0]!.id)!;
    expect(again.subject).not.toContain('(+');
    expect(again.subject).toContain(numbers[1]!);
  });

  it('goes alone where nothing else waits, and at once where somebody sends it now', async () => {
    const to = reader();
    const { access } = await ruleFor(to);
    const [first, second] = [await place(), await place()];
    const [now] = await rowsOf(to);
    await sendNow(access, now!.id);
    await drain();
    expect((await mailbox(to)).map((m) => m.subject.includes(first))).toEqual([true]);
    await due(to);
    await drain();
    const mails = await mailbox(to);
    expect(mails).toHaveLength(2);
    expect(mails.every((m) => !m.subject.includes('(+'))).toBe(true);
    expect(mails.some((m) => m.subject.includes(second))).toBe(true);
  });

  it('is without what was stopped, whichever it was, and is not sent once its notification is off', async () => {
    const to = reader();
    const { access, notificationId } = await ruleFor(to);
    const numbers = [await place(), await place(), await place()];
    await stopDelivery(access, (await rowsOf(to))[0]!.id);
    await due(to);
    await drain();
    const [mail] = await mailbox(to);
    expect(mail!.subject).toMatch(/\(\+1\)$/);
    const { text } = await simpleParser(await rawMail(mail!.id));
    expect(text).not.toContain(numbers[0]);

    await place();
    const last = (await rowsOf(to)).at(-1)!;
    const turned = (on: boolean) =>
      database().update(notifications).set({ on }).where(eq(notifications.id, notificationId));
    await turned(false);
    await planAnew();
    await due(to);
    await drain();
    await turned(true);
    await planAnew();
    const [row] = await database().select().from(deliveries).where(eq(deliveries.id, last.id));
    expect(row!.state).toBe('cancelled');
    expect(await mailbox(to)).toHaveLength(1);
  });

  it('is let go by one that was to carry it and does not go out', async () => {
    const to = reader();
    const { access } = await ruleFor(to);
    const numbers = [await place(), await place(), await place()];
    const rows = await rowsOf(to);
    // As it stands when the mail was put together and its service was away.
    const [carrier] = rows;
    await database()
      .update(deliveries)
      .set({ gathers: false, gatheredIn: carrier!.id, dueAt: new Date(Date.now() + 3_600_000) })
      .where(eq(deliveries.recipient, to));
    await drain();
    expect(await mailbox(to)).toEqual([]);
    await stopDelivery(access, carrier!.id);
    await due(to);
    await drain();
    const [mail] = await mailbox(to);
    const { text } = await simpleParser(await rawMail(mail!.id));
    expect(mail!.subject).toMatch(/\(\+1\)$/);
    expect(text).not.toContain(numbers[0]);
    expect(text).toContain(numbers[2]);
  });

  it('tells nothing any more of a customer who was erased, sent or not', async () => {
    const to = reader();
    await ruleFor(to);
    const gone = { email: reader(), firstName: 'Zephyrine', lastName: 'Quist' };
    const [, erased] = [await place(), await place({ customer: gone })];
    await due(to);
    await drain();
    const [first] = await rowsOf(to);
    expect((await sentMessageOf(first!.id))!.toString()).toContain(erased);
    await place({ customer: gone });
    await eraseCustomer(await accessAs(), gone.email);
    expect(await sentMessageOf(first!.id)).toBeUndefined();
    expect((await byOrder(erased)).every((d) => d.reasons.length === 0)).toBe(true);
    await due(to);
    await drain();
    expect(await mailbox(to)).toHaveLength(1);
  });
});

describe('a rule with times', () => {
  it('is told with its times, counts as one mail a day when it is tried, and what waits stays when it is changed', async () => {
    const to = reader();
    const { access, rule, notificationId } = await ruleFor(to);
    expect(rule.together).toEqual(DAILY);
    await place();
    const input = { notificationId, recipient: { address: to }, scope: { kind: 'all' } };
    const { who } = await forecastRule(access, input, rule.id);
    const own = who.find((w) => w.address === to)!;
    expect(own.after).toBeGreaterThan(own.before);
    await changeRule(access, rule.id, input);
    expect((await loadRouting(access)).rules.find((r) => r.id === rule.id)).not.toHaveProperty('together');
    expect((await rowsOf(to)).map((d) => [d.state, d.gathers])).toEqual([['planned', true]]);
    await place();
    expect(await mailbox(to)).toHaveLength(1);
    await removeRule(access, rule.id);
  });

  it('is refused for a summary, and with times that no clock shows', async () => {
    const access = await accessAs();
    const [summary] = await database().select().from(notifications).where(eq(notifications.moment, SUMMARY));
    const rule = { recipient: { address: reader() }, scope: { kind: 'all' } };
    await expect(addRule(access, { ...rule, notificationId: summary!.id, together: DAILY })).rejects.toMatchObject({
      problems: [{ path: '/together' }],
    });
    const { notifications: all } = await loadRouting(access);
    await expect(
      addRule(access, { ...rule, notificationId: all[0]!.id, together: { every: 'day', at: '25:00' } }),
    ).rejects.toMatchObject({ code: 'invalid' });
  });
});
