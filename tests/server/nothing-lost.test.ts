/** What is lost, doubled or held wrongly when something of ours fails: nothing, and the record says what happened. */
import { eq, inArray } from 'drizzle-orm';
import { config } from '@/server/base/config';
import { connect, database } from '@/server/db/client';
import {
  attempts,
  contradictions,
  deliveries,
  destinations,
  editions,
  events,
  heartbeats,
  orders,
  services,
  stores,
} from '@/server/db/schema';
import { askDatabaseTime } from '@/server/db/time';
import { plannerOf } from '@/server/events/planner';
import { receiveEvent } from '@/server/events/receive';
import { health } from '@/server/operations/health';
import { beat } from '@/server/operations/heartbeat';
import { newId } from '@/server/base/ids';
import { seal } from '@/server/base/secrets';
import { secretTrouble } from '@/server/operations/secret-check';
import { createStore } from '@/server/features/stores/stores';
import { deliveryDetail, tryAllOfCause } from '@/server/features/deliveries/deliveries';
import { loadDesk, publishTemplate, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import { placeOrder } from '@/server/features/orders/placing';
import { loadToday } from '@/server/features/today/today';
import { claim } from '@/server/worker/claims';
import { Recorder } from '@/server/worker/record';
import { accessAs, connectRelay, connectService, mailbox, placedEvent, SHOP, useDatabase } from './fixture';
import { byOrder, drain, momentAgo } from './orders';
import { readKept } from '@/words/kept';

useDatabase();

let count = 0;
const customer = () => ({ email: `nobody-lost-${(count += 1)}@lost-test.example`, firstName: 'Iwona', lastName: 'S' });
const placed = async (change = {}) => {
  const event = placedEvent({ customer: customer(), ...change });
  await receiveEvent(SHOP, event);
  return event.data.order;
};

beforeEach(async () => {
  await database().delete(deliveries);
  await connectService();
});

describe('a fault of ours', () => {
  it('is no failure of the message: a password sealed with another secret is waited for', async () => {
    await database()
      .update(services)
      .set({ password: seal('linen-thread-18', 'another secret altogether') })
      .where(eq(services.storeId, SHOP));
    const order = await placed();
    await drain();
    for (const row of await byOrder(order.number)) {
      expect(row).toMatchObject({ state: 'deferred', cause: 'secret', attempts: 1 });
      expect(row.lastWords).toContain('does not open with the secret');
    }
    await connectService();
    await database().update(deliveries).set({ dueAt: momentAgo() });
    await drain();
    expect((await byOrder(order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('of the database while a message is made is tried again in a moment', async () => {
    const order = await placed();
    const original = Recorder.prototype.begin;
    let failing = true;
    const begin = jest.spyOn(Recorder.prototype, 'begin').mockImplementation(function (this: Recorder, delivery) {
      if (failing) return Promise.reject(Object.assign(new Error('gone away'), { code: 'PROTOCOL_CONNECTION_LOST' }));
      return original.call(this, delivery);
    });
    await drain();
    for (const row of await byOrder(order.number)) expect(row).toMatchObject({ state: 'deferred', cause: 'database' });
    failing = false;
    await database().update(deliveries).set({ dueAt: momentAgo() });
    await drain();
    begin.mockRestore();
    expect((await byOrder(order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('after a server took the message changes nothing of that', async () => {
    const { Dispatch } = await import('@/server/worker/dispatch');
    const took = jest.spyOn(Dispatch.prototype, 'took').mockRejectedValue(new Error('the database went away just now'));
    const order = await placed();
    await drain();
    took.mockRestore();
    expect((await byOrder(order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
    expect(await mailbox(order.customer.email)).toHaveLength(1);
  });

  it('is given up by nobody after days: it waits for somebody to act', async () => {
    await database()
      .update(services)
      .set({ password: seal('x', 'another secret') })
      .where(eq(services.storeId, SHOP));
    const order = await placed();
    const long = new Date(Date.now() - 9 * 86_400_000);
    await database().update(deliveries).set({ createdAt: long });
    await drain();
    for (const row of await byOrder(order.number)) {
      expect(row).toMatchObject({ state: 'held', cause: 'secret' });
      expect(row.dueAt.getUTCFullYear()).toBe(9999);
    }
  });

  it('of words is final, and all of one cause are tried again by one click', async () => {
    const first = await placed();
    const second = await placed();
    await database().update(deliveries).set({ editionId: 'gone' });
    await drain();
    const failed = [...(await byOrder(first.number)), ...(await byOrder(second.number))];
    expect(failed.map((d) => [d.state, d.cause])).toEqual(Array(4).fill(['failed', 'content']));
    const access = await accessAs('support');
    expect((await deliveryDetail(access, failed[0]!.id)).othersOfCause).toBe(3);
    const [edition] = await database().select({ id: editions.id }).from(editions).limit(1);
    await database().update(deliveries).set({ editionId: edition!.id });
    expect(await tryAllOfCause(access, failed[0]!.id)).toBe(4);
    await drain();
    const after = [...(await byOrder(first.number)), ...(await byOrder(second.number))];
    expect(after.map((d) => d.state)).toEqual(Array(4).fill('accepted'));
  });

  it('stops a worker whose secret is not the one of the installation, and health says so', async () => {
    expect(await secretTrouble()).toBe('');
    const kept = config().secret;
    config().secret = 'not the one that was used';
    try {
      expect(await secretTrouble()).toContain('LIBELLUS_SECRET is not the one');
      expect(await health()).toMatchObject({ ok: false, secret: { ok: false } });
      await beat('wrong-worker', 'worker', await secretTrouble());
    } finally {
      config().secret = kept;
    }
    expect((await health()).secret).toMatchObject({ ok: false, words: expect.stringContaining('worker wrong-worker') });
    await database().delete(heartbeats);
    expect((await health()).secret).toMatchObject({ ok: true });
  });
});

describe('a sender that an account may not use', () => {
  it('rests that service, and the next in line takes the message', async () => {
    await connectService({ kind: 'relay', rank: 0 }, 'marta@quillwick.example');
    await connectRelay({ rank: 1 });
    const order = await placed();
    await drain();
    const rows = await byOrder(order.number);
    expect(rows.map((d) => d.state)).toEqual(['accepted', 'accepted']);
    const [harrowpost] = await database().select().from(services).where(eq(services.name, 'Harrowpost'));
    expect(harrowpost!.downUntil!.getTime()).toBeGreaterThan(Date.now() - 60_000);
    expect(readKept(harrowpost!.downWords)).toContain('may not send as marta@quillwick.example');
    const tries = await database().select().from(attempts).where(eq(attempts.deliveryId, rows[0]!.id));
    expect(tries.at(-1)!.via).toContain('relay.fernbridge.example');
  });
});

describe('a clock that is wrong', () => {
  afterEach(() => jest.restoreAllMocks());

  it('claims nothing that another worker holds, and health names it', async () => {
    await placed();
    const held = await claim('right', 10, 60_000);
    expect(held).toHaveLength(2);
    const real = Date.now;
    jest.spyOn(Date, 'now').mockImplementation(() => real() + 600_000);
    expect(await claim('ten-minutes-ahead', 10, 60_000)).toEqual([]);
    await beat('ahead', 'worker', '');
    jest.restoreAllMocks();
    const { clock, ok } = await health();
    expect(ok).toBe(false);
    expect(clock).toMatchObject({
      ok: false,
      words: expect.stringMatching(/worker ahead is 600 s ahead of the database/),
    });
    await database().delete(heartbeats);
  });

  it('makes nothing due later or sooner', async () => {
    const real = Date.now;
    jest.spyOn(Date, 'now').mockImplementation(() => real() + 3_600_000);
    const order = await placed();
    jest.restoreAllMocks();
    const now = await askDatabaseTime();
    for (const row of await byOrder(order.number)) expect(Math.abs(row.dueAt.getTime() - now)).toBeLessThan(30_000);
  });
});

describe('an attempt', () => {
  it('is on record before anything is said to a server, and after a crash the record says what may have been sent', async () => {
    const order = await placed();
    const [delivery] = await claim('crashed', 10, 60_000);
    const { startedAt } = await new Recorder().begin(delivery!);
    const [begun] = await database().select().from(attempts).where(eq(attempts.deliveryId, delivery!.id));
    expect(begun).toMatchObject({ number: 1, state: 'sending', endedAt: null });
    expect(Math.abs(startedAt.getTime() - (await askDatabaseTime()))).toBeLessThan(5_000);
    const access = await accessAs();
    expect((await deliveryDetail(access, delivery!.id)).attempts[0]).toMatchObject({ lost: false });

    // The process is gone; its lease runs out.
    await database()
      .update(deliveries)
      .set({ leaseUntil: new Date(0) });
    await drain();
    const detail = await deliveryDetail(access, delivery!.id);
    expect(detail.state).toBe('accepted');
    expect(detail.attempts.map((a) => [a.number, a.lost, a.state])).toEqual([
      [1, true, 'sending'],
      [2, false, 'accepted'],
    ]);
    expect(await byOrder(order.number)).toHaveLength(2);
  });
});

describe('the number of an order', () => {
  const PLACE = { channel: 'web-shop', lines: [{ sku: 'PA-KOZO', quantity: 1 }], paid: true };

  it('made here is of a range of its own, each given out once', async () => {
    const access = await accessAs();
    const made = await Promise.all(
      [1, 2, 3, 4, 5].map((i) =>
        placeOrder(access, {
          ...PLACE,
          guest: { email: `at-once-${i}@lost-test.example`, firstName: 'A', lastName: 'B' },
        }),
      ),
    );
    const numbers = made.map((m) => m.number);
    expect(new Set(numbers).size).toBe(5);
    for (const number of numbers) expect(number).toMatch(/^LBL-\d{4,}$/);
  });

  it('of another order is refused with what differs, and shown on Today', async () => {
    const first = await placed({ number: 'QW-20002' });
    const second = placedEvent({ number: 'QW-20002', customer: customer() });
    await expect(receiveEvent(SHOP, second)).rejects.toMatchObject({
      code: 'conflict',
      problems: [expect.objectContaining({ message: expect.stringContaining(second.data.order.customer.email) })],
    });
    expect(await byOrder('QW-20002')).toHaveLength(2);
    const [row] = await database().select().from(orders).where(eq(orders.number, 'QW-20002'));
    expect(row!.customerEmail).toBe(first.customer.email);
    // However often it comes, it is one line.
    await receiveEvent(SHOP, second).catch(() => undefined);
    expect(await database().select().from(contradictions)).toHaveLength(1);
    const { lines } = await loadToday(await accessAs());
    expect(lines.filter((l) => l.fact.includes('second order QW-20002'))).toHaveLength(1);
    // The same order told again is no other.
    const again = await receiveEvent(SHOP, placedEvent({ ...first }));
    expect(again.known).toBe(true);
  });

  it('tells upper from lower case and counts spaces, as ids of events do', async () => {
    await placed({ number: 'Case-1' });
    await placed({ number: 'case-1' });
    await placed({ number: 'case-1 ' });
    expect((await byOrder('case-1')).length).toBe(2);
    expect((await byOrder('Case-1')).length).toBe(2);
    const ids = ['evtAbC', 'EVTaBc', 'evtAbC '];
    for (const id of ids)
      expect((await receiveEvent(SHOP, placedEvent({ customer: customer() }, id))).known).toBe(false);
    expect(await database().select().from(events).where(inArray(events.eventId, ids))).toHaveLength(3);
  });
});

describe('a destination that puts one store’s mail off', () => {
  it('holds nothing of another store, and nothing of another service', async () => {
    const [service] = await database().select().from(services).where(eq(services.storeId, SHOP));
    await database()
      .insert(destinations)
      .values({
        serviceId: service!.id,
        name: 'lost-test.example',
        failures: 5,
        pausedUntil: new Date(Date.now() + 3_600_000),
        words: 'The recipient cannot take mail just now.',
      });
    const held = await placed();
    await drain();
    const [row] = (await byOrder(held.number)).filter((d) => d.role === 'customer');
    expect(row).toMatchObject({ state: 'held', cause: 'services rest' });

    const [own] = await database().select().from(stores).where(eq(stores.id, SHOP));
    await createStore(
      database(),
      { ...own!, id: 'second-shop', name: 'Second' },
      [{ id: 'web-shop', name: 'Web', customerMail: true }],
      { by: 'tests', at: new Date() },
    );
    await database()
      .insert(services)
      .values({ ...service!, id: newId(), storeId: 'second-shop' });
    await database().execute(
      `insert into sender (store_id, kind, name, address) select 'second-shop', kind, name, address from sender where store_id = '${SHOP}'`,
    );
    const event = placedEvent({ customer: customer() });
    await receiveEvent('second-shop', event);
    await drain();
    const theirs = (await byOrder(event.data.order.number)).filter((d) => d.role === 'customer');
    expect(theirs.map((d) => d.state)).toEqual(['accepted']);
    await database().delete(destinations);
  });
});

describe('many at once', () => {
  it('publish one draft as one edition, with few connections, and nothing stands still', async () => {
    const access = await accessAs();
    const { template, revision } = await loadDesk(access, 'payment-received').then((d) => ({
      template: d.draft,
      revision: d.revision,
    }));
    const next = {
      ...template,
      words: { ...template.words, en: { ...template.words.en, subject: 'Paid: {$order.number}' } },
    };
    const saved = await saveTemplate(access, 'payment-received', revision, next);
    const results = await Promise.all(
      Array.from({ length: 14 }, () => publishTemplate(access, 'payment-received', saved.revision)),
    );
    expect(new Set(results.map((r) => r.number)).size).toBe(1);
    expect((await health()).database.ok).toBe(true);
  });

  it('wait for a connection for a while only', async () => {
    const { pool, db } = connect(process.env.DATABASE_URL!, 1);
    const kept = await pool.getConnection();
    jest.useFakeTimers({ doNotFake: ['nextTick', 'setImmediate', 'queueMicrotask'] });
    const asked = db
      .select()
      .from(stores)
      .then(
        () => 'answered',
        (error: { cause?: Error } & Error) => (error.cause ?? error).message,
      );
    await jest.advanceTimersByTimeAsync(10_001);
    jest.useRealTimers();
    expect(await asked).toContain('No connection to the database was free');
    kept.release();
    expect(await db.select({ id: stores.id }).from(stores)).not.toHaveLength(0);
    await pool.end();
  });
});

describe('the planner of a store', () => {
  it('is prepared once for each revision of what is set, and anew after a change', async () => {
    const read = async () => (await database().select().from(stores).where(eq(stores.id, SHOP)))[0]!;
    const before = await plannerOf(database(), await read());
    expect(await plannerOf(database(), await read())).toBe(before);
    await switchNotification(await accessAs(), 'order-received', false);
    expect(await plannerOf(database(), await read())).not.toBe(before);
    const off = await placed();
    expect((await byOrder(off.number)).map((d) => d.role)).toEqual(['staff']);
    await switchNotification(await accessAs(), 'order-received', true);
    expect((await byOrder((await placed()).number)).map((d) => d.role).toSorted()).toEqual(['customer', 'staff']);
  });
});
