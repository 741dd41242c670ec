/** Summaries of orders: when they come, for whom, of which orders, what they say, and that they come once. */
import { and, eq } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { reasonWords, type Scope } from '@/core/plan';
import { cameLast, type Rhythm } from '@/core/time';
import { database } from '@/server/db/client';
import {
  deliveries,
  events,
  notifications,
  notWritten,
  orders,
  routingRules,
  summariesReached,
} from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { impactOf } from '@/server/features/notifications/impact';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { addRule, changeRule } from '@/server/features/routing/routing';
import { loadDesk, switchNotification } from '@/server/features/templates/templates';
import { planSummaries } from '@/server/summaries/planning';
import {
  accessAs,
  connectService,
  laterEvent,
  mailbox,
  placedEvent,
  planAnew,
  SHOP,
  textOf,
  useDatabase,
} from './fixture';
import { drain, reader } from './orders';

useDatabase();

const SLUG = 'summary-of-orders';
const ZONE = 'Europe/Berlin';
const DAY = 86_400_000;
const DAILY: Rhythm = { every: 'day', at: '08:00' };

const summary = async () => {
  const [row] = await database()
    .select()
    .from(notifications)
    .where(and(eq(notifications.storeId, SHOP), eq(notifications.slug, SLUG)));
  return row!;
};

/** Rules in the place of those that are there. */
async function rules(...wanted: [address: string, scope: Scope][]): Promise<void> {
  const { id } = await summary();
  await database().delete(routingRules).where(eq(routingRules.notificationId, id));
  for (const [address, scope] of wanted)
    await addRule(await accessAs(), { notificationId: id, recipient: { address }, scope });
  await planAnew();
}

/** As if summaries had come until some days ago. */
async function reached(daysAgo: number, plannedAt = Date.now() + 60_000): Promise<number> {
  const { id } = await summary();
  const at = cameLast(DAILY, Date.now(), ZONE) - daysAgo * DAY;
  const row = {
    notificationId: id,
    storeId: SHOP,
    reached: new Date(at),
    plannedAt: new Date(plannedAt),
    rhythm: JSON.stringify(DAILY),
    since: new Date(0),
  };
  await database().insert(summariesReached).values(row).onDuplicateKeyUpdate({ set: row });
  return at;
}

/** An order placed before the last time of the summary, told of now. */
async function placed(change: Partial<Order> = {}, daysAgo = 0.5): Promise<Order> {
  const at = new Date(cameLast(DAILY, Date.now(), ZONE) - daysAgo * DAY).toISOString();
  const event = placedEvent({ customer: { email: reader() }, placedAt: at, ...change });
  await receiveEvent(SHOP, event);
  return event.data.order;
}

const mailsTo = async (address: string) => (await mailbox(address)).filter((m) => /order/i.test(m.subject));

beforeEach(async () => {
  await connectService();
  await database().delete(orders);
  await database().delete(summariesReached);
  await database()
    .update(notifications)
    .set({ on: true, schedule: { row: [], ends: [], rhythm: DAILY }, offChannels: [] })
    .where(eq(notifications.slug, SLUG));
  await planAnew();
});

it('comes at its time to each colleague, of the orders that their rules name, and once', async () => {
  const [marta, lene] = [reader(), reader()];
  await rules([marta, { kind: 'all' }], [lene, { kind: 'category', category: 'tools' }]);
  await reached(1);
  const goods = (sku: string, name: string, category: string): Pick<Order, 'lines'> => ({
    lines: [{ product: { sku, name, category }, quantity: 2, unitPrice: 1000 }],
  });
  const first = await placed({ ...goods('PA-KOZO', 'Kozo sheet', 'papers') }, 0.8);
  const tool = await placed({ ...goods('TO-AWL', 'Awl', 'tools') });
  // Three workers at once plan it once.
  await Promise.all([planSummaries(), planSummaries(), planSummaries()]);
  await planSummaries();
  await drain();
  const [all] = await mailsTo(marta);
  expect(await mailsTo(marta)).toHaveLength(1);
  expect(all!.subject).toMatch(/^2 orders until /);
  expect(await textOf(all)).toContain(`The first was ${first.number}`);
  expect(await textOf(all)).toContain(`${tool.number} (To be sent): Awl; Qty 2;`);
  expect(await textOf(all)).toContain(`/s/quillwick/orders`);
  const [one] = await mailsTo(lene);
  expect(one!.subject).toMatch(/^1 order until /);
  expect(await textOf(one)).toContain(tool.number);
  expect(await textOf(one)).not.toContain(first.number);
  const [row] = await database().select().from(deliveries).where(eq(deliveries.recipient, lene));
  expect(row!.reasons.map(reasonWords)).toContain(
    `${lene} gets a summary of orders with tools, every day at 08:00. It is of 1 order.`,
  );
});

