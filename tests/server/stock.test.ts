/** Stock that runs out: counts by events and by hand, who hears of them by category and place, and what is refused. */
import { and, eq } from 'drizzle-orm';
import { Webhook } from 'standardwebhooks';
import type { Scope } from '@/core/plan';
import { handleEvent } from '@/server/api/events';
import { database } from '@/server/db/client';
import { deliveries, notifications, notWritten, products, routingRules, stockCounts } from '@/server/db/schema';
import { loadBoard } from '@/server/features/notifications/board';
import { impactOf } from '@/server/features/notifications/impact';
import { makeNotification } from '@/server/features/notifications/notifications';
import { addRule, loadRouting, tryOrder } from '@/server/features/routing/routing';
import { bringIn } from '@/server/features/exchange/bring-in';
import { takeOut } from '@/server/features/exchange/take-out';
import { countEffects, loadStock, saveStock, saveThreshold } from '@/server/features/stock/stock';
import { exportMessage } from '@/server/features/templates/exported';
import { loadDesk } from '@/server/features/templates/templates';
import { reasonWords } from '@/core/plan';
import { accessAs, connectService, EVENTS_KEY, mailbox, planAnew, SHOP, textOf, useDatabase } from './fixture';
import { drain, order, reader } from './orders';

useDatabase();

beforeEach(() => connectService());

const HOUR = 3_600_000;
let serial = 0;

interface Told {
  status: number;
  body: { detail?: string; deliveries?: string[]; known?: boolean; problems?: { path: string; message: string }[] };
}

/** Tells a count as a shop does: signed, over the public interface. */
async function tell(
  stock: Record<string, unknown>,
  {
    at = Date.now(),
    id = `count-${process.pid}-${(serial += 1)}`,
    ...more
  }: { at?: number; id?: string; type?: string; time?: string } = {},
): Promise<Told> {
  const body = JSON.stringify({
    specversion: '1.0',
    id,
    source: 'https://quillwick.example/shop',
    type: 'product.stock-counted',
    time: new Date(at).toISOString(),
    ...more,
    data: { stock },
  });
  const now = new Date();
  const response = await handleEvent(
    new Request('http://libellus.example/api/v1/events', {
      method: 'POST',
      body,
      headers: {
        'webhook-id': 'msg_1',
        'webhook-timestamp': String(Math.floor(now.getTime() / 1000)),
        'webhook-signature': new Webhook(EVENTS_KEY).sign('msg_1', now, body),
      },
    }),
  );
  return { status: response.status, body: (await response.json()) as Told['body'] };
}

/** A product of its own, so that no test knows of another's counts. */
async function product(lowAt: number | null = 5, category = 'tools'): Promise<string> {
  const sku = `T-${process.pid}-${(serial += 1)}`;
  await database()
    .insert(products)
    .values({ storeId: SHOP, sku, name: `Bone folder ${serial}`, category, price: 1290, taxRate: 19, lowAt });
  return sku;
}

/** Puts rules in the place of those that are there. */
async function rules(slug: 'stock-low' | 'out-of-stock', ...wanted: [address: string, scope: Scope][]): Promise<void> {
  const [notification] = await database()
    .select()
    .from(notifications)
    .where(and(eq(notifications.storeId, SHOP), eq(notifications.slug, slug)));
  await database().delete(routingRules).where(eq(routingRules.notificationId, notification!.id));
  for (const [address, scope] of wanted)
    await addRule(await accessAs(), { notificationId: notification!.id, recipient: { address }, scope });
  await planAnew();
}

const nameOf = async (sku: string): Promise<string> =>
  (await database().select().from(products).where(eq(products.sku, sku)))[0]!.name;

const subjects = async (address: string): Promise<string[]> => (await mailbox(address)).map((m) => m.subject);

