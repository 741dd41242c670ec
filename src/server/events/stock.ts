/** A count of a product becomes what is known of its stock, and a message to colleagues when it got worse than they know. */
import { and, eq } from 'drizzle-orm';
import { aboutStock, FUTURE_MS, notSaid, type Plan, type Reason } from '@/core/plan';
import { takeCount, type StockDetail } from '@/core/stock';
import { config } from '../base/config';
import { AppError } from '../base/errors';
import { newId } from '../base/ids';
import { database, type Database, type Executor } from '../db/client';
import { retryingDeadlocks } from '../db/deadlocks';
import { timeNow } from '../db/demo-clock';
import { databaseTime } from '../db/time';
import { deliveries, events, products, stockCounts, stores } from '../db/schema';
import { keepPlan } from './planned';
import { plannerOf } from './planner';
import type { Received } from './recording';
import type { OrderEvent } from './schema';

type Store = typeof stores.$inferSelect;
type Product = typeof products.$inferSelect;
export type StockMoment = 'product.stock-low' | 'product.stock-out';

/**
 * Takes a count. Idempotent on (source, id), and a count that is older than one that is known changes nothing. Throws an
 * {@link AppError} for a product that the store does not have, and for a count from the future.
 */
export async function receiveCount(storeId: string, event: OrderEvent, db: Database = database()): Promise<Received> {
  const now = await timeNow(db);
  const at = Date.parse(event.time ?? '');
  if (at > now + FUTURE_MS) {
    const message = 'This is in the future. Check the clock of the shop system.';
    throw new AppError('invalid', 'The count cannot be taken.', [{ path: '/time', message }]);
  }
  const [store] = await db.select().from(stores).where(eq(stores.id, storeId));
  if (!store) throw new AppError('not-found', `There is no store "${storeId}".`);
  if (store.closedAt) throw new AppError('forbidden', `The store ${store.name} is closed: nothing is taken for it.`);
  const told = event.data.details!.stock!;
  const product = await productOf(db, store, told.sku);
  return retryingDeadlocks(() => db.transaction((tx) => record(tx, store, product, { event, at, now })));
}

async function productOf(db: Executor, store: Store, sku: string): Promise<Product> {
  const [product] = await db
    .select()
    .from(products)
    .where(and(eq(products.storeId, store.id), eq(products.sku, sku)));
  if (product) return product;
  const message = `"${sku}" is not a product of ${store.name}. Import the list of products first.`;
  throw new AppError('invalid', 'The count cannot be taken.', [{ path: '/data/stock/sku', message }]);
}

const NOTHING: Received = { eventId: '', orderId: '', deliveries: [], known: false };

async function record(
  tx: Executor,
  store: Store,
  product: Product,
  { event, at, now }: { event: OrderEvent; at: number; now: number },
): Promise<Received> {
  const known = await taken(tx, store.id, event);
  if (known) return known;
  const { left, location } = event.data.details!.stock!;
  const key = { storeId: store.id, sku: product.sku, place: location ?? '' };
  const mine = and(
    eq(stockCounts.storeId, key.storeId),
    eq(stockCounts.sku, key.sku),
    eq(stockCounts.place, key.place),
  );
  const lowAt = product.lowAt ?? undefined;
  const count = { left, at };
  const first = takeCount(undefined, count, lowAt);
  if (first.kind === 'older') return NOTHING;
  const counted = { pieces: left, countedAt: new Date(at) };
  // The first of two that come at once begins it, and the other finds it there.
  const [begun] = await tx
    .insert(stockCounts)
    .ignore()
    .values({ ...key, ...counted, told: first.told });
  if (begun.affectedRows > 0) return NOTHING;
  const [before] = await tx.select().from(stockCounts).where(mine).for('update');
  const outcome = takeCount({ at: before!.countedAt.getTime(), told: before!.told }, count, lowAt);
  if (outcome.kind === 'older') return { ...NOTHING, known: true };
  await tx
    .update(stockCounts)
    .set({ ...counted, told: outcome.told })
    .where(mine);
  return outcome.moment
    ? tell(tx, store, outcome.moment, detailOf(store, product, { left, location }), event, now)
    : NOTHING;
}

/** What an event that came before has planned, or undefined for a new one. */
async function taken(tx: Executor, storeId: string, { source, id }: OrderEvent): Promise<Received | undefined> {
  const [first] = await tx
    .select({ id: events.id })
    .from(events)
    .where(and(eq(events.storeId, storeId), eq(events.source, source), eq(events.eventId, id)));
  if (!first) return undefined;
  const ids = await tx.select({ id: deliveries.id }).from(deliveries).where(eq(deliveries.eventId, first.id));
  return { eventId: first.id, orderId: '', deliveries: ids.map((d) => d.id), known: true };
}

/** Keeps the event with all that its messages say, and plans them. */
async function tell(
  tx: Executor,
  store: Store,
  moment: StockMoment,
  stock: StockDetail,
  event: OrderEvent,
  now: number,
): Promise<Received> {
  const at = Date.parse(event.time!);
  const { order, because } = aboutStock(store.currency, stock, at);
  const eventId = newId();
  const receivedAt = new Date(await databaseTime(tx));
  await tx.insert(events).values({
    id: eventId,
    storeId: store.id,
    source: event.source,
    eventId: event.id,
    type: event.type,
    time: new Date(at),
    receivedAt,
    orderId: null,
    data: { order, details: { stock } },
  });
  const prepared = await plannerOf(tx, store);
  const planned = prepared.plan({ moment, order, at, because });
  const unsaid = notSaid({ moment, at, now, order: '', cancelled: false, had: new Set() });
  const said: Plan = unsaid ? nobody(planned, unsaid) : planned;
  const ids = await keepPlan(
    tx,
    { storeId: store.id, eventId, orderId: null, orderNumber: '', createdAt: receivedAt },
    prepared.names,
    said,
  );
  return { eventId, orderId: '', deliveries: ids, known: false };
}

/** A plan by which nobody is written to, for one reason. */
const nobody = ({ deliveries: planned, notWritten }: Plan, reason: Reason): Plan => ({
  deliveries: [],
  notWritten: [...new Set([...planned, ...notWritten].map((d) => d.notificationId))].map((notificationId) => ({
    notificationId,
    reasons: [reason],
  })),
});

/** What a message about a product's stock says, with what is known of the product. */
export function detailOf(
  store: Pick<Store, 'id'>,
  { sku, name, category, lowAt, url }: Product,
  { left, location }: { left: number; location?: string | undefined },
): StockDetail {
  return {
    sku,
    left,
    name,
    ...(location !== undefined && location !== '' && { location }),
    ...(category !== '' && { category }),
    ...(lowAt !== null && { lowAt }),
    ...(url !== '' && { url }),
    recordUrl: `${config().url}/s/${store.id}/store/stock?find=${encodeURIComponent(sku)}`,
  };
}
