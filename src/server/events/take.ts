/** Takes an event of any type, as the shop tells it. */
import { database, type Database } from '../db/client';
import { receiveEvent, type Received } from './receive';
import { isAboutProduct, type OrderEvent } from './schema';
import { receiveCount } from './stock';

/** What is told of an order or an account goes to {@link receiveEvent}, a count of stock to {@link receiveCount}. */
export const takeEvent = (storeId: string, event: OrderEvent, db: Database = database()): Promise<Received> =>
  isAboutProduct(event.type) ? receiveCount(storeId, event, db) : receiveEvent(storeId, event, db);
