/** The message of a delivery as it is given to a server: looked at once more, worded, with what it carries, its files and its signature. */
import { eq } from 'drizzle-orm';
import type { Order } from '@/core/order';
import { maskValues } from '@/core/placeholders';
import { copyMark, planDue, reasonWords } from '@/core/plan';
import { together, type RenderedMessage } from '@/core/render';
import { isDatabaseError } from '../base/faults';
import { log } from '../base/log';
import { database } from '../db/client';
import { presentTime } from '../db/own-clock';
import { deliveries } from '../db/schema';
import { unsubscribeUrlOf } from '../events/unsubscribed';
import { carriedBy, carries, letGoAlone } from '../sending/carried';
import { composeMessage, deliveryMessageId } from '../sending/compose';
import { signMessage } from '../sending/dkim';
import { filesFor } from '../sending/files';
import { foldFiles, type FoldedMessage } from '../sending/kept-message';
import { withPictures } from '../sending/pictures';
import { batchContext, editionTemplate, inForm, ofWords, wordedFor, type BatchContext } from '../sending/render';
import type { Delivery } from './claims';
import type { Dispatch, Way } from './dispatch';
import type { Outcome } from './record';
import { firstAbout, type Threads } from './threads';
import { kept, keptWithin } from '@/words/kept';
import { say } from '@/words/sent';

/**
 * What has waited is looked at as things stand now: it is stopped when its end has come or its notification was turned off, and goes
 * out in the version and edition that fit now.
 */
export function lookAgain(delivery: Delivery, context: BatchContext): Outcome | undefined {
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
export async function fromAddressOf({ editionId }: Delivery): Promise<string | undefined> {
  const edition = await editionTemplate(editionId).catch(() => undefined);
  return edition?.sentAs?.fromAddress;
}

/** What a message is made with, besides its delivery and its way. */
interface MadeWith {
  context: BatchContext;
  threads: Threads;
  dispatch: Dispatch;
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

export async function makeMessage(
  delivery: Delivery,
  way: Extract<Way, { kind: 'send' }>,
  using: MadeWith,
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
