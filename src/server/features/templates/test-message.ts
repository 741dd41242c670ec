/** Test messages: one about a real order, marked, to any address. */
import { chooseService } from '@/core/mail';
import { sampleDetails } from '@/core/placeholders';
import { detailsNow } from '../../summaries/example';
import { lacksForMoment } from '@/core/snapshot';
import { isMailAddress } from '@/core/schema';
import type { Access, OfStore } from '../../auth/access';
import { databaseTime } from '../../db/time';
import { AppError } from '../../base/errors';
import { actorOf, historyEntry, type Actor } from '../../auth/history';
import { composeMessage, domainOf, freshMessageId } from '../../sending/compose';
import { signMessage } from '../../sending/dkim';
import { filesFor } from '../../sending/files';
import { withPictures } from '../../sending/pictures';
import { inForm, renderFor, snapshotFor } from '../../sending/render';
import { senderFor, sendersOf, servicesOf, settingsOf, standingOf } from '../../sending/service';
import { Line } from '../../sending/transport';
import { domainOfStore } from '../../domains/look';
import { readTemplate } from '../../documents/read-template';
import { templateFor } from './templates';
import { orderForMoment, orderSnapshot } from '../orders/orders';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';

/** What an order lacks, in words. */
const LACKS = {
  parcel: () => say.aParcel,
  refund: () => say.aRefund,
  cancellation: () => say.aCancellation,
  return: () => say.aReturn,
};

export interface TestRequest {
  slug: string;
  to: string;
  language: string;
  order: string;
  /** The template on the sheet; without it, the live edition is sent. */
  draft?: unknown;
}

/**
 * Sends a test of each of these, as they are live, to whoever asks for it: in the store's own language, about an order that its moment
 * can have come for.
 */
export async function sendTests(access: Access, slugs: readonly string[]): Promise<{ to: string; sent: number }> {
  const { email: to } = access.person;
  for (const slug of slugs) {
    const { id, moment } = await templateFor(access, slug, 'live');
    const order = await orderForMoment(access, id, moment, []);
    await sendTest(access, { slug, to, language: access.store.language, order });
  }
  return { to, sent: slugs.length };
}

/** Sends one message about a real order, marked as a test. It is no delivery and leaves the record alone. */
export const sendTest = (access: Access, request: TestRequest): Promise<{ to: string; subject: string }> =>
  sendTestFor(access, actorOf(access), request);

/** Sends one message about a real order, as {@link sendTest} does, for a member of the store or a program. */
export async function sendTestFor(
  access: OfStore,
  actor: Actor,
  request: TestRequest,
): Promise<{ to: string; subject: string }> {
  const { slug, to, language } = request;
  if (!isMailAddress(to))
    throw new AppError('invalid', say.theTestNeedsAnAddress, [{ path: '/to', message: say.enterAnEmailAddressWith }]);
  const kept = await templateFor(access, slug, request.draft === undefined ? 'live' : 'draft');
  const [services, senders] = await Promise.all([servicesOf(access.store.id), sendersOf(access.store.id)]);
  const sender = senderFor(senders, kept.sender);
  const choice = chooseService(services.map(standingOf), sender?.address ?? '', await databaseTime());
  if (!sender || choice.kind === 'wait') {
    throw new AppError(
      'invalid',
      choice.kind === 'wait' ? readKept(`${choice.words} ${choice.remedy}`) : say.theStoreHasNoSenderYet,
    );
  }
  const template = request.draft === undefined ? kept.template : readTemplate(access.store.id, request.draft);
  if (!template.words[language]) throw new AppError('invalid', say.thereAreNoWordsIn);
  const { order, channelName } = await orderSnapshot(access, request.order);
  const { store } = access;
  const { moment } = kept;
  const lacks = lacksForMoment(order, moment);
  if (lacks) {
    const message = say.orderLacks({ order: order.number, what: LACKS[lacks]() });
    throw new AppError('invalid', message, [{ path: '/order', message }]);
  }
  const now = Date.now();
  const known = await detailsNow(store, kept);
  const about = {
    store,
    language,
    order,
    moment,
    now,
    ...(channelName && { channelName }),
    ...(known && { details: known }),
  };
  const message = inForm(await renderFor({ ...about, template }), template.sentAs);
  const details = known ?? sampleDetails(moment);
  const snapshot = snapshotFor(store, order, moment, channelName, language, now, { details });
  const files = await filesFor({
    store,
    order,
    snapshot,
    moment,
    language,
    details: { ...details, ...(details.invoice && { invoice: { ...details.invoice, attach: true } }) },
    attachments: template.attachments,
    brought: { fromShop: [], byHand: [] },
  });
  const replyTo = template.sentAs?.replyTo ?? sender.replyTo;
  const made = await withPictures(message, access.store.pictures === 'inline' ? 'all' : 'codes');
  const composed = await composeMessage(made.message, {
    from: { name: template.sentAs?.fromName ?? sender.name, address: sender.address },
    to: { name: '', address: to },
    ...(replyTo && { replyTo }),
    messageId: freshMessageId(domainOf(sender.address)),
    date: new Date(),
    language,
    mark: '[Test]',
    pictures: made.pictures,
    files,
  });
  const domain = await domainOfStore(access.store.id, domainOf(sender.address).toLowerCase());
  const raw = domain?.signing
    ? await signMessage(composed, { domain: domain.name, selector: domain.selector, privateKey: domain.privateKey })
    : composed;
  const line = new Line(settingsOf(services.find((s) => s.id === choice.service.id)!));
  const result = await line.send({ from: sender.address, to }, raw);
  line.quit();
  if (result.outcome.kind !== 'accepted') {
    throw new AppError(
      'invalid',
      readKept(
        say.theTestWasNotSent({ cause: result.diagnosis?.cause ?? '', remedy: result.diagnosis?.remedy ?? '' }),
      ).trim(),
    );
  }
  await historyEntry(access.store.id, actor, 'sentTest', { notification: slug, to }, { about: kept.id });
  return { to, subject: `[Test] ${message.subject}` };
}