describe('a count that the shop tells', () => {
  it('reaches colleagues once when it is low, and once when nothing is left, from the event to the mailbox', async () => {
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    await rules('out-of-stock', [lene, { kind: 'all' }]);
    const sku = await product(5);
    for (const left of [20, 5, 4, 0, 0]) expect((await tell({ sku, left })).status).toBe(202);
    await drain();
    const name = await nameOf(sku);
    expect((await subjects(lene)).toSorted()).toEqual([`Out of stock: ${name}`, `Stock low: ${name}`]);
    const low = (await mailbox(lene)).find((m) => m.subject.startsWith('Stock low'))!;
    expect(await textOf(low)).toContain('Left: 5. Low at: 5.');
    expect(await textOf(low)).toContain(`/s/quillwick/store/stock?find=${sku}`);
  });

  it('goes to whom its category and its place concern, with the reasons on record', async () => {
    const [tools, papers, mill, bindery] = [reader(), reader(), reader(), reader()];
    const at = (place: string): Scope => ({
      kind: 'when',
      when: { match: 'all', tests: [{ about: 'location', is: 'one', of: [place] }] },
    });
    await rules(
      'stock-low',
      [tools, { kind: 'category', category: 'tools' }],
      [papers, { kind: 'category', category: 'papers' }],
      [mill, at('the Mill')],
      [bindery, at('the Bindery store')],
    );
    const sku = await product(5);
    await tell({ sku, left: 20, location: 'the Mill' });
    const { body } = await tell({ sku, left: 3, location: 'the Mill' });
    await drain();
    expect(body.deliveries).toHaveLength(2);
    expect([await subjects(tools), await subjects(mill)].flat()).toHaveLength(2);
    expect([await subjects(papers), await subjects(bindery)].flat()).toEqual([]);
    const [row] = await database().select().from(deliveries).where(eq(deliveries.id, body.deliveries![0]!));
    expect(row!.reasons.map(reasonWords)).toEqual(
      expect.arrayContaining([
        expect.stringMatching(/^3 of Bone folder \d+ are left at the Mill, and 5 or fewer count as low\.$/),
        expect.stringMatching(/gets messages about the stock of tools, and Bone folder \d+ belongs to it\.$/),
      ]),
    );
    const unsent = await database().select().from(notWritten).where(eq(notWritten.eventId, row!.eventId));
    expect(unsent.flatMap((n) => n.reasons.map(reasonWords)).toSorted()).toEqual(
      [
        `${bindery} gets messages about stock only when the product lies at the Bindery store.`,
        `${papers} gets messages only about the stock of papers.`,
      ].toSorted(),
    );
  });

  it('counts each place by itself', async () => {
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    const sku = await product(5);
    await tell({ sku, left: 20, location: 'the Mill' });
    await tell({ sku, left: 20, location: 'the Bindery store' });
    await tell({ sku, left: 2, location: 'the Mill' });
    await tell({ sku, left: 2, location: 'the Bindery store' });
    await drain();
    expect(await subjects(lene)).toHaveLength(2);
  });

  it('tells nobody by a first count, and writes to nobody for one that is older than what is known', async () => {
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    const sku = await product(5);
    await tell({ sku, left: 2 });
    const other = await product(5);
    await tell({ sku: other, left: 30 });
    const late = await tell({ sku: other, left: 1 }, { at: Date.now() - HOUR });
    await drain();
    expect(late.body).toMatchObject({ deliveries: [], known: true });
    expect(await subjects(lene)).toEqual([]);
    const [known] = await database().select().from(stockCounts).where(eq(stockCounts.sku, other));
    expect(known!.pieces).toBe(30);
  });

  it('is told once although it comes twice, also when both come at once', async () => {
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    const sku = await product(5);
    await tell({ sku, left: 20 }, { at: Date.now() - HOUR });
    const at = Date.now();
    const answers = await Promise.all(
      Array.from({ length: 4 }, () => tell({ sku, left: 3 }, { at, id: `same-${sku}` })),
    );
    await drain();
    expect(answers.map((a) => a.status)).toEqual([202, 202, 202, 202]);
    expect(await subjects(lene)).toHaveLength(1);
    // And again afterwards: the same deliveries.
    const again = await tell({ sku, left: 3 }, { at, id: `same-${sku}` });
    expect(again.body).toMatchObject({ known: true });
    expect(again.body.deliveries).toHaveLength(1);
  });

  it('of a week ago is taken, and nobody is written to, with the reason', async () => {
    const sku = await product(5);
    await tell({ sku, left: 20 }, { at: Date.now() - 300 * HOUR });
    await tell({ sku, left: 3 }, { at: Date.now() - 200 * HOUR });
    const unsent = await database().select().from(notWritten);
    expect(unsent.flatMap((n) => n.reasons.map((r) => r.code))).toContain('too-late');
  });

  it.each<[string, Record<string, unknown>, object, string, RegExp]>([
    [
      'an unknown product',
      { sku: 'TO-NONE', left: 3 },
      {},
      '/data/stock/sku',
      /"TO-NONE" is not a product of Quillwick/,
    ],
    ['a half piece', { sku: 'TO-AWL', left: 2.5 }, {}, '/data/stock/left', /whole number/i],
    ['no number', { sku: 'TO-AWL' }, {}, '/data/stock/left', /./],
    ['something else', { sku: 'TO-AWL', left: 1, shelf: 'B' }, {}, '/data/stock/shelf', /not known/],
    ['no time', { sku: 'TO-AWL', left: 1 }, { time: undefined }, '/time', /./],
    ['a time to come', { sku: 'TO-AWL', left: 1 }, { at: Date.now() + 2 * HOUR }, '/time', /future/],
  ])('with %s is refused at its place, and nothing is kept', async (_what, stock, more, path, message) => {
    const before = await database().select().from(stockCounts);
    const { status, body } = await tell(stock, more);
    expect(status).toBe(400);
    expect(body.problems![0]!.path).toContain(path);
    expect(body.problems![0]!.message).toMatch(message);
    expect(await database().select().from(stockCounts)).toEqual(before);
  });
});

