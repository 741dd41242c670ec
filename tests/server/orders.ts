/** Orders placed for readers of a mailbox each, and everything that is due sent. */
import { randomBytes } from 'node:crypto';
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { deliveries } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { Worker } from '@/server/worker/worker';
import { placedEvent, SHOP } from './fixture';
import { readKeptIn } from '@/words/kept';

/** Test files share the mailboxes, not the names in them. */
const FILE = randomBytes(3).toString('hex');
let count = 0;
export const reader = (local = `reader${(count += 1)}-${FILE}`): string => `${local}@arrives-test.example`;
export const byOrder = async (number: string) =>
  readKeptIn(await database().select().from(deliveries).where(eq(deliveries.orderNumber, number)));

export async function drain(worker = new Worker()): Promise<void> {
  while ((await worker.round()) > 0);
}

/** A time that has come by whichever clock: that of the database may be some milliseconds behind. */
export const momentAgo = (): Date => new Date(Date.now() - 1_000);

/** Places an order for a reader, sends all that is due, and gives the customer's delivery. */
export async function order(email: string, name = { firstName: 'Iwona', lastName: 'Sobczyk' }) {
  const event = placedEvent({ customer: { email, ...name } });
  await receiveEvent(SHOP, event);
  await drain();
  const rows = await byOrder(event.data.order.number);
  return rows.find((d) => d.role === 'customer')!;
}
