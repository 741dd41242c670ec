/** What a store has set about itself: read, what a change would mean before it is made, and changed. */
import { and, count, eq, inArray, like, lt, sql, type SQL } from 'drizzle-orm';
import type { SaveSettings, StoreSettings } from '@/contract/settings';
import { changedSetting } from '@/core/changed-setting';
import { OWN_ORDERS } from '@/core/order';
import type { Retention } from '@/core/retention';
import { plainLine, safeUrl } from '@/core/text';
import { rhythmWords, type Holiday } from '@/core/time';
import type { Access, Store } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { idAt } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { deliveries, events, notifications, orders, products, senders, stores } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { settingsChanged } from '../../events/planner';
import { kept } from '@/words/kept';
import { say } from '@/words/settings';
import { say as refusals } from '@/words/refusals';

const DAY_MS = 86_400_000;

/** What a store has set, with the holidays that are not over. */
export function settingsOf({ name, facts, currency, timeZone, holidays, retention, ownOrders }: Store): StoreSettings {
  return {
    ...{ name, url: facts.url, email: facts.email, phone: facts.phone ?? '', address: facts.address ?? '' },
    ...{ currency, timeZone, holidays, retention, ownOrders: ownOrders[0] ?? OWN_ORDERS },
  };
}

/** A form as it is kept: lines without what nobody sees, each day once and in order. */
function tidy(next: StoreSettings): StoreSettings {
  const days = new Map<string, Holiday>();
  for (const h of next.holidays) if (!days.has(h.on)) days.set(h.on, { on: h.on, name: plainLine(h.name) });
  return {
    ...next,
    name: plainLine(next.name),
    phone: plainLine(next.phone),
    address: plainLine(next.address),
    holidays: [...days.values()].toSorted((a, b) => (a.on < b.on ? -1 : 1)),
  };
}

function refuse(next: StoreSettings): void {
  const problems = [
    ...(next.name === '' ? [{ path: '/name', message: say.nameTheStore }] : []),
    ...(safeUrl(next.url) === undefined ? [{ path: '/url', message: refusals.enterAFullLinkSuch }] : []),
    ...(next.retention.bodies > next.retention.people
      ? [{ path: '/retention/bodies', message: say.bodiesBeforePeople }]
      : []),
  ];
  if (problems.length > 0) throw new AppError('invalid', say.notSaved, problems);
}

type Part = keyof StoreSettings;
const changedParts = (seen: StoreSettings, next: StoreSettings): Set<Part> =>
  new Set((Object.keys(next) as Part[]).filter((p) => JSON.stringify(seen[p]) !== JSON.stringify(next[p])));

/**
 * What would follow from a change, each as a sentence: what it reaches, what it does not, and what would be gone for good. Nothing is
 * changed. Throws `invalid` with the places of what is wrong.
 */
export async function whatFollows({ store }: Access, { seen, next: given }: SaveSettings): Promise<string[]> {
  const next = tidy(given);
  refuse(next);
  const changed = changedParts(seen, next);
  const db = database();
  const told: string[] = [];
  if (changed.has('ownOrders')) {
    await refuseTaken(db, store, next.ownOrders);
    told.push(say.ownOrdersReach({ before: seen.ownOrders, now: next.ownOrders }));
  }
  const waiting = changed.size > 0 ? await waitingIn(db, store.id) : 0;
  if (['name', 'url', 'email', 'phone', 'address'].some((p) => changed.has(p as Part))) {
    told.push(say.saidFromNow({ n: waiting }));
  }
  if (changed.has('name')) {
    const own = await countOf(db, senders, and(eq(senders.storeId, store.id), sql`${senders.name} <> ${next.name}`));
    if (own > 0) told.push(say.sendersKeepName({ n: own }));
    if (store.look.masthead.name !== next.name) told.push(say.lookKeepsName({ name: store.look.masthead.name }));
  }
  if (changed.has('url')) told.push(say.linksSent);
  if (changed.has('currency')) {
    const [ordered, priced] = await Promise.all([
      countOf(db, orders, eq(orders.storeId, store.id)),
      countOf(db, products, eq(products.storeId, store.id)),
    ]);
    told.push(say.currencyReaches({ currency: next.currency }));
    if (ordered > 0) told.push(say.ordersKeepCurrency({ n: ordered }));
    if (priced > 0) told.push(say.pricesStay({ n: priced }));
  }
  if (changed.has('timeZone') || changed.has('holidays')) told.push(...(await timesMoved(db, store, changed)));
  if (changed.has('retention')) told.push(...(await whatGoes(db, store, next.retention)));
  return told;
}

/** A shop's numbers cannot be ours: what it tells of its orders would be refused. Throws `invalid`. */
async function refuseTaken(db: Executor, store: Store, beginning: string): Promise<void> {
  if (store.ownOrders.includes(beginning)) return;
  const n = await countOf(db, orders, and(eq(orders.storeId, store.id), like(orders.number, `${beginning}%`)));
  if (n === 0) return;
  throw new AppError('invalid', say.notSaved, [{ path: '/ownOrders', message: say.shopNumbersSo({ n, beginning }) }]);
}

