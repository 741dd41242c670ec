/** Tells colleagues of messages that failed and of services at their limit, and sends what waits for the mail of a day. */
import { and, asc, eq, gt, gte, inArray, isNotNull, isNull, lte, or } from 'drizzle-orm';
import { DAILY_AT } from '@/contract/alerts';
import { limitDay } from '@/core/mail';
import { comesNext } from '@/core/time';
import { readerLocale } from '@/words/speak';
import { say } from '@/words/told';
import { config } from '../base/config';
import { idAt } from '../base/ids';
import { inLanguage } from '../base/reader';
import { database } from '../db/client';
import { databaseTime } from '../db/time';
import { deliveries, memberships, services, serviceUse, stores, user, waitingAlerts } from '../db/schema';
import { isToldAtOnce, languageOf, sendNote, tellColleagues } from '../sending/notice';

/** Of older ones nobody is told any more. */
const FAILED_LATELY_MS = 3 * 86_400_000;
/** At most so often. */
const BETWEEN_FAILURES_MS = 3_600_000;
/** So many are told of at once. */
const MOST_FAILED = 2_000;

type Store = typeof stores.$inferSelect;
type Waiting = typeof waitingAlerts.$inferSelect;

/** A worker has a store for so long, ms; what could not be sent is tried again when that is over. */
const LEASE_MS = 300_000;
/** So long it is left alone when all went well. */
const REST_MS = 15_000;

/** Looks at every store that is open, unless another worker does or just did. */
export async function watchAlerts(): Promise<void> {
  for (const store of await database().select().from(stores).where(isNull(stores.closedAt))) {
    if (!(await claim(store.id))) continue;
    const told = [await tellOfFailures(store), await tellOfLimits(store), await sendDaily(store)];
    if (told.includes(false)) continue;
    await database()
      .update(stores)
      .set({ alertsUntil: new Date((await databaseTime()) + REST_MS) })
      .where(eq(stores.id, store.id));
  }
}

async function claim(storeId: string): Promise<boolean> {
  const now = await databaseTime();
  const free = or(isNull(stores.alertsUntil), lte(stores.alertsUntil, new Date(now)));
  const [claimed] = await database()
    .update(stores)
    .set({ alertsUntil: new Date(now + LEASE_MS) })
    .where(and(eq(stores.id, storeId), free));
  return claimed.affectedRows === 1;
}

/** Tells once of each message that failed or came back, of all that do within an hour together. */
async function tellOfFailures({ id: storeId, failuresToldAt }: Store): Promise<boolean> {
  const now = await databaseTime();
  if (failuresToldAt && now - failuresToldAt.getTime() < BETWEEN_FAILURES_MS) return true;
  const failed = await database()
    .select({ id: deliveries.id, name: deliveries.notificationName })
    .from(deliveries)
    .where(
      and(
        eq(deliveries.storeId, storeId),
        inArray(deliveries.state, ['failed', 'bounced']),
        gt(deliveries.id, idAt(now - FAILED_LATELY_MS)),
        eq(deliveries.failureTold, false),
      ),
    )
    .limit(MOST_FAILED);
  if (failed.length === 0) return true;
  const counts: Record<string, number> = {};
  for (const { name } of failed) counts[name] = (counts[name] ?? 0) + 1;
  if (!(await tellColleagues(storeId, 'failures', () => failuresNote(storeId, counts), { counts }))) return false;
  const ids = failed.map((d) => d.id);
  await database().update(deliveries).set({ failureTold: true }).where(inArray(deliveries.id, ids));
  // What comes in the mail of a day alone keeps nobody waiting.
  if (!(await isToldAtOnce(storeId, 'failures'))) return true;
  await database()
    .update(stores)
    .set({ failuresToldAt: new Date(now) })
    .where(eq(stores.id, storeId));
  return true;
}

/** What is said of messages that failed, by how many of each notification. */
function failuresNote(storeId: string, counts: Record<string, number>): { subject: string; text: string } {
  const n = Object.values(counts).reduce((sum, some) => sum + some, 0);
  return {
    subject: say.failedSubject({ n }),
    text: [
      say.failedWere({ n }),
      '',
      ...Object.entries(counts).map(([what, some]) => say.line({ what, words: String(some) })),
      '',
      say.failedWay({ url: `${config().url}/s/${storeId}/deliveries?state=failed,bounced` }),
    ].join('\n'),
  };
}

