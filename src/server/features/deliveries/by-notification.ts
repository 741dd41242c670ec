/** The record by notification: the last real message of each that a server took, and what was to come since and did not. */
import { and, count, desc, eq, gt, gte, inArray, sql } from 'drizzle-orm';
import { ALL_MOMENTS, momentOf, type MomentId } from '@/core/moments';
import { OPEN_STATES, type DeliveryState } from '@/core/mail';
import type { NotificationRecord } from '@/contract/deliveries';
import type { Access } from '../../auth/access';
import { idAt } from '../../base/ids';
import { database } from '../../db/client';
import { deliveries, events, notifications, templates } from '../../db/schema';
import { bothClocks, isOverdue } from './overdue';

const DAYS_MS = 30 * 86_400_000;

type Row = Pick<typeof notifications.$inferSelect, 'id' | 'name' | 'audience' | 'moment' | 'on' | 'schedule'>;

/** Every notification of the store, in the order of the Journey. */
export async function recordByNotification({ store }: Pick<Access, 'store'>): Promise<NotificationRecord[]> {
  const clocks = await bothClocks();
  const now = clocks.at;
  const [rows, counts, overdue] = await Promise.all([
    database()
      .select({
        id: notifications.id,
        name: notifications.name,
        audience: notifications.audience,
        moment: notifications.moment,
        on: notifications.on,
        schedule: notifications.schedule,
        live: sql<number>`count(${templates.liveEditionId})`,
      })
      .from(notifications)
      .leftJoin(templates, eq(templates.notificationId, notifications.id))
      .where(eq(notifications.storeId, store.id))
      .groupBy(notifications.id)
      .orderBy(notifications.id),
    database()
      .select({ id: deliveries.notificationId, state: deliveries.state, n: count() })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), gte(deliveries.id, idAt(now - DAYS_MS))))
      .groupBy(deliveries.notificationId, deliveries.state),
    database()
      .select({ id: deliveries.notificationId, n: count() })
      .from(deliveries)
      .where(isOverdue(store.id, clocks))
      .groupBy(deliveries.notificationId),
  ]);
  const countOf = (id: string, states: readonly DeliveryState[]): number =>
    counts.filter((c) => c.id === id && states.includes(c.state)).reduce((sum, c) => sum + c.n, 0);
  const records = await Promise.all(
    rows.map(async (row): Promise<NotificationRecord & { moment: MomentId }> => {
      const last = await lastAccepted(row.id);
      const since = await eventsSince(store.id, row, last?.acceptedAt ?? new Date(now - DAYS_MS));
      return {
        ...{ id: row.id, name: row.name, audience: row.audience, moment: row.moment },
        goesOut: row.on && Number(row.live) > 0,
        ...(last && {
          last: { id: last.id, order: last.order, recipient: last.recipient, at: last.acceptedAt!.toISOString() },
        }),
        accepted: countOf(row.id, ['accepted']),
        failed: countOf(row.id, ['failed', 'bounced']),
        waiting: countOf(row.id, OPEN_STATES),
        overdue: overdue.find((o) => o.id === row.id)?.n ?? 0,
        ...(since !== undefined && { since }),
      };
    }),
  );
  const place = (moment: MomentId): number => ALL_MOMENTS.findIndex((m) => m.id === moment);
  return records.toSorted((a, b) => place(a.moment) - place(b.moment)).map(({ moment: _moment, ...record }) => record);
}

async function lastAccepted(notificationId: string) {
  const [row] = await database()
    .select({
      id: deliveries.id,
      order: deliveries.orderNumber,
      recipient: deliveries.recipient,
      acceptedAt: deliveries.acceptedAt,
    })
    .from(deliveries, { forceIndex: 'delivery_notification' })
    .where(and(eq(deliveries.notificationId, notificationId), eq(deliveries.state, 'accepted')))
    .orderBy(desc(deliveries.id))
    .limit(1);
  return row?.acceptedAt ? row : undefined;
}

/**
 * How often the shop has told of what a notification speaks of, since a time: with nothing accepted since, that is how often a message
 * may have been missed. Undefined for what waits for a time of its own, or goes out by hand.
 */
async function eventsSince(storeId: string, { moment, schedule }: Row, since: Date): Promise<number | undefined> {
  if (momentOf(moment).toldBy !== 'shop' || schedule.rhythm || schedule.row.length > 0) return undefined;
  const [row] = await database()
    .select({ n: count() })
    .from(events)
    .where(and(eq(events.storeId, storeId), inArray(events.type, [moment]), gt(events.time, since)));
  return row?.n ?? 0;
}
