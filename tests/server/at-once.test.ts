/** Events that programs tell at the same time, recorded together: nothing may come out otherwise than one after the other. */
import { randomBytes } from 'node:crypto';
import { and, eq, inArray } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { database } from '@/server/db/client';
import { consents, contradictions, customers, deliveries, events, formerAddresses, orders } from '@/server/db/schema';
import { takeTold } from '@/server/events/take';
import { laterEvent, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const run = randomBytes(3).toString('hex');
const by = (local: string): Order['customer'] => ({
  email: `${local}-${run}@arrives-test.example`,
  firstName: 'Why?',
  lastName: "O'Hara",
});
const told = (all: readonly object[]) => Promise.all(all.map((event) => takeTold(SHOP, event)));
const customer = async (email: string) => {
  const [row] = await database().select().from(customers).where(eq(customers.email, email));
  return row;
};
const ofOrders = (numbers: readonly string[]) =>
  database()
    .select()
    .from(deliveries)
    .where(inArray(deliveries.orderNumber, [...numbers]));

describe('events at the same time', () => {
  it('are each recorded and planned, with their customers counted', async () => {
    const who = by('often');
    const all = Array.from({ length: 20 }, (_, i) =>
      placedEvent({ customer: i % 2 === 0 ? { ...who, acceptsNews: i > 9 } : by(`once${i}`) }),
    );
    const received = await told(all);
    expect(received.every((r) => 'known' in r && !r.known && r.deliveries.length === 2)).toBe(true);
    const numbers = all.map((e) => e.data.order.number);
    const rows = await ofOrders(numbers);
    for (const { data } of all) {
      const mine = rows.filter((d) => d.orderNumber === data.order.number);
      expect(mine.map((d) => d.recipient).sort()).toEqual(
        [data.order.customer.email, 'pawel@quillwick.example'].sort(),
      );
    }
    const kept = await database()
      .select()
      .from(events)
      .where(
        inArray(
          events.eventId,
          all.map((e) => e.id),
        ),
      );
    const made = await database().select().from(orders).where(inArray(orders.number, numbers));
    for (const event of all) {
      const order = made.find((o) => o.number === event.data.order.number)!;
      expect(kept.find((e) => e.eventId === event.id)!.orderId).toBe(order.id);
      expect(order.snapshot).toEqual(event.data.order);
    }
    expect(await customer(who.email)).toMatchObject({
      orders: 10,
      spent: 37_900,
      firstName: 'Why?',
      lastName: "O'Hara",
    });
    const [consent] = await database().select().from(consents).where(eq(consents.address, who.email));
    expect(consent!.agreed).toBe(true);
  });

  it('of one order are taken in the order in which they came', async () => {
    const placed = placedEvent({ customer: by('quick') });
    const { order } = placed.data;
    const cancelled = laterEvent('order.cancelled', { ...order, status: 'OrderCancelled' });
    const again = { ...placed, id: `${placed.id}-again`, time: new Date(Date.now() - 60_000).toISOString() };
    const [first, ...others] = await told([placedEvent(), placed, cancelled, again]);
    expect(first).toMatchObject({ known: false });
    expect(others).toMatchObject([{ known: false }, { known: false }, { known: true }]);
    const [row] = await database().select().from(orders).where(eq(orders.number, order.number));
    expect(row!.status).toBe('OrderCancelled');
    expect(await customer(order.customer.email)).toMatchObject({ orders: 1, spent: 0 });
    const moments = (await ofOrders([order.number])).filter((d) => d.role === 'customer').map((d) => d.moment);
    expect(moments.sort()).toEqual(['order.cancelled', 'order.placed']);
  });

  it('that come several times are one', async () => {
    const event = placedEvent({ customer: by('echo') });
    const received = await told([placedEvent(), event, event, event]);
    expect(received.slice(1).map((r) => 'known' in r && r.known)).toEqual([false, true, true]);
    expect(await ofOrders([event.data.order.number])).toHaveLength(2);
  });

  it('under the name of one that came before bring no order with them', async () => {
    const event = placedEvent({ customer: by('first') });
    await takeTold(SHOP, event);
    const other = placedEvent({ customer: by('stray') }, event.id);
    const [, stray] = await told([placedEvent(), other]);
    expect(stray).toMatchObject({ known: true });
    expect(await database().select().from(orders).where(eq(orders.number, other.data.order.number))).toEqual([]);
    expect(await customer(other.data.order.customer.email)).toBeUndefined();
  });

  it('fail alone: one that contradicts, or that names no channel, does not take the others with it', async () => {
    const known = placedEvent({ customer: by('known') });
    await takeTold(SHOP, known);
    const { number } = known.data.order;
    const all = [
      placedEvent({ customer: by('good1') }),
      placedEvent({ customer: by('good2') }),
      placedEvent({ customer: by('other'), number }),
      placedEvent({ customer: by('stall'), channel: 'stall' }),
      placedEvent({ customer: by('good3') }),
    ];
    const received = await told(all);
    expect(received).toMatchObject([
      { known: false },
      { known: false },
      { why: 'contradiction' },
      { why: 'not-taken', problems: [{ path: '/data/order/channel' }] },
      { known: false },
    ]);
    expect(await ofOrders([all[0]!, all[1]!, all[4]!].map((e) => e.data.order.number))).toHaveLength(6);
    expect(await customer(by('stall').email)).toBeUndefined();
    const [kept] = await database().select().from(contradictions).where(eq(contradictions.orderNumber, number));
    expect(kept!.eventId).toBe(all[2]!.id);
  });

  it('find the address that a customer has now, each its own', async () => {
    const right = by('right');
    await takeTold(SHOP, placedEvent({ customer: right }));
    const { id } = (await customer(right.email))!;
    const wrong = { ...right, email: `wrong-${run}@arrives-test.example` };
    await database()
      .insert(formerAddresses)
      .values({ storeId: SHOP, address: wrong.email, customerId: id, by: 'Amira Haddad', at: new Date() });
    const all = [placedEvent(), placedEvent({ customer: by('bystander') }), placedEvent({ customer: wrong })];
    await told(all);
    const readers = await database()
      .select({ recipient: deliveries.recipient })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.role, 'customer'),
          inArray(
            deliveries.orderNumber,
            all.map((e) => e.data.order.number),
          ),
        ),
      );
    expect(readers.map((r) => r.recipient).sort()).toEqual(
      ['iwona@sobczyk.example', by('bystander').email, right.email].sort(),
    );
    expect(await customer(right.email)).toMatchObject({ orders: 2 });
  });
});
