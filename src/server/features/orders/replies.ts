/** What customers answered about an order: shown with it, and given out as it came. */
import { and, asc, eq, sql } from 'drizzle-orm';
import type { ReplyView } from '@/contract/orders';
import { readKept } from '../../base/reading';
import { say } from '@/words/refusals';
import type { Access, OfStore } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database } from '../../db/client';
import { deliveries, replies } from '../../db/schema';

/** The answers to messages about an order, the first first. */
export async function repliesTo(access: OfStore, orderId: string): Promise<ReplyView[]> {
  const rows = await database()
    .select({
      reply: columns,
      recipient: deliveries.recipient,
      notification: deliveries.notificationName,
      whole: sql<number>`length(${replies.raw}) > 0`,
    })
    .from(replies)
    .innerJoin(deliveries, eq(deliveries.id, replies.deliveryId))
    .where(and(eq(replies.storeId, access.store.id), eq(replies.orderId, orderId)))
    .orderBy(asc(replies.id));
  return rows.map(({ reply: r, recipient, notification, whole }) => ({
    id: r.id,
    at: r.at.toISOString(),
    from: r.fromName ? `${r.fromName} <${r.fromAddress}>` : r.fromAddress,
    otherAddress: r.fromAddress.toLowerCase() !== recipient.toLowerCase(),
    notification,
    subject: r.subject,
    text: r.text,
    attachments: r.attachments.map((a) => a.name),
    state: r.state,
    words: readKept(r.words),
    passedTo: r.passedTo,
    whole: Number(whole) === 1,
  }));
}

/** All but the message itself, which may be large. */
const columns = {
  id: replies.id,
  at: replies.at,
  fromName: replies.fromName,
  fromAddress: replies.fromAddress,
  subject: replies.subject,
  text: replies.text,
  attachments: replies.attachments,
  state: replies.state,
  words: replies.words,
  passedTo: replies.passedTo,
};

/** A reply as it came (RFC 5322). Throws `not-found`. */
export async function replyFile(access: Access, id: string): Promise<Buffer> {
  const [row] = await database()
    .select({ raw: replies.raw, from: replies.fromAddress, notification: deliveries.notificationName })
    .from(replies)
    .innerJoin(deliveries, eq(deliveries.id, replies.deliveryId))
    .where(and(eq(replies.storeId, access.store.id), eq(replies.id, id)));
  if (!row || row.raw.length === 0) throw new AppError('not-found', say.thisReplyIsNoLonger);
  await remember(access, 'downloadedReply', { notification: row.notification, from: row.from }, { about: id });
  return row.raw;
}
