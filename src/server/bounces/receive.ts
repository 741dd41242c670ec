/** What comes to the bounce domain: matched by its signed return-path, read, and put on record. Nothing else is believed. */
import { and, eq, or, sql } from 'drizzle-orm';
import { simpleParser, type ParsedMail, type SimpleParserOptions } from 'mailparser';
import { readDeliveryStatus, readFeedbackReport, readPlainBounce, type BounceReport } from '@/core/mail';
import { OPTIONAL_KINDS } from '@/core/moments';
import { config } from '../base/config';
import { database } from '../db/client';
import { bounces, deliveries, orders, strayBounces } from '../db/schema';
import { receiveEvent } from '../events/receive';
import { noteDeliveries } from '../hooks/note';
import { newId } from '../base/ids';
import { log } from '../base/log';
import { readOwnAddress } from '../sending/returnpath';
import { withholdFrom } from '../sending/withholding';
import { readKept } from '../base/reading';
import { kept } from '@/words/kept';
import { say } from '@/words/bounces';
import { setUnsubscribed } from '../events/unsubscribed';

export type Taken =
  | { kind: 'bounced' | 'noted'; deliveryId: string; report: BounceReport }
  | { kind: 'forged' | 'unmatched' | 'repeated' };

/** What stands on a delivery whose message came back. */
const bouncedWords = (words: string): string => kept(() => say.cameBack({ words }));

/** How a report is read. */
export const AS_REPORT: SimpleParserOptions = {
  skipHtmlToText: true,
  skipTextToHtml: true,
  skipImageLinks: true,
  // Else it becomes a part of the text.
  keepDeliveryStatus: true,
};

/** So many reports about one delivery are kept; more are only counted. */
const MOST_REPORTS = 20;

/** Counts what was not believed. */
export async function countStray(kind: (typeof strayBounces.$inferSelect)['kind']): Promise<void> {
  await database()
    .insert(strayBounces)
    .values({ day: new Date().toISOString().slice(0, 10), kind, count: 1 })
    .onDuplicateKeyUpdate({ set: { count: sql`${strayBounces.count} + 1` } });
}

/**
 * Takes one message sent to a return-path. A final failure (RFC 3464, "failed") marks its delivery bounced; a hard one also
 * withholds the address from then on. The recipient is the one the delivery was for, whatever the report says.
 */
export async function takeBounce(recipient: string, raw: Buffer): Promise<Taken> {
  const path = readOwnAddress(recipient);
  const stray = async (kind: 'forged' | 'unmatched' | 'repeated'): Promise<Taken> => {
    await countStray(kind);
    return { kind };
  };
  if (path === 'forged' || path?.kind !== 'bounce') return stray(path === 'forged' ? path : 'unmatched');
  const { deliveryId } = path;
  const [delivery] = await database().select().from(deliveries).where(eq(deliveries.id, deliveryId));
  if (!delivery) return stray('unmatched');
  const known = await database().$count(bounces, eq(bounces.deliveryId, deliveryId));
  if (known >= MOST_REPORTS) return stray('repeated');
  const report = reportOf(await simpleParser(raw, AS_REPORT));
  const failed = report.kind === 'hard' || report.kind === 'soft';
  await database().transaction(async (tx) => {
    const { storeId } = delivery;
    await tx.insert(bounces).values({
      id: newId(),
      storeId,
      deliveryId,
      at: new Date(),
      kind: report.kind,
      status: report.status,
      words: report.words,
      diagnostic: report.diagnostic.slice(0, 500),
    });
    // One that came before the acceptance was written down is found there (see `bouncedMeanwhile` in record.ts).
    if (failed) {
      await tx
        .update(deliveries)
        .set({ state: 'bounced', lastWords: bouncedWords(report.words) })
        .where(
          and(
            or(eq(deliveries.id, deliveryId), eq(deliveries.gatheredIn, deliveryId)),
            eq(deliveries.state, 'accepted'),
          ),
        );
      await noteDeliveries(tx, storeId, [deliveryId]);
    }
    if (report.kind === 'hard') {
      await withholdFrom(tx, {
        storeId,
        address: delivery.recipient,
        reason: kept(() => say.mailCameBack({ words: report.words })),
        source: 'bounce',
        deliveryId,
      });
    }
  });
  // Whoever calls a message spam wants nothing of the store that they need not get; what is about their orders they still have to get.
  if (report.kind === 'complaint')
    await setUnsubscribed({ storeId: delivery.storeId, address: delivery.recipient }, OPTIONAL_KINDS, {
      how: 'complaint',
    });
  if (failed) await tellStaff(delivery, path.deliveryId, report);
  log.info({ delivery: deliveryId, kind: report.kind, status: report.status }, 'a message came back');
  return { kind: failed ? 'bounced' : 'noted', deliveryId, report };
}

/** A message to a customer that came back is a moment of its order: whoever is named for it hears of it. Once for each delivery. */
async function tellStaff(delivery: typeof deliveries.$inferSelect, id: string, report: BounceReport): Promise<void> {
  if (delivery.role !== 'customer' || !delivery.orderId) return;
  const [row] = await database().select({ order: orders.snapshot }).from(orders).where(eq(orders.id, delivery.orderId));
  if (!row) return;
  await receiveEvent(delivery.storeId, {
    specversion: '1.0',
    id: `bounced-${id}`,
    source: 'urn:libellus:bounces',
    type: 'delivery.bounced',
    data: {
      order: row.order,
      details: {
        bounce: {
          recipient: delivery.recipient,
          notification: delivery.notificationName,
          ...(delivery.subject !== '' && { subject: delivery.subject }),
          // What a template says of it is in words: the worker's, which are English.
          words: readKept(report.words).slice(0, 300),
          recordUrl: `${config().url}/s/${delivery.storeId}/deliveries/${delivery.id}`,
        },
      },
    },
  });
}

/** What a message that came back says of why. */
export function reportOf(mail: ParsedMail): BounceReport {
  const part = (type: string, read: (text: string) => BounceReport | undefined): BounceReport | undefined => {
    const found = mail.attachments.find((a) => a.contentType === type);
    return found && read(found.content.toString('utf8'));
  };
  return (
    part('message/feedback-report', readFeedbackReport) ??
    part('message/delivery-status', readDeliveryStatus) ??
    readPlainBounce(mail.subject ?? '', mail.text ?? '') ?? {
      kind: 'other',
      status: '',
      recipient: '',
      diagnostic: (mail.subject ?? '').slice(0, 300),
      words: kept(() => say.noFailureReported),
    }
  );
}
