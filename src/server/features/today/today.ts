/** The day's state of things: what is ready and what is not. */
import { and, count, desc, eq, gte, inArray, sql } from 'drizzle-orm';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { contradictions, deliveries } from '../../db/schema';
import { health } from '../../operations/health';
import { endedByThemselves } from '../../operations/heartbeat';
import { boardRows, loadBoard } from '../notifications/board';
import { notificationLines } from '../notifications/today-lines';
import { sendingLines, type TodayLine } from '../sending/today-lines';

const DAY = 86_400_000;

/** What is ready and what is not, each with the place to see to it. */
export async function loadToday(access: Access) {
  const since = new Date(Date.now() - DAY);
  const { store } = access;
  const rows = await boardRows(access);
  const [board, counts, running] = await Promise.all([
    loadBoard(access, rows),
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
  for (const part of [running.clock, running.secret]) {
    if (!part.ok)
      lines.push({
        state: 'failing',
        fact: `Something is wrong with how Libellus runs: ${part.words}.`,
        action: 'See what waits',
        href: '/deliveries?state=planned',
      });
  }
  if (!running.worker.ok) {
    lines.push({
      state: 'failing',
      fact: `The worker that sends mail is not running: ${running.worker.words}.`,
      action: 'See what waits',
      href: '/deliveries?state=planned',
    });
  }
  lines.push(...notificationLines(access, rows, board));
  lines.push(...(await processLines()), ...(await contradictionLines(access)));
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

/** Processes that ended by themselves since yesterday, and were started again or not: what they did meanwhile stands on record. */
async function processLines(): Promise<TodayLine[]> {
  const ended = await endedByThemselves(new Date(Date.now() - DAY));
  return (['worker', 'web'] as const).flatMap((kind) => {
    const times = ended.filter((e) => e.kind === kind).length;
    if (times === 0) return [];
    const process = kind === 'worker' ? 'The worker that sends mail' : 'The web process';
    return [
      {
        state: 'waiting' as const,
        fact: `${process} ended by itself ${times === 1 ? 'once' : `${times} times`} since yesterday. Nothing is lost by that; its log says why.`,
        action: 'See the record',
        href: '/deliveries',
      },
    ];
  });
}

/** Orders that a shop placed under a number that another order has, in the last week. */
async function contradictionLines({ store }: Access): Promise<TodayLine[]> {
  const rows = await database()
    .select({ number: contradictions.orderNumber, differences: contradictions.differences })
    .from(contradictions)
    .where(and(eq(contradictions.storeId, store.id), gte(contradictions.at, new Date(Date.now() - 7 * DAY))))
    .orderBy(desc(contradictions.id))
    .limit(3);
  return rows.map(({ number, differences }) => ({
    state: 'failing' as const,
    fact: `The shop sent a second order ${number}, and nobody was written to about it. ${differences[0] ?? ''}`,
    action: 'See the first order',
    href: `/orders/${encodeURIComponent(number)}`,
  }));
}
