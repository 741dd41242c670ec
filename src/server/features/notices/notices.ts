/** Notices: who would get one, beginning it, how far it is, pausing, going on and stopping. */
import { and, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import { NOTICE } from '@/core/moments';
import { languageName } from '@/core/names';
import { endOf, SelectionSchema, selectionWords, type Selection } from '@/core/notices';
import { sampleOrders } from '@/core/order';
import { languagesOut } from '@/core/template';
import type { Reason } from '@/core/plan';
import { checker } from '@/core/schema';
import type {
  LeftOut,
  NoticeCounts,
  NoticeDetail,
  NoticeForecast,
  NoticeMessage,
  NoticeStanding,
  NoticeView,
  SavedSelection,
} from '@/contract/notices';
import { kept } from '@/words/kept';
import { say } from '@/words/notices';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { config } from '../../base/config';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database } from '../../db/client';
import { databaseTime } from '../../db/time';
import {
  deliveries,
  editions,
  events,
  history,
  notices,
  notifications,
  notWritten,
  orders,
  selections,
  templates,
} from '../../db/schema';
import { noticePlanner, paceOfStore, planPeople, sourceOf, type NoticeRow } from '../../notices/planning';
import { chosenPeople } from '../../notices/people';
import { renderFor } from '../../sending/render';
import { FAR_AHEAD } from '../../worker/dispatch';
import { conditionChoices } from '../templates/templates';
import { breath } from '../../base/breath';

const checkSelection = checker(SelectionSchema);

function readSelection(input: unknown): Selection {
  const checked = checkSelection(input);
  if (!checked.ok) throw new AppError('invalid', say.cannotBeChosen, checked.problems);
  return checked.value;
}

/** Selections in words, with the store's own names of things. */
async function wordsOf(access: Access): Promise<(selection: Selection) => string> {
  const { channels, products } = await conditionChoices(access.store.id);
  const product = new Map(products.map((p) => [p.sku, p.name]));
  const channel = new Map(channels.map((c) => [c.id, c.name]));
  return (selection) =>
    selectionWords(selection, {
      product: (sku) => product.get(sku) ?? sku,
      channel: (id) => channel.get(id) ?? id,
      currency: access.store.currency,
    });
}

/** Live messages for notices, with their notification and edition. */
async function liveMessages(storeId: string) {
  return database()
    .select({ notification: notifications, edition: editions })
    .from(notifications)
    .innerJoin(templates, and(eq(templates.notificationId, notifications.id), eq(templates.variant, '')))
    .innerJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(and(eq(notifications.storeId, storeId), eq(notifications.moment, NOTICE), eq(notifications.on, true)))
    .orderBy(notifications.id);
}

/** To whom the newest test of a notification went since a time. */
async function testedSince(storeId: string, notificationId: string, since: Date): Promise<string | undefined> {
  const [row] = await database()
    .select({ what: history.what })
    .from(history)
    .where(
      and(
        eq(history.storeId, storeId),
        eq(history.action, 'sentTest'),
        eq(history.about, notificationId),
        gte(history.at, since),
      ),
    )
    .orderBy(desc(history.id))
    .limit(1);
  return row && (JSON.parse(row.what) as { to?: string }).to;
}

/** Everything the screen of a new notice opens with. */
export async function loadNewNotice(access: Access) {
  const { store } = access;
  const [live, saved, choices, languages, countries] = await Promise.all([
    liveMessages(store.id),
    database().select().from(selections).where(eq(selections.storeId, store.id)).orderBy(selections.name),
    conditionChoices(store.id),
    database().selectDistinct({ language: orders.language }).from(orders).where(eq(orders.storeId, store.id)),
    newerCountries(store.id),
  ]);
  const [sample] = sampleOrders(store.currency, store.facts.url, Date.now(), `${config().url}/media/samples`);
  const messages = await Promise.all(
    live.map(async ({ notification: n, edition: e }): Promise<NoticeMessage> => {
      const message = await renderFor({
        store,
        template: e.template,
        language: store.language,
        order: sample!.order,
        moment: NOTICE,
        offers: n.offers,
        now: Date.now(),
      });
      const tested = await testedSince(store.id, n.id, e.publishedAt);
      return {
        slug: n.slug,
        name: n.name,
        note: n.note,
        offers: n.offers,
        audience: n.audience,
        edition: e.number,
        subject: message.subject,
        html: message.html,
        languages: languagesOut(e.template, store.language).filter((l) => store.languages.includes(l)),
        ...(tested && { tested }),
      };
    }),
  );
  return {
    messages,
    saved: saved.map(({ id, name, selection }): SavedSelection => ({ id, name, selection })),
    products: choices.products.map(({ sku, name }) => ({ sku, name })),
    categories: [...new Set(choices.products.map((p) => p.category))].toSorted(),
    channels: choices.channels,
    languages: languages.map((l) => l.language).toSorted(),
    countries,
    currency: store.currency,
  };
}

