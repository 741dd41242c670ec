/** One delivery: its way chosen, rendered, composed, signed, sent, and written down. */
import { eq } from 'drizzle-orm';
import { isAboutService, isFinal, retryDelay, type DeliveryState, type SendOutcome } from '@/core/mail';
import type { Order } from '@/core/order';
import { holdsSecrets, maskValues } from '@/core/placeholders';
import { copyMark, planDue, reasonWords } from '@/core/plan';
import { together, type RenderedMessage } from '@/core/render';
import { config } from '../base/config';
import { database } from '../db/client';
import { presentTime, sendingNow } from '../db/own-clock';
import { deliveries } from '../db/schema';
import { databaseNow } from '../db/time';
import { faultCause, isDatabaseError, type FaultCause } from '../base/faults';
import { log } from '../base/log';
import { carriedBy, carries, letGoAlone } from '../sending/carried';
import { composeMessage, deliveryMessageId } from '../sending/compose';
import { signMessage } from '../sending/dkim';
import { filesFor } from '../sending/files';
import { foldFiles, type FoldedMessage } from '../sending/kept-message';
import { withPictures } from '../sending/pictures';
import { batchContext, editionTemplate, inForm, ofWords, wordedFor, type BatchContext } from '../sending/render';
import { viaOf } from '../sending/service';
import type { Line } from '../sending/transport';
import { withholdFrom } from '../sending/withholding';
import { WORKERS_ENDED, type Delivery } from './claims';
import { FAR_AHEAD, type Dispatch, type Way } from './dispatch';
import type { Lines } from './service-lines';
import type { Begun, Outcome, Recorder } from './record';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/sent';
import { say as bounced } from '@/words/bounces';
import { say as files } from '@/words/files';
import { say as codes } from '@/words/codes';
import { say as sentAs } from '@/words/sentAs';
import { firstAbout, type Threads } from './threads';
import { unsubscribeUrlOf } from '../events/unsubscribed';

export interface DeliverWith {
  context: BatchContext;
  threads: Threads;
  dispatch: Dispatch;
  lines: Pick<Lines, 'with'>;
  recorder: Recorder;
}

/** Sends one claimed delivery and records the attempt, whatever came of it. */
export async function deliver(delivery: Delivery, using: DeliverWith): Promise<DeliveryState> {
  let begun: Begun | undefined;
  const begin = async (): Promise<void> => {
    begun = await using.recorder.begin(delivery);
  };
  const outcome = await attempt(delivery, using, begin).catch((error: unknown) => outcomeOfFault(delivery, error));
  const secrets = holdsSecrets(using.context.later.get(delivery.eventId)?.details);
  await using.recorder.write(delivery, secrets ? { ...outcome, secrets } : outcome, begun);
  return outcome.state;
}

/** Puts a delivery aside that ended each worker that had it in hand: others go on, and somebody looks into it. */
export async function putAside(delivery: Delivery, recorder: Recorder): Promise<void> {
  log.error({ delivery: delivery.id, lapses: delivery.lapses }, 'a delivery ended each worker that had it in hand');
  await recorder.write(delivery, {
    state: 'held',
    cause: WORKERS_ENDED,
    ...kept(() => ({ words: say.workersEnded({ times: delivery.lapses }), remedy: say.seeWhyWorkersEnded })),
    dueAt: FAR_AHEAD,
    attempt: { conversation: '', via: '' },
  });
}

/** A fault of the database, the secret or ours says nothing about the message: it is tried again, and never given up by itself. */
const FAULTS: Record<FaultCause, (detail: string) => { words: string; remedy: string }> = {
  content: (detail) => ({ words: say.notMade({ detail }), remedy: say.correctAndPublish }),
  file: (detail) => ({ words: detail, remedy: files.triedAgain }),
  code: (detail) => ({ words: detail, remedy: codes.seeToTheCode }),
  secret: () => ({ words: say.secretDoesNotOpen, remedy: say.startWithItsSecret }),
  database: () => ({ words: say.databaseDidNotAnswer, remedy: say.seeTheLog }),
  internal: (detail) => ({ words: say.failedOnOurSide({ detail }), remedy: say.seeTheLog }),
};

function outcomeOfFault(delivery: Delivery, error: unknown): Outcome {
  const cause = faultCause(error);
  log.error({ delivery: delivery.id, cause, err: error }, 'a delivery could not be made');
  const detail = (error instanceof Error ? error.message : String(error)).slice(0, 400);
  const fault = { cause, ...kept(() => FAULTS[cause](detail)), attempt: { conversation: '', via: '' } };
  if (cause === 'content') return { ...fault, state: 'failed' };
  // Somebody has to see to the code first, and that lets it go.
  if (cause === 'code') return { ...fault, state: 'held', dueAt: FAR_AHEAD };
  const wait = retryDelay(delivery.attempts, ageOf(delivery), Math.random());
  return wait === undefined
    ? { ...fault, state: 'held', dueAt: FAR_AHEAD }
    : {
        ...fault,
        state: 'deferred',
        dueAt: new Date(sendingNow() + (cause === 'database' ? DATABASE_WAIT_MS : wait)),
      };
}

