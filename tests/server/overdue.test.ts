/** What should have gone out and has not: on Today, in the record, and by notification; whatever holds it. */
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries } from '@/server/db/schema';
import { recordByNotification } from '@/server/features/deliveries/by-notification';
import { listDeliveries, readDeliveryFilter } from '@/server/features/deliveries/deliveries';
import { overdueLines } from '@/server/features/deliveries/overdue';
import { accessAs, connectService, SHOP, useDatabase } from './fixture';
import { order, reader } from './orders';

useDatabase();

const lines = async () => (await overdueLines(await accessAs(), undefined)).map((l) => `${l.fact} ${l.href}`);
const listed = async () =>
  (await listDeliveries(SHOP, readDeliveryFilter({ state: 'overdue' }))).rows.map((r) => r.recipient);
const record = async (name: string) =>
  (await recordByNotification(await accessAs())).find((r) => r.name === name && r.audience === 'customer')!;
const minutesAgo = (minutes: number): Date => new Date(Date.now() - minutes * 60_000);
const toCustomers = eq(deliveries.role, 'customer');

beforeEach(() => connectService());
beforeEach(() => database().delete(deliveries));

it('is nothing while all is accepted, and the record names the last of each notification', async () => {
  const to = reader();
  await order(to);
  await database()
    .update(deliveries)
    .set({ createdAt: minutesAgo(60) });
  expect(await lines()).toEqual([]);
  const received = await record('Order received');
  expect(received).toMatchObject({ accepted: 1, failed: 0, overdue: 0, goesOut: true, last: { recipient: to } });
});

it.each(['held', 'deferred', 'planned', 'sending'] as const)(
  'is what is %s ten minutes after it was due',
  async (state) => {
    const to = reader();
    await order(to);
    const open = { state, acceptedAt: null, dueAt: new Date('9999-12-31T00:00:00Z') };
    await database()
      .update(deliveries)
      .set({ ...open, createdAt: minutesAgo(9) })
      .where(toCustomers);
    expect(await lines()).toEqual([]);
    await database()
      .update(deliveries)
      .set({ createdAt: minutesAgo(11) })
      .where(toCustomers);
    expect(await lines()).toEqual([
      expect.stringMatching(
        /^1 message is overdue and has not gone out: “Order received” about .* \/deliveries\?state=overdue$/,
      ),
    ]);
    expect(await listed()).toEqual([to]);
    // Nothing of it was accepted, though the shop told of the order.
    const received = await record('Order received');
    expect(received).toMatchObject({ accepted: 0, overdue: 1 });
    expect(received.last).toBeUndefined();
    expect(received.since).toBeGreaterThan(0);
  },
);

it('is nothing that waits for its time, that somebody stopped, or that goes out to many', async () => {
  await order(reader());
  const changes = [
    { state: 'planned', timed: true, plannedFor: new Date(Date.now() + 3_600_000) },
    { state: 'cancelled', plannedFor: null },
    { state: 'planned', bulk: true },
    { state: 'failed', bulk: false },
  ] as const;
  for (const change of changes) {
    await database()
      .update(deliveries)
      .set({ ...change, createdAt: minutesAgo(600) });
    expect(await lines()).toEqual([]);
  }
});
