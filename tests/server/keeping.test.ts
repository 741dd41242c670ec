/** What is kept of people: given out, erased, and forgotten in time. */
import { and, eq, inArray, ne, sql } from 'drizzle-orm';
import { orderTotals } from '@/core/order';
import { DEFAULT_RETENTION } from '@/core/retention';
import { database } from '@/server/db/client';
import {
  attempts,
  customers,
  deliveries,
  events,
  history,
  notWritten,
  orders,
  sentMessages,
  stores,
  withholdings,
} from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { pastId } from '@/server/base/ids';
import { historyOf } from '@/server/auth/history';
import { eraseCustomer, exportCustomer } from '@/server/features/people/customer-data';
import { forgetOld } from '@/server/people/retention';
import { withhold } from '@/server/features/sending/withheld';
import { accessAs, connectService, laterEvent, placedEvent, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

const EMAIL = 'Iwona.Sobczyk-Vale@keeping-test.example';
const OTHER = 'other.person@keeping-test.example';
/** Everything that the database holds, as text. */
async function everything(): Promise<string> {
  const db = database();
  const tables = [orders, events, deliveries, attempts, notWritten, customers, history, withholdings];
  const rows = await Promise.all(tables.map((table) => db.select().from(table)));
  const sent = await db.select({ raw: sentMessages.raw }).from(sentMessages);
  return JSON.stringify(rows) + sent.map((s) => s.raw.toString('utf8').replaceAll('=\r\n', '')).join('\n');
}

const person = { email: EMAIL, firstName: 'Iwona', lastName: 'Sobczyk-Vale', phone: '+48 22 555 0199' };
const DAY = 86_400_000;

describe('a customer', () => {
  const order = placedEvent({ customer: person, note: 'Ring at Sobczyk-Vale', number: 'KEEP-1' });
  const other = placedEvent({ customer: { email: OTHER, firstName: 'Otto', lastName: 'Person' }, number: 'KEEP-2' });

  beforeAll(async () => {
    await connectService();
    await receiveEvent(SHOP, order);
    await receiveEvent(SHOP, other);
    await receiveEvent(SHOP, {
      ...laterEvent('order.note-added', order.data.order),
      data: { order: order.data.order, details: { note: { words: 'Dear Iwona, soon' } } },
    });
    await drain();
    const access = await accessAs();
    await withhold(access, { pattern: EMAIL.toLowerCase(), reason: 'asked for it', kinds: [] });
  });

  it('is given everything that is kept of them, and nothing of others', async () => {
    const { body, name } = await exportCustomer(await accessAs('support'), EMAIL);
    const data = JSON.parse(String(body)) as {
      orders: { number: string }[];
      events: { type: string }[];
      messages: { subject: string; message: string | null }[];
      notWrittenTo: unknown[];
    };
    expect(name).toContain('customer-');
    expect(data.orders.map((o) => o.number)).toEqual(['KEEP-1']);
    expect(data.events.map((e) => e.type)).toEqual(['order.placed', 'order.note-added']);
    expect(data.messages.some((m) => m.message?.includes('KEEP-1'))).toBe(true);
    expect(data.notWrittenTo).toHaveLength(1);
    expect(String(body)).not.toContain(OTHER);
    const [last] = await database().select().from(history).where(eq(history.action, 'exportedCustomer'));
    expect(last).toBeDefined();
  });

  it('who is not known is not found, to be given out or erased', async () => {
    const access = await accessAs();
    for (const deed of [exportCustomer, eraseCustomer]) {
      await expect(deed(access, 'nobody@keeping-test.example')).rejects.toMatchObject({ code: 'not-found' });
    }
  });

  it('is not erased while a message to them is on the line', async () => {
    const [row] = await database()
      .select()
      .from(deliveries)
      .where(and(eq(deliveries.recipient, EMAIL), eq(deliveries.state, 'accepted')));
    await database().update(deliveries).set({ state: 'sending' }).where(eq(deliveries.id, row!.id));
    await expect(eraseCustomer(await accessAs(), EMAIL)).rejects.toMatchObject({ code: 'conflict' });
    await database().update(deliveries).set({ state: 'accepted' }).where(eq(deliveries.id, row!.id));
    expect(await everything()).toContain('Sobczyk-Vale');
  });

  it('is erased everywhere, also in what was said to servers, and the sums and counts stay', async () => {
    const count = async () => ({
      orders: await database().$count(orders),
      deliveries: await database().$count(deliveries),
      attempts: await database().$count(attempts),
      total: (
        await database()
          .select({ sum: sql<string>`sum(${orders.total})` })
          .from(orders)
      )[0]!.sum,
      accepted: await database().$count(deliveries, eq(deliveries.state, 'accepted')),
    });
    const before = await count();
    const texts = await everything();
    for (const trace of [EMAIL, 'Sobczyk-Vale', '555 0199', 'Dear Iwona, soon', 'Ring at'])
      expect(texts).toContain(trace);

    const erased = await eraseCustomer(await accessAs('support'), EMAIL.toUpperCase());
    expect(erased.orders).toBe(1);
    expect(erased.messages).toBeGreaterThanOrEqual(3);

    const after = (await everything()).toLowerCase();
    for (const trace of [EMAIL.toLowerCase(), 'sobczyk-vale', '555 0199', 'dear iwona, soon', 'ring at']) {
      expect(after).not.toContain(trace);
    }
    expect(after).toContain(OTHER);
    expect(await count()).toEqual(before);
    const [left] = await database().select().from(orders).where(eq(orders.number, 'KEEP-1'));
    expect(orderTotals(left!.snapshot)).toEqual(orderTotals(order.data.order));
    expect(left!.customerEmail).toMatch(/^erased-[0-9a-f]{16}@erased\.invalid$/);
    expect((await historyOf(SHOP)).map((h) => h.words)).toContain(
      `Marta Oyelaran exported what is kept of ${left!.customerEmail}`,
    );
  });

  it('who was erased is written to no more by what was waiting', async () => {
    const event = placedEvent({ customer: { ...person, email: 'waiting@keeping-test.example' } });
    await receiveEvent(SHOP, event);
    await eraseCustomer(await accessAs(), 'waiting@keeping-test.example');
    const rows = await database().select().from(deliveries).where(eq(deliveries.orderNumber, event.data.order.number));
    expect(new Set(rows.map((r) => r.state))).toEqual(new Set(['cancelled']));
  });
});

describe('what is old', () => {
  it('is forgotten when its time is over, each kind after its own, and what is newer stays', async () => {
    const ages = [10, 100, 200, 500, 1200];
    const made: Record<number, { order: string; delivery: string }> = {};
    for (const age of ages) {
      const event = placedEvent({
        customer: { ...person, email: `aged-${age}@keeping-test.example` },
        number: `AGED-${age}`,
      });
      await receiveEvent(SHOP, event);
    }
    await drain();
    // Ids say when something was made: these are put back in time, with all that refers to them.
    await database().execute(sql`set foreign_key_checks = 0`);
    for (const age of ages) {
      const at = Date.now() - age * DAY;
      const [order] = await database()
        .select()
        .from(orders)
        .where(eq(orders.number, `AGED-${age}`));
      const [event] = await database().select().from(events).where(eq(events.orderId, order!.id));
      const [delivery] = await database()
        .select()
        .from(deliveries)
        .where(and(eq(deliveries.eventId, event!.id), ne(deliveries.role, 'staff')));
      const ids = { order: pastId(at), event: pastId(at), delivery: pastId(at), attempt: pastId(at) };
      made[age] = { order: ids.order, delivery: ids.delivery };
      await database().transaction(async (tx) => {
        await tx.execute(sql`set foreign_key_checks = 0`);
        await tx.update(orders).set({ id: ids.order }).where(eq(orders.id, order!.id));
        await tx.update(events).set({ id: ids.event, orderId: ids.order }).where(eq(events.id, event!.id));
        await tx
          .update(deliveries)
          .set({ eventId: ids.event, orderId: ids.order })
          .where(eq(deliveries.eventId, event!.id));
        await tx.update(deliveries).set({ id: ids.delivery }).where(eq(deliveries.id, delivery!.id));
        await tx
          .update(attempts)
          .set({ id: ids.attempt, deliveryId: ids.delivery })
          .where(eq(attempts.deliveryId, delivery!.id));
        await tx
          .update(sentMessages)
          .set({ deliveryId: ids.delivery })
          .where(eq(sentMessages.deliveryId, delivery!.id));
        await tx.execute(sql`set foreign_key_checks = 1`);
      });
    }
    await database().update(stores).set({ retention: DEFAULT_RETENTION }).where(eq(stores.id, SHOP));
    await forgetOld(60_000);

    const ids = ages.map((a) => made[a]!.delivery);
    const bodies = await database().select().from(sentMessages).where(inArray(sentMessages.deliveryId, ids));
    const aged = (list: { deliveryId: string }[]): number[] =>
      ages.filter((a) => list.some((x) => x.deliveryId === made[a]!.delivery));
    expect(aged(bodies)).toEqual([10, 100]);
    const said = await database().select().from(attempts).where(inArray(attempts.deliveryId, ids));
    expect(aged(said)).toEqual(ages);
    expect(aged(said.filter((a) => a.conversation !== ''))).toEqual([10]);
    const told = await database()
      .select()
      .from(events)
      .where(
        inArray(
          events.orderId,
          ages.map((a) => made[a]!.order),
        ),
      );
    expect(told.filter((e) => 'order' in e.data)).toHaveLength(3);
    const named = await database()
      .select()
      .from(orders)
      .where(
        inArray(
          orders.id,
          ages.map((a) => made[a]!.order),
        ),
      );
    expect(named.filter((o) => o.customerName === 'Erased').map((o) => o.number)).toEqual(['AGED-1200']);
    // A second time finds nothing more to do.
    await forgetOld(60_000);
    expect(aged(await database().select().from(sentMessages).where(inArray(sentMessages.deliveryId, ids)))).toEqual([
      10, 100,
    ]);
  });
});
