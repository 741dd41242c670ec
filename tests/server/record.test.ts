/** Lists and stories: orders and deliveries as the screens read them. */
import { eq } from 'drizzle-orm';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { database } from '@/server/db/client';
import { deliveries, notifications } from '@/server/db/schema';
import { migrateDatabase } from '@/server/db/migrate';
import { receiveEvent } from '@/server/events/receive';
import { readMedia } from '@/server/documents/media';
import {
  deliveryDetail,
  listDeliveries,
  readDeliveryFilter,
  sentMessage,
  tryAgain,
} from '@/server/features/deliveries/deliveries';
import { loadBoard, orderPath } from '@/server/features/notifications/board';
import { switchNotification } from '@/server/features/templates/templates';
import { listOrders, orderDetail, orderSnapshot, readOrderFilter } from '@/server/features/orders/orders';
import { Worker } from '@/server/worker/worker';
import { accessAs, connectService, placedEvent, SHOP, useDatabase } from './fixture';
import { historyOf } from '@/server/auth/history';

useDatabase();

const place = (first: string, number?: string) =>
  receiveEvent(
    SHOP,
    placedEvent({
      ...(number && { number }),
      customer: { email: `${first.toLowerCase()}@record-test.example`, firstName: first, lastName: 'Sobczyk' },
    }),
  );

describe('the list of orders', () => {
  it('is newest first, page by page, each order once', async () => {
    for (let i = 0; i < 7; i += 1) await place(`Page${i}`);
    const access = await accessAs();
    const seen: string[] = [];
    let before: string | undefined;
    do {
      const page = await listOrders(access, { ...(before && { before }) }, 3);
      seen.push(...page.rows.map((r) => r.customerName));
      before = page.next;
    } while (before);
    expect(seen).toEqual([6, 5, 4, 3, 2, 1, 0].map((i) => `Page${i} Sobczyk`));
  });

  it('finds by number, name and address, and takes % and _ as they are', async () => {
    const access = await accessAs();
    await place('Percy', 'R_100%');
    const find = async (search: string): Promise<number> => (await listOrders(access, { search })).rows.length;
    expect(await find('R_100%')).toBe(1);
    expect(await find('R-100')).toBe(0);
    expect(await find('percy@')).toBe(1);
    expect(await find('Percy Sob')).toBe(1);
    expect(await find('%')).toBe(1);
    expect(await find("' or 1=1 --")).toBe(0);
  });

  it('is narrowed by state, channel and language, and leaves out what it cannot read', async () => {
    const access = await accessAs();
    const german = placedEvent({ language: 'de', status: 'OrderPaymentDue' });
    await receiveEvent(SHOP, german);
    const market = placedEvent({ channel: 'bazaarlane' });
    await receiveEvent(SHOP, market);
    const numbers = async (query: Record<string, string>): Promise<string[]> =>
      (await listOrders(access, readOrderFilter(query))).rows.map((r) => r.number);
    expect(await numbers({ language: 'de', status: 'OrderPaymentDue' })).toEqual([german.data.order.number]);
    expect(await numbers({ channel: 'bazaarlane' })).toEqual([market.data.order.number]);
    expect(await numbers({ channel: 'bazaarlane', language: 'de' })).toEqual([]);
    expect(readOrderFilter({ status: 'OrderExploded', search: ' ', channel: ['a', 'b'] })).toEqual({ channel: 'a' });
  });

  it('knows no order of another name', async () => {
    const access = await accessAs();
    await expect(orderDetail(access, 'none')).rejects.toMatchObject({ code: 'not-found' });
    await expect(orderSnapshot(access, 'none')).rejects.toMatchObject({ code: 'not-found' });
    await expect(orderPath(access, 'none')).rejects.toMatchObject({ code: 'not-found' });
  });
});

