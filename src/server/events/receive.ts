/** An event becomes planned deliveries, in one transaction: all of it is recorded, or nothing. */
import { orderProblems } from '@/core/order';
import { FUTURE_MS } from '@/core/plan';
import { isCurrency } from '@/core/schema';
import type { KeptFile } from '@/core/attach';
import { isAway } from '../base/database-errors';
import { AppError } from '../base/errors';
import { Groupings } from '../base/grouping';
import { newId } from '../base/ids';
import { eventSpanId, isTraced, tell } from '../base/trace';
import { timeNow } from '../db/demo-clock';
import { database, inTransaction, type Database } from '../db/client';
import { retryingDeadlocks } from '../db/deadlocks';
import { ownClockAhead } from '../db/own-clock';
import { contradictions } from '../db/schema';
import { databaseTime } from '../db/time';
import { bringFile } from '../documents/files';
import { recordEvents, type Received } from './recording';
import { isAboutAccount, type OrderEvent } from './schema';

/** Most events in one transaction: others that write to the same customers wait for it. */
const MOST_TOGETHER = 50;
/** And how large they are together: a statement has to fit a packet of the database, 16 MB as it comes. */
const BYTES_TOGETHER = 3_000_000;

/**
 * Takes an event of an order. Idempotent on (source, id). What the order's life does not allow (a parcel after it was cancelled,
 * a second confirmation) and what is told a week late is taken and kept, and nobody is written to for it, with the reason on
 * record. Throws an {@link AppError} for figures that do not add up, an event from the future, a channel the store does not have, and
 * (`conflict`) for an order placed under a number that is another order's: that is kept, to be seen on Today.
 */
export async function receiveEvent(storeId: string, event: OrderEvent, db: Database = database()): Promise<Received> {
  return receiveBy(storeId, event, db, async (whole) => {
    const now = await timeNow(db);
    const [received] = await retryingDeadlocks(() => db.transaction((tx) => recordEvents(tx, storeId, [whole], now)));
    return received!;
  });
}

const together = new Groupings<OrderEvent, Received>((storeId) => ({
  together: async (group) => {
    const now = await timeNow();
    return retryingDeadlocks(() => database().transaction((tx) => recordEvents(tx, storeId, group, now)));
  },
  most: MOST_TOGETHER,
  weight: { of: ({ data }) => JSON.stringify(data).length, most: BYTES_TOGETHER },
  failsAll: isAway,
}));

/** As {@link receiveEvent}, for what programs tell: what comes at the same time is recorded together. */
export const receiveTold = (storeId: string, event: OrderEvent): Promise<Received> =>
  // What has a transaction or a clock of its own goes by itself.
  inTransaction() || ownClockAhead() !== undefined
    ? receiveEvent(storeId, event)
    : receiveBy(storeId, event, database(), (whole) => together.add(storeId, whole));

/** The event as the first span of its trace. */
function tellOf(storeId: string, event: OrderEvent, { eventId, deliveries }: Received, begun: number): void {
  if (!isTraced()) return;
  tell({
    ...{ event: eventId, name: 'event', id: eventSpanId(eventId), begun, ended: Date.now(), kind: 'server' },
    attributes: {
      ...{ 'libellus.store': storeId, 'libellus.moment': event.type, 'libellus.deliveries': deliveries.length },
    },
  });
}

async function receiveBy(
  storeId: string,
  event: OrderEvent,
  db: Database,
  record: (whole: OrderEvent) => Promise<Received>,
): Promise<Received> {
  const begun = Date.now();
  const { order } = event.data;
  const account = isAboutAccount(event.type);
  const problems = account ? [] : orderProblems(order).map((p) => ({ ...p, path: `/data/order${p.path}` }));
  if (!account && !isCurrency(order.currency)) {
    problems.push({ path: '/data/order/currency', message: `"${order.currency}" is not a currency code (ISO 4217).` });
  }
  if (event.time && Date.parse(event.time) > (await timeNow(db)) + FUTURE_MS) {
    problems.push({ path: '/time', message: 'This is in the future. Check the clock of the shop system.' });
  }
  if (problems.length > 0) throw new AppError('invalid', 'The order does not add up.', problems);
  const whole = await withFilesKept(storeId, event);
  try {
    const received = await record(whole);
    if (!received.known && ownClockAhead() === undefined) tellOf(storeId, event, received, begun);
    return received;
  } catch (error) {
    if (error instanceof AppError && error.code === 'conflict') await keepContradiction(storeId, event, error);
    throw error;
  }
}

/** The event with the files in it kept by their content. Throws `invalid`, with the place, for one that is not taken. */
async function withFilesKept(storeId: string, event: OrderEvent): Promise<OrderEvent> {
  const told = event.data.details?.files;
  if (!told) return event;
  const files: KeptFile[] = [];
  for (const [i, file] of told.entries()) {
    if (!('content' in file)) continue;
    const place = (message: string) => [{ path: `/data/details/files/${i}`, message }];
    if (!/^[A-Za-z0-9+/\s]+={0,2}\s*$/.test(file.content))
      throw new AppError('invalid', 'A file is not in base64.', place('Give it in base64 (RFC 4648, 4).'));
    try {
      const bytes = Buffer.from(file.content, 'base64');
      const {
        digest,
        name,
        type,
        bytes: size,
      } = await bringFile(storeId, { bytes, name: file.name, by: '', onShelf: false });
      files.push({ digest, name, type, bytes: size });
    } catch (error) {
      if (error instanceof AppError) throw new AppError('invalid', 'A file cannot be taken.', place(error.message));
      throw error;
    }
  }
  const links = told.filter((f) => 'url' in f);
  const { files: _, ...details } = event.data.details!;
  return {
    ...event,
    data: {
      ...event.data,
      details: { ...details, ...(links.length > 0 && { files: links }) },
      ...(files.length > 0 && { files }),
    },
  };
}

/** Keeps that an event was refused, once however often it comes. */
async function keepContradiction(storeId: string, { source, id, data }: OrderEvent, error: AppError): Promise<void> {
  await database()
    .insert(contradictions)
    .ignore()
    .values({
      id: newId(),
      storeId,
      orderNumber: data.order.number,
      source,
      eventId: id,
      differences: error.problems.map((p) => p.message),
      at: new Date(await databaseTime()),
    });
}
