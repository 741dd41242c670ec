/** What is said before something is done with an order is what comes of it; and saying it changes nothing. */
import { eq } from 'drizzle-orm';
import type { OrderAction } from '@/core/order';
import { database } from '@/server/db/client';
import { deliveries, events, notWritten, orders, withholdings } from '@/server/db/schema';
import { newId } from '@/server/base/ids';
import { receiveEvent } from '@/server/events/receive';
import { doWithOrder, forecastAction } from '@/server/features/orders/order-actions';
import { forecastPlacing, placeOrder } from '@/server/features/orders/placing';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

const parcel = (lines: { sku: string; quantity: number }[]): OrderAction => ({
  do: 'dispatch',
  lines,
  carrier: 'Fieldpost',
  trackingNumber: '',
  trackingUrl: '',
  location: '',
});

const place = async (email: string, paid = true): Promise<{ number: string; sku: string; name: string }> => {
  const { order } = placedEvent({
    customer: { email, firstName: 'Ada', lastName: 'Lind' },
    payment: { method: 'Bank transfer', paid },
  }).data;
  await receiveEvent(SHOP, { ...placedEvent(), data: { order } });
  await drain();
  const { sku, name } = order.lines[0]!.product;
  return { number: order.number, sku, name };
};

const recorded = async (number: string) => ({
  deliveries: await database().select().from(deliveries).where(eq(deliveries.orderNumber, number)),
  order: await database().select().from(orders).where(eq(orders.number, number)),
});

beforeAll(async () => {
  await connectService();
});

describe('the forecast of what is done with an order', () => {
  it.each<[string, boolean, (sku: string) => OrderAction]>([
    ['a payment', false, () => ({ do: 'pay' })],
    ['a failed payment', false, () => ({ do: 'fail-payment', reason: 'The card was refused.' })],
    ['a parcel', true, (sku) => parcel([{ sku, quantity: 1 }])],
    [
      'a refund',
      true,
      (sku) => ({ do: 'refund', lines: [{ sku, quantity: 1 }], shipping: 0, goodwill: 0, reason: '' }),
    ],
    ['a cancellation', false, (sku) => ({ do: 'cancel', lines: [{ sku, quantity: 1 }], reason: '' })],
    ['a note', true, () => ({ do: 'note', words: 'Your parcel is being packed.' })],
  ])('of %s is what then happens', async (name, paid, action) => {
    const { number, sku } = await place(`${name.replaceAll(' ', '-')}@action-forecast.example`, paid);
    const access = await accessAs();
    const before = await recorded(number);
    const foretold = await forecastAction(access, number, action(sku));
    expect(await recorded(number)).toEqual(before);

    await doWithOrder(access, number, action(sku));
    const after = await recorded(number);
    const known = new Set(before.deliveries.map((d) => d.id));
    const planned = after.deliveries.filter((d) => !known.has(d.id));
    expect(foretold.sends.map((s) => `${s.notification} ${s.recipient}`).toSorted()).toEqual(
      planned.map((d) => `${d.notificationName} ${d.recipientName || d.recipient}`).toSorted(),
    );
    const stopped = after.deliveries.filter(
      (d) => d.state === 'cancelled' && before.deliveries.some((b) => b.id === d.id && b.state === 'planned'),
    );
    expect(foretold.stops.map((s) => s.notification).toSorted()).toEqual(
      stopped.map((d) => d.notificationName).toSorted(),
    );
  });

  it('says which pieces will then not be sent, for a refund and a cancellation, and not for a parcel', async () => {
    const access = await accessAs();
    const { number, sku, name } = await place('pieces@action-forecast.example');
    const one = [{ sku, quantity: 1 }];
    const of = async (action: OrderAction) => (await forecastAction(access, number, action)).keeps;
    expect(await of({ do: 'refund', lines: one, shipping: 0, goodwill: 0, reason: '' })).toEqual([
      expect.objectContaining({ sku, name, quantity: 1 }),
    ]);
    expect(await of({ do: 'cancel', lines: one, reason: '' })).toEqual([expect.objectContaining({ sku, quantity: 1 })]);
    expect(await of(parcel(one))).toEqual([]);
  });

  it('counts an address on the do-not-send list as not sent, with the reason', async () => {
    const { number } = await place('listed@action-forecast.example');
    await database().insert(withholdings).values({
      id: newId(),
      storeId: SHOP,
      pattern: 'listed@action-forecast.example',
      reason: 'asked to',
      kinds: [],
      source: 'hand',
      by: 'Marta',
      at: new Date(),
    });
    const { sends, notSent } = await forecastAction(await accessAs(), number, { do: 'note', words: 'Soon.' });
    expect(sends.filter((s) => s.recipient === 'Ada Lind')).toEqual([]);
    expect(notSent.map((n) => n.reason)).toContain(
      'listed@action-forecast.example is on the do-not-send list: asked to',
    );
  });

  it('is refused as the deed is, and leaves no event behind', async () => {
    const access = await accessAs();
    const { number, sku } = await place('refused@action-forecast.example');
    const events0 = (await database().select().from(events)).length;
    const left0 = (await database().select().from(notWritten)).length;
    const tooMany: OrderAction = parcel([{ sku, quantity: 99 }]);
    await expect(forecastAction(access, number, tooMany)).rejects.toMatchObject({ code: 'invalid' });
    await forecastAction(access, number, { do: 'note', words: 'Soon.' });
    expect((await database().select().from(events)).length).toBe(events0);
    expect((await database().select().from(notWritten)).length).toBe(left0);
  });
});

describe('the forecast of an order that is placed here', () => {
  const wanted = (email: string) => ({
    guest: { email, firstName: 'Ada', lastName: 'Lind' },
    channel: 'web-shop',
    lines: [{ sku: 'PA-KOZO', quantity: 2 }],
    collect: false,
    taxAdded: false,
    payment: 'Bank transfer',
    paid: false,
  });

  it('is what is then sent and not sent; no order, no number and no delivery is left of it', async () => {
    const access = await accessAs();
    const counted = async () => ({
      orders: await database().$count(orders),
      deliveries: await database().$count(deliveries),
      events: await database().$count(events),
      unsent: await database().$count(notWritten),
    });
    const before = await counted();
    const forecast = await forecastPlacing(access, wanted('placing@action-forecast.example'));
    expect(await counted()).toEqual(before);

    const first = await placeOrder(access, wanted('placing@action-forecast.example'));
    const planned = await database().select().from(deliveries).where(eq(deliveries.orderNumber, first.number));
    expect(planned.length).toBeGreaterThan(1);
    expect(forecast.sends.map((s) => `${s.notification} ${s.recipient}`).toSorted()).toEqual(
      planned.map((d) => `${d.notificationName} ${d.recipientName || d.recipient}`).toSorted(),
    );
    expect(forecast.sends.some((s) => !s.now)).toBe(true);
    // The number that the forecast would have taken is the next one still.
    await forecastPlacing(access, wanted('second@action-forecast.example'));
    const second = await placeOrder(access, wanted('second@action-forecast.example'));
    expect(Number(second.number.slice(4))).toBe(Number(first.number.slice(4)) + 1);
  });

  it('is refused as the order itself is', async () => {
    const access = await accessAs();
    await expect(forecastPlacing(access, { ...wanted('none@action-forecast.example'), lines: [] })).rejects.toThrow(
      'The order cannot be placed like this.',
    );
  });
});
