/** Closing a store: what waits is decided, nothing is taken or changed any more, everything can still be read; and opening it again. */
import { eq } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import { handleEvent } from '@/server/api/events';
import { accessOf } from '@/server/auth/access';
import { addMember } from '@/server/features/stores/stores';
import { closeStore, loadHealth, lookAtClosing, reopenStore } from '@/server/features/stores/closing';
import { loadSources, takeRequestsAgain } from '@/server/features/sources/sources';
import { database } from '@/server/db/client';
import { deliveries, memberships, orders, user } from '@/server/db/schema';
import { takeEvent } from '@/server/events/take';
import { accessAs, connectService, EVENTS_KEY, MARTA, placedEvent, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

beforeAll(async () => {
  const now = new Date();
  await database()
    .insert(user)
    .ignore()
    .values({ ...MARTA, createdAt: now, updatedAt: now });
  await database().delete(memberships).where(eq(memberships.userId, MARTA.id));
  await addMember(database(), MARTA.id, SHOP, 'owner');
});

async function tell(number: string): Promise<{ status: number; said: { type?: string; title?: string } }> {
  const body = JSON.stringify(placedEvent({ number }, number));
  const at = new Date();
  const response = await handleEvent(
    new Request('http://libellus.example/api/v1/events', {
      method: 'POST',
      body,
      headers: {
        'webhook-id': number,
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': new Webhook(EVENTS_KEY).sign(number, at, body),
      },
    }),
  );
  return { status: response.status, said: (await response.json()) as object };
}
const statesOf = async (number: string): Promise<string[]> => {
  const [order] = await database().select().from(orders).where(eq(orders.number, number));
  const rows = await database().select().from(deliveries).where(eq(deliveries.orderId, order!.id));
  return [...new Set(rows.map((d) => d.state))];
};

it('stops what waits if that is chosen, takes nothing, changes nothing, and takes what came once it is open again', async () => {
  await takeEvent(SHOP, placedEvent({ number: 'QW-C1' }, 'c1') as never);
  const access = await accessAs();
  const seen = await lookAtClosing(access);
  expect(seen.waiting).toBeGreaterThan(0);
  await closeStore(access, { waiting: 'stop' });
  expect(await statesOf('QW-C1')).toEqual(['cancelled']);
  await expect(closeStore(access, { waiting: 'stop' })).rejects.toMatchObject({ code: 'conflict' });

  const refused = await tell('QW-C2');
  expect(refused).toMatchObject({ status: 403, said: { type: 'urn:libellus:problem:closed' } });
  expect(await database().$count(orders, eq(orders.number, 'QW-C2'))).toBe(0);
  await expect(accessOf(MARTA, SHOP, 'template.edit')).rejects.toMatchObject({
    code: 'forbidden',
    message: expect.stringContaining('is closed. An owner can reopen it') as string,
  });
  await expect(accessOf(MARTA, SHOP, 'store.read')).resolves.toBeDefined();
  const [health] = await loadHealth(MARTA);
  expect(health).toMatchObject({ id: SHOP, closedBy: 'Marta Oyelaran', waiting: 0 });

  await reopenStore(await accessAs());
  await expect(accessOf(MARTA, SHOP, 'template.edit')).resolves.toBeDefined();
  expect(await statesOf('QW-C1')).toEqual(['cancelled']);
  const [kept] = (await loadSources(await accessAs())).refused;
  expect(kept!.why).toContain('is closed');
  expect(await takeRequestsAgain(await accessAs(), { source: '', requests: [kept!.id] })).toMatchObject({ taken: 1 });
  expect(await database().$count(orders, eq(orders.number, 'QW-C2'))).toBe(1);
  await expect(reopenStore(await accessAs())).rejects.toMatchObject({ code: 'conflict' });
});

it('lets what waits go at its times if that is chosen', async () => {
  await connectService();
  await takeEvent(SHOP, placedEvent({ number: 'QW-C3' }, 'c3') as never);
  await closeStore(await accessAs(), { waiting: 'send' });
  await drain();
  expect(await statesOf('QW-C3')).toEqual(['accepted']);
  await reopenStore(await accessAs());
});
