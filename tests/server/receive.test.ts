import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries, events, notWritten, orders } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const sent = (orderId: string) => database().select().from(deliveries).where(eq(deliveries.orderId, orderId));

describe('an order placed', () => {
  it('becomes an order and its planned deliveries, with reasons', async () => {
    const event = placedEvent({ language: 'de' });
    const received = await receiveEvent(SHOP, event);
    const rows = await sent(received.orderId);
    expect(rows.map((d) => [d.recipient, d.role, d.language, d.state]).sort()).toEqual([
      ['iwona@sobczyk.example', 'customer', 'de', 'planned'],
      ['pawel@quillwick.example', 'staff', 'de', 'planned'],
    ]);
    expect(rows.map((d) => d.id).sort()).toEqual(received.deliveries.toSorted());
    expect(rows[0]!.reasons.length).toBeGreaterThan(2);
    const [order] = await database().select().from(orders).where(eq(orders.id, received.orderId));
    expect(order).toMatchObject({ number: event.data.order.number, total: 3790, customerName: 'Iwona Sobczyk' });
  });

  it('is taken once, however often and however much at once it comes', async () => {
    const event = placedEvent();
    const all = await Promise.all(Array.from({ length: 8 }, () => receiveEvent(SHOP, event)));
    expect(new Set(all.map((r) => r.orderId)).size).toBe(1);
    expect(all.filter((r) => !r.known)).toHaveLength(1);
    for (const r of all) expect(r.deliveries.toSorted()).toEqual(all[0]!.deliveries.toSorted());
    expect(await sent(all[0]!.orderId)).toHaveLength(2);
  });

  it('is not confirmed again by another event with the same order', async () => {
    const first = placedEvent();
    const received = await receiveEvent(SHOP, first);
    const again = await receiveEvent(SHOP, { ...first, id: `${first.id}-again` });
    expect(again.known).toBe(true);
    expect(again.deliveries.toSorted()).toEqual(received.deliveries.toSorted());
    expect(await sent(received.orderId)).toHaveLength(2);
  });

  it('from a channel that forbids it writes to the staff only, and records why', async () => {
    const received = await receiveEvent(SHOP, placedEvent({ channel: 'bazaarlane' }));
    expect((await sent(received.orderId)).map((d) => d.role)).toEqual(['staff']);
    const [unsent] = await database().select().from(notWritten).where(eq(notWritten.orderId, received.orderId));
    expect(unsent!.reasons).toEqual([{ code: 'channel-forbids', channel: 'Bazaarlane' }]);
  });

  it.each([
    ['a channel the store does not have', { channel: 'stall' }, '/data/order/channel'],
    ['a total that is not the sum', { total: 5 }, '/data/order/total'],
  ])('with %s is refused at its place, and nothing of it is recorded', async (_what, change, path) => {
    const event = placedEvent(change);
    await expect(receiveEvent(SHOP, event)).rejects.toMatchObject({
      code: 'invalid',
      problems: [expect.objectContaining({ path })],
    });
    expect(await database().select().from(events).where(eq(events.eventId, event.id))).toEqual([]);
    expect(await database().select().from(orders).where(eq(orders.number, event.data.order.number))).toEqual([]);
  });
});
