/**
 * Threads: what an order's customer, contact or colleague gets after the first message answers to that first one (RFC 5322, 3.6.4),
 * so that mail programs show all of it together.
 */
import { and, eq, inArray, isNotNull, min, ne, notInArray, or } from 'drizzle-orm';
import type { SenderKind } from '@/core/mail';
import { database } from '../db/client';
import { deliveries } from '../db/schema';
import { deliveryMessageId } from '../sending/compose';

type Thread = Pick<typeof deliveries.$inferSelect, 'id' | 'messageId' | 'sender'>;

/** The first message about each order to each address. */
export type Threads = ReadonlyMap<string, Thread>;

const keyOf = (orderId: string, recipient: string): string => `${orderId} ${recipient.toLowerCase()}`;

/** The threads of some orders. What never went out, or waits for its time, begins none. */
export async function threadsOf(orderIds: readonly string[]): Promise<Threads> {
  if (orderIds.length === 0) return new Map();
  const db = database();
  const firsts = db
    .select({ id: min(deliveries.id).as('first') })
    .from(deliveries)
    .where(
      and(
        inArray(deliveries.orderId, [...orderIds]),
        notInArray(deliveries.state, ['cancelled', 'withheld', 'failed']),
        or(eq(deliveries.timed, false), ne(deliveries.state, 'planned')),
      ),
    )
    .groupBy(deliveries.orderId, deliveries.recipient)
    .as('firsts');
  const rows = await db
    .select({
      id: deliveries.id,
      orderId: deliveries.orderId,
      recipient: deliveries.recipient,
      messageId: deliveries.messageId,
      sender: deliveries.sender,
    })
    .from(deliveries)
    .innerJoin(firsts, eq(firsts.id, deliveries.id))
    .where(isNotNull(deliveries.orderId));
  return new Map(rows.map(({ orderId, recipient, ...first }) => [keyOf(orderId!, recipient), first]));
}

/**
 * The Message-ID that a delivery answers to; undefined for one that begins its thread. The first may be on its way at the same moment:
 * its Message-ID is known before it is sent.
 * @param addressOf the address that messages of a kind go out as
 */
export function firstAbout(
  delivery: Pick<typeof deliveries.$inferSelect, 'id' | 'orderId' | 'recipient'>,
  threads: Threads,
  addressOf: (kind: SenderKind) => string | undefined,
): string | undefined {
  const first = delivery.orderId ? threads.get(keyOf(delivery.orderId, delivery.recipient)) : undefined;
  if (!first || first.id === delivery.id) return undefined;
  if (first.messageId) return first.messageId;
  const address = addressOf(first.sender);
  return address === undefined ? undefined : deliveryMessageId(first.id, address);
}
