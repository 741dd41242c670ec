/** The board of everything that can go out, and an order's own path over it. */
import { and, count, desc, eq, gte, inArray, max, ne, or } from 'drizzle-orm';
import { conditionWords } from '@/core/conditions';
import type { DeliveryState } from '@/core/mail';
import { sampleOrders } from '@/core/order';
import { findDoubles, planner, reasonWords, templateAddress, variantTitle, type PlanEvent } from '@/core/plan';
import { notificationStanding, versionStanding } from '@/core/standing';
import { BY_HAND, goesByHand, momentOf, NOTICE } from '@/core/moments';
import { scheduleWords, shortRhythmWords, shortTimingWords } from '@/core/time';
import type { PathStep, DoubleView, ShopMailView, OrderPath } from '@/contract/notifications';
import type { Access, OfStore } from '../../auth/access';
import { database } from '../../db/client';
import {
  channels,
  customers,
  deliveries,
  editions,
  notifications,
  notWritten,
  orders,
  routingRules,
  shopMails,
  templates,
} from '../../db/schema';
import { AppError } from '../../base/errors';
import { livePassages } from '../../documents/live-passages';
import { planSettings } from '../../events/settings';
import { idAt } from '../../base/ids';
import { withholdingsOf, withoutWithheld } from '../../sending/withholding';
import { isWaiting } from '../deliveries/deliveries';
import { say } from '@/words/ready';
import { say as refuse } from '@/words/refusals';
import { unsubscribedOf } from '../../events/unsubscribed';

const DAY = 86_400_000;

export type BoardRow = Awaited<ReturnType<typeof boardRows>>[number];
export type Board = Awaited<ReturnType<typeof loadBoard>>;
export type BoardCard = Board['cards'][number];

/** Every variant of every notification, with its draft and live edition, in the order in which they are tried. */
export async function boardRows(access: OfStore) {
  const { id, language, languages } = access.store;
  const [rows, passages] = await Promise.all([
    database()
      .select({ notification: notifications, template: templates, edition: editions })
      .from(notifications)
      .innerJoin(templates, eq(templates.notificationId, notifications.id))
      .leftJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(eq(notifications.storeId, id))
      .orderBy(notifications.id, templates.rank, templates.id),
    livePassages(id),
  ]);
  return rows.map((row) => ({
    ...row,
    title: variantTitle(row.notification.name, row.template.variantName),
    address: templateAddress(row.notification.slug, row.template.variant),
    stands: versionStanding(
      row.notification.on,
      {
        nothing: row.template.nothing,
        draft: row.template.draft,
        live: row.edition?.template,
        stale: Object.keys(row.template.stale).length > 0,
      },
      { language, languages, passages },
    ),
  }));
}

/** The state of each variant, summed up for its notification. */
export async function loadBoard(access: OfStore, rows?: readonly BoardRow[]) {
  const { store } = access;
  const variants = rows ?? (await boardRows(access));
  const ids = [...new Set(variants.map((r) => r.notification.id))];
  const [failed, rules, waiting, last, doubles, channelRows] = await Promise.all([
    countByNotification(and(eq(deliveries.state, 'failed'), gte(deliveries.id, idAt(Date.now() - DAY))), store.id),
    database()
      .select({ id: routingRules.notificationId, n: count() })
      .from(routingRules)
      .where(eq(routingRules.storeId, store.id))
      .groupBy(routingRules.notificationId),
    countByNotification(and(eq(deliveries.state, 'planned'), eq(deliveries.timed, true)), store.id),
    lastDeliveries(ids),
    doublesOf(access),
    database().select({ id: channels.id, name: channels.name }).from(channels).where(eq(channels.storeId, store.id)),
  ]);
  const names = new Map(channelRows.map((c) => [c.id, c.name]));
  return {
    languages: store.languages,
    doubles,
    cards: ids.map((id) => {
      const own = variants.filter((r) => r.notification.id === id);
      const { notification } = own[0]!;
      const failures = failed.get(id) ?? 0;
      const stands = notificationStanding(
        notification.on,
        own.map((r) => r.stands),
        failures,
        store,
      );
      const everybody = own.at(-1)!;
      const latest = last.get(id);
      return {
        slug: notification.slug,
        id,
        name: notification.name,
        moment: notification.moment,
        audience: notification.audience,
        on: notification.on,
        mark: stands.mark,
        live: stands.live,
        edition: everybody.edition?.number,
        changed: stands.draft,
        published: !stands.unpublished,
        /** Versions for some orders, besides the one for everybody. */
        variants: own.length - 1,
        timing: timingOf(notification),
        row: notification.schedule.row.length > 1 ? notification.schedule.row.map(shortTimingWords) : [],
        when: notification.when ? conditionWords(notification.when, { channel: (c) => names.get(c) }) : undefined,
        offChannels: notification.offChannels.flatMap((c) => names.get(c) ?? []),
        labels: notification.audience === 'contact' ? notification.labels : undefined,
        owner: notification.owner,
        complete: stands.complete,
        rules: notification.audience === 'staff' ? (rules.find((r) => r.id === id)?.n ?? 0) : undefined,
        waiting: waiting.get(id) ?? 0,
        failures,
        double: doubles.some((d) => d.notificationId === id || d.with.id === id),
        last: latest && { state: latest.state, at: latest.at.toISOString() },
      };
    }),
  };
}

