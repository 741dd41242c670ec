/** Messages written by hand: who gets them, what arrives, and what is refused before anything goes out. */
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import type { Order } from '@/core/order';
import { database } from '@/server/db/client';
import { deliveries, events, orders } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { loadDesk, publishTemplate, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import { impactOf } from '@/server/features/notifications/impact';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { makeNotification } from '@/server/features/notifications/notifications';
import { keepLetter } from '@/server/features/orders/keep-letter';
import { loadWriting, MOST_ORDERS, writeLetter } from '@/server/features/orders/letters';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { drain } from './orders';

useDatabase();

let count = 0;
async function placed(change: Partial<Order> = {}): Promise<Order> {
  count += 1;
  const event = placedEvent({
    customer: { email: `writer${count}@writing-test.example`, firstName: 'Iwona', lastName: 'Sobczyk' },
    ...change,
  });
  await receiveEvent(SHOP, event);
  return event.data.order;
}
const read = async (address: string, subject: string) => {
  const found = (await mailbox(address)).filter((m) => m.subject.includes(subject));
  return Promise.all(found.map(async (m) => simpleParser(await rawMail(m.id))));
};
const wordsOf = async (numbers: string[], slug = 'a-word') => {
  const { parts } = await loadWriting(await accessAs(), numbers, slug);
  return (language: string, words: Record<string, string>) => {
    const { editionId } = parts.find((p) => p.language === language)!;
    return { editionId, language, words };
  };
};
const byHand = async (number: string) =>
  database()
    .select()
    .from(deliveries)
    .innerJoin(events, eq(events.id, deliveries.eventId))
    .where(and(eq(deliveries.orderNumber, number), eq(events.type, 'by-hand')));

describe('a message written by hand', () => {
  it('arrives with the words it was given, in the language of the order, and says on record who wrote it', async () => {
    await connectService();
    const order = await placed({ language: 'de' });
    const adapt = await wordsOf([order.number]);
    const say = '{#p}Guten Tag {$customer.firstName}, der {#b}Deckel{/b} fehlt noch.{/p}';
    const sent = await writeLetter(await accessAs(), {
      id: randomUUID(),
      message: 'a-word',
      orders: [order.number],
      adapted: [adapt('de', { say, subject: 'Der Deckel zu {$order.number}' })],
    });
    expect(sent).toEqual({ messages: 1, orders: 1 });
    await drain();
    const [mail] = await read(order.customer.email, `Der Deckel zu ${order.number}`);
    expect(mail!.text).toContain('Guten Tag Iwona, der Deckel fehlt noch.');
    expect(mail!.html).toContain('lang="de"');
    // A person wrote it: a holiday answer is welcome (RFC 3834).
    expect(mail!.headers.has('auto-submitted')).toBe(false);
    // What was not adapted is as published.
    expect(mail!.text).toContain('Haben Sie eine Frage?');
    const [row] = await byHand(order.number);
    const story = await deliveryDetail(await accessAs(), row!.delivery.id);
    expect(story.reasons.join(' ')).toMatch(
      /chose to send A word about the order\..*changed its text for this message\./,
    );
    // The published words are what they were.
    const desk = await loadDesk(await accessAs(), 'a-word');
    expect(desk.live!.template.words.de!.say).not.toContain('Deckel');
  });

  it('sent twice by one screen goes out once', async () => {
    const order = await placed();
    const letter = { id: randomUUID(), message: 'a-word', orders: [order.number], adapted: [] };
    await writeLetter(await accessAs(), letter);
    await expect(writeLetter(await accessAs(), letter)).rejects.toMatchObject({
      code: 'conflict',
      message: expect.stringContaining('sent already') as string,
    });
    expect(await byHand(order.number)).toHaveLength(1);
    await writeLetter(await accessAs(), { ...letter, id: randomUUID() });
    expect(await byHand(order.number)).toHaveLength(2);
  });

  it('goes to many, each in their language with their own figures; who may not be written to is named with the reason', async () => {
    const english = await placed();
    const german = await placed({ language: 'de' });
    const market = await placed({ channel: 'bazaarlane' });
    const numbers = [english.number, german.number, market.number];
    const { parts, without, choices } = await loadWriting(await accessAs(), numbers, 'a-word');
    expect(parts.map((p) => [p.language, p.to.map((t) => t.order)])).toEqual([
      ['en', [english.number]],
      ['de', [german.number]],
    ]);
    expect(without).toEqual([
      expect.objectContaining({ order: market.number, why: expect.stringContaining('Bazaarlane') as string }),
    ]);
    expect(choices.find((c) => c.slug === 'a-word')).toMatchObject({ offered: 2 });
    const adapt = await wordsOf(numbers);
    const sent = await writeLetter(await accessAs(), {
      id: randomUUID(),
      message: 'a-word',
      orders: numbers,
      adapted: [adapt('en', { head: 'Only in English' })],
    });
    expect(sent).toEqual({ messages: 2, orders: 2 });
    await drain();
    const [one] = await read(english.customer.email, 'About your order');
    const [two] = await read(german.customer.email, 'Zu Ihrer Bestellung');
    expect(one!.text).toContain('Only in English');
    expect(one!.text).toContain(english.number);
    expect(two!.text).toContain(german.number);
    expect(await mailbox(market.customer.email)).toEqual([]);
  });

  it('goes to a contact, a typed address and a colleague as well, each once and with why', async () => {
    await connectService();
    const typed = `typed${(count += 1)}@writing-test.example`;
    const accounts = `accounts${count}@writing-test.example`;
    const email = `whom${count}@writing-test.example`;
    const order = await placed({
      customer: {
        email,
        firstName: 'Iwona',
        lastName: 'Sobczyk',
        contacts: [{ label: 'Accounts', email: accounts, language: 'de' }],
      },
    });
    const access = await accessAs();
    const { whom } = await loadWriting(access, [order.number], 'a-word');
    const [pawel] = whom!.choices.colleagues;
    expect(whom!.choices.contacts).toEqual([{ label: 'Accounts', name: '', address: accounts }]);
    const letter = (change: object) => ({
      id: randomUUID(),
      message: 'a-word',
      orders: [order.number],
      adapted: [],
      whom: { customer: true, to: [accounts, typed, typed.toUpperCase()], copies: [pawel!.id], ...change },
    });
    expect(await writeLetter(access, letter({}))).toEqual({ messages: 4, orders: 1 });
    const rows = (await byHand(order.number)).map((r) => r.delivery);
    expect(rows.map((d) => [d.recipient, d.role, d.language]).toSorted()).toEqual(
      [
        [email, 'customer', 'en'],
        [accounts, 'contact', 'de'],
        [typed, 'contact', 'en'],
        [pawel!.address, 'staff', 'en'],
      ].toSorted(),
    );
    await drain();
    expect(await read(typed, 'About your order')).toHaveLength(1);
    const copy = rows.find((d) => d.role === 'staff')!;
    expect((await deliveryDetail(access, copy.id)).reasons.join(' ')).toContain('sent Pawel Rutka a copy.');

    // Without the customer, who is not written to then.
    await writeLetter(access, letter({ customer: false, copies: [] }));
    expect((await byHand(order.number)).filter((r) => r.delivery.role === 'customer')).toHaveLength(1);
    await expect(writeLetter(access, letter({ to: ['not an address'] }))).rejects.toMatchObject({
      problems: [{ path: '/whom/to/0' }],
    });
    const other = await placed();
    await expect(writeLetter(access, { ...letter({}), orders: [order.number, other.number] })).rejects.toMatchObject({
      message: expect.stringContaining('one order at a time') as string,
    });
  });

  it('does not go around a marketplace by a typed address of its own', async () => {
    const order = await placed({ channel: 'bazaarlane' });
    const typed = `around${(count += 1)}@writing-test.example`;
    const whom = { customer: true, to: [typed], copies: [] };
    const { parts, without } = await loadWriting(await accessAs(), [order.number], 'a-word', whom);
    expect(parts).toEqual([]);
    expect(without).toHaveLength(2);
  });

  it('can be kept as a message of its own, in the words that were written', async () => {
    const order = await placed();
    const adapt = await wordsOf([order.number]);
    const access = await accessAs();
    const adapted = [adapt('en', { head: 'The lid is late' })];
    const { slug } = await keepLetter(access, { message: 'a-word', name: 'Late lids', adapted });
    const desk = await loadDesk(access, slug);
    expect(desk.notification).toMatchObject({ name: 'Late lids', moment: 'by-hand', on: false });
    expect(desk.draft.words.en!.head).toBe('The lid is late');
    expect(desk.draft.words.de!.head).toBe((await loadDesk(access, 'a-word')).live!.template.words.de!.head);
    expect(desk.live).toBeUndefined();
    await expect(keepLetter(access, { message: 'a-word', name: ' ', adapted })).rejects.toMatchObject({
      problems: [{ path: '/name' }],
    });
  });

  it('leaves the order as it is, and can be about one that was cancelled', async () => {
    const order = await placed();
    await receiveEvent(SHOP, laterEvent('order.cancelled', { ...order, status: 'OrderCancelled' }));
    const before = (await database().select().from(orders).where(eq(orders.number, order.number)))[0];
    await writeLetter(await accessAs(), { id: randomUUID(), message: 'a-word', orders: [order.number], adapted: [] });
    expect((await database().select().from(orders).where(eq(orders.number, order.number)))[0]).toEqual(before);
    expect(await byHand(order.number)).toHaveLength(1);
  });

  it('is offered by its condition: one about a parcel only where a parcel can be followed', async () => {
    const order = await placed();
    const offered = async () =>
      (await loadWriting(await accessAs(), [order.number])).choices.find((c) => c.slug === 'looking-for-parcel');
    expect(await offered()).toMatchObject({ offered: 0, why: expect.stringContaining('can be tracked') as string });
    const parcel = { id: '1', carrier: 'Fieldpost', trackingNumber: 'FP 9', lines: [{ sku: 'TO-AWL', quantity: 1 }] };
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [parcel] }));
    expect(await offered()).toMatchObject({ offered: 1 });
    await writeLetter(await accessAs(), {
      id: randomUUID(),
      message: 'looking-for-parcel',
      orders: [order.number],
      adapted: [],
    });
    await drain();
    const [mail] = await read(order.customer.email, 'We are looking for your parcel');
    expect(mail!.text).toContain('Tracking number: FP 9');
  });

  it('about a parcel still shows all lines of the order', async () => {
    const order = await placed();
    const parcel = { id: '1', carrier: 'Fieldpost', trackingNumber: 'FP 9', lines: [{ sku: 'TO-AWL', quantity: 1 }] };
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', { ...order, shipments: [parcel] }));
    await writeLetter(await accessAs(), { id: randomUUID(), message: 'a-word', orders: [order.number], adapted: [] });
    await drain();
    const [mail] = await read(order.customer.email, 'About your order');
    expect(mail!.text).toContain('Kozo sheet');
    expect(mail!.text).toContain('Awl');
  });
});

