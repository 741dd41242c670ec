/** Summaries of orders: worked out when their times come, one for each colleague, of the orders that their rules name. */
import { and, asc, eq, exists, gt, gte, inArray, lt, ne, notInArray, or, sql, isNull } from 'drizzle-orm';
import { conditionHolds } from '@/core/conditions';
import { SUMMARY } from '@/core/moments';
import { nothingOf, type Order } from '@/core/order';
import { LATE_MS, scopeWords, type Plan, type RoutingRule, type Scope } from '@/core/plan';
import { orderFacts } from '@/core/snapshot';
import { OPEN_STATUSES, Summing, type SummaryDetail } from '@/core/summary';
import { cameLast, daysOffOf, type Rhythm } from '@/core/time';
import { kept } from '@/words/kept';
import { listed } from '@/words/speak';
import { config } from '../base/config';
import { idAt, newId } from '../base/ids';
import { log } from '../base/log';
import { database, type Executor } from '../db/client';
import { timeNow } from '../db/demo-clock';
import { databaseTime } from '../db/time';
import { channels, events, notifications, orders, stores, summariesReached } from '../db/schema';
import { keepPlan } from '../events/planned';
import { plannerOf, type PreparedPlanner } from '../events/planner';
import { routingRulesOf } from '../events/settings';

type Store = typeof stores.$inferSelect;
type Notification = typeof notifications.$inferSelect;

/** What still waits is looked for among orders no older than this. */
const OPEN_DAYS = 90;
const PAGE = 500;

/** So long after its time a summary is planned: what came in just before is recorded by then. */
const SETTLE_MS = 5_000;

/** Plans every summary whose time has come. Two workers at once plan it once. Answers how many were planned. */
export async function planSummaries(): Promise<number> {
  const rows = await database()
    .select({ notification: notifications, store: stores })
    .from(notifications)
    .innerJoin(stores, eq(stores.id, notifications.storeId))
    .where(and(eq(notifications.moment, SUMMARY), eq(notifications.on, true), isNull(stores.closedAt)));
  await forgetOff(rows.map((r) => r.notification.id));
  const now = await timeNow();
  let planned = 0;
  for (const { notification, store } of rows) {
    const { rhythm } = notification.schedule;
    if (!rhythm) continue;
    try {
      if (await planOne(store, notification, rhythm, now)) planned += 1;
    } catch (error) {
      log.warn({ err: error, notification: notification.id }, 'a summary could not be planned; it is tried again');
    }
  }
  return planned;
}

/** Notes that a summary has other times from now on: the next of them is the first. In the transaction that sets them. */
export async function noteTimes(tx: Executor, notificationId: string, rhythm: Rhythm): Promise<void> {
  const asSet = JSON.stringify(rhythm);
  await tx
    .update(summariesReached)
    .set({ rhythm: asSet, since: new Date(await timeNow(tx)) })
    .where(and(eq(summariesReached.notificationId, notificationId), ne(summariesReached.rhythm, asSet)));
}

/** One that is off begins anew when it is turned on: the orders in between are in no summary. */
async function forgetOff(on: readonly string[]): Promise<void> {
  await database()
    .delete(summariesReached)
    .where(on.length > 0 ? notInArray(summariesReached.notificationId, [...on]) : undefined);
}

