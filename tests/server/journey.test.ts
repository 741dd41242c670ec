/** How notifications go out: settings, versions, turning on, doubles, several at once; and lists in and out. */
import { and, eq } from 'drizzle-orm';
import type { NotificationSettings } from '@/core/plan';
import { database } from '@/server/db/client';
import { customers, deliveries, orders, phrases, products, templates } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { loadBoard, orderPath } from '@/server/features/notifications/board';
import { loadDesk, publishTemplate, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import { bringIn, previewFile } from '@/server/features/exchange/bring-in';
import { takeOut } from '@/server/features/exchange/take-out';
import { impactOf } from '@/server/features/notifications/impact';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { draftsOf, publishMany } from '@/server/features/notifications/many';
import {
  addShopMail,
  makeNotification,
  removeNotification,
  switchMany,
  removeShopMail,
} from '@/server/features/notifications/notifications';
import { loadPhrasebook, savePhrase } from '@/server/features/templates/phrasebook';
import { accessAs, placedEvent, SHOP, useDatabase } from './fixture';

useDatabase();

const SLUG = 'order-received';
const settingsOf = async (slug = SLUG): Promise<{ revision: number; settings: NotificationSettings }> =>
  loadNotification(await accessAs(), slug);
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);

describe('how a notification goes out', () => {
  it('is saved as a whole, with a version of its own words that is sent when it fits', async () => {
    const access = await accessAs();
    const { revision, settings } = await settingsOf();
    const polish: NotificationSettings['variants'][number] = {
      name: 'To Poland',
      nothing: false,
      when: { match: 'all', tests: [{ about: 'country', is: 'one', of: ['PL'] }] },
    };
    await saveNotification(access, SLUG, revision, {
      ...settings,
      owner: 'Jonas Feld',
      variants: [polish, ...settings.variants],
    });
    const saved = await loadNotification(access, SLUG);
    expect(saved.settings.variants.map((v) => v.name)).toEqual(['To Poland', 'Guests', '']);
    expect(saved.history.map((h) => h.words)).toEqual(
      expect.arrayContaining([
        'Marta Oyelaran added the version To Poland',
        expect.stringMatching(/^Marta Oyelaran changed .*: Jonas Feld looks after it$/),
      ]),
    );
    const address = saved.variants[0]!.address;
    expect(address).toBe(`${SLUG}~to-poland`);
    // Never published, it says nothing; published, it is what Poland gets.
    expect((await receiveEvent(SHOP, placedEvent())).deliveries).toHaveLength(1);
    const desk = await loadDesk(access, address);
    const words = { ...desk.draft.words, en: { ...desk.draft.words.en, subject: 'Do Polski: {$order.number}' } };
    const { revision: drafted } = await saveTemplate(access, address, desk.revision, { ...desk.draft, words });
    await publishTemplate(access, address, drafted);
    const received = await receiveEvent(SHOP, placedEvent());
    const rows = await database().select().from(deliveries).where(eq(deliveries.eventId, received.eventId));
    const [variant] = await database().select().from(templates).where(eq(templates.id, saved.variants[0]!.id));
    expect(rows.find((r) => r.role === 'customer')!.editionId).toBe(variant!.liveEditionId);
    await saveNotification(access, SLUG, saved.revision, settings);
  });

  it('is refused at its place, by somebody who saw an older one, and without the one for everybody', async () => {
    const access = await accessAs();
    const { revision, settings } = await settingsOf();
    const row = [{ wait: { amount: 1, unit: 'days' as const } }, { wait: { amount: 2, unit: 'hours' as const } }];
    await expect(
      saveNotification(access, SLUG, revision, { ...settings, schedule: { row, ends: ['paid'] } }),
    ).rejects.toMatchObject({ problems: [{ path: '/schedule/row/1' }] });
    await expect(saveNotification(access, SLUG, revision - 1, settings)).rejects.toMatchObject({ code: 'conflict' });
    await expect(
      saveNotification(access, SLUG, revision, { ...settings, variants: settings.variants.slice(0, 1) }),
    ).rejects.toMatchObject({ code: 'invalid' });
    expect((await settingsOf()).settings).toEqual(settings);
  });

  it('turned on says who would have had it, in which language and version, and who not and why', async () => {
    const access = await accessAs();
    await switchNotification(access, SLUG, false);
    await receiveEvent(SHOP, placedEvent({ language: 'de' }));
    await receiveEvent(SHOP, placedEvent({ customer: { email: 'g@guest.example', guest: true } }));
    await receiveEvent(SHOP, placedEvent({ channel: 'bazaarlane' }));
    const impact = await impactOf(access, SLUG);
    expect(impact.byLanguage.map((l) => l.name)).toEqual(expect.arrayContaining(['English', 'German']));
    expect(impact.byVariant.map((v) => v.name)).toEqual(expect.arrayContaining(['Everyone else', 'Guests']));
    expect(impact.without).toEqual([{ why: 'Customer messages are blocked for Bazaarlane orders.', orders: 1 }]);
    expect(impact.messages).toBe(impact.looked - 1);
    await switchNotification(access, SLUG, true);
  });
});

