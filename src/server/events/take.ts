/** Takes an event of any type, as the shop tells it. */
import { eq } from 'drizzle-orm';
import { LRUCache } from 'lru-cache';
import { isOwnNumber } from '@/core/order';
import { placedSentence } from '@/core/schema';
import { AppError, type FieldProblem } from '../base/errors';
import { database } from '../db/client';
import { stores } from '../db/schema';
import { receiveTold } from './receive';
import type { Received } from './recording';
import { checkEvent, isAboutProduct, type OrderEvent } from './schema';
import { receiveCount } from './stock';

/** What is told of an order or an account goes to {@link receiveTold}, a count of stock to {@link receiveCount}. */
export const takeEvent = (storeId: string, event: OrderEvent): Promise<Received> =>
  isAboutProduct(event.type) ? receiveCount(storeId, event, database()) : receiveTold(storeId, event);

/** An event that cannot be taken: of another shape, or against what is known of its order. */
export interface NotTaken {
  why: 'not-taken' | 'contradiction' | 'closed';
  title: string;
  problems: readonly FieldProblem[];
}

/**
 * How numbers of orders that are made in a store begin. Asked for with each event, and seldom changed: what is some seconds old is good
 * enough, as numbers that stand twice are refused besides.
 */
const ownBeginnings = new LRUCache<string, string[]>({
  max: 1000,
  ttl: 10_000,
  fetchMethod: async (storeId) => {
    const [store] = await database().select({ own: stores.ownOrders }).from(stores).where(eq(stores.id, storeId));
    return store?.own ?? [];
  },
});

/** Checks an event that somebody outside tells of, and takes it; or says what is wrong with it, with each place. */
export async function takeTold(
  storeId: string,
  event: unknown,
): Promise<{ deliveries: string[]; known: boolean } | NotTaken> {
  const checked = checkEvent(event);
  if (!checked.ok) {
    const { problems } = checked;
    const title = `The event cannot be taken: ${problems.slice(0, 3).map(placedSentence).join(' ')}`;
    return { why: 'not-taken', title, problems };
  }
  const { number } = checked.value.data.order;
  const beginnings = (await ownBeginnings.fetch(storeId)) ?? [];
  if (isOwnNumber(number, beginnings)) {
    const own = `${beginnings.join(' and ')} ${beginnings.length === 1 ? 'is' : 'are'} for orders that are made in Libellus.`;
    return {
      why: 'not-taken',
      title: `The number ${number} cannot be a shop's: ${own}`,
      problems: [{ path: '/data/order/number', message: `Use another number: ${own}` }],
    };
  }
  try {
    const { deliveries, known } = await takeEvent(storeId, checked.value);
    return { deliveries, known };
  } catch (error) {
    if (!(error instanceof AppError)) throw error;
    const { code, message, problems } = error;
    if (code === 'forbidden') return { why: 'closed', title: message, problems: [] };
    if (code !== 'invalid' && code !== 'conflict') throw error;
    return code === 'invalid'
      ? { why: 'not-taken', title: `${message} ${problems.map(placedSentence).join(' ')}`, problems }
      : { why: 'contradiction', title: `${message} ${problems.map((p) => p.message).join(' ')}`, problems };
  }
}