/** Countries that the newer orders went to. */
async function newerCountries(storeId: string): Promise<string[]> {
  const newer = database()
    .select({ country: sql<string | null>`json_value(${orders.snapshot}, '$.shippingAddress.country')`.as('country') })
    .from(orders)
    .where(eq(orders.storeId, storeId))
    .orderBy(desc(orders.id))
    .limit(2_000)
    .as('newer');
  const rows = await database().selectDistinct({ country: newer.country }).from(newer);
  return rows.flatMap((r) => r.country ?? []).toSorted();
}

/** The notification and live edition of a message for notices. Throws with what is in the way. */
async function messageOf(access: Access, slug: string) {
  const [row] = await database()
    .select({ notification: notifications, edition: editions })
    .from(notifications)
    .innerJoin(templates, and(eq(templates.notificationId, notifications.id), eq(templates.variant, '')))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(
      and(eq(notifications.storeId, access.store.id), eq(notifications.slug, slug), eq(notifications.moment, NOTICE)),
    );
  if (!row) throw new AppError('not-found', say.noSuchMessage({ slug }));
  const { notification, edition } = row;
  if (!notification.on) throw new AppError('invalid', say.isOff({ name: notification.name }));
  if (!edition) throw new AppError('invalid', say.isNotPublished({ name: notification.name }));
  return { notification, edition };
}

/** People left out are named up to here. */
const NAMED = 50;
const STEP = 2_000;

/** Who would get a notice, who was chosen and would not, and when it would be done. */
export async function forecastNotice(
  access: Access,
  { message, selection: input }: { message: string; selection: unknown },
): Promise<NoticeForecast> {
  const selection = readSelection(input);
  const { notification } = await messageOf(access, message);
  const now = await databaseTime();
  const [using, people, pace, words] = await Promise.all([
    noticePlanner(access.store),
    chosenPeople(access.store, selection, now),
    paceOfStore(access.store.id),
    wordsOf(access),
  ]);
  const byLanguage = new Map<string, number>();
  const without = new Gathered();
  let getting = 0;
  for (let at = 0; at < people.length; at += STEP) {
    const notice = { notificationId: notification.id, by: access.person.name };
    for (const { email, plan } of await planPeople(using, notice, people.slice(at, at + STEP), now)) {
      getting += plan.deliveries.length;
      for (const d of plan.deliveries) byLanguage.set(d.language, (byLanguage.get(d.language) ?? 0) + 1);
      for (const n of plan.notWritten) without.add(n.reasons[0], n.recipient?.address ?? email);
    }
    await breath();
  }
  const end = getting > 0 ? endOf(now, getting, pace) : undefined;
  return {
    words: words(selection),
    getting,
    byLanguage: [...byLanguage]
      .toSorted((a, b) => b[1] - a[1])
      .map(([language, count]) => ({ language: languageName(language), count })),
    without: without.list,
    pace,
    ...(end !== undefined && { endsAt: new Date(end).toISOString() }),
  };
}

/** What reasons of a kind are called together. */
function whyWords(code: Reason['code']): string {
  switch (code) {
    case 'no-consent':
      return say.whyNoConsent;
    case 'unsubscribed':
      return say.whyUnsubscribed;
    case 'withheld':
      return say.whyWithheld;
    case 'channel-forbids':
    case 'masked-kind':
    case 'off-for-channel':
      return say.whyChannel;
    default:
      return say.whyOther;
  }
}

/** People who are left out, by why. */
class Gathered {
  private readonly groups = new Map<string, LeftOut>();

  add(reason: Reason | undefined, address: string, count = 1): void {
    const words = whyWords(reason?.code ?? 'condition');
    const group = this.groups.get(words) ?? { reason: words, count: 0, people: [] };
    this.groups.set(words, group);
    group.count += count;
    if (group.people.length < NAMED && address !== '') group.people.push(address);
  }

  get list(): LeftOut[] {
    return [...this.groups.values()].toSorted((a, b) => b.count - a.count);
  }
}

