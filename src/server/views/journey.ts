/** The board of everything that can go out, and the day's state of things. */
import { and, count, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { DeliveryState } from '@/core/mail';
import { segmentsOf, templateChanges, type Template } from '@/core/template';
import type { Access } from '../auth/access';
import { database } from '../db/client';
import { deliveries, editions, notifications, notWritten, orders, routingRules, templates } from '../db/schema';
import { AppError } from '../errors';
import { health } from '../health';
import { notificationLines } from './notification-lines';
import { sendingLines, type TodayLine } from './sending-lines';

export type Mark = 'off' | 'draft' | 'live' | 'failing';

const DAY = 86_400_000;

/** Languages in which every segment that the source has is written. */
export function completeLanguages(template: Template, languages: readonly string[], source: string): string[] {
  const needed = segmentsOf(template).filter((s) => (template.words[source]?.[s.id] ?? '').trim() !== '');
  return languages.filter((l) => needed.every((s) => (template.words[l]?.[s.id] ?? '').trim() !== ''));
}

export type BoardRow = Awaited<ReturnType<typeof boardRows>>[number];
export type Board = Awaited<ReturnType<typeof loadBoard>>;

async function boardRows(access: Access) {
  return database()
    .select({ notification: notifications, template: templates, edition: editions })
    .from(notifications)
    .innerJoin(templates, eq(templates.notificationId, notifications.id))
    .leftJoin(editions, eq(editions.id, templates.liveEditionId))
    .where(eq(notifications.storeId, access.store.id))
    .orderBy(notifications.id);
}

export async function loadBoard(access: Access) {
  const since = new Date(Date.now() - DAY);
  const [rows, failed, rules] = await Promise.all([
    boardRows(access),
    database()
      .select({ id: deliveries.notificationId, n: count() })
      .from(deliveries)
      .where(
        and(eq(deliveries.storeId, access.store.id), eq(deliveries.state, 'failed'), gte(deliveries.createdAt, since)),
      )
      .groupBy(deliveries.notificationId),
    database()
      .select({ id: routingRules.notificationId, n: count() })
      .from(routingRules)
      .where(eq(routingRules.storeId, access.store.id))
      .groupBy(routingRules.notificationId),
  ]);
  const last = await Promise.all(
    rows.map(async ({ notification }) => {
      const [row] = await database()
        .select({ state: deliveries.state, at: deliveries.createdAt })
        .from(deliveries)
        .where(and(eq(deliveries.storeId, access.store.id), eq(deliveries.notificationId, notification.id)))
        .orderBy(desc(deliveries.id))
        .limit(1);
      return row;
    }),
  );
  const { store } = access;
  return {
    languages: store.languages,
    cards: rows.map(({ notification, template, edition }, i) => {
      const failures = failed.find((f) => f.id === notification.id)?.n ?? 0;
      const changed = templateChanges(edition?.template, template.draft).length > 0;
      const mark: Mark = !notification.on ? 'off' : failures > 0 ? 'failing' : changed ? 'draft' : 'live';
      return {
        slug: notification.slug,
        id: notification.id,
        name: notification.name,
        moment: notification.moment,
        audience: notification.audience,
        on: notification.on,
        mark,
        edition: edition?.number,
        changed,
        complete: completeLanguages(template.draft, store.languages, store.language),
        rules: notification.audience === 'staff' ? (rules.find((r) => r.id === notification.id)?.n ?? 0) : undefined,
        failures,
        last: last[i] && { state: last[i]!.state, at: last[i]!.at.toISOString() },
      };
    }),
  };
}

/** What an order has had from each notification so far. */
export async function orderPath(access: Access, number: string) {
  const [order] = await database()
    .select({ id: orders.id, name: orders.customerName, language: orders.language })
    .from(orders)
    .where(and(eq(orders.storeId, access.store.id), eq(orders.number, number)));
  if (!order) throw new AppError('not-found', `${access.store.name} has no order ${number}.`);
  const [sent, unsent] = await Promise.all([
    database().select().from(deliveries).where(eq(deliveries.orderId, order.id)),
    database().select().from(notWritten).where(eq(notWritten.orderId, order.id)),
  ]);
  const byNotification: Record<
    string,
    { sent: { state: DeliveryState; at: string; recipient: string }[]; not: number }
  > = {};
  const of = (id: string) => (byNotification[id] ??= { sent: [], not: 0 });
  for (const d of sent)
    of(d.notificationId).sent.push({
      state: d.state,
      at: (d.acceptedAt ?? d.createdAt).toISOString(),
      recipient: d.recipient,
    });
  for (const n of unsent) of(n.notificationId).not += 1;
  return {
    number,
    name: order.name,
    sent: sent.filter((d) => d.state === 'accepted').length,
    waiting: sent.filter((d) => ['planned', 'held', 'sending', 'deferred'].includes(d.state)).length,
    failed: sent.filter((d) => ['failed', 'bounced'].includes(d.state)).length,
    notSent: unsent.length,
    byNotification,
  };
}

/** What is ready and what is not, each with the place to see to it. */
export async function loadToday(access: Access) {
  const since = new Date(Date.now() - DAY);
  const { store } = access;
  const [board, rows, counts, running] = await Promise.all([
    loadBoard(access),
    boardRows(access),
    database()
      .select({ state: deliveries.state, n: count() })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), inArray(deliveries.state, ['held', 'deferred', 'planned'])))
      .groupBy(deliveries.state),
    health(),
  ]);
  const recent = await database()
    .select({
      id: deliveries.id,
      state: deliveries.state,
      notification: deliveries.notificationName,
      recipient: deliveries.recipient,
      order: deliveries.orderNumber,
      words: deliveries.lastWords,
      at: deliveries.createdAt,
    })
    .from(deliveries)
    .where(and(eq(deliveries.storeId, store.id), inArray(deliveries.state, ['failed', 'bounced'])))
    .orderBy(desc(deliveries.id))
    .limit(5);
  const days = await database()
    .select({
      day: sql<string>`date_format(${deliveries.createdAt}, '%Y-%m-%d')`,
      state: deliveries.state,
      n: count(),
    })
    .from(deliveries)
    .where(and(eq(deliveries.storeId, store.id), gte(deliveries.createdAt, new Date(Date.now() - 30 * DAY))))
    .groupBy(sql`1`, deliveries.state);

  const lines: TodayLine[] = [];
  const held = counts.find((c) => c.state === 'held')?.n ?? 0;
  const messages = (n: number): string => (n === 1 ? 'One message' : `${n} messages`);
  lines.push(...(await sendingLines(access, held)));
  if (!running.worker.ok) {
    lines.push({
      state: 'failing',
      fact: `The worker that sends mail is not running: ${running.worker.words}.`,
      action: 'See what waits',
      href: '/deliveries?state=planned',
    });
  }
  lines.push(...notificationLines(access, rows, board));
  const failedSince = recent.filter((r) => r.at >= since).length;
  lines.push(
    failedSince > 0
      ? {
          state: 'failing',
          fact: `${messages(failedSince)} failed since yesterday.`,
          action: 'Read why',
          href: '/deliveries?state=failed,bounced',
        }
      : { state: 'good', fact: 'Nothing failed since yesterday.', action: 'See the record', href: '/deliveries' },
  );
  const weight = { failing: 0, waiting: 1, good: 2 };
  return {
    lines: lines.sort((a, b) => weight[a.state] - weight[b.state]),
    failures: recent.map((r) => ({ ...r, at: r.at.toISOString() })),
    days,
  };
}
