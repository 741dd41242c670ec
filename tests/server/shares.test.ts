/** Stores on one installation: none keeps another waiting, whatever it sends and however its service answers. */
import { and, asc, count, eq, inArray } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries, senders, services, stores } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { createStore } from '@/server/features/stores/stores';
import { claim, giveBack, whatIsDue } from '@/server/worker/claims';
import { Worker } from '@/server/worker/worker';
import { connectService, placedEvent, SHOP, until, useDatabase } from './fixture';

useDatabase();

const OTHER = 'quillwick-trade';

beforeAll(async () => {
  await connectService();
  const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
  await createStore(
    database(),
    { ...store!, id: OTHER, name: 'Quillwick Trade' },
    [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
    { by: 'tests', at: new Date() },
  );
  const [service] = await database().select().from(services).where(eq(services.storeId, SHOP));
  const [sender] = await database().select().from(senders).where(eq(senders.storeId, SHOP));
  await database()
    .insert(services)
    .values({ ...service!, id: 'of-the-other', storeId: OTHER });
  await database()
    .insert(senders)
    .values({ ...sender!, storeId: OTHER });
});

beforeEach(async () => {
  await database().delete(deliveries);
});

/** Plans messages like one of a store's, to addresses of a kind, due so long ago. */
async function waiting(storeId: string, n: number, { local = 'reader', minutes = 1, bulk = false } = {}) {
  await receiveEvent(storeId, placedEvent({ customer: { email: `${local}@shares-test.example`, firstName: 'Iwona' } }));
  const [like] = await database()
    .select()
    .from(deliveries)
    .where(and(eq(deliveries.storeId, storeId), eq(deliveries.role, 'customer')))
    .limit(1);
  await database().delete(deliveries).where(eq(deliveries.storeId, storeId));
  const dueAt = new Date(Date.now() - minutes * 60_000);
  await database()
    .insert(deliveries)
    .values(
      Array.from({ length: n }, (_, i) => ({
        ...like!,
        ...{ id: `${storeId}-${local}-${i}`, recipient: `${local}.${i}@shares-test.example`, dueAt, bulk },
      })),
    );
}

const claimed = async (n: number) => {
  const got = await claim('shares-test', n, 60_000);
  await giveBack(
    'shares-test',
    got.map((d) => d.id),
  );
  return {
    [SHOP]: got.filter((d) => d.storeId === SHOP).length,
    [OTHER]: got.filter((d) => d.storeId === OTHER).length,
  };
};
const accepted = async (storeId: string): Promise<number> => {
  const [row] = await database()
    .select({ n: count() })
    .from(deliveries)
    .where(and(eq(deliveries.storeId, storeId), eq(deliveries.state, 'accepted')));
  return row!.n;
};

describe('a worker claims', () => {
  it('of each store its part, however long the other has been waiting with however much', async () => {
    await waiting(SHOP, 300, { minutes: 60 });
    await waiting(OTHER, 20);
    expect(await claimed(16)).toEqual({ [SHOP]: 8, [OTHER]: 8 });
    // What one leaves, the other gets.
    expect(await claimed(64)).toEqual({ [SHOP]: 44, [OTHER]: 20 });
    await database().update(stores).set({ sendingShare: 3 }).where(eq(stores.id, OTHER));
    expect(await claimed(16)).toEqual({ [SHOP]: 4, [OTHER]: 12 });
    await database().update(stores).set({ sendingShare: 1 }).where(eq(stores.id, OTHER));
  });

  it('the oldest of each store first, and what goes to many at once only when nothing else is left', async () => {
    await waiting(SHOP, 30, { local: 'news', minutes: 90, bulk: true });
    await waiting(OTHER, 5);
    expect(await claimed(5)).toEqual({ [SHOP]: 0, [OTHER]: 5 });
    expect(await claimed(8)).toEqual({ [SHOP]: 3, [OTHER]: 5 });
    await database()
      .update(deliveries)
      .set({ dueAt: new Date(Date.now() - 3_600_000) })
      .where(eq(deliveries.id, `${OTHER}-reader-4`));
    const [first] = await claim('shares-test', 1, 60_000);
    expect(first!.id).toBe(`${OTHER}-reader-4`);
  });

  it('nothing of a store that has enough in hand, and nothing before it is due', async () => {
    await waiting(SHOP, 3);
    await waiting(OTHER, 3, { minutes: -10 });
    expect(await whatIsDue()).toMatchObject({ orders: [{ id: SHOP, weight: 1 }], bulk: [], interrupted: false });
    expect(await whatIsDue([SHOP])).toMatchObject({ orders: [], bulk: [] });
  });
});

it('a service that takes its time keeps no other store waiting, and none of its messages is lost or lapses', async () => {
  await waiting(SHOP, 24, { local: 'slow', minutes: 60 });
  const worker = new Worker({ slots: 4 });
  const running = worker.run();
  try {
    const inHand = () =>
      database()
        .select({ id: deliveries.id })
        .from(deliveries)
        .where(and(eq(deliveries.storeId, SHOP), eq(deliveries.state, 'sending')));
    await until(inHand, (rows) => rows.length > 0);
    await waiting(OTHER, 6);
    await until(
      () => accepted(OTHER),
      (n) => n === 6,
    );
    // The slow ones take some seconds each, and four of them at once are on the line.
    expect(await accepted(SHOP)).toBeLessThan(12);
    await until(
      () => accepted(SHOP),
      (n) => n === 24,
      60,
    );
  } finally {
    worker.stop();
    await running;
  }
  const rows = await database()
    .select({ lapses: deliveries.lapses, attempts: deliveries.attempts, acceptedAt: deliveries.acceptedAt })
    .from(deliveries)
    .where(inArray(deliveries.storeId, [SHOP, OTHER]))
    .orderBy(asc(deliveries.id));
  expect(rows.filter((r) => r.lapses > 0 || r.attempts !== 1)).toEqual([]);
});
