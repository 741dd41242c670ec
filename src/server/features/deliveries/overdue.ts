/** Messages that should have gone out and have not, whatever holds them. */
import { and, asc, count, eq, inArray, isNull, lt, or, sql, type SQL } from 'drizzle-orm';
import { OPEN_STATES, OVERDUE_MS } from '@/core/mail';
import type { TodayLine } from '@/contract/today';
import { say } from '@/words/ready';
import { readerLocale } from '@/words/speak';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { deliveries } from '../../db/schema';
import { clockAhead } from '../../db/demo-clock';
import { databaseTime } from '../../db/time';

/** When a delivery was first to go out: at once, or when its wait was over. */
const wasDue = sql<Date>`coalesce(${deliveries.plannedFor}, ${deliveries.createdAt})`.mapWith(deliveries.createdAt);

/**
 * Those of a store that should have gone out ten minutes ago or more and are still to go. What goes to many people goes out slowly on
 * purpose, and is none.
 */
export const isOverdue = (storeId: string, now: BothClocks): SQL | undefined =>
  and(
    eq(deliveries.storeId, storeId),
    inArray(deliveries.state, [...OPEN_STATES]),
    eq(deliveries.bulk, false),
    // What goes out at once is planned by the true time, and what waits by the demo's clock.
    or(
      lt(deliveries.plannedFor, new Date(now.wound - OVERDUE_MS)),
      and(isNull(deliveries.plannedFor), lt(deliveries.createdAt, new Date(now.at - OVERDUE_MS))),
    ),
  );

/** Now, by the true time and by the demo's clock, which outside the demo are the same; ms since 1970. */
export interface BothClocks {
  at: number;
  wound: number;
}
export async function bothClocks(): Promise<BothClocks> {
  const at = await databaseTime();
  return { at, wound: at + (await clockAhead()) };
}

/** A line while something is overdue. `step`: the first step that says why, for a store that cannot send yet. */
export async function overdueLines({ store }: Access, step: TodayLine['step']): Promise<TodayLine[]> {
  const overdue = isOverdue(store.id, await bothClocks());
  const [[all], [first]] = await Promise.all([
    database().select({ n: count() }).from(deliveries).where(overdue),
    database()
      .select({ notification: deliveries.notificationName, order: deliveries.orderNumber, at: wasDue })
      .from(deliveries)
      .where(overdue)
      .orderBy(asc(deliveries.id))
      .limit(1),
  ]);
  if (!all || !first) return [];
  const { notification, order } = first;
  const at = new Intl.DateTimeFormat(readerLocale(), {
    ...{ timeZone: store.timeZone, day: 'numeric', month: 'long', hour: '2-digit', minute: '2-digit' },
  }).format(first.at);
  const what = order ? say.messageAbout({ notification, order }) : notification;
  return [
    {
      state: 'failing',
      fact: say.overdue({ n: all.n, what, at }),
      action: say.seeThem,
      href: '/deliveries?state=overdue',
      ...(step && { step }),
    },
  ];
}