function timingOf({ moment, schedule }: typeof notifications.$inferSelect): string {
  if (goesByHand(moment)) return say.byHand;
  return schedule.rhythm ? shortRhythmWords(schedule.rhythm) : scheduleWords(schedule);
}

async function countByNotification(which: ReturnType<typeof and>, storeId: string): Promise<Map<string, number>> {
  const rows = await database()
    .select({ id: deliveries.notificationId, n: count() })
    .from(deliveries, { forceIndex: 'delivery_state' })
    .where(and(eq(deliveries.storeId, storeId), which))
    .groupBy(deliveries.notificationId);
  return new Map(rows.map((r) => [r.id, r.n]));
}

/**
 * The newest delivery of each notification that does not wait any more: two short reads, however long the record is, and one more for
 * each notification whose newest still waits for its time.
 */
async function lastDeliveries(ids: readonly string[]) {
  if (ids.length === 0) return new Map<string, { state: DeliveryState; at: Date }>();
  const newest = await database()
    .select({ id: max(deliveries.id) })
    .from(deliveries, { forceIndex: 'delivery_notification' })
    .where(inArray(deliveries.notificationId, [...ids]))
    .groupBy(deliveries.notificationId);
  const wanted = newest.flatMap((n) => n.id ?? []);
  if (wanted.length === 0) return new Map<string, { state: DeliveryState; at: Date }>();
  const columns = {
    notificationId: deliveries.notificationId,
    state: deliveries.state,
    createdAt: deliveries.createdAt,
    acceptedAt: deliveries.acceptedAt,
    timed: deliveries.timed,
  };
  const rows = await database().select(columns).from(deliveries).where(inArray(deliveries.id, wanted));
  const earlier = await Promise.all(
    rows
      .filter((r) => isWaiting(r.state, r.timed))
      .map((r) =>
        database()
          .select(columns)
          .from(deliveries, { forceIndex: 'delivery_notification' })
          .where(
            and(
              eq(deliveries.notificationId, r.notificationId),
              or(ne(deliveries.state, 'planned'), eq(deliveries.timed, false)),
            ),
          )
          .orderBy(desc(deliveries.id))
          .limit(1),
      ),
  );
  return new Map(
    [...rows.filter((r) => !isWaiting(r.state, r.timed)), ...earlier.flat()].map((r) => [
      r.notificationId,
      { state: r.state, at: r.acceptedAt ?? r.createdAt },
    ]),
  );
}

/** Orders looked at for doubles: the newest, and those made up for every situation. */
const LOOKED_AT = 40;

/** Orders to plan with: the newest, or made-up ones with them, each with its customer and channel. */
export async function ordersToPlan(access: OfStore, limit = LOOKED_AT): Promise<Omit<PlanEvent, 'moment'>[]> {
  const { store } = access;
  const [newest, channelRows] = await Promise.all([
    database()
      .select({ order: orders.snapshot, placedAt: orders.placedAt, email: orders.customerEmail })
      .from(orders)
      .where(eq(orders.storeId, store.id))
      .orderBy(desc(orders.id))
      .limit(limit),
    database().select().from(channels).where(eq(channels.storeId, store.id)),
  ]);
  const people = await customersOf(
    store.id,
    newest.map((o) => o.email),
  );
  const channelOf = new Map(channelRows.map((c) => [c.id, c]));
  const now = Date.now();
  const samples = sampleOrders(store.currency, store.facts.url, now).map(({ order }) => ({ order, at: now }));
  return [
    ...newest.map(({ order, placedAt, email }) => {
      const channel = channelOf.get(order.channel);
      const customer = people.get(email);
      return { order, at: placedAt.getTime(), ...(channel && { channel }), ...(customer && { customer }) };
    }),
    ...samples,
  ];
}

