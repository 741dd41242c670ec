/** The day's state of things: what is ready and what is not. */
import { and, asc, count, desc, eq, gte, inArray, ne, sql } from 'drizzle-orm';
import { dayKey, zonedTime } from '@/core/time';
import type { DaySoFar, LanguageCover, ServiceUse, TodayLine } from '@/contract/today';
import type { Access } from '../../auth/access';
import { database } from '../../db/client';
import { contradictions, deliveries, hookCalls, hooks, sourceRequests, sources } from '../../db/schema';
import { idAt } from '../../base/ids';
import { health } from '../../operations/health';
import { endedByThemselves } from '../../operations/heartbeat';
import { boardRows, loadBoard, type BoardRow } from '../notifications/board';
import { notificationLines } from '../notifications/today-lines';
import { serviceViews } from '../sending/services';
import { sendingLines } from '../sending/today-lines';
import { questionLines } from '../briefing/today-lines';
import { codeLines } from '../codes/today-lines';
import { overdueLines } from '../deliveries/overdue';
import { proofLines } from '../proof/today-lines';
import { rehearsalLines } from '../rehearsal/today-lines';
import { remarkLines } from '../viewings/remarks';
import { firstSteps } from './first-steps';
import { linkGoesOut } from '../../events/preferences-link';
import { say } from '@/words/ready';
import { readKept } from '../../base/reading';

const DAY = 86_400_000;

