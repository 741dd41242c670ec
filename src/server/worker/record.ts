/** Writing down what came of attempts: state, attempt with its conversation, and the message as it was sent. */
import { and, eq } from 'drizzle-orm';
import type { DeliveryState } from '@/core/mail';
import { database } from '../db/client';
import { attempts, deliveries, sentMessages } from '../db/schema';
import { newId } from '../ids';
import type { Delivery } from './claims';

export interface Outcome {
  state: DeliveryState;
  words: string;
  remedy: string;
  /** Undefined for what never got as far as an attempt, such as waiting for a limit to renew. */
  attempt?: { conversation: string; via: string };
  dueAt?: Date;
  subject?: string;
  messageId?: string;
  raw?: Buffer;
}

/** Records an outcome, while the lease is still ours; otherwise another worker owns the delivery, and only the attempt is written down. */
export async function recordOutcome(delivery: Delivery, outcome: Outcome, startedAt: Date): Promise<void> {
  const endedAt = new Date();
  await database().transaction(async (tx) => {
    const [updated] = await tx
      .update(deliveries)
      .set({
        state: outcome.state,
        leaseUntil: null,
        leaseBy: null,
        lastWords: outcome.words.slice(0, 500),
        ...(outcome.dueAt && { dueAt: outcome.dueAt }),
        ...(outcome.subject !== undefined && { subject: outcome.subject }),
        ...(outcome.messageId && { messageId: outcome.messageId }),
        ...(outcome.state === 'accepted' && { acceptedAt: endedAt }),
        ...(!outcome.attempt && { attempts: delivery.attempts - 1 }),
      })
      .where(
        and(
          eq(deliveries.id, delivery.id),
          eq(deliveries.leaseBy, delivery.leaseBy ?? ''),
          eq(deliveries.state, 'sending'),
        ),
      );
    if (outcome.attempt) {
      await tx.insert(attempts).values({
        id: newId(),
        storeId: delivery.storeId,
        deliveryId: delivery.id,
        number: delivery.attempts,
        startedAt,
        endedAt,
        state: outcome.state,
        via: outcome.attempt.via,
        words: outcome.words.slice(0, 500),
        remedy: outcome.remedy.slice(0, 500),
        conversation: outcome.attempt.conversation,
      });
    }
    if (outcome.raw && updated.affectedRows > 0) {
      await tx
        .insert(sentMessages)
        .values({ deliveryId: delivery.id, storeId: delivery.storeId, raw: outcome.raw })
        .onDuplicateKeyUpdate({ set: { raw: outcome.raw } });
    }
  });
}
