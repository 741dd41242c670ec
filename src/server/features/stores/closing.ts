/** Closing a store and opening it again; and how all stores of a person are. */
import { and, count, eq, gte, inArray, max, sql } from 'drizzle-orm';
import { CloseStoreSchema, type CloseStore, type ClosingSeen, type StoreHealth } from '@/contract/stores';
import { letsIn, type Access, type Person } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { idAt } from '../../base/ids';
import { database } from '../../db/client';
import { deliveries, memberships, notices, orders, services, sources, stores, user } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { NOTHING } from '../shapes';
import { useCase } from '../use-case';
import { kept } from '@/words/kept';
import { say } from '@/words/stores';

const DAY = 86_400_000;
const WAITING = ['planned', 'deferred', 'held'] as const;

const waitingIn = (storeId: string) => and(eq(deliveries.storeId, storeId), inArray(deliveries.state, [...WAITING]));
const goingIn = (storeId: string) =>
  and(eq(notices.storeId, storeId), inArray(notices.state, ['planning', 'going', 'paused']));

/** What waits in a store, to be decided about before it is closed. Nothing is changed. */
export async function lookAtClosing({ store }: Access): Promise<ClosingSeen> {
  const db = database();
  const [waiting, held, going, open] = await Promise.all([
    db.$count(deliveries, waitingIn(store.id)),
    db.$count(deliveries, and(eq(deliveries.storeId, store.id), eq(deliveries.state, 'held'))),
    db.$count(notices, goingIn(store.id)),
    db.$count(sources, and(eq(sources.storeId, store.id), eq(sources.on, true))),
  ]);
  return { waiting, held, notices: going, sources: open };
}

/**
 * Closes a store: no event is taken and nothing is changed any more. What waits is stopped, or still goes at its times; notices to many are
 * stopped in any case. Throws `conflict` for one that is closed.
 */
export async function closeStore(access: Access, { waiting }: CloseStore): Promise<void> {
  const { store, person } = access;
  await database().transaction(async (tx) => {
    const [row] = await tx.select({ at: stores.closedAt }).from(stores).where(eq(stores.id, store.id)).for('update');
    if (row?.at) throw new AppError('conflict', say.isClosedAlready);
    await tx
      .update(stores)
      .set({
        ...{ closedAt: new Date(await databaseTime(tx)), closedBy: person.name },
        settingsRevision: sql`${stores.settingsRevision} + 1`,
      })
      .where(eq(stores.id, store.id));
    const stopped = kept(() => say.storeWasClosed({ person: person.name }));
    if (waiting === 'stop') {
      await tx.update(deliveries).set({ state: 'cancelled', lastWords: stopped }).where(waitingIn(store.id));
    } else {
      const ofNotices = and(waitingIn(store.id), sql`${deliveries.noticeId} is not null`);
      await tx.update(deliveries).set({ state: 'cancelled', lastWords: stopped }).where(ofNotices);
    }
    await tx.update(notices).set({ state: 'stopped', haltedBy: person.name }).where(goingIn(store.id));
    await remember(access, 'closedStore', { name: store.name }, { db: tx });
  });
}

/** Opens a store again: events are taken from now on. What was stopped stays stopped. Throws `conflict` for one that is open. */
export async function reopenStore(access: Access): Promise<void> {
  const { store } = access;
  await database().transaction(async (tx) => {
    const [row] = await tx.select({ at: stores.closedAt }).from(stores).where(eq(stores.id, store.id)).for('update');
    if (!row?.at) throw new AppError('conflict', say.isOpenAlready);
    await tx
      .update(stores)
      .set({ closedAt: null, closedBy: '', settingsRevision: sql`${stores.settingsRevision} + 1` })
      .where(eq(stores.id, store.id));
    await remember(access, 'reopenedStore', { name: store.name }, { db: tx });
  });
}

/** How all stores of a person are, open ones first. */
export async function loadHealth(person: Person): Promise<StoreHealth[]> {
  const db = database();
  const rows = await db
    .select({ id: stores.id, name: stores.name, role: memberships.role, at: stores.closedAt, by: stores.closedBy })
    .from(memberships)
    .innerJoin(stores, eq(stores.id, memberships.storeId))
    .innerJoin(user, eq(user.id, memberships.userId))
    .where(and(eq(memberships.userId, person.id), eq(memberships.off, false), letsIn(person)))
    .orderBy(stores.name);
  const ids = rows.map((r) => r.id);
  if (ids.length === 0) return [];
  const now = await databaseTime();
  const [ordered, last, states, failed, sending] = await Promise.all([
    db
      .select({ id: orders.storeId, n: count() })
      .from(orders)
      .where(and(inArray(orders.storeId, ids), gte(orders.id, idAt(now - DAY))))
      .groupBy(orders.storeId),
    db
      .select({ id: orders.storeId, last: max(orders.id) })
      .from(orders)
      .where(inArray(orders.storeId, ids))
      .groupBy(orders.storeId),
    db
      .select({ id: deliveries.storeId, state: deliveries.state, n: count() })
      .from(deliveries)
      .where(and(inArray(deliveries.storeId, ids), inArray(deliveries.state, [...WAITING])))
      .groupBy(deliveries.storeId, deliveries.state),
    db
      .select({ id: deliveries.storeId, n: count() })
      .from(deliveries)
      .where(
        and(
          inArray(deliveries.storeId, ids),
          inArray(deliveries.state, ['failed', 'bounced']),
          gte(deliveries.id, idAt(now - 7 * DAY)),
        ),
      )
      .groupBy(deliveries.storeId),
    db
      .select({ id: services.storeId, n: count() })
      .from(services)
      .where(and(inArray(services.storeId, ids), eq(services.paused, false)))
      .groupBy(services.storeId),
  ]);
  const newest = last.flatMap((l) => (l.last ? [l.last] : []));
  const times = newest.length
    ? await db.select({ id: orders.storeId, at: orders.placedAt }).from(orders).where(inArray(orders.id, newest))
    : [];
  const of = <T extends { id: string; n: number }>(list: readonly T[], id: string): number =>
    list.filter((row) => row.id === id).reduce((sum, row) => sum + row.n, 0);
  const health = rows.map(({ id, name, role, at, by }): StoreHealth => {
    const lastOrder = times.find((t) => t.id === id)?.at;
    return {
      ...{ id, name, role, closedBy: by },
      ...(at && { closedAt: at.toISOString() }),
      orders: of(ordered, id),
      ...(lastOrder && { lastOrderAt: lastOrder.toISOString() }),
      waiting: of(
        states.filter((s) => s.state !== 'held'),
        id,
      ),
      held: of(
        states.filter((s) => s.state === 'held'),
        id,
      ),
      failed: of(failed, id),
      services: of(sending, id),
    };
  });
  return [...health.filter((s) => !s.closedAt), ...health.filter((s) => s.closedAt)];
}

const permission = 'store.close' as const;
export const storeLife = {
  lookAtClosing: useCase({ name: 'storeLife.lookAtClosing', permission, input: NOTHING, run: lookAtClosing }),
  close: useCase({ name: 'storeLife.close', permission, input: CloseStoreSchema, run: closeStore }),
  reopen: useCase({ name: 'storeLife.reopen', permission, input: NOTHING, run: reopenStore }),
};