/** The database is usually back in a moment. */
const DATABASE_WAIT_MS = 5_000;

async function attempt(delivery: Delivery, using: DeliverWith, begin: () => Promise<void>): Promise<Outcome> {
  if (delivery.timed) {
    const stopped = lookAgain(delivery, using.context);
    if (stopped) return stopped;
  }
  const way = await using.dispatch.way(delivery, await fromAddressOf(delivery));
  if (way.kind === 'withheld') return { ...way, state: 'withheld' };
  if (way.kind === 'hold') return { ...way, state: 'held', dueAt: way.until };
  const { subject, messageId, raw, kept: keptMessage, copies, carried } = await makeMessage(delivery, way, using);
  await begin();
  const result = await using.lines.with(way.service, async (line) => {
    // A line may have been long in coming. Whatever is sent has to be over before the lease is: after that, another worker
    // may send the same.
    const left = (delivery.leaseUntil?.getTime() ?? 0) - databaseNow() - config().leaseMs / 10;
    if (left < config().leaseMs / 6) return undefined;
    const sent = await line.send(
      { from: way.returnPath, to: delivery.recipient },
      raw,
      Math.min(left, config().leaseMs / 2),
    );
    const given = sent.outcome.kind === 'accepted' ? await sendCopies(copies, raw, way, line) : NO_COPIES;
    return { ...sent, conversation: [sent.conversation, ...given.conversations].join('\n'), given };
  });
  if (!result) return { state: 'planned', cause: '', words: '', remedy: '', dueAt: new Date(databaseNow()) };
  const also = way.passedOver.length > 0 ? ` (${way.passedOver.join(' ')})` : '';
  const made = {
    subject,
    messageId,
    ...(carried.length > 0 && { carried }),
    attempt: { conversation: result.conversation, via: keptWithin(`${viaOf(way.service)}${also}`, 2000) },
  };
  if (result.outcome.kind === 'accepted') {
    // It is sent: whatever else goes wrong from here on, that stands.
    await using.dispatch
      .took(way.service, delivery.recipient)
      .catch((error: unknown) =>
        log.warn({ delivery: delivery.id, err: error }, 'what follows an acceptance was not written'),
      );
    const { accepted, refused } = result.given;
    for (const address of accepted) await using.dispatch.took(way.service, address).catch(() => undefined);
    const words = keptWithin(
      [
        result.outcome.response,
        ...(accepted.length > 0 ? [kept(() => sentAs.sentCopies({ addresses: accepted.join(', ') }))] : []),
        ...refused.map(({ address, why }) => kept(() => sentAs.copyRefused({ address, why }))),
      ].join(' '),
      2000,
    );
    return { ...made, state: 'accepted', cause: '', words, remedy: '', message: keptMessage };
  }
  const { outcome } = result;
  const { kind, cause: words, remedy } = result.diagnosis!;
  const failure = { ...made, cause: kind, words, remedy };
  if (isFinal(outcome, kind)) {
    // A mailbox that is not there will not be there tomorrow: nobody is helped by asking again with each order.
    if (kind === 'recipient refused') {
      await withholdFrom(database(), {
        storeId: delivery.storeId,
        address: delivery.recipient,
        reason: kept(() => bounced.wasRefused({ answer: saidBy(outcome) })),
        source: 'refusal',
        deliveryId: delivery.id,
      });
      return {
        ...failure,
        state: 'failed',
        remedy: kept(() => say.notWrittenToUntilAllowed({ remedy })),
      };
    }
    return { ...failure, state: 'failed' };
  }
  const wait = retryDelay(delivery.attempts, ageOf(delivery), Math.random());
  if (isAboutService(result.failedAt!, kind)) {
    await using.dispatch.failed(way.service, kind, words);
    // Due at once: the next service in line takes it, or it waits until this one has rested. Of a service that did not work for days
    // no recipient has said anything, so the message waits on.
    return wait === undefined
      ? { ...failure, state: 'held', dueAt: FAR_AHEAD }
      : { ...failure, state: 'deferred', dueAt: new Date(sendingNow()) };
  }
  if (kind !== 'greylisted' && ['recipient', 'message'].includes(result.failedAt!)) {
    await using.dispatch.putOff(way.service, delivery.recipient, words);
  }
  return wait === undefined
    ? { ...failure, state: 'failed', words: kept(() => say.givenUp({ words })), remedy: kept(() => say.givenUpRemedy) }
    : { ...failure, state: 'deferred', dueAt: new Date(sendingNow() + wait) };
}

