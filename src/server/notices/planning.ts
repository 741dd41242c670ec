/** A notice becomes deliveries: each person chosen is planned as for any message, a few hundred at a time, each of them once. */
import { createHash } from 'node:crypto';
import { eq, sql } from 'drizzle-orm';
import { NOTICE } from '@/core/moments';
import { dueAtPlace, paceOf } from '@/core/notices';
import { customerOnly, type Order } from '@/core/order';
import { planner, type Plan, type Planner } from '@/core/plan';
import { config } from '../base/config';
import { newId } from '../base/ids';
import { breath } from '../base/breath';
import { insertRows } from '../db/bulk';
import { database, type Executor } from '../db/client';
import { databaseTime } from '../db/time';
import { channels, deliveries, events, notices, notWritten, stores } from '../db/schema';
import { planSettings } from '../events/settings';
import { servicesOf } from '../sending/service';
import { withholdingsOf, withoutWithheld, type WithholdingRow } from '../sending/withholding';
import { chosenPeople, knownPeople, type Chosen } from './people';

export type NoticeRow = typeof notices.$inferSelect;
type Store = typeof stores.$inferSelect;

/** People planned in one transaction. */
const CHUNK = 500;

/** The source of a notice's events: with the address it names each once. */
export const sourceOf = (storeId: string, noticeId: string): string =>
  `${config().url}/s/${storeId}/notices/${noticeId}`;

/** Messages a minute that a store's notices may take. */
export async function paceOfStore(storeId: string): Promise<number> {
  return paceOf((await servicesOf(storeId)).filter((s) => !s.paused));
}

/** What planning a notice needs, read once. */
export interface NoticePlanner {
  store: Store;
  planner: Planner;
  channels: Map<string, typeof channels.$inferSelect>;
  withheld: WithholdingRow[];
  names: Map<string, string>;
}

/** Reads what planning a notice of a store needs. */
export async function noticePlanner(store: Store): Promise<NoticePlanner> {
  const [settings, channelRows, withheld] = await Promise.all([
    planSettings(database(), store),
    database().select().from(channels).where(eq(channels.storeId, store.id)),
    withholdingsOf(store.id),
  ]);
  return {
    store,
    planner: planner(settings),
    channels: new Map(channelRows.map((c) => [c.id, c])),
    withheld,
    names: new Map(settings.notifications.map((n) => [n.id, n.name])),
  };
}

export interface PlannedPerson {
  email: string;
  order: Order;
  plan: Plan;
}

/** Plans a notice for some people, in their order. */
export async function planPeople(
  { store, planner: prepared, channels: known, withheld }: NoticePlanner,
  notice: { notificationId: string; by: string },
  people: readonly Chosen[],
  now: number,
): Promise<PlannedPerson[]> {
  const facts = await knownPeople(store.id, people);
  return people.flatMap((person): PlannedPerson[] => {
    const about = facts.get(person.email);
    if (!about) return [];
    const { language, agreed, unsubscribed } = about;
    const channel = known.get(about.channel);
    const order = customerOnly({
      number: '',
      placedAt: new Date(now).toISOString(),
      currency: store.currency,
      language,
      channel: about.channel,
      customer: { ...about.customer, email: person.email },
      lines: [],
    });
    const plan = prepared.plan({
      moment: NOTICE,
      order,
      at: now,
      letter: { notificationId: notice.notificationId, by: notice.by, adapted: [] },
      customer: { language, agreed, unsubscribed, contacts: [] },
      ...(channel && { channel }),
    });
    return [{ email: person.email, order, plan: withoutWithheld(plan, withheld) }];
  });
}

/** Whom notices that are being planned chose: counted once, however many steps planning takes. */
const chosen = new Map<string, Promise<Chosen[]>>();

/**
 * Plans what notices there are to plan. Each step is a transaction that moves the notice on, so that it is gone on with after a crash,
 * also by another worker, and nobody is planned twice.
 */