/** Tells once for each day of a limit that it is used up. */
async function tellOfLimits({ id: storeId, timeZone }: Store): Promise<boolean> {
  let told = true;
  const now = await databaseTime();
  const limited = await database()
    .select()
    .from(services)
    .where(and(eq(services.storeId, storeId), isNotNull(services.perDay), eq(services.paused, false)));
  for (const { id, name, host, perDay, renewsAt, limitTold } of limited) {
    const day = limitDay(now, renewsAt, timeZone);
    if (limitTold?.getTime() === day.from) continue;
    const [full] = await database()
      .select({ taken: serviceUse.taken })
      .from(serviceUse)
      .where(
        and(
          ...[eq(serviceUse.serviceId, id), eq(serviceUse.span, 'day'), eq(serviceUse.start, new Date(day.from))],
          gte(serviceUse.taken, perDay!),
        ),
      );
    if (!full) continue;
    const service = name || host;
    const write = () => ({
      subject: say.limitSubject({ service }),
      text: [
        say.limitReached({ service, n: perDay!, time: inWords(day.until, timeZone) }),
        '',
        say.limitWay({ url: `${config().url}/s/${storeId}/sending/services` }),
      ].join('\n'),
    });
    if (await tellColleagues(storeId, 'limits', write, { besides: [id] })) {
      await database()
        .update(services)
        .set({ limitTold: new Date(day.from) })
        .where(eq(services.id, id));
    } else told = false;
  }
  return told;
}

const inWords = (time: number, timeZone: string): string =>
  new Intl.DateTimeFormat(readerLocale(), { dateStyle: 'medium', timeStyle: 'short', timeZone }).format(time);

/** Sends each colleague what waits for them, in one mail, at the time of day for it. */
async function sendDaily(store: Store): Promise<boolean> {
  const { id: storeId, timeZone } = store;
  const waiting = await database()
    .select()
    .from(waitingAlerts)
    .where(eq(waitingAlerts.storeId, storeId))
    .orderBy(asc(waitingAlerts.id));
  if (waiting.length === 0) return true;
  const now = await databaseTime();
  let sent = true;
  for (const userId of new Set(waiting.map((w) => w.userId))) {
    const own = waiting.filter((w) => w.userId === userId);
    if (now < comesNext({ every: 'day', at: DAILY_AT }, own[0]!.at.getTime(), timeZone)) continue;
    const [to] = await database()
      .select({ email: user.email, name: user.name, reads: user.reads })
      .from(memberships)
      .innerJoin(user, eq(user.id, memberships.userId))
      .where(and(eq(memberships.storeId, storeId), eq(memberships.userId, userId), eq(memberships.off, false)));
    if (to) {
      const language = languageOf(to.reads, store.language);
      const note = inLanguage(language, () => dailyNote(store, own));
      if (!(await sendNote(storeId, to, { ...note, language }))) {
        sent = false;
        continue;
      }
    }
    // Who is no colleague any more is told of nothing.
    const ids = own.map((w) => w.id);
    await database().delete(waitingAlerts).where(inArray(waitingAlerts.id, ids));
  }
  return sent;
}

const RULE = '-'.repeat(40);

/** What waits, in one mail; called in the language of its reader. */
function dailyNote({ id, name }: Store, own: readonly Waiting[]): { subject: string; text: string } {
  const counts: Record<string, number> = {};
  for (const waiting of own) {
    for (const [what, n] of Object.entries(waiting.counts ?? {})) counts[what] = (counts[what] ?? 0) + n;
  }
  const subjectOf = (what: string): string => say.subject({ store: name, what });
  const failed = failuresNote(id, counts);
  const parts = [
    ...(own.some((w) => w.counts !== null) ? [{ ...failed, subject: subjectOf(failed.subject) }] : []),
    ...own.filter((w) => w.counts === null),
  ];
  if (parts.length === 1) return parts[0]!;
  return {
    subject: subjectOf(say.dailySubject({ n: parts.length })),
    text: parts.map(({ subject, text }) => `${subject}\n\n${text}`).join(`\n${RULE}\n`),
  };
}
