/** What customers answer: matched by the signed address that it came to, kept with its order, and passed on by the worker. */
import { createHash } from 'node:crypto';
import { count, eq, sql } from 'drizzle-orm';
import { simpleParser, type ParsedMail } from 'mailparser';
import { automaticBecause, withoutQuoteBelow, type Automatic } from '@/core/mail';
import { kept } from '@/words/kept';
import { say } from '@/words/replies';
import { newId } from '../base/ids';
import { log } from '../base/log';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { deliveries, replies } from '../db/schema';
import { noteCalls } from '../hooks/note';
import { countStray } from './receive';

/** So much is kept of answers to one message; more is turned away. */
const MOST_REPLIES = 20;
const MOST_BYTES = 50_000_000;
/** So much of what was written is shown, in characters. */
const MOST_TEXT = 10_000;

export type TakenReply = 'kept' | 'repeated' | 'unmatched' | 'too many';

/** The header fields of a message by name in small letters, each with its first value. */
export const fieldsOf = (mail: ParsedMail): Map<string, string> =>
  new Map(
    [...mail.headerLines]
      .toReversed()
      .map(({ key, line }) => [key.toLowerCase(), line.slice(line.indexOf(':') + 1).trim()]),
  );

/**
 * Takes one message sent to the address for replies of a delivery. An automatic answer (RFC 3834) is kept and goes no further.
 * @param from the envelope's sender, empty for the null one
 */
export async function takeReply(deliveryId: string, from: string, raw: Buffer): Promise<TakenReply> {
  const db = database();
  const [delivery] = await db.select().from(deliveries).where(eq(deliveries.id, deliveryId));
  if (!delivery) {
    await countStray('unmatched');
    return 'unmatched';
  }
  const [known] = await db
    .select({ n: count(), bytes: sql<string | null>`sum(length(${replies.raw}))` })
    .from(replies)
    .where(eq(replies.deliveryId, deliveryId));
  if (known!.n >= MOST_REPLIES || Number(known!.bytes ?? 0) + raw.length > MOST_BYTES) return 'too many';
  const mail = await simpleParser(raw, { skipTextToHtml: true, skipImageLinks: true });
  const automatic = automaticBecause(fieldsOf(mail), from);
  const author = mail.from?.value[0];
  const now = new Date(await databaseTime());
  const [result] = await db
    .insert(replies)
    .ignore()
    .values({
      id: newId(),
      storeId: delivery.storeId,
      deliveryId,
      orderId: delivery.orderId,
      at: now,
      fromName: (author?.name ?? '').slice(0, 250),
      fromAddress: (author?.address ?? from).slice(0, 254),
      subject: (mail.subject ?? '').slice(0, 500),
      text: withoutQuoteBelow(mail.text ?? '').slice(0, MOST_TEXT),
      attachments: mail.attachments
        .filter((a) => !a.related)
        .map((a) => ({ name: a.filename ?? a.contentType, type: a.contentType, bytes: a.size }))
        .slice(0, 100),
      raw,
      digest: createHash('sha256')
        .update(mail.messageId ?? raw)
        .digest('hex'),
      ...stateOf(automatic),
      dueAt: now,
    });
  if (result.affectedRows > 0 && !automatic) {
    const data = {
      ...{ delivery: deliveryId, orderId: delivery.orderId, notificationId: delivery.notificationId },
      ...{ from: author?.address ?? from, subject: mail.subject ?? '' },
    };
    await noteCalls(db, [{ storeId: delivery.storeId, type: 'reply.received', data }]);
  }
  log.info({ delivery: deliveryId, automatic }, 'a message was answered');
  return result.affectedRows > 0 ? 'kept' : 'repeated';
}

const stateOf = (automatic: Automatic | undefined): { state: 'automatic' | 'waiting'; words: string } =>
  automatic === undefined
    ? { state: 'waiting', words: '' }
    : { state: 'automatic', words: kept(() => (automatic === 'passed-on' ? say.cameBackAgain : say.automaticAnswer)) };