describe('before anything goes out', () => {
  it('words that cannot be sent are named, and nobody is written to', async () => {
    const order = await placed();
    const adapt = await wordsOf([order.number]);
    const write = async (words: Record<string, string>) =>
      writeLetter(await accessAs(), {
        id: randomUUID(),
        message: 'a-word',
        orders: [order.number],
        adapted: [adapt('en', words)],
      });
    await expect(write({ say: '{#p}{$order.nmber}{/p}' })).rejects.toMatchObject({
      code: 'invalid',
      problems: [{ path: 'Text 2, English', message: expect.stringContaining('order.nmber') as string }],
    });
    await expect(write({ subject: '' })).rejects.toMatchObject({ problems: [{ path: 'Subject, English' }] });
    await expect(write({ say: '{#p}open' })).rejects.toMatchObject({ code: 'invalid' });
    await expect(write({ say: '{#p}{#link url=|javascript:x|}here{/link}{/p}' })).rejects.toMatchObject({
      code: 'invalid',
    });
    expect(await byHand(order.number)).toEqual([]);
  });

  it('a message that was published anew meanwhile is not sent with words for the old one', async () => {
    const order = await placed();
    const access = await accessAs();
    const { slug } = await makeNotification(access, {
      name: 'Sorry for the delay',
      moment: 'by-hand',
      audience: 'customer',
      from: 'a-word',
    });
    const { settings, revision } = await loadNotification(access, slug);
    expect(settings.schedule.row).toEqual([]);
    await saveNotification(access, slug, revision, { ...settings, note: 'After a week' });
    const desk = await loadDesk(access, slug);
    await publishTemplate(access, slug, desk.revision);
    await switchNotification(access, slug, true);
    const adapt = await wordsOf([order.number], slug);
    const adapted = [adapt('en', { head: 'Sorry' })];
    const { revision: next } = await saveTemplate(access, slug, desk.revision, {
      ...desk.draft,
      words: { ...desk.draft.words, en: { ...desk.draft.words.en, head: 'New' } },
    });
    await publishTemplate(access, slug, next);
    const letter = { id: randomUUID(), message: slug, orders: [order.number], adapted };
    await expect(writeLetter(access, letter)).rejects.toMatchObject({ code: 'conflict' });
    expect(await byHand(order.number)).toEqual([]);
    expect(await impactOf(access, slug)).toMatchObject({ byHand: true });
  });

  it('orders that are not there, none, too many, or another message are refused', async () => {
    const access = await accessAs();
    const order = await placed();
    await expect(loadWriting(access, ['NO-1', order.number], 'a-word')).rejects.toMatchObject({
      code: 'not-found',
      message: 'Quillwick has no order NO-1.',
    });
    await expect(loadWriting(access, [], 'a-word')).rejects.toMatchObject({ code: 'invalid' });
    const many = Array.from({ length: MOST_ORDERS + 1 }, (_, i) => `M-${i}`);
    await expect(loadWriting(access, many)).rejects.toMatchObject({
      message: expect.stringContaining('200') as string,
    });
    // A confirmation goes out by itself and cannot be chosen.
    await expect(
      writeLetter(access, { id: randomUUID(), message: 'order-received', orders: [order.number], adapted: [] }),
    ).rejects.toMatchObject({ code: 'not-found' });
    await expect(
      writeLetter(access, { id: 'twice', message: 'a-word', orders: [order.number], adapted: [] }),
    ).rejects.toMatchObject({ problems: [{ path: '/id' }] });
  });
});
