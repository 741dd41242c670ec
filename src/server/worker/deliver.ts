/** One delivery: rendered, composed, sent, and written down. */
import { and, eq } from 'drizzle-orm';
import { isFinal, MAX_ATTEMPTS, retryDelay, type DeliveryState } from '@/core/mail';
import { config } from '../config';
import { database } from '../db/client';
import { attempts, deliveries, sentMessages } from '../db/schema';
import { newId } from '../ids';
import { log } from '../log';
import { composeMessage, deliveryMessageId } from '../sending/compose';
import { editionTemplate, renderFor, type BatchContext } from '../sending/render';
import { serviceOf, settingsOf, type ServiceRow } from '../sending/service';
import { Line } from '../sending/transport';
import type { Delivery } from './claims';

/** Lines to services, one for each store; a worker's slot has its own, so two slots never share a line. */
export class Lines {
  private readonly open = new Map<string, { key: string; line: Line }>();

  for(storeId: string, service: ServiceRow): Line {
    const key = JSON.stringify([service.host, service.port, service.security, service.user, service.password]);
    const known = this.open.get(storeId);
    if (known?.key === key) return known.line;
    known?.line.quit();
    // Well within a lease: nobody else may claim what is still on the line.
    const line = new Line(settingsOf(service), config().leaseMs / 2);
    this.open.set(storeId, { key, line });
    return line;
  }

  quit(): void {
    for (const { line } of this.open.values()) line.quit();
    this.open.clear();
  }
}

interface Outcome {
  state: DeliveryState;
  words: string;
  remedy: string;
  conversation: string;
  via: string;
  dueAt?: Date;
  subject?: string;
  messageId?: string;
  raw?: Buffer;
}

/** Sends one claimed delivery and records the attempt, whatever came of it. */
export async function deliver(delivery: Delivery, context: BatchContext, lines: Lines): Promise<DeliveryState> {
  const startedAt = new Date();
  const outcome = await attempt(delivery, context, lines).catch((error: unknown): Outcome => {
    log.error({ delivery: delivery.id, err: error }, 'a delivery could not be made');
    return {
      state: 'failed',
      words: `The message could not be made: ${error instanceof Error ? error.message : String(error)}`.slice(0, 500),
      remedy: 'Open the notification on the Desk with this order and look for findings, then send it again.',
      conversation: '',
      via: '',
    };
  });
  await recordOutcome(delivery, outcome, startedAt);
  return outcome.state;
}

async function attempt(delivery: Delivery, context: BatchContext, lines: Lines): Promise<Outcome> {
  const store = context.stores.get(delivery.storeId);
  const order = delivery.orderId ? context.orders.get(delivery.orderId) : undefined;
  if (!store || !order) throw new Error('the order this message is about is no longer there.');
  const service = await serviceOf(delivery.storeId);
  if (!service) {
    return {
      state: 'held',
      words: 'No sending service is connected.',
      remedy: 'Connect one under Sending; what is held goes out then.',
      conversation: '',
      via: '',
    };
  }
  const channelName = context.channelName(store.id, order.channel);
  const message = await renderFor({
    store,
    template: await editionTemplate(delivery.editionId),
    language: delivery.language,
    order,
    now: Date.now(),
    ...(channelName && { channelName }),
  });
  const messageId = deliveryMessageId(delivery.id, service.senderAddress);
  const raw = await composeMessage(message, {
    from: { name: service.senderName, address: service.senderAddress },
    to: { name: delivery.recipientName, address: delivery.recipient },
    messageId,
    date: new Date(),
    language: delivery.language,
  });
  const made = {
    subject: message.subject.slice(0, 500),
    messageId,
    via: `${service.host}:${service.port} as ${service.user || 'nobody'}`,
  };
  const result = await lines.for(store.id, service).send({ from: service.senderAddress, to: delivery.recipient }, raw);
  const { conversation } = result;
  if (result.outcome.kind === 'accepted') {
    return { ...made, state: 'accepted', words: result.outcome.response, remedy: '', conversation, raw };
  }
  const words = result.diagnosis?.cause ?? 'It could not be sent.';
  const remedy = result.diagnosis?.remedy ?? '';
  const wait = isFinal(result.outcome) ? undefined : retryDelay(delivery.attempts, Math.random());
  if (wait === undefined) {
    const last = isFinal(result.outcome) ? words : `${words} That was the last of ${MAX_ATTEMPTS} attempts.`;
    return { ...made, state: 'failed', words: last, remedy, conversation };
  }
  return { ...made, state: 'deferred', words, remedy, conversation, dueAt: new Date(Date.now() + wait) };
}

async function recordOutcome(delivery: Delivery, outcome: Outcome, startedAt: Date): Promise<void> {
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
      })
      .where(
        and(
          eq(deliveries.id, delivery.id),
          eq(deliveries.leaseBy, delivery.leaseBy ?? ''),
          eq(deliveries.state, 'sending'),
        ),
      );
    // When the lease ran out meanwhile, another worker owns the delivery; only the attempt is written down.
    await tx.insert(attempts).values({
      id: newId(),
      storeId: delivery.storeId,
      deliveryId: delivery.id,
      number: delivery.attempts,
      startedAt,
      endedAt,
      state: outcome.state,
      via: outcome.via,
      words: outcome.words.slice(0, 500),
      remedy: outcome.remedy.slice(0, 500),
      conversation: outcome.conversation,
    });
    if (outcome.raw && updated.affectedRows > 0) {
      await tx
        .insert(sentMessages)
        .values({ deliveryId: delivery.id, storeId: delivery.storeId, raw: outcome.raw })
        .onDuplicateKeyUpdate({ set: { raw: outcome.raw } });
    }
  });
}