it('says what came, what was cancelled since, what waits of any day, what is due, and what went back', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  await reached(1);
  const old = await placed({ number: `OLD-${process.pid}` }, 5);
  const back = await placed();
  await placed({ payment: { method: 'Bank transfer', paid: false } });
  const gone = await placed();
  await receiveEvent(SHOP, laterEvent('order.cancelled', { ...gone, status: 'OrderCancelled' }));
  const at = new Date(cameLast(DAILY, Date.now(), ZONE) - 3_600_000).toISOString();
  const refunded = { ...back, refunds: [{ amount: 500, reason: 'creased', goodwill: 500 }] };
  await receiveEvent(SHOP, { ...laterEvent('refund.issued', refunded), time: at });
  await planSummaries();
  await drain();
  const [mail] = await mailsTo(marta);
  expect(mail!.subject).toMatch(/^3 orders until /);
  expect(await textOf(mail)).toContain('Cancelled since: 1.');
  expect(await textOf(mail)).toMatch(/To be sent: 2\. The oldest is OLD-/);
  expect(await textOf(mail)).toContain(old.number);
  expect(await textOf(mail)).toMatch(/Not paid yet: 1, €/);
  expect(await textOf(mail)).toContain('Refunds: 1, €5.00.');
});

it('begins when it is turned on, and what came while it was off is in none', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  await placed();
  await planSummaries();
  await planSummaries();
  const { id } = await summary();
  const reachedNow = async () =>
    (await database().select().from(summariesReached).where(eq(summariesReached.notificationId, id)))[0]?.reached;
  expect((await reachedNow())!.getTime()).toBe(cameLast(DAILY, Date.now(), ZONE));
  await switchNotification(await accessAs(), SLUG, false);
  await planSummaries();
  expect(await reachedNow()).toBeUndefined();
  await switchNotification(await accessAs(), SLUG, true);
  await planSummaries();
  await drain();
  expect(await mailsTo(marta)).toEqual([]);
});

it('covers all days since its last time when nothing ran in between', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  const from = await reached(4);
  await placed({}, 3.5);
  await placed({}, 0.5);
  await planSummaries();
  await drain();
  expect(await mailsTo(marta)).toHaveLength(1);
  const [event] = await database().select().from(events).where(eq(events.type, 'orders.summary')).orderBy(events.id);
  const rows = await database().select().from(events).where(eq(events.type, 'orders.summary'));
  const last = rows.map((r) => r.data as { details: { summary: { from: string; orders: number } } }).at(-1)!;
  expect(event).toBeDefined();
  expect(last.details.summary).toMatchObject({ from: new Date(from).toISOString(), orders: 2 });
});

it('holds what the shop told late, once: placed before its last time, and known only since', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  await reached(1, Date.now() - 1_000);
  const late = await placed({}, 1.2);
  // Placed long ago, of which the shop tells for the first time: no news.
  await placed({}, 20);
  await planSummaries();
  await drain();
  const [mail] = await mailsTo(marta);
  expect(mail!.subject).toMatch(/^1 order until /);
  expect(await textOf(mail)).toContain(late.number);
  // The next one, planned later, does not hold it again.
  const { id } = await summary();
  const earlier: Rhythm = { every: 'day', at: '07:00' };
  await database()
    .update(notifications)
    .set({ schedule: { row: [], ends: [], rhythm: earlier } })
    .where(eq(notifications.id, id));
  await database()
    .update(summariesReached)
    .set({
      reached: new Date(cameLast(earlier, Date.now(), ZONE) - DAY / 4),
      plannedAt: new Date(Date.now() + 1_000),
      rhythm: JSON.stringify(earlier),
    })
    .where(eq(summariesReached.notificationId, id));
  await planSummaries();
  await drain();
  expect((await mailsTo(marta)).map((m) => m.subject).toSorted()[1]).toMatch(/^No new orders until /);
});