async function planOne(store: Store, notification: Notification, rhythm: Rhythm, now: number): Promise<boolean> {
  const until = cameLast(rhythm, now - SETTLE_MS, store.timeZone, daysOffOf(store.holidays));
  const here = eq(summariesReached.notificationId, notification.id);
  const asSet = { rhythm: JSON.stringify(rhythm), since: new Date(now) };
  const [before] = await database().select().from(summariesReached).where(here);
  if (!before) {
    // Turned on just now: its first summary begins where one would have ended.
    await database()
      .insert(summariesReached)
      .ignore()
      .values({
        notificationId: notification.id,
        storeId: store.id,
        reached: new Date(until),
        plannedAt: new Date(await databaseTime()),
        ...asSet,
      });
    return false;
  }
  if (before.rhythm !== asSet.rhythm) {
    // Set to other times by other ways than its screen: the next of them is the first.
    await noteTimes(database(), notification.id, rhythm);
    return false;
  }
  const isDue = ({ reached, since }: typeof before): boolean => until > reached.getTime() && until > since.getTime();
  if (!isDue(before)) return false;
  return database().transaction(async (tx) => {
    const [reached] = await tx.select().from(summariesReached).where(here).for('update');
    if (!reached || !isDue(reached)) return false;
    const from = reached.reached.getTime();
    const plannedAt = await databaseTime(tx);
    const rules = (await routingRulesOf(tx, store.id)).filter((r) => r.notificationId === notification.id);
    const readers = readersOf(rules, { from, until });
    if (readers.length > 0) {
      await sumUp(tx, store, notification, readers, { from, until, knownSince: reached.plannedAt.getTime() });
      const prepared = await plannerOf(tx, store);
      const channelRows = await tx.select().from(channels).where(eq(channels.storeId, store.id));
      const channelName = (id: string): string | undefined => channelRows.find((c) => c.id === id)?.name;
      for (const reader of readers) {
        await write(tx, { store, notification, rhythm, prepared, channelName, until }, reader);
      }
    }
    await tx
      .update(summariesReached)
      .set({ reached: new Date(until), plannedAt: new Date(plannedAt) })
      .where(here);
    return true;
  });
}

/** A colleague who gets a summary: of the orders that any of their rules names. */
interface Reader {
  address: string;
  name: string;
  /** Their first rule: by it, a second planning of the same summary is known. */
  ruleId: string;
  scopes: Scope[];
  sum: Summing;
}

interface Period {
  from: number;
  until: number;
  /** When the summary before this one was planned, by the database's clock. */
  knownSince?: number;
}

function readersOf(rules: readonly RoutingRule[], period: Period): Reader[] {
  const readers = new Map<string, Reader>();
  for (const { id, recipient, scope } of rules) {
    const key = recipient.address.toLowerCase();
    const reader = readers.get(key);
    if (reader) reader.scopes.push(scope);
    else readers.set(key, { ...recipient, ruleId: id, scopes: [scope], sum: new Summing(period) });
  }
  return [...readers.values()];
}

function isNamed(scopes: readonly Scope[], order: Order, language: string): boolean {
  return scopes.some((scope) => {
    switch (scope.kind) {
      case 'all':
        return true;
      case 'category':
        return order.lines.some((l) => l.product.category === scope.category);
      case 'when':
        return conditionHolds(scope.when, orderFacts(order), language);
    }
  });
}

/** The summary of all of a store's orders of a period, as it is now. */
export async function summaryOf(
  db: Executor,
  store: Store,
  notification: Pick<Notification, 'offChannels'>,
  period: Period,
): Promise<SummaryDetail> {
  const sum = new Summing(period);
  const all: Reader = { address: '', name: '', ruleId: '', scopes: [{ kind: 'all' }], sum };
  await sumUp(db, store, notification, [all], period);
  return { ...sum.result(), recordUrl: recordUrlOf(store) };
}

const recordUrlOf = ({ id }: Store): string => `${config().url}/s/${id}/orders`;