/** What is kept about customers, by address. */
export async function customersOf(storeId: string, emails: readonly string[]) {
  const known = new Map<string, NonNullable<PlanEvent['customer']>>();
  if (emails.length === 0) return known;
  const [rows, unsubscribed] = await Promise.all([
    database()
      .select({ email: customers.email, language: customers.language, contacts: customers.contacts })
      .from(customers)
      .where(and(eq(customers.storeId, storeId), inArray(customers.email, [...new Set(emails)]))),
    unsubscribedOf(storeId, emails),
  ]);
  for (const { email, language, contacts } of rows) known.set(email, { contacts, ...(language && { language }) });
  for (const email of emails) {
    const kinds = unsubscribed.get(email.toLowerCase());
    if (kinds) known.set(email, { ...known.get(email), unsubscribed: kinds });
  }
  return known;
}

/** Two messages that would reach one person for one moment. */
export async function doublesOf(access: OfStore): Promise<DoubleView[]> {
  const [settings, mails, about] = await Promise.all([
    planSettings(database(), access.store),
    shopMailsOf(access),
    ordersToPlan(access),
  ]);
  const found = findDoubles(settings, mails, about);
  const name = (id: string): string => settings.notifications.find((n) => n.id === id)?.name ?? '';
  return found.map((d) => ({ ...d, name: name(d.notificationId) }));
}

/** What the shop system sends by itself. */
export async function shopMailsOf(access: OfStore): Promise<ShopMailView[]> {
  const rows = await database().select().from(shopMails).where(eq(shopMails.storeId, access.store.id));
  return rows.map(({ id, name, moment, audience }) => ({ id, name, moment, audience }));
}

/** What an order has had from each notification so far, what still waits, and what it would get at moments to come. */
export async function orderPath(access: Access, number: string): Promise<OrderPath> {
  const { store } = access;
  const [order] = await database()
    .select()
    .from(orders)
    .where(and(eq(orders.storeId, store.id), eq(orders.number, number)));
  if (!order) throw new AppError('not-found', refuse.nameHasNoOrderNumber({ name: store.name, number }));
  const [withheld, sent, unsent, settings, channelRows, people] = await Promise.all([
    withholdingsOf(store.id),
    database().select().from(deliveries).where(eq(deliveries.orderId, order.id)).orderBy(deliveries.id),
    database().select().from(notWritten).where(eq(notWritten.orderId, order.id)).orderBy(notWritten.id),
    planSettings(database(), store),
    database()
      .select()
      .from(channels)
      .where(and(eq(channels.storeId, store.id), eq(channels.id, order.channel))),
    customersOf(store.id, [order.customerEmail]),
  ]);
  const byNotification: Record<string, PathStep> = {};
  const of = (id: string): PathStep => (byNotification[id] ??= { sent: [], why: [], would: 0 });
  for (const d of sent) {
    of(d.notificationId).sent.push({
      id: d.id,
      state: d.state,
      waits: d.state === 'planned' && d.timed,
      at: (d.acceptedAt ?? (d.timed ? d.dueAt : d.createdAt)).toISOString(),
      recipient: d.recipient,
    });
  }
  for (const n of unsent) {
    const why = n.reasons.map(reasonWords).join(' ');
    const step = of(n.notificationId);
    if (!step.why.includes(why)) step.why.push(why);
  }
  // What is still to come is planned as if it came now.
  const { plan } = planner(settings);
  const [channel] = channelRows;
  const customer = people.get(order.customerEmail);
  for (const notification of settings.notifications) {
    const { moment } = notification;
    // What is worked out here is not about one order.
    const elsewhere = moment === NOTICE || momentOf(moment).toldBy === 'reckoned';
    if (byNotification[notification.id] || order.status === 'OrderCancelled' || elsewhere) continue;
    const planned = withoutWithheld(
      plan({
        moment: notification.moment,
        order: order.snapshot,
        at: Date.now(),
        answered: order.answered,
        ...(notification.moment === BY_HAND && { letter: { notificationId: notification.id, by: '', adapted: [] } }),
        ...(channel && { channel }),
        ...(customer && { customer }),
      }),
      withheld,
    );
    const mine = planned.deliveries.filter((d) => d.notificationId === notification.id).length;
    const step = of(notification.id);
    step.would = mine;
    if (mine > 0) continue;
    const reason = planned.notWritten.find((n) => n.notificationId === notification.id)?.reasons[0];
    if (reason) step.why.push(reasonWords(reason));
  }
  return {
    number,
    name: order.customerName,
    sent: sent.filter((d) => d.state === 'accepted').length,
    waiting: sent.filter((d) => ['planned', 'held', 'sending', 'deferred'].includes(d.state)).length,
    failed: sent.filter((d) => ['failed', 'bounced'].includes(d.state)).length,
    // As many as the board says it of.
    notSent: Object.values(byNotification).filter((s) => s.sent.length === 0 && s.would === 0 && s.why.length > 0)
      .length,
    byNotification,
  };
}