/** What is ready and what is not, each with the place to see to it. */
export async function loadToday(access: Access) {
  const since = new Date(Date.now() - DAY);
  const { store } = access;
  const rows = await boardRows(access);
  const [board, services, counts, running] = await Promise.all([
    loadBoard(access, rows),
    serviceViews(access),
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
    .where(and(eq(deliveries.storeId, store.id), gte(deliveries.id, idAt(Date.now() - 30 * DAY))))
    .groupBy(sql`1`, deliveries.state);

  const lines: TodayLine[] = [];
  const held = counts.find((c) => c.state === 'held')?.n ?? 0;
  lines.push(...(await sendingLines(access, held, services)));
  lines.push(...(await proofLines(access)));
  lines.push(...(await overdueLines(access, services.length === 0 ? 'service' : undefined)));
  for (const part of [running.clock, running.secret]) {
    if (!part.ok)
      lines.push({
        state: 'failing',
        fact: say.somethingIsWrongWithHow({ words: part.words }),
        action: say.seeWhatWaits,
        href: '/deliveries?state=planned',
      });
  }
  if (!running.worker.ok) {
    lines.push({
      state: 'failing',
      fact: say.theWorkerThatSendsMail({ words: running.worker.words }),
      action: say.seeWhatWaits,
      href: '/deliveries?state=planned',
    });
  }
  lines.push(...notificationLines(access, rows, board));
  lines.push(...(await questionLines(access)), ...(await remarkLines(access)));
  if (store.preferencesPage && !(await linkGoesOut(store.id))) {
    lines.push({
      state: 'waiting',
      fact: say.customersPageIsClosed,
      action: say.seeItOnTheJourney,
      href: '/journey/preferences',
    });
  }
  lines.push(...(await codeLines(access)), ...(await processLines()), ...(await contradictionLines(access)));
  lines.push(...(await programLines(access)), ...(await rehearsalLines(access)));
  const failedSince = recent.filter((r) => r.at >= since).length;
  lines.push(
    failedSince > 0
      ? {
          state: 'failing',
          fact: say.failedSince({ n: failedSince }),
          action: say.readWhy,
          href: '/deliveries?state=failed,bounced',
        }
      : { state: 'good', fact: say.nothingFailedSinceYesterday, action: say.seeTheRecord, href: '/deliveries' },
  );
  const weight = { failing: 0, waiting: 1, good: 2 };
  const waiting = counts.filter((c) => c.state !== 'held').reduce((sum, c) => sum + c.n, 0);
  return {
    lines: lines.sort((a, b) => weight[a.state] - weight[b.state]),
    steps: await firstSteps(access, services, rows),
    soFar: { ...(await daySoFar(access)), waiting, held },
    services: services.map(({ id, name, use, perDay, paused, resting }): ServiceUse => ({
      id,
      name,
      used: use.used,
      perDay,
      stopped: paused || resting !== undefined,
    })),
    languages: await languageCover(access, rows),
    failures: recent.map((r) => ({ ...r, words: readKept(r.words), at: r.at.toISOString() })),
    days,
  };
}

/** Longer than nearly everything waits: what was planned before and goes out today is left out of the day's count, not of the record. */
const LONGEST_WAIT = 100 * DAY;

/** What of the store's present day was taken by the services or failed, and what goes out next. */
async function daySoFar({ store }: Access): Promise<Pick<DaySoFar, 'accepted' | 'failed' | 'next'>> {
  const now = Date.now();
  const start = zonedTime(dayKey(now, store.timeZone), 0, 0, store.timeZone);
  const recent = and(eq(deliveries.storeId, store.id), gte(deliveries.id, idAt(now - LONGEST_WAIT)));
  const [[accepted], [failed], next] = await Promise.all([
    database()
      .select({ n: count() })
      .from(deliveries)
      .where(and(recent, gte(deliveries.acceptedAt, new Date(start)))),
    database()
      .select({ n: count() })
      .from(deliveries)
      .where(
        and(
          eq(deliveries.storeId, store.id),
          inArray(deliveries.state, ['failed', 'bounced']),
          gte(deliveries.id, idAt(start)),
        ),
      ),
    database()
      .select({
        id: deliveries.id,
        notification: deliveries.notificationName,
        recipient: sql<string>`if(${deliveries.recipientName} = '', ${deliveries.recipient}, ${deliveries.recipientName})`,
        order: deliveries.orderNumber,
        at: deliveries.dueAt,
        state: deliveries.state,
      })
      .from(deliveries)
      .where(and(eq(deliveries.storeId, store.id), inArray(deliveries.state, ['planned', 'deferred'])))
      .orderBy(asc(deliveries.dueAt))
      .limit(4),
  ]);
  return {
    accepted: accepted?.n ?? 0,
    failed: failed?.n ?? 0,
    next: next.map((d) => ({ ...d, at: d.at.toISOString() })),
  };
}

/** For each language of the store, how many of the notifications that customers get have words in it, and how much was written in it. */
async function languageCover({ store }: Access, rows: readonly BoardRow[]): Promise<LanguageCover[]> {
  const used = await database()
    .select({ language: deliveries.language, n: count() })
    .from(deliveries)
    .where(
      and(
        eq(deliveries.storeId, store.id),
        gte(deliveries.id, idAt(Date.now() - 30 * DAY)),
        ne(deliveries.role, 'staff'),
      ),
    )
    .groupBy(deliveries.language);
  const read = rows.filter((r) => r.notification.audience !== 'staff' && r.notification.on && !r.template.nothing);
  const ids = [...new Set(read.map((r) => r.notification.id))];
  return store.languages.map((language) => ({
    language,
    complete: ids.filter((id) =>
      read.filter((r) => r.notification.id === id).every((r) => r.stands.complete.includes(language)),
    ).length,
    of: ids.length,
    messages: used.find((u) => u.language === language)?.n ?? 0,
  }));
}

/** Processes that ended by themselves since yesterday, and were started again or not: what they did meanwhile stands on record. */
async function processLines(): Promise<TodayLine[]> {
  const ended = await endedByThemselves(new Date(Date.now() - DAY));
  return (['worker', 'web', 'rehearser', 'bounces'] as const).flatMap((kind) => {
    const times = ended.filter((e) => e.kind === kind).length;
    if (times === 0) return [];
    const process = {
      ...{ worker: say.theWorkerThatSendsMail2, web: say.theWebProcess, rehearser: say.theRehearser },
      bounces: say.theBounceListener,
    }[kind];
    return [
      {
        state: 'waiting' as const,
        fact: say.endedByItself({ process, n: times }),
        action: say.seeTheRecord,
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
    fact: say.theShopSentASecond({ number, differences: differences[0] ?? '' }),
    action: say.seeTheFirstOrder,
    href: `/orders/${encodeURIComponent(number)}`,
  }));
}

/** Webhooks of shops whose requests cannot be read, and programs that could not be told. */
async function programLines({ store }: Access): Promise<TodayLine[]> {
  const since = new Date(Date.now() - 7 * DAY);
  const [wrong, untold] = await Promise.all([
    database()
      .select({ id: sources.id, name: sources.name, n: count() })
      .from(sourceRequests)
      .innerJoin(sources, eq(sources.id, sourceRequests.sourceId))
      .where(
        and(eq(sourceRequests.storeId, store.id), eq(sourceRequests.state, 'wrong'), gte(sourceRequests.at, since)),
      )
      .groupBy(sources.id, sources.name),
    database()
      .select({ name: hooks.name, n: count() })
      .from(hookCalls)
      .innerJoin(hooks, eq(hooks.id, hookCalls.hookId))
      .where(and(eq(hooks.storeId, store.id), eq(hookCalls.state, 'given-up'), gte(hookCalls.at, since)))
      .groupBy(hooks.name),
  ]);
  return [
    ...wrong.map(({ id, name, n }) => ({
      ...{ state: 'failing' as const, fact: say.requestsWrong({ n, name }), action: say.mendMapping },
      href: `/store/sources/${id}`,
    })),
    ...untold.map(({ name, n }) => ({
      ...{ state: 'failing' as const, fact: say.programUntold({ n, name }), action: say.seeCalls },
      href: '/store/webhooks',
    })),
  ];
}
