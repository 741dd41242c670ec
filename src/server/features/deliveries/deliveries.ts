/** The record of deliveries: lists with filters, one delivery's whole story, and trying one again. */
import { and, asc, desc, eq, gte, inArray, like, lt, lte, ne, sql, type SQL } from 'drizzle-orm';
import { simpleParser, type Attachment } from 'mailparser';
import { DELIVERY_STATES, type DeliveryState } from '@/core/mail';
import { AUDIENCES, type Audience } from '@/core/moments';
import { reasonWords } from '@/core/plan';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { attempts, bounces, deliveries, editions, events, notifications, notWritten, services } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { AppError } from '../../base/errors';
import { dropSecrets, refuseWithoutSecrets } from '../../events/secrets';
import { remember, rememberReading } from '../../auth/history';
import { FAR_AHEAD } from '../../worker/dispatch';
import { letGoCarried } from '../../sending/carried';
import { sentMessageOf } from '../../sending/kept-message';
import { wouldSay } from '../../sending/render';
import { againView } from './again';
import { bothClocks, isOverdue } from './overdue';
import { deliveryById, type DeliveryRow } from './row';
import { oneOf } from '../query';
import { say } from '@/words/refusals';
import { readKept } from '../../base/reading';
import { traceIdOf } from '../../base/trace';
import { kept } from '@/words/kept';
import { say as story } from '@/words/sent';

export interface DeliveryFilter {
  states?: DeliveryState[];
  /** What should have gone out ten minutes ago or more, and has not. */
  overdue?: boolean;
  role?: Audience;
  recipient?: string;
  /** These addresses, whole. */
  recipients?: readonly string[];
  order?: string;
  /** Id of a notification. */
  notification?: string;
  /** Id of a notice. */
  notice?: string;
  before?: string;
  /** Planned within these moments. */
  from?: Date;
  until?: Date;
}

/** Reads a filter from an address's query; what cannot be read is left out. */
export function readDeliveryFilter(query: Record<string, string | string[] | undefined>): DeliveryFilter {
  const one = (name: string): string | undefined => oneOf(query[name]);
  const states = (one('state') ?? '')
    .split(',')
    .filter((s): s is DeliveryState => DELIVERY_STATES.includes(s as DeliveryState));
  const role = one('role');
  const recipient = one('recipient');
  const order = one('order');
  const notification = one('notification');
  const notice = one('notice');
  const before = one('before');
  return {
    ...(states.length > 0 && { states }),
    ...(one('state') === 'overdue' && { overdue: true }),
    ...(AUDIENCES.includes(role as Audience) && { role: role as Audience }),
    ...(recipient && { recipient }),
    ...(order && { order }),
    ...(notification && { notification }),
    ...(notice && { notice }),
    ...(before && { before }),
  };
}

/** A page of the record, newest first. */
export async function listDeliveries(storeId: string, filter: DeliveryFilter, limit = 50) {
  const where: (SQL | undefined)[] = [eq(deliveries.storeId, storeId)];
  if (filter.states) where.push(inArray(deliveries.state, filter.states));
  if (filter.overdue) where.push(isOverdue(storeId, await bothClocks()));
  if (filter.role) where.push(eq(deliveries.role, filter.role));
  // From the beginning of the address: that is what an index can find.
  if (filter.recipient) where.push(like(deliveries.recipient, `${filter.recipient.replace(/[%_\\]/g, '\\$&')}%`));
  if (filter.recipients) where.push(inArray(deliveries.recipient, [...filter.recipients]));
  if (filter.order) where.push(eq(deliveries.orderNumber, filter.order));
  if (filter.notification) where.push(eq(deliveries.notificationId, filter.notification));
  if (filter.notice) where.push(eq(deliveries.noticeId, filter.notice));
  if (filter.from) where.push(gte(deliveries.createdAt, filter.from));
  if (filter.until) where.push(lte(deliveries.createdAt, filter.until));
  if (filter.before) where.push(lt(deliveries.id, filter.before));
  const rows = await database()
    .select({
      id: deliveries.id,
      order: deliveries.orderNumber,
      notification: deliveries.notificationName,
      recipient: deliveries.recipient,
      recipientName: deliveries.recipientName,
      role: deliveries.role,
      language: deliveries.language,
      state: deliveries.state,
      subject: deliveries.subject,
      attempts: deliveries.attempts,
      lastWords: deliveries.lastWords,
      messageId: deliveries.messageId,
      timed: deliveries.timed,
      dueAt: deliveries.dueAt,
      createdAt: deliveries.createdAt,
      acceptedAt: deliveries.acceptedAt,
    })
    .from(deliveries)
    .where(and(...where))
    .orderBy(desc(deliveries.id))
    .limit(limit + 1);
  return {
    rows: rows.slice(0, limit).map(({ timed, dueAt, ...r }) => ({
      ...r,
      lastWords: readKept(r.lastWords),
      ...(isWaiting(r.state, timed) && { dueAt: dueAt.toISOString() }),
      createdAt: r.createdAt.toISOString(),
      acceptedAt: r.acceptedAt?.toISOString(),
    })),
    next: rows.length > limit ? rows[limit - 1]!.id : undefined,
  };
}