describe('a count by hand', () => {
  it('says before whom it writes to, and does so', async () => {
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    await rules('out-of-stock');
    const access = await accessAs();
    const sku = await product(null);
    const wanted = (left: number, lowAt: number | null = 5) => ({
      sku,
      lowAt,
      counts: [{ location: 'the Mill', left }],
    });
    const effect = async (left: number) => (await countEffects(access, wanted(left)))[0]!;
    expect(await effect(9)).toMatchObject({ words: 'This is the first count here, so nobody is written to.' });
    await saveStock(access, wanted(9));
    expect(await effect(7)).toMatchObject({ words: 'Enough is left. Nobody is written to.', tells: false });
    expect(await effect(4)).toEqual({
      location: 'the Mill',
      words: `Stock is low. A message goes out now, to ${lene}.`,
      tells: true,
    });
    expect(await effect(0)).toMatchObject({ words: 'Nothing is left, and no colleague is named to hear of it.' });
    expect(await saveStock(access, wanted(4))).toEqual({ written: 1 });
    await drain();
    expect(await subjects(lene)).toHaveLength(1);
    expect(await effect(3)).toMatchObject({ words: 'Colleagues know already. They hear again once there was enough.' });
    const { rows } = await loadStock(access, { find: sku, show: 'low', page: 1 });
    expect(rows).toMatchObject([{ sku, lowAt: 5, counts: [{ location: 'the Mill', left: 4, state: 'low' }] }]);
  });

  it('sets the threshold of a category, and tells nobody by that', async () => {
    const access = await accessAs();
    const category = `knives ${process.pid}`;
    const sku = await product(null, category);
    await tell({ sku, left: 6 });
    expect(await saveThreshold(access, { category, lowAt: 8 })).toEqual({ changed: 1 });
    const page = await loadStock(access, { find: category, show: 'low', page: 1 });
    expect(page.rows.map((r) => r.sku)).toEqual([sku]);
    const lene = reader();
    await rules('stock-low', [lene, { kind: 'all' }]);
    await drain();
    expect(await subjects(lene)).toEqual([]);
    // The next count is held against it.
    await tell({ sku, left: 5 });
    await drain();
    expect(await subjects(lene)).toHaveLength(1);
  });
});