describe('the record of deliveries', () => {
  it('reads filters from an address and leaves out what it cannot read', () => {
    expect(
      readDeliveryFilter({ state: 'failed,exploded', role: 'king', recipient: ' a@b.example ', order: ['Q-1', 'Q-2'] }),
    ).toEqual({
      states: ['failed'],
      recipient: 'a@b.example',
      order: 'Q-1',
    });
    expect(readDeliveryFilter({})).toEqual({});
  });

  it('tells a delivery’s whole story, with the others of the same event', async () => {
    await connectService();
    const received = await place('Story');
    while ((await new Worker().round()) > 0);
    const access = await accessAs();
    const rows = (await listDeliveries(SHOP, { recipient: 'story@' })).rows;
    const story = await deliveryDetail(access, rows[0]!.id);
    expect(story).toMatchObject({
      state: 'accepted',
      edition: 1,
      slug: 'order-received',
      event: { type: 'order.placed' },
      message: { from: '"Quillwick" <orders@quillwick.example>' },
      others: [{ recipient: 'pawel@quillwick.example' }],
    });
    expect(story.reasons[0]).toBe('Order received goes out when an order is placed.');
    expect(story.attempts).toHaveLength(1);
    expect((await sentMessage(access, story.id)).toString()).toContain('Story');
    const path = await orderPath(access, story.order);
    expect(path).toMatchObject({ sent: 2, waiting: 0, failed: 0 });
    // As many as the board says it of.
    const silent = Object.values(path.byNotification).filter(
      (s) => s.sent.length === 0 && s.would === 0 && s.why.length > 0,
    );
    expect(path.notSent).toBe(silent.length);
    // What was sent is not sent again by asking.
    await expect(tryAgain(access, story.id)).rejects.toMatchObject({ code: 'conflict' });
    expect(received.deliveries).toContain(story.id);
  });

  it('of another store is not there', async () => {
    const access = await accessAs();
    const [row] = await database().select().from(deliveries).limit(1);
    const other = { ...access, store: { ...access.store, id: 'another' } };
    await expect(deliveryDetail(other, row!.id)).rejects.toMatchObject({ code: 'not-found' });
    await expect(sentMessage(other, row!.id)).rejects.toMatchObject({ code: 'not-found' });
    await expect(tryAgain(other, row!.id)).rejects.toMatchObject({ code: 'not-found' });
    expect((await listDeliveries('another', {})).rows).toEqual([]);
  });

  it('says that there is nothing to download before it was sent', async () => {
    const received = await place('Unsent');
    await expect(sentMessage(await accessAs(), received.deliveries[0]!)).rejects.toMatchObject({
      message: expect.stringContaining('was not sent'),
    });
  });
});

describe('the board', () => {
  it('marks what fails, counts languages and rules, and remembers who switched what', async () => {
    const access = await accessAs();
    const board = await loadBoard(access);
    expect(board.cards.map((c) => [c.name, c.mark, c.complete, c.rules])).toEqual(
      expect.arrayContaining([
        ['Order received', 'live', ['en', 'de'], undefined],
        ['New order', 'live', ['en', 'de'], 1],
        ['On its way', 'live', ['en', 'de'], undefined],
        ['Refund issued', 'live', ['en', 'de'], undefined],
        ['Delivered', 'off', ['en', 'de'], undefined],
      ]),
    );
    expect(board.cards).toHaveLength(SHIPPED_NOTIFICATIONS.length);
    const [notification] = await database()
      .select()
      .from(notifications)
      .where(eq(notifications.slug, 'order-received'));
    await database().update(deliveries).set({ state: 'failed' }).where(eq(deliveries.notificationId, notification!.id));
    expect((await loadBoard(access)).cards[0]!.mark).toBe('failing');
    await switchNotification(access, 'order-received', false);
    const entries = await historyOf(SHOP);
    expect(entries.map((h) => h.words)).toContain('Marta Oyelaran turned Order received off');
  });
});

describe('the database', () => {
  it('can be migrated again at every start', async () => {
    await expect(migrateDatabase(process.env.DATABASE_URL!)).resolves.toBeUndefined();
    expect((await listOrders(await accessAs())).rows.length).toBeGreaterThan(0);
  });
});

describe('pictures', () => {
  it.each([
    [['..', 'secret']],
    [['..', '..', 'etc', 'passwd']],
    [['products', '..', '..', 'secret.png']],
    [['x.svg']],
    [[]],
  ])('are never read from %j', async (path) => {
    expect(await readMedia(path)).toBeUndefined();
  });
});