export async function planNotices(): Promise<void> {
  const waiting = await database().select().from(notices).where(eq(notices.state, 'planning'));
  for (const notice of waiting) {
    const [store] = await database().select().from(stores).where(eq(stores.id, notice.storeId));
    if (!store) continue;
    const using = await noticePlanner(store);
    const people = await (chosen.get(notice.id) ??
      chosen.set(notice.id, chosenPeople(store, notice.selection, notice.at.getTime())).get(notice.id)!);
    while (await planStep(notice.id, using, people)) await breath();
    chosen.delete(notice.id);
  }
}

/** Plans the next few hundred; false when nothing is left, or the notice was stopped. */
async function planStep(noticeId: string, using: NoticePlanner, people: readonly Chosen[]): Promise<boolean> {
  return database().transaction(async (tx) => {
    const [notice] = await tx.select().from(notices).where(eq(notices.id, noticeId)).for('update');
    if (notice?.state !== 'planning') return false;
    const from = people.findIndex((p) => p.email > notice.reached);
    const some = from < 0 ? [] : people.slice(from, from + CHUNK);
    const last = some.at(-1);
    if (!last) {
      await tx.update(notices).set({ state: 'going', planned: true, reached: '' }).where(eq(notices.id, noticeId));
      return false;
    }
    const planned = await planPeople(using, notice, some, notice.at.getTime());
    const getting = await writeDown(tx, using, notice, planned);
    await tx
      .update(notices)
      .set({
        reached: last.email,
        chosen: sql`${notices.chosen} + ${planned.length}`,
        getting: sql`${notices.getting} + ${getting}`,
      })
      .where(eq(notices.id, noticeId));
    return true;
  });
}

/** Writes what was planned; answers how many get it. */
async function writeDown(
  tx: Executor,
  { store, names }: NoticePlanner,
  notice: NoticeRow,
  planned: readonly PlannedPerson[],
): Promise<number> {
  const receivedAt = new Date(await databaseTime(tx));
  const source = sourceOf(store.id, notice.id);
  const letter = { notificationId: notice.notificationId, by: notice.by, adapted: [] };
  const eventRows: (typeof events.$inferInsert)[] = [];
  const rows: (typeof deliveries.$inferInsert)[] = [];
  const unsent: (typeof notWritten.$inferInsert)[] = [];
  const name = names.get(notice.notificationId) ?? notice.notificationName;
  for (const { email, order, plan } of planned) {
    const eventId = newId();
    eventRows.push({
      id: eventId,
      storeId: store.id,
      source,
      // Tells one person from another without naming them: it outlasts what is erased.
      eventId: createHash('sha256').update(email).digest('hex').slice(0, 32),
      type: NOTICE,
      time: notice.at,
      receivedAt,
      data: { order, letter },
    });
    const common = { storeId: store.id, eventId, orderId: null, createdAt: receivedAt };
    const about = { notificationId: notice.notificationId, notificationName: name };
    for (const d of plan.deliveries) {
      const dueAt = new Date(dueAtPlace(notice.at.getTime(), notice.getting + rows.length, notice.pace / 1_000));
      rows.push({
        ...common,
        ...about,
        id: newId(),
        editionId: d.editionId,
        recipient: d.recipient.address,
        recipientName: d.recipient.name,
        role: d.recipient.role,
        sender: d.sender,
        optional: d.optional ?? '',
        language: d.language,
        reasons: d.reasons,
        state: 'planned',
        dueAt,
        plannedFor: dueAt,
        moment: d.moment,
        noticeId: notice.id,
        bulk: true,
      });
    }
    for (const n of plan.notWritten)
      unsent.push({
        ...common,
        ...about,
        id: newId(),
        recipient: n.recipient?.address ?? email,
        recipientName: n.recipient?.name ?? '',
        reasons: n.reasons,
      });
  }
  await insertRows(tx, events, eventRows);
  await insertRows(tx, deliveries, rows);
  await insertRows(tx, notWritten, unsent);
  return rows.length;
}