/** Begins a notice. With an id that was begun already, nothing happens: a click that came twice sends once. */
export async function beginNotice(
  access: Access,
  { id, message, selection: input }: { id: string; message: string; selection: unknown },
): Promise<{ id: string }> {
  const { store, person } = access;
  const selection = readSelection(input);
  const { notification, edition } = await messageOf(access, message);
  if ((await testedSince(store.id, notification.id, edition.publishedAt)) === undefined)
    throw new AppError('invalid', say.testIsMissing({ edition: edition.number }));
  const forecast = await forecastNotice(access, { message, selection });
  if (forecast.getting === 0) throw new AppError('invalid', say.nobodyIsLeft);
  const [made] = await database()
    .insert(notices)
    .ignore()
    .values({
      id,
      storeId: store.id,
      notificationId: notification.id,
      notificationName: notification.name,
      selection,
      state: 'planning',
      by: person.name,
      at: new Date(await databaseTime()),
      pace: Math.round(forecast.pace * 1_000),
    });
  if (made.affectedRows === 0) return { id: (await noticeRow(access, id)).id };
  const people = kept(() => say.nPeople({ n: forecast.getting }));
  await remember(access, 'startedNotice', { notification: notification.name, people }, { about: notification.id });
  return { id };
}

async function noticeRow(access: Access, id: string): Promise<NoticeRow> {
  const [row] = await database()
    .select()
    .from(notices)
    .where(and(eq(notices.id, id), eq(notices.storeId, access.store.id)));
  if (!row) throw new AppError('not-found', say.noSuchNotice);
  return row;
}

const NOTHING: NoticeCounts = { accepted: 0, waiting: 0, failed: 0, stopped: 0 };
const COUNTED: Record<string, keyof NoticeCounts> = {
  accepted: 'accepted',
  failed: 'failed',
  bounced: 'failed',
  withheld: 'failed',
  cancelled: 'stopped',
};

/** How many deliveries of notices are in each state. */
async function countsOf(ids: readonly string[]): Promise<Map<string, NoticeCounts>> {
  const counts = new Map<string, NoticeCounts>();
  if (ids.length === 0) return counts;
  const rows = await database()
    .select({ id: deliveries.noticeId, state: deliveries.state, n: sql<number>`count(*)` })
    .from(deliveries)
    .where(inArray(deliveries.noticeId, [...ids]))
    .groupBy(deliveries.noticeId, deliveries.state);
  for (const { id, state, n } of rows) {
    const own = counts.get(id!) ?? { ...NOTHING };
    own[COUNTED[state] ?? 'waiting'] += Number(n);
    counts.set(id!, own);
  }
  return counts;
}

/** The newest notices of a store. */
export async function listNotices(access: Access, most = 100): Promise<NoticeView[]> {
  const rows = await database()
    .select({ notice: notices, slug: notifications.slug })
    .from(notices)
    .leftJoin(notifications, eq(notifications.id, notices.notificationId))
    .where(eq(notices.storeId, access.store.id))
    .orderBy(desc(notices.at))
    .limit(most);
  return viewsOf(access, rows);
}

async function viewsOf(
  access: Access,
  rows: readonly { notice: NoticeRow; slug: string | null }[],
): Promise<NoticeView[]> {
  const [counts, words, now] = await Promise.all([
    countsOf(rows.map((r) => r.notice.id)),
    wordsOf(access),
    databaseTime(),
  ]);
  return rows.map(({ notice: n, slug }): NoticeView => {
    const own = counts.get(n.id) ?? NOTHING;
    const standing: NoticeStanding = n.state === 'going' && own.waiting === 0 ? 'done' : n.state;
    const pace = n.pace / 1_000;
    const end = standing === 'going' ? endOf(now, own.waiting, pace) : undefined;
    return {
      id: n.id,
      slug: slug ?? undefined,
      name: n.notificationName,
      selection: words(n.selection),
      standing,
      by: n.by,
      at: n.at.toISOString(),
      haltedBy: n.haltedBy,
      chosen: n.chosen,
      getting: n.getting,
      counts: own,
      pace,
      ...(end !== undefined && { endsAt: new Date(end).toISOString() }),
    };
  });
}

/** One notice, with who was chosen and did not get it. */
export async function noticeDetail(access: Access, id: string): Promise<NoticeDetail> {
  const notice = await noticeRow(access, id);
  const [notification] = await database()
    .select({ slug: notifications.slug })
    .from(notifications)
    .where(eq(notifications.id, notice.notificationId));
  const [view] = await viewsOf(access, [{ notice, slug: notification?.slug ?? null }]);
  const code = sql<Reason['code']>`json_value(${notWritten.reasons}, '$[0].code')`;
  const ofNotice = and(eq(events.storeId, access.store.id), eq(events.source, sourceOf(access.store.id, id)));
  const rows = await database()
    .select({ code, n: sql<number>`count(*)` })
    .from(events)
    .innerJoin(notWritten, eq(notWritten.eventId, events.id))
    .where(ofNotice)
    .groupBy(code);
  const without = new Gathered();
  for (const row of rows) {
    const named = await database()
      .select({ recipient: notWritten.recipient, reasons: notWritten.reasons })
      .from(events)
      .innerJoin(notWritten, eq(notWritten.eventId, events.id))
      .where(and(ofNotice, eq(code, row.code)))
      .limit(NAMED);
    named.forEach((n, i) => without.add(n.reasons[0], n.recipient, i === 0 ? Number(row.n) - named.length + 1 : 1));
  }
  return { ...view!, without: without.list };
}