describe('doubles', () => {
  it('are found between two notifications and with the shop’s own mail, until one is off or struck out', async () => {
    const access = await accessAs();
    const { slug } = await makeNotification(access, {
      name: 'A second thank you',
      moment: 'order.placed',
      audience: 'customer',
      from: SLUG,
    });
    expect((await loadBoard(access)).doubles).toEqual([]);
    const { variants } = await loadNotification(access, slug);
    expect(variants).toHaveLength(2);
    const drafts = await draftsOf(access, [slug]);
    expect(drafts.map((d) => [d.name, d.edition, d.blockers])).toEqual([
      ['A second thank you, Guests', undefined, []],
      ['A second thank you', undefined, []],
    ]);
    expect(await publishMany(access, drafts)).toMatchObject({
      refused: [],
      done: expect.arrayContaining(['A second thank you']),
    });
    expect((await impactOf(access, slug)).doubles[0]).toMatchObject({ name: 'Order received' });
    await switchNotification(access, slug, true);
    const [double] = (await loadBoard(access)).doubles;
    expect([double!.name, double!.with.name].toSorted()).toEqual(['A second thank you', 'Order received']);
    await expect(removeNotification(access, slug)).rejects.toMatchObject({ message: expect.stringContaining('is on') });
    await switchMany(access, false, [slug]);
    await removeNotification(access, slug);
    await expect(removeNotification(access, SLUG)).rejects.toMatchObject({ message: expect.stringContaining('ships') });
    const { id } = await addShopMail(access, { name: 'Built-in', moment: 'order.placed', audience: 'customer' });
    expect((await loadBoard(access)).doubles[0]).toMatchObject({ with: { kind: 'shop', name: 'Built-in' } });
    await removeShopMail(access, id);
    expect((await loadBoard(access)).doubles).toEqual([]);
  });
});

describe('the board', () => {
  it('marks words that are older than their source, and shows an order what it would still get', async () => {
    const access = await accessAs();
    const desk = await loadDesk(access, 'refund-issued');
    const words = {
      ...desk.draft.words,
      en: { ...desk.draft.words.en, preheader: 'For order {$order.number}, at last.' },
    };
    const { revision } = await saveTemplate(access, 'refund-issued', desk.revision, { ...desk.draft, words });
    await publishTemplate(access, 'refund-issued', revision);
    const board = await loadBoard(access);
    expect(board.cards.find((c) => c.slug === 'refund-issued')!.mark).toBe('stale');
    expect(board.cards.find((c) => c.slug === 'payment-due')).toMatchObject({ timing: '24 hours · 3 days · 5 days' });
    const event = placedEvent();
    await receiveEvent(SHOP, event);
    const path = await orderPath(access, event.data.order.number);
    const of = (slug: string) => path.byNotification[board.cards.find((c) => c.slug === slug)!.id]!;
    expect(of(SLUG).sent).toHaveLength(1);
    expect(of('on-its-way').would).toBe(1);
    expect(of('how-did-we-do').why).toEqual(['How did we do? is off.']);
  });
});

