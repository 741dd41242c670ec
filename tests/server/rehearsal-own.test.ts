/** Orders that a store keeps for its rehearsals: written, taken from real ones, or found by a rehearsal. */
import { and, eq } from 'drizzle-orm';
import type { OwnScript } from '@/core/rehearsal';
import { database } from '@/server/db/client';
import { ownOrders, products } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import {
  foreseeOwn,
  keepFound,
  keepRecorded,
  loadOwnOrders,
  removeOwn,
  saveOwn,
  switchOwn,
} from '@/server/features/rehearsal/own-orders';
import { junitOf, reportOf } from '@/server/features/rehearsal/report';
import { accessAs, laterEvent, placedEvent, SHOP, useDatabase } from './fixture';
import { publishAll, rehearsed, toFix, turn } from './rehearsals';

useDatabase();
beforeAll(async () => {
  await publishAll();
  await turn(false);
  await turn(true, 'order-received');
  await turn(true, 'on-its-way');
}, 120_000);
afterEach(() => database().delete(ownOrders));

async function script(more: Partial<OwnScript> = {}): Promise<OwnScript> {
  const { choices } = await loadOwnOrders(await accessAs());
  return {
    ...{ language: 'de', channel: 'web-shop', guest: false, paid: true, told: 'all' },
    ...{ payment: '', place: '', country: 'AT' },
    basket: [{ sku: choices.goods[0]!.sku, quantity: 7 }],
    steps: [{ do: 'sends', after: 24, told: 'all' }],
    ...more,
  };
}

it('shows what comes of an order before it is kept, and refuses one that cannot happen, with the step', async () => {
  const access = await accessAs();
  const good = await script();
  const foreseen = await foreseeOwn(access, { script: good });
  expect(foreseen.troubles).toEqual([]);
  expect(foreseen.events.map((e) => [e.event, e.after])).toEqual([
    ['Order placed', 0],
    ['Parcel handed over', 24],
  ]);
  expect(foreseen.events[1]!.messages).toContainEqual({
    ...{ notification: 'On its way', recipient: 'the customer', language: 'de', after: 24 },
  });
  const bad = await script({
    steps: [
      { do: 'cancels', after: 1, told: 'all' },
      { do: 'sends', after: 1, told: 'all' },
    ],
  });
  await expect(saveOwn(access, { name: 'Bad', script: bad })).rejects.toMatchObject({
    code: 'invalid',
    problems: [{ path: '/script/steps/1' }],
  });
  expect((await loadOwnOrders(access)).orders).toEqual([]);
});

it('rehearses what is kept each time, under its name, unless it is left out', async () => {
  const access = await accessAs();
  const { id } = await saveOwn(access, { name: 'Seven at once', script: await script() });
  const view = await rehearsed();
  const own = view.lives.find((l) => l.own === 'Seven at once')!;
  expect(own).toMatchObject({
    script: 'own',
    language: 'de',
    done: true,
    trouble: '',
    counts: { wrong: 0, missing: 0 },
  });
  const messages = view.messages.filter((m) => m.life === own.place);
  expect(new Set(messages.map((m) => m.notification))).toEqual(new Set(['Order received', 'On its way']));
  expect(await toFix(view)).toEqual([]);
  await switchOwn(access, { id, used: false });
  expect((await rehearsed()).lives.map((l) => l.own)).not.toContain('Seven at once');
  await switchOwn(access, { id, used: true });
  await removeOwn(access, { id });
  expect((await rehearsed()).lives.some((l) => l.own)).toBe(false);
}, 200_000);

it('lets happen again what happened to a real order, with nobody in it who is real', async () => {
  const access = await accessAs();
  const placed = placedEvent({ language: 'de', note: 'Ring at Sobczyk', placedAt: '2026-11-20T09:14:00Z' });
  const { order } = placed.data;
  await receiveEvent(SHOP, { ...placed, time: '2026-11-20T09:14:00Z' });
  const sent = {
    ...order,
    shipments: [{ carrier: 'Fieldpost', trackingNumber: 'FP 77', dispatchedAt: '2026-11-21T10:00:00Z' }],
  };
  await receiveEvent(SHOP, { ...laterEvent('shipment.dispatched', sent), time: '2026-11-21T10:00:00Z' });
  const { id } = await keepRecorded(access, { order: order.number });
  const [row] = await database().select().from(ownOrders).where(eq(ownOrders.id, id));
  expect(JSON.stringify(row!.kept)).not.toMatch(/iwona|sobczyk|FP 77|Lublin/i);
  const view = await rehearsed();
  const own = view.lives.find((l) => l.own === `As order ${order.number}`)!;
  expect(own).toMatchObject({ script: 'recorded', language: 'de', products: 2 });
  const mails = view.messages.filter((m) => m.life === own.place);
  expect(new Set(mails.map((m) => m.notification))).toEqual(new Set(['Order received', 'On its way']));
  expect(mails.every((m) => m.recipient.endsWith('rehearsal.example') || m.role === 'staff')).toBe(true);
  expect(await toFix(view)).toEqual([]);
  await expect(keepRecorded(access, { order: 'never-was' })).rejects.toMatchObject({
    code: 'not-found',
    problems: [{ path: '/order' }],
  });
}, 200_000);

it('keeps an order that a rehearsal made up, once', async () => {
  const access = await accessAs();
  const view = await rehearsed();
  const { place, language } = view.lives[0]!;
  await keepFound(access, { number: view.run.number, place });
  const again = await rehearsed();
  const own = again.lives.find((l) => l.own)!;
  expect(own.language).toBe(language);
  await expect(keepFound(access, { number: again.run.number, place: own.place })).rejects.toMatchObject({
    code: 'conflict',
  });
}, 200_000);

it('does not pass while an order that is kept cannot happen any more, and says why', async () => {
  const access = await accessAs();
  const { choices } = await loadOwnOrders(access);
  const { sku } = choices.goods[0]!;
  await saveOwn(access, { name: 'Of old', script: await script() });
  const mine = and(eq(products.storeId, SHOP), eq(products.sku, sku));
  const [product] = await database().select().from(products).where(mine);
  await database().delete(products).where(mine);
  try {
    expect((await loadOwnOrders(access)).orders[0]!.troubles).toBe(1);
    const view = await rehearsed();
    expect(view.ownTroubles).toMatchObject([{ name: 'Of old', words: [`There is no product ${sku} any more.`] }]);
    const report = (await reportOf(access.store, view.run.number))!;
    expect(report).toMatchObject({ state: 'done', passed: false, ownOrders: [{ name: 'Of old' }] });
    expect(junitOf(report)).toContain('<testcase classname="Own orders" name="Of old">');
  } finally {
    await database().insert(products).values(product!);
  }
}, 200_000);