it('thresholds come in with the list of products, and go out with it', async () => {
  const access = await accessAs();
  const file = (lowAt: string): Uint8Array =>
    Buffer.from(`sku,name,category,price,low_at\nLIST-1,Awl,tools,12.00,${lowAt}\n`);
  await bringIn(access, 'products', file('7'), false);
  const lowAtOf = async () => (await database().select().from(products).where(eq(products.sku, 'LIST-1')))[0]!.lowAt;
  expect(await lowAtOf()).toBe(7);
  // A list that leaves it out leaves what is known.
  await bringIn(access, 'products', file(''), false);
  expect(await lowAtOf()).toBe(7);
  await expect(bringIn(access, 'products', file('0'), false)).rejects.toMatchObject({ code: 'invalid' });
  expect((await takeOut(access, 'products', 'csv')).body).toMatch(/LIST-1,.*,7/);
});

describe('a message about stock', () => {
  it('is for colleagues only', async () => {
    const access = await accessAs();
    const make = (audience: 'customer' | 'staff') =>
      makeNotification(access, { name: `Low ${audience}`, moment: 'product.stock-low', audience });
    await expect(make('customer')).rejects.toMatchObject({ problems: [{ path: '/audience' }] });
    await expect(make('staff')).resolves.toMatchObject({ slug: 'low-staff' });
  });

  it('has rules that ask of the product, and of nothing that only an order has', async () => {
    const access = await accessAs();
    const [notification] = await database().select().from(notifications).where(eq(notifications.slug, 'stock-low'));
    const rule = (scope: Scope) =>
      addRule(access, { notificationId: notification!.id, recipient: { address: reader() }, scope });
    await expect(
      rule({ kind: 'when', when: { match: 'all', tests: [{ about: 'first-order', is: true }] } }),
    ).rejects.toMatchObject({ problems: [{ path: '/scope/when/tests/0/about' }] });
    await expect(
      rule({ kind: 'when', when: { match: 'all', tests: [{ about: 'product', holds: 'any', of: ['TO-AWL'] }] } }),
    ).resolves.toBeUndefined();
  });

  it('is not held against orders: no order is said to be left out or to have it', async () => {
    const access = await accessAs();
    await rules('stock-low', [reader(), { kind: 'category', category: 'nothing of the kind' }]);
    const { number } = { number: (await order(reader())).orderNumber };
    const { holes, notifications: all } = await loadRouting(access);
    const id = all.find((n) => n.slug === 'stock-low')!.id;
    expect(holes.find((h) => h.notificationId === id)?.orders ?? []).toEqual([]);
    const tried = await tryOrder(access, number);
    expect([...tried.written, ...tried.notWritten].map((t) => t.notification)).not.toContain('Stock low');
  });

  it('shows what is lowest in the store on the Desk and in what is sent to try it', async () => {
    const access = await accessAs();
    const sku = await product(5);
    await tell({ sku, left: 20 });
    await tell({ sku, left: 1 });
    const { notification } = await loadDesk(access, 'stock-low');
    expect(notification.details).toMatchObject({ stock: { left: 1, lowAt: 5 } });
    const placed = await order(reader());
    const made = await exportMessage(access, 'stock-low', { as: 'html', language: 'en', order: placed.orderNumber });
    expect(String(made.body)).toContain('Left: <strong>1</strong>');
  });

  it('says what turning it on would have come to', async () => {
    const access = await accessAs();
    await rules('stock-low', [reader(), { kind: 'all' }]);
    const sku = await product(5);
    await tell({ sku, left: 20 });
    await tell({ sku, left: 1 });
    const { words, messages } = await impactOf(access, 'stock-low');
    expect(messages).toBeGreaterThan(0);
    expect(words).toMatch(/^Over the last 30 days it was so \d+ times?, and \d+ messages? would have gone out\.$/);
    expect((await loadBoard(access)).cards.map((c) => c.slug)).toContain('stock-low');
  });
});
