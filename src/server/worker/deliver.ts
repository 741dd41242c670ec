/** One delivery: its way chosen, rendered, composed, signed, sent, and written down. */
import { isAboutService, isFinal, retryDelay, type DeliveryState } from '@/core/mail';
import type { Order } from '@/core/order';
import { planDue, reasonWords } from '@/core/plan';
import { config } from '../config';
import { log } from '../log';
import { composeMessage, deliveryMessageId } from '../sending/compose';
import { signMessage } from '../sending/dkim';
import { filesFor } from '../sending/files';
import { withPictures } from '../sending/pictures';
import { snapshotFor, type BatchContext } from '../sending/render';
import { viaOf } from '../sending/service';
import type { Delivery } from './claims';
import type { Dispatch, Way } from './dispatch';
import type { Lines } from './lines';
import type { Outcome, Recorder } from './record';

export interface DeliverWith {
  context: BatchContext;
  dispatch: Dispatch;
  lines: Lines;
  recorder: Recorder;
}

/** Sends one claimed delivery and records the attempt, whatever came of it. */
export async function deliver(delivery: Delivery, using: DeliverWith): Promise<DeliveryState> {
  const startedAt = new Date();
  const outcome = await attempt(delivery, using).catch((error: unknown): Outcome => {
    log.error({ delivery: delivery.id, err: error }, 'a delivery could not be made');
    return {
      state: 'failed',
      words: `The message could not be made: ${error instanceof Error ? error.message : String(error)}`.slice(0, 500),
      remedy: 'Open the notification on the Desk with this order and look for findings, then send it again.',
      attempt: { conversation: '', via: '' },
    };
  });
  await using.recorder.write(delivery, outcome, startedAt);
  return outcome.state;
}

async function attempt(delivery: Delivery, using: DeliverWith): Promise<Outcome> {
  if (delivery.timed) {
    const stopped = lookAgain(delivery, using.context);
    if (stopped) return stopped;
  }
  const way = await using.dispatch.way(delivery);
  if (way.kind === 'withheld') return { state: 'withheld', words: way.words, remedy: way.remedy };
  if (way.kind === 'hold') return { state: 'held', words: way.words, remedy: way.remedy, dueAt: way.until };
  const { subject, messageId, raw } = await makeMessage(delivery, way, using.context);
  const result = await using.lines.with(way.service, async (line) => {
    // A line may have been long in coming. Whatever is sent has to be over before the lease is: after that, another worker
    // may send the same.
    const left = (delivery.leaseUntil?.getTime() ?? 0) - Date.now() - config().leaseMs / 10;
    if (left < config().leaseMs / 6) return undefined;
    return line.send({ from: way.returnPath, to: delivery.recipient }, raw, Math.min(left, config().leaseMs / 2));
  });
  if (!result) return { state: 'planned', words: '', remedy: '', dueAt: new Date() };
  const also = way.passedOver.length > 0 ? ` (${way.passedOver.join('; ')})` : '';
  const made = {
    subject,
    messageId,
    attempt: { conversation: result.conversation, via: `${viaOf(way.service)}${also}`.slice(0, 260) },
  };
  if (result.outcome.kind === 'accepted') {
    await using.dispatch.took(way.service, delivery.recipient);
    return { ...made, state: 'accepted', words: result.outcome.response, remedy: '', raw };
  }
  const { kind, cause: words, remedy } = result.diagnosis!;
  if (isFinal(result.outcome, kind)) return { ...made, state: 'failed', words, remedy };
  if (isAboutService(result.failedAt!, kind)) {
    await using.dispatch.failed(way.service, kind, words);
    const age = ageOf(delivery);
    // Due at once: the next service in line takes it, or it waits until this one has rested.
    if (retryDelay(1, age, 0) !== undefined) return { ...made, state: 'deferred', words, remedy, dueAt: new Date() };
  } else if (kind !== 'greylisted' && ['recipient', 'message'].includes(result.failedAt!)) {
    await using.dispatch.putOff(delivery.recipient, words);
  }
  const wait = retryDelay(delivery.attempts, ageOf(delivery), Math.random());
  return wait === undefined
    ? { ...made, state: 'failed', words: `${words} It was given up after five days.`, remedy }
    : { ...made, state: 'deferred', words, remedy, dueAt: new Date(Date.now() + wait) };
}