/** Whether a delivery waits for its time, and not for a worker. */
export const isWaiting = (state: DeliveryState, timed: boolean): boolean => state === 'planned' && timed;

/** One delivery's whole story: why, what was tried, what was said, and the message as sent. */
export async function deliveryDetail(access: Access, id: string) {
  const row = await deliveryById(access, id);
  // What went with others was tried with them.
  const mail = row.gatheredIn ?? id;
  const [tries, sent, back, [event], [edition], others, unsent, mailedWith] = await Promise.all([
    database()
      .select()
      .from(attempts)
      .where(eq(attempts.deliveryId, mail))
      .orderBy(asc(attempts.number), asc(attempts.id)),
    sentMessageOf(id),
    database().select().from(bounces).where(eq(bounces.deliveryId, mail)).orderBy(asc(bounces.id)),
    database().select().from(events).where(eq(events.id, row.eventId)),
    database().select({ number: editions.number }).from(editions).where(eq(editions.id, row.editionId)),
    database()
      .select({
        id: deliveries.id,
        recipient: deliveries.recipient,
        notification: deliveries.notificationName,
        state: deliveries.state,
      })
      .from(deliveries)
      .where(eq(deliveries.eventId, row.eventId))
      .orderBy(asc(deliveries.id)),
    database().select().from(notWritten).where(eq(notWritten.eventId, row.eventId)).orderBy(asc(notWritten.id)),
    row.gatheredIn === null
      ? []
      : database()
          .select({ id: deliveries.id, order: deliveries.orderNumber, subject: deliveries.subject })
          .from(deliveries)
          .where(and(eq(deliveries.gatheredIn, row.gatheredIn), ne(deliveries.id, id)))
          .orderBy(asc(deliveries.id)),
  ]);
  const [notification] = await database()
    .select({ slug: notifications.slug })
    .from(notifications)
    .where(eq(notifications.id, row.notificationId));
  if (sent)
    await rememberReading(access, 'readMessage', { notification: row.notificationName, recipient: row.recipient }, id);
  const message = sent ? await simpleParser(sent, { skipHtmlToText: true, skipImageLinks: true }) : undefined;
  const would = sent || row.state === 'cancelled' ? undefined : await wouldSay(row);
  return {
    id,
    order: row.orderNumber,
    notification: row.notificationName,
    slug: notification?.slug,
    recipient: row.recipient,
    recipientName: row.recipientName,
    role: row.role,
    language: row.language,
    state: row.state,
    subject: row.subject,
    messageId: row.messageId,
    trace: traceIdOf(row.eventId),
    words: readKept(row.lastWords),
    /** When it is tried next; nothing while it waits for somebody to do something. */
    ...(row.dueAt < FAR_AHEAD && { dueAt: row.dueAt.toISOString() }),
    waits: isWaiting(row.state, row.timed),
    createdAt: row.createdAt.toISOString(),
    acceptedAt: row.acceptedAt?.toISOString(),
    edition: edition?.number,
    reasons: row.reasons.map(reasonWords),
    event: event && {
      type: event.type,
      source: event.source,
      eventId: event.eventId,
      receivedAt: event.receivedAt.toISOString(),
    },
    attempts: tries.map((a) => ({
      id: a.id,
      number: a.number,
      startedAt: a.startedAt.toISOString(),
      ...(a.endedAt && { ms: a.endedAt.getTime() - a.startedAt.getTime() }),
      /** Its process ended before it could say what came of it: the server may have taken the message. */
      lost: a.endedAt === null && (row.state !== 'sending' || a.number < row.attempts),
      state: a.state,
      via: readKept(a.via),
      words: readKept(a.words),
      remedy: readKept(a.remedy),
      conversation: a.conversation,
    })),
    message: message && {
      from: message.from?.text ?? '',
      html: typeof message.html === 'string' ? message.html : '',
      text: message.text ?? '',
      bytes: sent!.length,
      files: filesIn(message.attachments),
    },
    would: would && { subject: would.subject, html: would.html, text: would.text },
    again: await againView(row),
    othersOfCause: await othersOfCause(row),
    mayBeReleased: row.state === 'withheld' && !row.released && row.cause !== 'unsubscribed',
    bounces: back.map((b) => ({
      id: b.id,
      at: b.at.toISOString(),
      kind: b.kind,
      status: b.status,
      words: readKept(b.words),
      diagnostic: b.diagnostic,
    })),
    mailedWith,
    others: others.filter((o) => o.id !== id),
    notWritten: unsent.map((n) => ({
      id: n.id,
      notification: n.notificationName,
      recipient: n.recipient,
      recipientName: n.recipientName,
      reason: n.reasons.map(reasonWords).join(' '),
    })),
  };
}

/** The files that came with a message: its pictures are part of it. */
function filesIn(attachments: readonly Attachment[]): { name: string; type: string; bytes: number }[] {
  return attachments
    .filter((a) => a.contentDisposition !== 'inline')
    .map((a) => ({ name: a.filename ?? '', type: a.contentType, bytes: a.size }));
}