interface Copies {
  accepted: string[];
  refused: { address: string; why: string }[];
  conversations: string[];
}

const NO_COPIES: Copies = { accepted: [], refused: [], conversations: [] };

/**
 * Gives the message to those who get a copy, each by itself: what becomes of a copy changes nothing for the recipient. A copy is tried
 * once.
 */
async function sendCopies(
  copies: readonly string[],
  raw: Buffer,
  way: Extract<Way, { kind: 'send' }>,
  line: Pick<Line, 'send'>,
): Promise<Copies> {
  const given: Copies = { accepted: [], refused: [], conversations: [] };
  for (const address of copies) {
    const { outcome, conversation } = await line.send({ from: way.returnPath, to: address }, raw, COPY_MS);
    given.conversations.push(conversation);
    if (outcome.kind === 'accepted') given.accepted.push(address);
    else given.refused.push({ address, why: saidBy(outcome) || (outcome.kind === 'unreachable' ? outcome.error : '') });
  }
  return given;
}

/** For so long a copy may take. */
const COPY_MS = 10_000;

/** What a server answered, short enough for a list. */
const saidBy = (outcome: SendOutcome): string =>
  outcome.kind === 'refused' ? `${outcome.code} ${outcome.response}`.replace(/\s+/g, ' ').slice(0, 200) : '';

/** For how long it has been tried, in ms: what waited for its time was not tried before it. */
const ageOf = ({ plannedFor, createdAt }: Delivery): number =>
  Math.max(0, sendingNow() - (plannedFor ?? createdAt).getTime());

/**
 * What has waited is looked at as things stand now: it is stopped when its end has come or its notification was turned off, and goes
 * out in the version and edition that fit now.
 */
function lookAgain(delivery: Delivery, context: BatchContext): Outcome | undefined {
  const notification = context.notifications.get(delivery.notificationId);
  const known = delivery.orderId ? context.orders.get(delivery.orderId) : undefined;
  const store = context.stores.get(delivery.storeId);
  // What is about no order has nothing to be looked at but whether it is still wanted.
  if (delivery.orderId === null && notification) {
    if (notification.on) return undefined;
    const words = kept(() => reasonWords({ code: 'notification-off', notification: notification.name }));
    return { state: 'cancelled', cause: '', words, remedy: kept(() => say.lookedAtWhenDue) };
  }
  if (!notification || !known || !store) {
    return { state: 'cancelled', cause: '', words: kept(() => say.noLongerThere), remedy: '' };
  }
  const version = planDue({
    notification,
    state: known,
    moment: notification.moment,
    turn: delivery.turn,
    wanted: { language: wantedLanguage(delivery, known.order), from: 'order' },
    own: store.language,
    fallbacks: store.fallbacks,
    names: { channel: (id) => context.channelName(store.id, id) },
  });
  if (version.kind === 'nothing') {
    return {
      state: 'cancelled',
      cause: '',
      words: kept(() => reasonWords(version.reason)),
      remedy: kept(() => say.lookedAtWhenDue),
    };
  }
  delivery.editionId = version.editionId;
  delivery.language = version.language;
  return undefined;
}

/** A customer's language may have changed with the order; others keep the one they were planned with. */
const wantedLanguage = (delivery: Delivery, order: Order): string =>
  delivery.role === 'customer' ? (order.language ?? delivery.language) : delivery.language;

/** The address that a delivery's edition is sent from; what keeps the edition from being read is said when the message is made. */
async function fromAddressOf({ editionId }: Delivery): Promise<string | undefined> {
  const edition = await editionTemplate(editionId).catch(() => undefined);
  return edition?.sentAs?.fromAddress;
}

interface MadeMessage {
  /** As it is kept: without what only the recipient may see. */
  subject: string;
  messageId: string;
  raw: Buffer;
  kept: FoldedMessage;
  /** Who else gets it. */
  copies: readonly string[];
  carried: NonNullable<Outcome['carried']>;
}

/** A message that another one carries, ready to go into it. */
interface Part {
  delivery: Delivery;
  message: RenderedMessage;
  /** Without what only the recipient may see. */
  shown: RenderedMessage;
  files: Awaited<ReturnType<typeof filesFor>>;
}

/** Files of one mail, in bytes: what would come to more goes in another. */
const MOST_FILES = 15_000_000;

/**
 * What a delivery carries, each looked at and worded as it is by itself. What has ended is stopped; what cannot be made goes out alone, and
 * says there why not.
 */
