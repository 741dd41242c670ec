/** Whoever watches a store hears of what moves in it, and of nothing that moves in another. */
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries } from '@/server/db/schema';
import { watchStore } from '@/server/features/watch/changes';
import { SHOP, until, useDatabase } from './fixture';
import { order, reader } from './orders';

useDatabase();

it('says that something moved when an order comes in and when a message gets on, until one stops listening', async () => {
  const heard = { here: 0, there: 0, left: 0 };
  const stops = [
    watchStore(SHOP, () => (heard.here += 1)),
    watchStore('elsewhere', () => (heard.there += 1)),
    watchStore(SHOP, () => (heard.left += 1)),
  ];
  stops[2]!();
  // The first look tells nobody; what comes after it does.
  const { id } = await until(
    () => order(reader()),
    () => true,
  );
  const first = await until(
    async () => {
      if (heard.here === 0) await order(reader());
      return heard.here;
    },
    (n) => n > 0,
  );
  await database().update(deliveries).set({ state: 'deferred' }).where(eq(deliveries.id, id));
  await until(
    () => Promise.resolve(heard.here),
    (n) => n > first,
  );
  expect(heard).toMatchObject({ there: 0, left: 0 });
  for (const stop of stops) stop?.();
});