const countOf = async (
  db: Executor,
  table: typeof deliveries | typeof events | typeof orders | typeof products | typeof senders,
  where: SQL | undefined,
): Promise<number> => (await db.select({ n: count() }).from(table).where(where))[0]!.n;

const waitingIn = (db: Executor, storeId: string): Promise<number> =>
  countOf(
    db,
    deliveries,
    and(eq(deliveries.storeId, storeId), inArray(deliveries.state, ['planned', 'deferred', 'held'])),
  );

async function timesMoved(db: Executor, store: Store, changed: ReadonlySet<Part>): Promise<string[]> {
  const [planned, summaries] = await Promise.all([
    countOf(db, deliveries, and(eq(deliveries.storeId, store.id), eq(deliveries.state, 'planned'))),
    db
      .select({ name: notifications.name, schedule: notifications.schedule })
      .from(notifications)
      .where(and(eq(notifications.storeId, store.id), eq(notifications.on, true))),
  ]);
  const told = [changed.has('timeZone') ? say.zoneReaches : say.daysReach];
  if (planned > 0) told.push(say.plannedStay({ n: planned }));
  for (const { name, schedule } of summaries) {
    const { rhythm } = schedule;
    if (!rhythm || (!changed.has('timeZone') && rhythm.every !== 'working-day')) continue;
    told.push(say.summaryMoves({ name, rhythm: rhythmWords(rhythm) }));
  }
  return told;
}

/** What a shorter time of keeping takes, of what is there now. */
async function whatGoes(db: Executor, store: Store, next: Retention): Promise<string[]> {
  const now = await databaseTime();
  const told: string[] = [];
  const before = (days: number): string => idAt(now - days * DAY_MS);
  const { bodies, dialogues, events: told_, people } = store.retention;
  if (next.bodies < bodies) {
    const old = and(eq(deliveries.storeId, store.id), lt(deliveries.id, before(next.bodies)));
    told.push(say.bodiesGo({ n: await countOf(db, deliveries, old), days: next.bodies }));
  }
  if (next.dialogues < dialogues) told.push(say.dialoguesGo({ days: next.dialogues }));
  if (next.events < told_) {
    const old = and(eq(events.storeId, store.id), lt(events.id, before(next.events)));
    told.push(say.eventsGo({ n: await countOf(db, events, old), days: next.events }));
  }
  if (next.people < people) {
    const old = and(eq(orders.storeId, store.id), lt(orders.id, before(next.people)));
    told.push(say.peopleGo({ n: await countOf(db, orders, old), days: next.people }));
  }
  return told.length > 0 ? [...told, say.forGood] : [say.keptLonger];
}

/**
 * Changes what a store has set about itself. Throws `invalid` with the places of what is wrong, and `conflict` where somebody changed it
 * since `seen`.
 */
export async function saveSettings(access: Access, { seen, next: given }: SaveSettings): Promise<void> {
  const next = tidy(given);
  refuse(next);
  await database().transaction(async (tx) => {
    const [store] = await tx.select().from(stores).where(eq(stores.id, access.store.id)).for('update');
    const before = settingsOf(store!);
    if (changedParts(seen, before).size > 0) throw new AppError('conflict', say.changedSince);
    const changed = changedParts(before, next);
    if (changed.size === 0) return;
    if (changed.has('ownOrders')) await refuseTaken(tx, store!, next.ownOrders);
    const { name, url, email, phone, address, ownOrders, ...rest } = next;
    await tx
      .update(stores)
      .set({
        ...rest,
        name,
        // What was ours stays ours.
        ownOrders: [ownOrders, ...store!.ownOrders.filter((b) => b !== ownOrders)],
        facts: { name, email, url, ...(phone && { phone }), ...(address && { address }) },
      })
      .where(eq(stores.id, store!.id));
    await settingsChanged(tx, store!.id);
    const changes = kept(() => changeWords(before, next, changed));
    await remember(access, 'changedStoreSettings', { changes }, { db: tx });
  });
}

/** What was changed, before and after. */
function changeWords(before: StoreSettings, next: StoreSettings, changed: ReadonlySet<Part>): string {
  const labels: Record<Exclude<Part, 'holidays' | 'retention'>, string> = {
    ...{ name: say.name, url: say.url, email: say.email, phone: say.phone, address: say.address },
    ...{ currency: say.currency, timeZone: say.timeZone, ownOrders: say.ownOrders },
  };
  const days = (list: readonly Holiday[]): string => list.map((h) => h.on).join(' ');
  const kinds: Record<keyof Retention, string> = {
    ...{ bodies: say.bodies, dialogues: say.dialogues, events: say.events, people: say.people },
  };
  const words = (Object.keys(labels) as (keyof typeof labels)[])
    .filter((p) => changed.has(p))
    .map((p) => changedSetting(labels[p], before[p], next[p]));
  if (changed.has('holidays')) {
    words.push(changedSetting(say.holidays, days(before.holidays), days(next.holidays)));
  }
  for (const kind of Object.keys(kinds) as (keyof Retention)[]) {
    if (before.retention[kind] === next.retention[kind]) continue;
    words.push(changedSetting(kinds[kind], before.retention[kind], next.retention[kind]));
  }
  return words.join(' · ');
}
