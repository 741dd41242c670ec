/** What services have taken: reserved before sending where there are limits, and counted by the hour for all. */
import { and, eq, gte, inArray, lt, sql } from 'drizzle-orm';
import { leftOf, limitDay } from '@/core/mail';
import { database } from '../db/client';
import { retryingDeadlocks } from '../db/deadlocks';
import { serviceUse } from '../db/schema';
import type { ServiceRow } from './service';

export interface Reservation {
  /** How many may be sent now. */
  granted: number;
  /** When there is more, ms since 1970. */
  againAt: number | undefined;
}

type Span = 'minute' | 'hour' | 'day';

const minuteOf = (now: number): Date => new Date(Math.floor(now / 60_000) * 60_000);
const hourOf = (now: number): Date => new Date(Math.floor(now / 3_600_000) * 3_600_000);

function spans(service: ServiceRow, timeZone: string, now: number): { span: Span; start: Date }[] {
  return [
    { span: 'day', start: new Date(limitDay(now, service.renewsAt, timeZone).from) },
    { span: 'minute', start: minuteOf(now) },
  ];
}

/**
 * Takes up to `wanted` messages out of a service's limits, for all workers at once: the rows are locked while it is worked
 * out. What is reserved and not sent is given back by {@link returnUnused}; after a crash it stays taken, which errs on the side of
 * the limit.
 */
export async function reserve(
  service: ServiceRow,
  timeZone: string,
  wanted: number,
  now: number,
): Promise<Reservation> {
  if (service.perMinute === null && service.perDay === null) return { granted: wanted, againAt: undefined };
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const rows = spans(service, timeZone, now);
      const taken = { day: 0, minute: 0 };
      for (const { span, start } of rows) {
        await tx.insert(serviceUse).ignore().values({ serviceId: service.id, span, start });
        const [row] = await tx
          .select({ taken: serviceUse.taken })
          .from(serviceUse)
          .where(and(eq(serviceUse.serviceId, service.id), eq(serviceUse.span, span), eq(serviceUse.start, start)))
          .for('update');
        taken[span as 'day' | 'minute'] = row?.taken ?? 0;
      }
      const left = leftOf({ ...service, timeZone }, taken, now)!;
      const granted = Math.min(wanted, left.left);
      if (granted > 0) await change(tx, service.id, rows, granted);
      return { granted, againAt: granted < wanted ? left.againAt : undefined };
    }),
  );
}

/** Gives back what was reserved and not sent. */
export async function returnUnused(service: ServiceRow, timeZone: string, unused: number, at: number): Promise<void> {
  if (unused <= 0 || (service.perMinute === null && service.perDay === null)) return;
  await change(database(), service.id, spans(service, timeZone, at), -unused);
}

async function change(
  db: Pick<ReturnType<typeof database>, 'update'>,
  serviceId: string,
  rows: readonly { span: Span; start: Date }[],
  by: number,
): Promise<void> {
  for (const { span, start } of rows) {
    await db
      .update(serviceUse)
      .set({ taken: sql`greatest(0, ${serviceUse.taken} + ${by})` })
      .where(and(eq(serviceUse.serviceId, serviceId), eq(serviceUse.span, span), eq(serviceUse.start, start)));
  }
}

/** Counts messages that a service has accepted, by the hour. */
export async function countAccepted(serviceId: string, accepted: number, now: number): Promise<void> {
  if (accepted <= 0) return;
  await database()
    .insert(serviceUse)
    .values({ serviceId, span: 'hour', start: hourOf(now), taken: accepted })
    .onDuplicateKeyUpdate({ set: { taken: sql`${serviceUse.taken} + ${accepted}` } });
}

export interface UseToday {
  /** Messages taken in the present day of the limit. */
  used: number;
  lastHours: number;
  day: { from: number; until: number };
  /** By the hour, for the present day of the limit. */
  hours: { start: number; taken: number }[];
}

/** What each service has taken in the present day of its limit. */
export async function useToday(
  list: readonly ServiceRow[],
  timeZone: string,
  now: number,
): Promise<Map<string, UseToday>> {
  const found = new Map<string, UseToday>();
  if (list.length === 0) return found;
  const rows = await database()
    .select()
    .from(serviceUse)
    .where(
      and(
        inArray(
          serviceUse.serviceId,
          list.map((s) => s.id),
        ),
        inArray(serviceUse.span, ['hour', 'day']),
        gte(serviceUse.start, new Date(now - 50 * 3_600_000)),
      ),
    );
  for (const service of list) {
    const day = limitDay(now, service.renewsAt, timeZone);
    const own = rows.filter((r) => r.serviceId === service.id);
    const hours = own
      .filter((r) => r.span === 'hour' && r.start.getTime() >= day.from - 3_599_999)
      .map((r) => ({ start: r.start.getTime(), taken: r.taken }))
      .toSorted((a, b) => a.start - b.start);
    const counted = own.find((r) => r.span === 'day' && r.start.getTime() === day.from)?.taken;
    found.set(service.id, {
      used: counted ?? hours.reduce((sum, h) => sum + h.taken, 0),
      lastHours: hours.filter((h) => h.start > now - 3 * 3_600_000).reduce((sum, h) => sum + h.taken, 0),
      day,
      hours,
    });
  }
  return found;
}

/** Forgets minutes and hours that no limit or chart asks for any more. */
export async function forgetOldUse(now: number): Promise<void> {
  const before = (days: number): Date => new Date(now - days * 86_400_000);
  await database()
    .delete(serviceUse)
    .where(and(eq(serviceUse.span, 'minute'), lt(serviceUse.start, before(1))));
  await database()
    .delete(serviceUse)
    .where(lt(serviceUse.start, before(60)));
}