/** One of the files of a message as sent, by its place among them. */
export async function sentFile(
  access: Access,
  id: string,
  place: number,
): Promise<{ name: string; type: string; body: Buffer }> {
  const raw = await sentMessage(access, id);
  const file = (await simpleParser(raw)).attachments.filter((a) => a.contentDisposition !== 'inline')[place];
  if (!file) throw new AppError('not-found', say.thisMessageWasNotSent);
  return { name: file.filename ?? 'file', type: file.contentType, body: file.content };
}

/** The bytes of the message as sent. */
export async function sentMessage(access: Access, id: string): Promise<Buffer> {
  const row = await deliveryById(access, id);
  const sent = await sentMessageOf(id);
  if (!sent) throw new AppError('not-found', say.thisMessageWasNotSent);
  await remember(
    access,
    'downloadedMessage',
    { notification: row.notificationName, recipient: row.recipient },
    { about: id },
  );
  return sent;
}

/** Lets a message that waits for its time go out now. It is looked at again as if it were due. */
export async function sendNow(access: Access, id: string): Promise<void> {
  const row = await deliveryById(access, id);
  const now = new Date(await databaseTime());
  const [result] = await database()
    .update(deliveries)
    .set({ dueAt: now, plannedFor: now })
    .where(and(eq(deliveries.id, id), eq(deliveries.state, 'planned')));
  if (result.affectedRows === 0) throw new AppError('conflict', say.thisMessageDoesNotWait);
  await remember(access, 'sentBeforeTime', { notification: row.notificationName, recipient: row.recipient });
}

/** Stops a message that has not gone out. */
export async function stopDelivery(access: Access, id: string): Promise<void> {
  const row = await deliveryById(access, id);
  const [result] = await database()
    .update(deliveries)
    .set({ state: 'cancelled', lastWords: kept(() => story.personStoppedIt({ person: access.person.name })) })
    .where(and(eq(deliveries.id, id), inArray(deliveries.state, ['planned', 'held', 'deferred'])));
  if (result.affectedRows === 0) throw new AppError('conflict', say.thisMessageCannotBeStopped);
  await letGoCarried(database(), [id]);
  await dropSecrets(database(), row.eventId);
  await remember(access, 'stoppedDelivery', { notification: row.notificationName, recipient: row.recipient });
}

const AGAIN: readonly DeliveryState[] = ['failed', 'deferred', 'held'];

/** Makes a delivery due now that failed, waits, or is held. */
export async function tryAgain(access: Access, id: string): Promise<void> {
  const row = await deliveryById(access, id);
  await refuseWithoutSecrets(row.eventId);
  const [result] = await database()
    .update(deliveries)
    .set({
      ...{ state: 'planned', dueAt: new Date(await databaseTime()), cause: '' },
      // One that went with others is tried alone.
      gatheredIn: sql`if(${deliveries.gatheredIn} = ${deliveries.id}, ${deliveries.gatheredIn}, null)`,
    })
    .where(and(eq(deliveries.id, id), inArray(deliveries.state, [...AGAIN])));
  // Who asks for it now wants to see what comes of it, also from a service that rests.
  await database().update(services).set({ downUntil: null }).where(eq(services.storeId, access.store.id));
  if (result.affectedRows === 0) throw new AppError('conflict', say.thisDeliveryIsNotWaiting);
  await remember(access, 'triedAgain', { notification: row.notificationName, recipient: row.recipient });
}

/** How many more there are that failed or are held for the same cause. */
async function othersOfCause(row: Pick<DeliveryRow, 'id' | 'storeId' | 'state' | 'cause'>): Promise<number> {
  if (row.cause === '' || !AGAIN.includes(row.state)) return 0;
  const { storeId, state, cause, id } = row;
  return database().$count(
    deliveries,
    and(
      eq(deliveries.storeId, storeId),
      eq(deliveries.state, state),
      eq(deliveries.cause, cause),
      ne(deliveries.id, id),
    ),
  );
}

/** Changed in one statement at most, so that no other has to wait long for the rows. */
const STEP = 500;

/** Makes everything of the store due now that is in the same state for the same cause as one delivery. Answers how many. */
export async function tryAllOfCause(access: Access, id: string): Promise<number> {
  const row = await deliveryById(access, id);
  if (row.cause === '' || !AGAIN.includes(row.state)) {
    throw new AppError('conflict', say.thisDeliveryIsNotWaiting);
  }
  await database().update(services).set({ downUntil: null }).where(eq(services.storeId, access.store.id));
  const dueAt = new Date(await databaseTime());
  let tried = 0;
  for (;;) {
    const [result] = await database().execute(sql`
      update ${deliveries} set state = 'planned', due_at = ${dueAt}, cause = ''
      where store_id = ${access.store.id} and state = ${row.state} and cause = ${row.cause} limit ${sql.raw(String(STEP))}`);
    const { affectedRows } = result as unknown as { affectedRows: number };
    tried += affectedRows;
    if (affectedRows < STEP) break;
  }
  await remember(access, 'triedCauseAgain', { n: tried, cause: row.lastWords });
  return tried;
}