async function partsOf(carrier: Delivery, { by }: Pick<BatchContext, 'by'>): Promise<Part[]> {
  if (!carries(carrier)) return [];
  const carried = await carriedBy(database(), carrier.id);
  const context = await batchContext(carried, by);
  const parts: Part[] = [];
  const alone: string[] = [];
  let bytes = 0;
  for (const delivery of carried) {
    const stopped = lookAgain(delivery, context);
    if (stopped) {
      await database()
        .update(deliveries)
        .set({ state: 'cancelled', lastWords: keptWithin(stopped.words, 2000), gatheredIn: null })
        .where(eq(deliveries.id, delivery.id));
      continue;
    }
    try {
      const worded = await wordedFor(delivery, context, 'give');
      const { compiled, snapshot, sentAs: asked } = worded;
      const files = await filesFor({ ...worded, moment: delivery.moment, language: delivery.language });
      bytes += files.reduce((sum, f) => sum + f.bytes.length, 0);
      if (bytes > MOST_FILES) {
        alone.push(delivery.id);
        continue;
      }
      const filled = (values: typeof snapshot.values): Promise<RenderedMessage> =>
        ofWords(() => inForm(compiled.fill({ ...snapshot, values }), asked));
      const message = await filled(snapshot.values);
      const values = maskValues(snapshot.values);
      const shown = values === snapshot.values ? message : await filled(values);
      parts.push({ delivery, message, shown, files });
    } catch (error) {
      if (isDatabaseError(error)) throw error;
      log.warn({ delivery: delivery.id, err: error }, 'a message cannot go with others; it goes alone');
      alone.push(delivery.id);
    }
  }
  await letGoAlone(database(), alone);
  return parts;
}

async function makeMessage(
  delivery: Delivery,
  way: Extract<Way, { kind: 'send' }>,
  using: DeliverWith,
): Promise<MadeMessage> {
  const worded = await wordedFor(delivery, using.context, 'give');
  const { store, snapshot, compiled, byHand, sentAs: asked } = worded;
  const parts = await partsOf(delivery, using.context);
  const message = together([await ofWords(() => compiled.fill(snapshot)), ...parts.map((p) => p.message)]);
  const files = [
    ...(await filesFor({ ...worded, moment: delivery.moment, language: delivery.language })),
    ...parts.flatMap((p) => p.files),
  ];
  const { sender } = way;
  const first = firstAbout(delivery, using.threads, (kind) => using.dispatch.senderOf(delivery.storeId, kind)?.address);
  const usual = using.dispatch.senderOf(delivery.storeId, delivery.sender)?.address ?? sender.address;
  const messageId = deliveryMessageId(delivery.id, usual);
  const date = new Date(presentTime());
  // Answers that come through us are passed on from there.
  const replyTo = way.replyTo === sender.replyTo ? (asked?.replyTo ?? way.replyTo) : way.replyTo;
  // Sent once more, or to many, it is no news to those who get a copy.
  const copyOf = delivery.reasons.find((r) => r.code === 'copy-of');
  const copied = !copyOf && !delivery.reasons.some((r) => r.code === 'again') && delivery.noticeId === null;
  const cc = copied ? (asked?.cc ?? []) : [];
  const copies = using.dispatch
    .writable(delivery.storeId, copied ? [...cc, ...(asked?.bcc ?? [])] : [], delivery.sender)
    .filter((a) => a !== delivery.recipient);
  const composed = async (filled: RenderedMessage): Promise<Buffer> => {
    const made = await withPictures(inForm(filled, asked), store.pictures === 'inline' ? 'all' : 'codes');
    return composeMessage(made.message, {
      from: { name: asked?.fromName ?? sender.name, address: sender.address },
      to: { name: delivery.recipientName, address: delivery.recipient },
      ...(replyTo && { replyTo }),
      cc,
      ...(first !== undefined && { first }),
      messageId,
      date,
      language: delivery.language,
      ...(copyOf && { mark: copyMark(copyOf.of) }),
      pictures: made.pictures,
      files,
      ...(byHand && { byHand }),
      ...(delivery.optional !== '' && { unsubscribe: unsubscribeUrlOf(delivery.id) }),
    });
  };
  const plain = await composed(message);
  const raw = way.key ? await signMessage(plain, way.key) : plain;
  const values = maskValues(snapshot.values);
  const folded = (whole: Buffer): FoldedMessage => foldFiles(whole, files);
  const carried = parts.map(({ delivery: { id, editionId, language }, shown }) => ({
    ...{ id, editionId, language },
    subject: shown.subject.slice(0, 500),
  }));
  const made = { messageId, raw, copies, carried };
  if (values === snapshot.values && parts.every((p) => p.shown === p.message))
    return { ...made, subject: message.subject.slice(0, 500), kept: folded(raw) };
  const shown = together([compiled.fill({ ...snapshot, values }), ...parts.map((p) => p.shown)]);
  return { ...made, subject: shown.subject.slice(0, 500), kept: folded(await composed(shown)) };
}
