/** Products to go with an order: worked out from the store's orders, suggested in messages, never what is in the order. */
import { eq } from 'drizzle-orm';
import type { Order } from '@/core/order';
import type { Block } from '@/core/template';
import { database } from '@/server/db/client';
import { companions, products, suggestionRuns } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { bringIn } from '@/server/features/exchange/bring-in';
import { showSuggestions } from '@/server/features/suggestions/suggestions';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { computeDue, computeSuggestions, isDue, noteSuggesting } from '@/server/suggestions/compute';
import { suggestionsFor } from '@/server/suggestions/suggest';
import { accessAs, connectService, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { drain, reader } from './orders';
import { simpleParser } from 'mailparser';

useDatabase();
beforeEach(() => connectService());

const line = (sku: string, category = 'tools'): Order['lines'][number] => ({
  product: { sku, name: sku, category },
  quantity: 1,
  unitPrice: 1_000,
});
const orders = async (times: number, ...skus: string[]): Promise<void> => {
  for (let i = 0; i < times; i += 1)
    await receiveEvent(
      SHOP,
      placedEvent({ lines: skus.map((s) => line(s)), total: undefined, customer: { email: reader() } }),
    );
};
const store = async () => (await accessAs()).store;

beforeAll(async () => {
  await database()
    .insert(products)
    .values(
      ['FOLDER', 'THREAD', 'NEEDLE', 'PRESS'].map((sku, i) => ({
        storeId: SHOP,
        sku,
        name: `The ${sku.toLowerCase()}`,
        category: 'tools',
        price: 1_000 + i,
        taxRate: 19,
        url: `https://quillwick.example/shop/${sku.toLowerCase()}`,
        picture: sku === 'THREAD' ? 'products/thread.png' : '',
      })),
    );
  await orders(6, 'FOLDER', 'THREAD');
  await orders(3, 'FOLDER', 'NEEDLE');
  await orders(3, 'FOLDER', 'GONE');
  await orders(12, 'PA-KOZO');
  await computeSuggestions(SHOP);
});

const wanted = (change: Partial<Extract<Block, { kind: 'suggestions' }>> = {}) => ({
  id: 's',
  rule: 'bought-with' as const,
  count: 3,
  ...change,
});

describe('what is bought together', () => {
  it('is worked out from the orders, once for those who ask at the same time', async () => {
    const folder = await database().select().from(companions).where(eq(companions.sku, 'FOLDER'));
    expect(folder).toMatchObject([{ orders: 12, place: 1, other: 'THREAD', support: 6, lift: 2 }, {}, {}]);
    const did = await Promise.all(Array.from({ length: 5 }, () => computeSuggestions(SHOP)));
    expect(did.filter(Boolean).length).toBe(1);
    expect(await isDue(SHOP)).toBe(false);
  });

  it('is worked out anew when it is old and something was ordered since', async () => {
    const old = new Date(Date.now() - 7 * 3_600_000);
    await database().update(suggestionRuns).set({ doneAt: old }).where(eq(suggestionRuns.storeId, SHOP));
    expect(await isDue(SHOP)).toBe(false);
    await orders(1, 'FOLDER', 'THREAD');
    expect(await isDue(SHOP)).toBe(true);
    await computeDue();
    const [folder] = await database().select().from(companions).where(eq(companions.sku, 'FOLDER'));
    expect(folder).toMatchObject({ orders: 13 });
  });
});

describe('what is suggested for an order', () => {
  const about = (...skus: string[]) => ({
    ...placedEvent({ lines: skus.map((s) => line(s)), total: undefined }).data.order,
  });

  it('is what was bought with it, with name, price, picture and link; not what the store has no more', async () => {
    const { s } = await suggestionsFor(await store(), about('FOLDER'), [wanted()]);
    expect(s!.map((x) => x.sku)).toEqual(['THREAD', 'NEEDLE']);
    expect(s![0]).toMatchObject({
      product: {
        name: 'The thread',
        price: { minor: 1_001, currency: 'EUR' },
        url: 'https://quillwick.example/shop/thread',
      },
      why: { kind: 'bought-with', sku: 'FOLDER', support: 7 },
      withName: 'FOLDER',
    });
    expect(s![0]!.product.imageUrl).toMatch(/\/media\/products\/thread\.png$/);
  });

  it('never is what is in it, and is filled up where that is wanted', async () => {
    const order = about('FOLDER', 'THREAD');
    const { s } = await suggestionsFor(await store(), order, [wanted({ fill: true })]);
    expect(s!.map((x) => x.sku)).toEqual(['NEEDLE', 'PRESS', 'TO-AWL']);
  });

  it('has no price in a currency that the store does not price in', async () => {
    const { s } = await suggestionsFor(await store(), { ...about('FOLDER'), currency: 'PLN' }, [wanted()]);
    expect(s![0]!.product).not.toHaveProperty('price');
  });

  it('is, where a message is about no order, for what its customer ordered of late', async () => {
    const email = reader();
    await receiveEvent(SHOP, placedEvent({ lines: [line('NEEDLE')], total: undefined, customer: { email } }));
    const nothing = { lines: [], currency: 'EUR', customer: { email } };
    const { s } = await suggestionsFor(await store(), nothing, [wanted()]);
    expect(s!.map((x) => x.sku)).toEqual(['FOLDER']);
  });
});

it('arrives with the message of the order, and is explained on the Desk', async () => {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, 'order-received');
  const block: Block = { id: 'with', kind: 'suggestions', rule: 'bought-with', count: 1 };
  const saved = await saveTemplate(access, 'order-received', revision, {
    ...draft,
    blocks: [...draft.blocks, block],
  });
  await publishTemplate(access, 'order-received', saved.revision);
  await noteSuggesting();
  const to = reader();
  const event = placedEvent({ lines: [line('FOLDER')], total: undefined, language: 'en', customer: { email: to } });
  await receiveEvent(SHOP, event);
  await drain();
  const [mail] = await mailbox(to);
  const message = await simpleParser(await rawMail(mail!.id));
  expect(message.text).toContain(
    'Goes well with your order\nThe thread, €10.01: https://quillwick.example/shop/thread',
  );
  expect(message.html).toContain('href="https://quillwick.example/shop/thread"');
  expect(message.text).not.toContain('The needle');

  const shown = await showSuggestions(access, {
    number: event.data.order.number,
    moment: 'order.placed',
    wants: [{ id: 'with', rule: 'bought-with', count: 1 }],
  });
  expect(shown.blocks.with).toMatchObject([{ sku: 'THREAD', withName: 'FOLDER' }]);
  expect(shown.from!.orders).toBeGreaterThan(20);
  // Who ordered the thread gets something else.
  const other = reader();
  await receiveEvent(
    SHOP,
    placedEvent({ lines: [line('FOLDER'), line('THREAD')], total: undefined, customer: { email: other } }),
  );
  await drain();
  const [second] = await mailbox(other);
  expect((await simpleParser(await rawMail(second!.id))).text).toContain('The needle');
});

it('keeps the address of a product where a list does not say it', async () => {
  const access = await accessAs();
  const list = (text: string): Uint8Array => new TextEncoder().encode(text);
  await bringIn(access, 'products', list('sku,name,category,price\nPRESS,Press,tools,12.00\n'), false);
  const press = async () => (await database().select().from(products).where(eq(products.sku, 'PRESS')))[0]!;
  expect(await press()).toMatchObject({ name: 'Press', url: 'https://quillwick.example/shop/press' });
  await bringIn(
    access,
    'products',
    list('sku,name,category,price,url\nPRESS,Press,tools,12.00,https://q.example/p\n'),
    false,
  );
  expect((await press()).url).toBe('https://q.example/p');
});
