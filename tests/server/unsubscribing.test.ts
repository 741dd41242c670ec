/** What nobody has to get can be unsubscribed from: by the header alone, on a page, and it is kept to, with its reason. */
import { randomUUID } from 'node:crypto';
import { and, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { GET, POST } from '@/app/unsubscribe/[token]/route';
import { takeBounce } from '@/server/bounces/receive';
import { database } from '@/server/db/client';
import { deliveries, stores, unsubscriptions } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { loadWriting, writeLetter } from '@/server/features/orders/letters';
import { eraseCustomer } from '@/server/features/people/customer-data';
import { allowAgain, releaseOnce, withheldViews } from '@/server/features/sending/withheld';
import { unsubscribeUrlOf } from '@/server/events/unsubscribed';
import { returnPathOf } from '@/server/sending/returnpath';
import { accessAs, connectService, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();

const NEWS = 'a-word';

async function setOffers(offers: boolean): Promise<void> {
  const access = await accessAs();
  const { settings, revision } = await loadNotification(access, NEWS);
  await saveNotification(access, NEWS, revision, { ...settings, offers });
}

async function placed(email: string, language = 'en'): Promise<string> {
  const event = placedEvent({ customer: { email, firstName: 'Iwona' }, language });
  await receiveEvent(SHOP, event);
  await drain();
  return event.data.order.number;
}

const write = async (order: string) =>
  writeLetter(await accessAs(), { id: randomUUID(), message: NEWS, orders: [order], adapted: [] });

async function newest(address: string) {
  const [first] = await mailbox(address);
  return simpleParser(await rawMail(first!.id));
}

/** A message of news to a reader, with the address at which they unsubscribe. */
async function news(email: string, language = 'en') {
  const order = await placed(email, language);
  await write(order);
  await drain();
  const mail = await newest(email);
  const list = mail.headers.get('list') as { unsubscribe?: { url: string } } | undefined;
  return { order, mail, url: list?.unsubscribe?.url ?? '' };
}

const at = (url: string) => ({ params: Promise.resolve({ token: url.slice(url.lastIndexOf('/') + 1) }) });
const look = (url: string) => GET(new Request(url), at(url));
const post = (url: string, fields: [string, string][]) =>
  POST(new Request(url, { method: 'POST', body: new URLSearchParams(fields) }), at(url));
const oneClick = (url: string) => post(url, [['List-Unsubscribe', 'One-Click']]);
const kindsOf = async (address: string) =>
  (await database().select().from(unsubscriptions).where(eq(unsubscriptions.address, address)))
    .map((u) => u.kind)
    .toSorted();

beforeAll(async () => {
  await connectService();
  await setOffers(true);
});

describe('news', () => {
  it('carry the header of RFC 8058 and a link in their footer; order messages carry neither', async () => {
    const to = reader();
    const { mail, url } = await news(to);
    expect(url).toMatch(/\/unsubscribe\/[0-9a-z]{26}-[0-9a-f]{32}$/);
    const raw = (await rawMail((await mailbox(to))[0]!.id)).toString();
    expect(raw).toContain('List-Unsubscribe-Post: List-Unsubscribe=One-Click');
    expect(String(mail.html)).toContain(`href="${url}"`);
    expect(mail.text).toContain(url);
    expect(mail.text).toContain('Unsubscribe from messages like this');
    const [, received] = await mailbox(to);
    const order = (await rawMail(received!.id)).toString();
    expect(order).not.toMatch(/unsubscribe/i);
  });

  it('are unsubscribed from by the header alone; the next is not written, with the reason, and orders still are', async () => {
    const to = reader();
    const { url, order } = await news(to);
    expect((await oneClick(url)).status).toBe(204);
    // A mail program may ask again.
    expect((await oneClick(url)).status).toBe(204);
    expect(await kindsOf(to)).toEqual(['offers']);
    const { without, choices } = await loadWriting(await accessAs(), [order], NEWS);
    expect(without).toEqual([expect.objectContaining({ why: `${to} does not want news and offers.` })]);
    expect(choices.find((c) => c.slug === NEWS)).toMatchObject({ offered: 0 });
    const before = (await mailbox(to)).length;
    await placed(to);
    expect(await mailbox(to)).toHaveLength(before + 1);
  });

  it('that wait already are withheld when they are due, and cannot be released past what was asked for', async () => {
    const to = reader();
    const { url, order } = await news(to);
    await write(order);
    await oneClick(url);
    await drain();
    const [row] = await database()
      .select()
      .from(deliveries)
      .where(and(eq(deliveries.recipient, to), eq(deliveries.state, 'withheld')));
    const access = await accessAs();
    expect(await deliveryDetail(access, row!.id)).toMatchObject({
      words: `${to} does not want news and offers.`,
      mayBeReleased: false,
    });
    await expect(releaseOnce(access, row!.id)).rejects.toMatchObject({ code: 'invalid' });
  });

  it('are no news where the notification is none: everybody has to get what is about their order', async () => {
    await setOffers(false);
    const to = reader();
    const { mail, url } = await news(to);
    expect(url).toBe('');
    expect(mail.text).not.toContain('Unsubscribe');
    await setOffers(true);
  });
});

describe('the page', () => {
  it('speaks the reader’s language in the store’s look, and changes nothing by being looked at', async () => {
    const to = reader();
    const { url } = await news(to, 'de');
    const page = await (await look(url)).text();
    const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
    expect(page).toContain('<html lang="de" dir="ltr">');
    expect(page).toContain('Welche Nachrichten möchten Sie?');
    expect(page).toContain(store!.look.colours.action);
    expect(page).toContain(to);
    expect(page).not.toContain('<script');
    expect(await kindsOf(to)).toEqual([]);
    // What the message was is proposed to be left out; the other kind is wanted.
    expect(page).toMatch(/value="offers">/);
    expect(page).toMatch(/value="feedback" checked>/);
  });

  it('keeps what is chosen, whole or in part, and takes it back', async () => {
    const to = reader();
    const { url } = await news(to);
    expect(await (await post(url, [['want', 'feedback']])).text()).toContain('Saved.');
    expect(await kindsOf(to)).toEqual(['offers']);
    await post(url, []);
    expect(await kindsOf(to)).toEqual(['feedback', 'offers']);
    const again = await (
      await post(url, [
        ['want', 'feedback'],
        ['want', 'offers'],
      ])
    ).text();
    expect(await kindsOf(to)).toEqual([]);
    expect(again).toMatch(/value="offers" checked>/);
  });

  it.each<[string, (url: string) => string]>([
    ['forged', (url) => url.replace(/.$/, (c) => (c === '0' ? '1' : '0'))],
    ['of a message that is gone', () => unsubscribeUrlOf('01ARZ3NDEKTSV4RRFFQ69G5FAV')],
    ['cut off', (url) => url.slice(0, -4)],
    ['nonsense', (url) => `${url.slice(0, url.lastIndexOf('/'))}/../../x`],
  ])('with a link that is %s says so and does nothing', async (_what, change) => {
    const to = reader();
    const { url } = await news(to);
    for (const answer of [await look(change(url)), await oneClick(change(url))]) {
      expect(answer.status).toBe(404);
      expect(await answer.text()).toContain('This link is too old or not whole.');
    }
    expect(await kindsOf(to)).toEqual([]);
  });

  it('of an order message would unsubscribe from nothing', async () => {
    const to = reader();
    await placed(to);
    const [row] = await database().select().from(deliveries).where(eq(deliveries.recipient, to));
    expect((await oneClick(unsubscribeUrlOf(row!.id))).status).toBe(404);
  });
});

describe('a complaint', () => {
  it('of a reader who called a message spam is on record, and they get nothing more that they need not get', async () => {
    const to = reader();
    const { order } = await news(to);
    const [row] = await database()
      .select()
      .from(deliveries)
      .where(and(eq(deliveries.recipient, to), eq(deliveries.optional, 'offers')));
    const report = Buffer.from(
      [
        'From: feedback@harrowpost.example',
        'Subject: complaint about a message',
        'MIME-Version: 1.0',
        'Content-Type: multipart/report; report-type=feedback-report; boundary="b"',
        '',
        '--b',
        'Content-Type: text/plain',
        '',
        'A reader called this spam.',
        '--b',
        'Content-Type: message/feedback-report',
        '',
        'Feedback-Type: abuse',
        'User-Agent: SomeProvider/1.0',
        'Version: 1',
        'Original-Rcpt-To: <somebody@else.example>',
        '--b--',
        '',
      ].join('\r\n'),
    );
    const path = returnPathOf(row!.id, 'bounce.quillwick.example');
    expect(await takeBounce(path, report)).toMatchObject({ kind: 'noted' });
    const access = await accessAs();
    expect(await deliveryDetail(access, row!.id)).toMatchObject({
      state: 'accepted',
      bounces: [{ kind: 'complaint', words: 'the reader called it spam' }],
    });
    // Whoever the report names: it is about whom we wrote to.
    expect(await kindsOf(to)).toEqual(['feedback', 'offers']);
    expect((await withheldViews(access)).find((w) => w.pattern === to)).toMatchObject({
      reason: 'Called a message spam',
    });
    expect((await loadWriting(access, [order], NEWS)).without).toHaveLength(1);
  });
});

describe('who unsubscribed', () => {
  it('stands on the list of addresses not to write to, and is taken off it when they ask', async () => {
    const to = reader();
    const { url, order } = await news(to);
    await oneClick(url);
    const access = await accessAs();
    const entry = (await withheldViews(access)).find((w) => w.pattern === to)!;
    expect(entry).toMatchObject({
      reason: 'Unsubscribed in their mail program',
      only: 'news and offers',
      source: 'reader',
      by: 'the reader',
    });
    expect((await allowAgain(access, entry.id)).some((w) => w.pattern === to)).toBe(false);
    expect((await loadWriting(access, [order], NEWS)).without).toEqual([]);
  });

  it('is forgotten with the customer, and the old link leads nowhere', async () => {
    const to = reader();
    const { url } = await news(to);
    await oneClick(url);
    await eraseCustomer(await accessAs(), to);
    expect(await kindsOf(to)).toEqual([]);
    expect((await look(url)).status).toBe(404);
  });
});