/** Reads the period's orders, what is open and what was refunded, page by page, and adds each to the sums it belongs to. */
async function sumUp(
  tx: Executor,
  store: Store,
  { offChannels }: Pick<Notification, 'offChannels'>,
  readers: readonly Reader[],
  { from, until, knownSince }: Period,
): Promise<void> {
  const add = (order: Order, to: (sum: Summing) => void): void => {
    if (offChannels.includes(order.channel)) return;
    for (const { scopes, sum } of readers) if (isNamed(scopes, order, store.language)) to(sum);
  };
  const placed = and(gte(orders.placedAt, new Date(from)), lt(orders.placedAt, new Date(until)));
  for await (const order of pages(tx, store.id, placed)) add(order, (sum) => sum.placed(order));
  if (knownSince !== undefined) {
    // The shop told of it late: it was placed before the last summary was planned, and was not in it.
    const late = and(
      gt(orders.id, idAt(knownSince)),
      gte(orders.placedAt, new Date(from - LATE_MS)),
      lt(orders.placedAt, new Date(from)),
      exists(
        tx
          .select({ one: sql`1` })
          .from(events)
          .where(eq(events.orderId, orders.id)),
      ),
    );
    for await (const order of pages(tx, store.id, late)) add(order, (sum) => sum.placed(order));
  }
  const open = and(
    inArray(orders.status, [...OPEN_STATUSES]),
    gte(orders.placedAt, new Date(until - OPEN_DAYS * 86_400_000)),
    lt(orders.placedAt, new Date(until)),
  );
  for await (const order of pages(tx, store.id, open)) add(order, (sum) => sum.open(order));
  const refunds = await tx
    .select({ data: events.data })
    .from(events)
    .where(
      and(
        eq(events.storeId, store.id),
        eq(events.type, 'refund.issued'),
        gte(events.time, new Date(from)),
        lt(events.time, new Date(until)),
      ),
    );
  for (const { data } of refunds) {
    // What is old is emptied in time.
    const { order } = data as { order?: Order };
    const refund = order?.refunds?.at(-1);
    if (order && refund) add(order, (sum) => sum.refund({ minor: refund.amount, currency: order.currency }));
  }
}

/** Orders of a store in the order in which they were placed. */
async function* pages(tx: Executor, storeId: string, which: ReturnType<typeof and>): AsyncGenerator<Order> {
  let last: { placedAt: Date; id: string } | undefined;
  for (;;) {
    const rows = await tx
      .select({ id: orders.id, placedAt: orders.placedAt, snapshot: orders.snapshot })
      .from(orders)
      .where(
        and(
          eq(orders.storeId, storeId),
          which,
          last &&
            or(gt(orders.placedAt, last.placedAt), and(eq(orders.placedAt, last.placedAt), gt(orders.id, last.id))),
        ),
      )
      .orderBy(asc(orders.placedAt), asc(orders.id))
      .limit(PAGE);
    for (const row of rows) yield row.snapshot;
    if (rows.length < PAGE) return;
    last = rows.at(-1);
  }
}

interface Writing {
  store: Store;
  notification: Notification;
  rhythm: Rhythm;
  prepared: PreparedPlanner;
  channelName: (id: string) => string | undefined;
  until: number;
}

/** Plans one colleague's summary, or keeps that there was nothing to tell them. */
async function write(
  tx: Executor,
  { store, notification, rhythm, prepared, channelName, until }: Writing,
  { address, name, ruleId, scopes, sum }: Reader,
): Promise<void> {
  const at = new Date(until);
  const summary = { ...sum.result(), recordUrl: recordUrlOf(store) };
  const order = nothingOf({ channel: '', placedAt: at.toISOString(), currency: store.currency });
  const eventId = newId();
  const createdAt = new Date(await databaseTime(tx));
  await tx.insert(events).values({
    id: eventId,
    storeId: store.id,
    source: 'urn:libellus:summaries',
    eventId: `${notification.id} ${ruleId} ${at.toISOString()}`,
    type: SUMMARY,
    time: at,
    receivedAt: createdAt,
    orderId: null,
    data: { order, details: { summary } },
  });
  const person = name || address;
  const plan: Plan = sum.empty
    ? {
        deliveries: [],
        notWritten: [
          {
            notificationId: notification.id,
            recipient: { address, name, role: 'staff' },
            reasons: [{ code: 'nothing-to-tell', person }],
          },
        ],
      }
    : prepared.plan({
        moment: SUMMARY,
        order,
        at: until,
        madeFor: {
          notificationId: notification.id,
          address,
          why: {
            code: 'summary',
            person,
            scope: kept(() => listed(scopes.map((s) => scopeWords(s, { channel: channelName })))),
            rhythm: JSON.stringify(rhythm),
            orders: String(summary.orders),
          },
        },
      });
  await keepPlan(tx, { storeId: store.id, eventId, orderId: null, orderNumber: '', createdAt }, prepared.names, plan);
}
