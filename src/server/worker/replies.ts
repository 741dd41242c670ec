/** Passes what customers answered on to the store, with its attachments, so that the team answers from its own mailbox. */
import { and, asc, eq, inArray, lte } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import MailComposer from 'nodemailer/lib/mail-composer';
import { chooseService, PASSED_ON_FIELD, retryDelay } from '@/core/mail';
import { kept } from '@/words/kept';
import { say } from '@/words/replies';
import { config } from '../base/config';
import { log } from '../base/log';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { deliveries, replies, stores } from '../db/schema';
import { domainOf, freshMessageId } from '../sending/compose';
import { editionTemplate } from '../sending/render';
import { senderFor, sendersOf, servicesOf, settingsOf, standingOf, type SenderRow } from '../sending/service';
import { countAccepted, reserve, returnUnused } from '../sending/service-use';
import { Line } from '../sending/transport';
import { domainOfStore } from '../domains/look';
import { signMessage } from '../sending/dkim';

/** For so long a reply is one worker's; then another may take it. */
const LEASE_MS = 15 * 60_000;
const AT_ONCE = 10;

type ReplyRow = typeof replies.$inferSelect;

/** Passes on what is due, and says how much of it went out. */
export async function passOnReplies(): Promise<number> {
  let passed = 0;
  for (const reply of await claimDueReplies()) {
    try {
      const done = await passOn(reply);
      if (done.state === 'passed-on') passed += 1;
      await database().update(replies).set(done).where(eq(replies.id, reply.id));
    } catch (error) {
      // It is taken up again when its lease is over.
      log.warn({ err: error, reply: reply.id }, 'a reply could not be passed on');
    }
  }
  return passed;
}

async function claimDueReplies(): Promise<ReplyRow[]> {
  const now = await databaseTime();
  return database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(replies)
      .where(and(eq(replies.state, 'waiting'), lte(replies.dueAt, new Date(now))))
      .orderBy(asc(replies.dueAt))
      .limit(AT_ONCE)
      .for('update', { skipLocked: true });
    if (rows.length > 0)
      await tx
        .update(replies)
        .set({ dueAt: new Date(now + LEASE_MS) })
        .where(
          inArray(
            replies.id,
            rows.map((r) => r.id),
          ),
        );
    return rows;
  });
}

type Passed = Partial<Pick<ReplyRow, 'state' | 'words' | 'passedTo' | 'attempts' | 'dueAt'>>;

async function passOn(reply: ReplyRow): Promise<Passed> {
  const { storeId } = reply;
  const [[store], [delivery], senders, services] = await Promise.all([
    database().select().from(stores).where(eq(stores.id, storeId)),
    database()
      .select({ order: deliveries.orderNumber, sender: deliveries.sender, editionId: deliveries.editionId })
      .from(deliveries)
      .where(eq(deliveries.id, reply.deliveryId)),
    sendersOf(storeId),
    servicesOf(storeId),
  ]);
  const sender = senderFor(senders, delivery!.sender);
  if (!sender) return { state: 'unsent', words: kept(() => say.nobodyToPassOnTo) };
  const sentAs = delivery!.editionId ? (await editionTemplate(delivery!.editionId)).sentAs : undefined;
  const own = sentAs?.replyTo ?? sentAs?.fromAddress;
  const passedTo = own ?? (sender.replyTo || sender.address);
  const now = await databaseTime();
  const later = (words: string, until: number | undefined): Passed => {
    const wait = retryDelay(reply.attempts + 1, now - reply.at.getTime(), Math.random());
    const failed = { words, passedTo, attempts: reply.attempts + 1 };
    return wait === undefined
      ? { ...failed, state: 'unsent' }
      : { ...failed, dueAt: new Date(Math.max(now + wait, until ?? 0)) };
  };
  const choice = chooseService(services.map(standingOf), sender.address, now);
  if (choice.kind === 'wait') return later(choice.words, choice.until);
  const service = services.find((s) => s.id === choice.service.id)!;
  const { granted, againAt } = await reserve(service, store!.timeZone, 1, now);
  if (granted === 0) return later(choice.passedOver.join(' '), againAt);
  const link = `${config().url}/s/${storeId}/orders/${encodeURIComponent(delivery!.order)}`;
  const domain = await domainOfStore(storeId, domainOf(sender.address).toLowerCase());
  const composed = await forwarded(reply, { sender, store: store!.name, order: delivery!.order, link, to: passedTo });
  const raw = domain?.signing
    ? await signMessage(composed, { domain: domain.name, selector: domain.selector, privateKey: domain.privateKey })
    : composed;
  const line = new Line(settingsOf(service));
  try {
    const { outcome, diagnosis } = await line.send({ from: sender.address, to: passedTo }, raw);
    if (outcome.kind === 'accepted') {
      await countAccepted(service.id, 1, now);
      return { state: 'passed-on', words: '', passedTo, attempts: reply.attempts + 1 };
    }
    await returnUnused(service, store!.timeZone, 1, now);
    return later(diagnosis?.cause ?? '', undefined);
  } finally {
    line.quit();
  }
}

const escaped = (text: string): string => text.replace(/[&<>"]/g, (c) => `&#${c.charCodeAt(0)};`);

/**
 * The reply as the team gets it: from the store's own sender, since only as that may it be sent, and to be answered to whoever wrote it.
 */
async function forwarded(
  reply: ReplyRow,
  about: { sender: SenderRow; store: string; order: string; link: string; to: string },
): Promise<Buffer> {
  const mail = await simpleParser(reply.raw, { skipTextToHtml: true, skipImageLinks: true });
  const head = about.order ? say.aboutOrder({ order: about.order, link: about.link }) : '';
  const { html } = mail;
  const references = [mail.references ?? []].flat();
  return new MailComposer({
    from: {
      name: say.viaStore({ name: reply.fromName || reply.fromAddress, store: about.store }),
      address: about.sender.address,
    },
    to: about.to,
    replyTo: { name: reply.fromName, address: reply.fromAddress },
    subject: mail.subject ?? '',
    messageId: freshMessageId(domainOf(about.sender.address)),
    date: new Date(),
    ...(mail.inReplyTo && { inReplyTo: mail.inReplyTo }),
    ...(references.length > 0 && { references }),
    text: head ? `${head}\n\n${mail.text ?? ''}` : (mail.text ?? ''),
    ...(html && { html: head ? `<p><a href="${escaped(about.link)}">${escaped(head)}</a></p>${html}` : html }),
    attachments: mail.attachments.map((a) => ({
      content: a.content,
      contentType: a.contentType,
      ...(a.filename && { filename: a.filename }),
      ...(a.cid && { cid: a.cid }),
      contentDisposition: a.related ? ('inline' as const) : ('attachment' as const),
    })),
    disableFileAccess: true,
    disableUrlAccess: true,
    headers: { [PASSED_ON_FIELD]: reply.deliveryId },
  })
    .compile()
    .build();
}