const waiting = (id: string) =>
  and(eq(deliveries.noticeId, id), inArray(deliveries.state, ['planned', 'deferred', 'held']));

/** Changes how a notice stands, if it stands as the screen showed it; with what waits of it, in one transaction. */
async function change(
  access: Access,
  id: string,
  from: readonly NoticeRow['state'][],
  refusal: string,
  to: (
    tx: Parameters<Parameters<ReturnType<typeof database>['transaction']>[0]>[0],
    row: NoticeRow,
  ) => Promise<Partial<NoticeRow>>,
): Promise<NoticeRow> {
  await noticeRow(access, id);
  return database().transaction(async (tx) => {
    const [row] = await tx.select().from(notices).where(eq(notices.id, id)).for('update');
    if (!row || !from.includes(row.state)) throw new AppError('conflict', refusal);
    await tx
      .update(notices)
      .set(await to(tx, row))
      .where(eq(notices.id, id));
    return row;
  });
}

/** Holds what waits of a notice until somebody goes on with it. */
export async function pauseNotice(access: Access, id: string): Promise<void> {
  const { name } = access.person;
  const row = await change(access, id, ['going', 'planning'], say.doesNotGoOut, async (tx) => {
    await tx
      .update(deliveries)
      .set({ state: 'planned', dueAt: FAR_AHEAD, cause: PAUSED, lastWords: kept(() => say.pausedBy({ person: name })) })
      .where(waiting(id));
    return { state: 'paused', haltedBy: name };
  });
  await remember(access, 'pausedNotice', { notification: row.notificationName }, { about: row.notificationId });
}

/** Stops what waits of a notice; it can be begun again with the rest. */
export async function stopNotice(access: Access, id: string): Promise<void> {
  const { name } = access.person;
  const row = await change(access, id, ['going', 'planning', 'paused'], say.doesNotGoOut, async (tx) => {
    await tx
      .update(deliveries)
      .set({ state: 'cancelled', cause: STOPPED, lastWords: kept(() => say.stoppedBy({ person: name })) })
      .where(waiting(id));
    return { state: 'stopped', haltedBy: name };
  });
  await remember(access, 'stoppedNotice', { notification: row.notificationName }, { about: row.notificationId });
}

const PAUSED = 'notice paused';
const STOPPED = 'notice stopped';

/** Goes on with a notice that was paused or stopped, at the pace that the services allow now. Nobody is written to twice. */
export async function resumeNotice(access: Access, id: string): Promise<void> {
  const pace = Math.round((await paceOfStore(access.store.id)) * 1_000);
  const now = new Date(await databaseTime());
  const row = await change(access, id, ['paused', 'stopped'], say.isNotPaused, async (tx, { planned }) => {
    const step = 60_000_000 / Math.max(pace, 1);
    // Each takes its place in the row anew; whoever had it has it.
    await tx.execute(sql`
      update delivery d
      join (
        select id, row_number() over (order by id) - 1 as place from delivery
        where notice_id = ${id} and cause in (${PAUSED}, ${STOPPED}) and state in ('planned', 'cancelled')
      ) waiting on waiting.id = d.id
      set d.state = 'planned', d.cause = '', d.last_words = '',
        d.due_at = date_add(${now}, interval round(waiting.place * ${step} * 1000) microsecond),
        d.planned_for = d.due_at`);
    return { state: planned ? 'going' : 'planning', haltedBy: '', pace };
  });
  await remember(access, 'resumedNotice', { notification: row.notificationName }, { about: row.notificationId });
}

/** Keeps a selection under a name. */
export async function saveSelection(
  access: Access,
  { name, selection: input }: { name: string; selection: unknown },
): Promise<SavedSelection> {
  const selection = readSelection(input);
  const made = { id: newId(), storeId: access.store.id, name: name.trim(), selection };
  const [saved] = await database()
    .insert(selections)
    .ignore()
    .values({ ...made, by: access.person.name, at: new Date(await databaseTime()) });
  if (saved.affectedRows === 0) throw new AppError('conflict', say.nameIsTaken({ name: made.name }));
  await remember(access, 'savedSelection', { name: made.name });
  return { id: made.id, name: made.name, selection };
}

/** Forgets a saved selection; notices that were sent by it keep theirs. */
export async function removeSelection(access: Access, id: string): Promise<void> {
  const here = and(eq(selections.id, id), eq(selections.storeId, access.store.id));
  const [row] = await database().select().from(selections).where(here);
  if (!row) throw new AppError('not-found', say.noSuchSelection);
  await database().delete(selections).where(here);
  await remember(access, 'removedSelection', { name: row.name });
}