describe('the phrasebook', () => {
  it('takes the store’s own words, refuses what no message knows, and goes back to what ships', async () => {
    const access = await accessAs();
    await savePhrase(access, { phrase: 'subtotal', language: 'en', source: 'Goods' });
    const find = async () => (await loadPhrasebook(access)).phrases.find((p) => p.phrase === 'subtotal')!.words.en!;
    expect(await find()).toEqual({ shipped: 'Subtotal', own: 'Goods' });
    await expect(
      savePhrase(access, { phrase: 'footer', language: 'en', source: '{$refund.amount}' }),
    ).rejects.toMatchObject({ message: expect.stringContaining('is not known') });
    await expect(savePhrase(access, { phrase: 'footer', language: 'xx', source: 'x' })).rejects.toThrow();
    await savePhrase(access, { phrase: 'subtotal', language: 'en', source: '' });
    expect(await find()).toEqual({ shipped: 'Subtotal', own: undefined });
    expect(await database().select().from(phrases).where(eq(phrases.storeId, SHOP))).toEqual([]);
  });
});

describe('lists in and out', () => {
  it('say what they would do before they do it, and do all of it or nothing', async () => {
    const access = await accessAs();
    const file = bytes(
      '\uFEFFSKU;Name;Category;Price\nPA-KOZO;Kozo sheet, new;papers;9,00\nNEW-1;Waxed thread;tools;3,20\nNEW-2;Bad;tools;free\n',
    );
    expect(await previewFile(access, 'products', file)).toMatchObject({
      encoding: 'UTF-8',
      separator: ';',
      fresh: 1,
      known: 1,
      problems: [{ row: 4, column: 'price', message: '"free" is not an amount in EUR.' }],
    });
    await expect(bringIn(access, 'products', file, false)).rejects.toMatchObject({
      problems: [{ path: '/row 4/price' }],
    });
    const thread = and(eq(products.storeId, SHOP), eq(products.sku, 'NEW-1'));
    expect(await database().select().from(products).where(thread)).toEqual([]);
    expect(await bringIn(access, 'products', file, true)).toEqual({ fresh: 1, known: 1 });
    expect(await database().select().from(products).where(thread)).toMatchObject([
      { name: 'Waxed thread', price: 320 },
    ]);
  });

  it('bring customers with their contacts, and orders without writing to anybody', async () => {
    const access = await accessAs();
    await bringIn(
      access,
      'customers',
      bytes(
        'email,first_name,company,contacts\nada@firm.example,Ada,Firm,"Accounts: acc@firm.example; Goods in: in@firm.example"\n',
      ),
      false,
    );
    const [ada] = await database().select().from(customers).where(eq(customers.email, 'ada@firm.example'));
    expect(ada!.contacts.map((c) => c.label)).toEqual(['Accounts', 'Goods in']);
    const before = (await database().select().from(deliveries)).length;
    const order = { ...placedEvent().data.order, number: 'OLD-1' };
    await bringIn(
      access,
      'orders',
      bytes(JSON.stringify({ kind: 'libellus data', version: 1, orders: [order] })),
      false,
    );
    expect(await database().select().from(orders).where(eq(orders.number, 'OLD-1'))).toHaveLength(1);
    expect(await database().select().from(deliveries)).toHaveLength(before);
  });

  it('come back as they went out', async () => {
    const access = await accessAs();
    for (const kind of ['products', 'customers', 'orders'] as const) {
      for (const as of ['csv', 'json'] as const) {
        const { body } = await takeOut(access, kind, as);
        expect(await previewFile(access, kind, bytes(body))).toMatchObject({ fresh: 0, problemCount: 0 });
      }
    }
  });

  it.each<[string, string, string]>([
    ['what is no list', '{"kind":"x"}', 'holds no list'],
    ['JSON that breaks off', '[{', 'is not JSON'],
    ['a newer file', '{"version":2,"products":[]}', 'newer Libellus'],
    ['nothing', '', 'is empty'],
    ['bytes of a picture', '\u0000\u0001', 'no text file'],
  ])('refuse %s', async (_what, text, words) => {
    await expect(previewFile(await accessAs(), 'products', bytes(text))).rejects.toMatchObject({
      message: expect.stringContaining(words),
    });
  });
});
