/** How a shop system tells Libellus of its orders: the address, the key, an example of each event, and a line that sends it. */
import { and, desc, eq, isNull, notLike } from 'drizzle-orm';
import { momentLabel } from '@/core/moments';
import { isWebAddress } from '@/core/schema';
import type { Access } from '../../auth/access';
import { config } from '../../base/config';
import { database } from '../../db/client';
import { channels, events, keys, orders, products } from '../../db/schema';
import { AppError } from '../../base/errors';
import { exampleEvent } from '../../events/examples';
import { EVENT_TYPES } from '../../events/schema';
import { remember } from '../../auth/history';
import { unseal } from '../../base/secrets';
import { say } from '@/words/refusals';

/** What the screen that connects a shop opens with: an example and a pasteable line for each event. */
export async function loadConnect(access: Access) {
  const { store } = access;
  const [[channel], newest, [order], goods] = await Promise.all([
    database()
      .select({ id: channels.id })
      .from(channels)
      .where(eq(channels.storeId, store.id))
      .orderBy(desc(channels.id))
      .limit(1),
    database()
      .select({ id: events.id, type: events.type, source: events.source, at: events.receivedAt })
      .from(events)
      .where(eq(events.storeId, store.id))
      .orderBy(desc(events.id))
      .limit(8),
    database()
      .select({ number: orders.number })
      .from(orders)
      // Not one that was made here: their numbers are ours.
      .where(and(eq(orders.storeId, store.id), ...store.ownOrders.map((own) => notLike(orders.number, `${own}%`))))
      .orderBy(desc(orders.id))
      .limit(1),
    database()
      .select({ sku: products.sku, name: products.name, category: products.category })
      .from(products)
      .where(eq(products.storeId, store.id))
      .orderBy(products.sku)
      .limit(2),
  ]);
  const [first, second] = goods;
  const time = new Date(Math.floor(Date.now() / 1000) * 1000).toISOString();
  return {
    url: `${config().url}/api/v1/events`,
    openApi: `${config().url}/api/v1/openapi.json`,
    events: EVENT_TYPES.map((type) => ({
      type,
      label: momentLabel(type),
      body: JSON.stringify(
        exampleEvent(type, {
          currency: store.currency,
          channel: channel?.id ?? 'web-shop',
          time,
          // As this shop numbers its orders.
          number: `${/^\D*/.exec(order?.number ?? '')?.[0] || 'SHOP-'}20001`,
          source: sourceOf(store.facts.url),
          ...(first && second && { goods: [first, second] }),
        }),
        null,
        2,
      ),
    })),
    newest: newest.map((e) => ({ ...e, at: e.at.toISOString() })),
  };
}

/** Who tells of a shop's orders: its own address, and a made-up one while the store has none. */
const sourceOf = (url: string): string =>
  isWebAddress(url) ? `${url.replace(/\/$/, '')}/shop` : 'https://shop.example/shop';

/** The store's events key, shown to its owner on request; that it was is remembered. */
export async function eventsKey(access: Access): Promise<string> {
  const [row] = await database()
    .select({ secret: keys.secret })
    .from(keys)
    .where(and(eq(keys.storeId, access.store.id), eq(keys.kind, 'events'), isNull(keys.overAt), isNull(keys.until)))
    .orderBy(desc(keys.id))
    .limit(1);
  if (!row) throw new AppError('not-found', say.theStoreHasNoEvents);
  await remember(access, 'lookedAtEventsKey', {});
  return unseal(row.secret);
}