/** For how long it has been tried, in ms: what waited for its time was not tried before it. */
const ageOf = ({ plannedFor, createdAt }: Delivery): number =>
  Math.max(0, Date.now() - (plannedFor ?? createdAt).getTime());

/**
 * What has waited is looked at as things stand now: it is stopped when its end has come or its notification was turned off, and goes
 * out in the version and edition that fit now.
 */
function lookAgain(delivery: Delivery, context: BatchContext): Outcome | undefined {
  const notification = context.notifications.get(delivery.notificationId);
  const known = delivery.orderId ? context.orders.get(delivery.orderId) : undefined;
  const store = context.stores.get(delivery.storeId);
  if (!notification || !known || !store) {
    return { state: 'cancelled', words: 'Its notification or its order is no longer there.', remedy: '' };
  }
  const version = planDue({
    notification,
    state: known,
    moment: notification.moment,
    turn: delivery.turn,
    wanted: { language: wantedLanguage(delivery, known.order), from: 'order' },
    own: store.language,
    names: { channel: (id) => context.channelName(store.id, id) },
  });
  if (version.kind === 'nothing') {
    return {
      state: 'cancelled',
      words: reasonWords(version.reason),
      remedy: 'It was looked at again when it was due.',
    };
  }
  delivery.editionId = version.editionId;
  delivery.language = version.language;
  return undefined;
}

/** A customer's language may have changed with the order; others keep the one they were planned with. */
const wantedLanguage = (delivery: Delivery, order: Order): string =>
  delivery.role === 'customer' ? (order.language ?? delivery.language) : delivery.language;

async function makeMessage(
  delivery: Delivery,
  way: Extract<Way, { kind: 'send' }>,
  context: BatchContext,
): Promise<{ subject: string; messageId: string; raw: Buffer }> {
  const store = context.stores.get(delivery.storeId);
  // What was true when it happened: a second parcel must not change what is said about the first. A timer speaks of now.
  const later = context.later.get(delivery.eventId);
  const now = delivery.orderId ? context.orders.get(delivery.orderId)?.order : undefined;
  const order = delivery.moment ? (now ?? later?.order) : (later?.order ?? now);
  if (!store || !order) throw new Error('the order this message is about is no longer there.');
  const channelName = context.channelName(store.id, order.channel);
  const compiled = await context.compiled(store, delivery.editionId, delivery.language, later?.letter);
  const moment = delivery.moment || (later?.moment ?? 'order.placed');
  const snapshot = snapshotFor(store, order, moment, channelName, delivery.language, Date.now(), {
    ...(later?.details && { details: later.details }),
    // One of a row says which it is, also when it is sent once more.
    ...((delivery.timed || delivery.moment) && { turn: delivery.turn }),
  });
  const message = compiled.fill(snapshot);
  const files = await filesFor(store, snapshot, moment, delivery.language, later?.details);
  const { sender } = way;
  const messageId = deliveryMessageId(delivery.id, sender.address);
  const made = store.pictures === 'inline' ? await withPictures(message) : { message, pictures: undefined };
  const composed = await composeMessage(made.message, {
    from: { name: sender.name, address: sender.address },
    to: { name: delivery.recipientName, address: delivery.recipient },
    ...(sender.replyTo && { replyTo: sender.replyTo }),
    messageId,
    date: new Date(),
    language: delivery.language,
    ...(made.pictures && { pictures: made.pictures }),
    ...(files && { files }),
    ...(later?.letter && { byHand: true }),
  });
  const raw = way.key ? await signMessage(composed, way.key) : composed;
  return { subject: message.subject.slice(0, 500), messageId, raw };
}