it('that is set to other times comes at the next of them, and not at once for one that has passed', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  const from = await reached(0);
  await placed();
  const { id } = await summary();
  const passed = new Date(Date.now() - 60_000);
  const past: Rhythm = { every: 'day', at: passed.toISOString().slice(11, 16) };
  await database()
    .update(notifications)
    .set({ schedule: { row: [], ends: [], rhythm: past } })
    .where(eq(notifications.id, id));
  await planSummaries();
  await planSummaries();
  await drain();
  expect(await mailsTo(marta)).toEqual([]);
  const [row] = await database().select().from(summariesReached).where(eq(summariesReached.notificationId, id));
  expect(row!.reached.getTime()).toBe(from);
});

it('is quiet on a day without news, and says so on record', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  await reached(1);
  await planSummaries();
  await drain();
  expect(await mailsTo(marta)).toEqual([]);
  const rows = await database().select().from(notWritten).where(eq(notWritten.recipient, marta));
  expect(rows.map((r) => r.reasons.map(reasonWords))).toEqual([
    [`Nothing came and nothing waits, so ${marta} got no summary.`],
  ]);
});

it('leaves out orders of channels that it is off for', async () => {
  const marta = reader();
  await rules([marta, { kind: 'all' }]);
  await database()
    .update(notifications)
    .set({ offChannels: ['bazaarlane'] })
    .where(eq(notifications.slug, SLUG));
  await planAnew();
  await reached(1);
  await placed({ channel: 'bazaarlane' });
  const shop = await placed();
  await planSummaries();
  await drain();
  const [mail] = await mailsTo(marta);
  expect(mail!.subject).toMatch(/^1 order until /);
  expect(await textOf(mail)).toContain(shop.number);
});

it('takes the place of a message for each order when a rule is moved to it', async () => {
  const access = await accessAs();
  const lene = reader();
  await rules();
  const [each] = await database().select().from(notifications).where(eq(notifications.slug, 'new-order'));
  const scope: Scope = { kind: 'all' };
  await addRule(access, { notificationId: each!.id, recipient: { address: lene }, scope });
  const [rule] = await database().select().from(routingRules).where(eq(routingRules.address, lene));
  await changeRule(access, rule!.id, { notificationId: (await summary()).id, recipient: { address: lene }, scope });
  await reached(1);
  await placed();
  await drain();
  expect(await mailsTo(lene)).toEqual([]);
  await planSummaries();
  await drain();
  expect((await mailsTo(lene)).map((m) => m.subject)).toEqual([expect.stringMatching(/^1 order until /)]);
});

it('is set by its rhythm alone', async () => {
  const access = await accessAs();
  const { revision, settings } = await loadNotification(access, SLUG);
  const save = (change: Partial<typeof settings>) =>
    saveNotification(access, SLUG, revision, { ...settings, ...change });
  await expect(save({ schedule: { row: [], ends: [] } })).rejects.toMatchObject({
    problems: [{ path: '/schedule/rhythm', message: 'Choose when it comes.' }],
  });
  await expect(save({ when: { match: 'all', tests: [{ about: 'first-order', is: true }] } })).rejects.toMatchObject({
    problems: [{ path: '/when' }],
  });
  await expect(
    save({ schedule: { row: [{ wait: { amount: 1, unit: 'days' } }], ends: [], rhythm: DAILY } }),
  ).rejects.toMatchObject({ problems: [{ path: '/schedule/row' }] });
  await save({ schedule: { row: [], ends: [], rhythm: { every: 'week', on: 5, at: '17:30' } } });
  expect((await summary()).schedule.rhythm).toEqual({ every: 'week', on: 5, at: '17:30' });
});

it('says before it is turned on when it comes first, and to whom', async () => {
  const access = await accessAs();
  const marta = reader();
  await rules();
  expect((await impactOf(access, SLUG)).words).toMatch(/No colleague is named/);
  await rules([marta, { kind: 'all' }]);
  expect((await impactOf(access, SLUG)).words).toMatch(
    new RegExp(`^It comes every day at 08:00, first on .*, to ${marta}\\.`),
  );
});

it('is shown with the store’s own orders of the last day on the Desk', async () => {
  await placed();
  const { notification } = await loadDesk(await accessAs(), SLUG);
  expect(notification.details).toMatchObject({ summary: { orders: 1, toSend: 1 } });
});
