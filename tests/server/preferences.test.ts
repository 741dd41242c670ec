/** The page that customers keep themselves: proven by a link to their address, told in their language, kept to by what goes out. */
import { and, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { GET, POST } from '@/app/preferences/[token]/route';
import { ANY_CONTACTS, type Order } from '@/core/order';
import { database } from '@/server/db/client';
import { consents, customers, deliveries, events, unsubscriptions } from '@/server/db/schema';
import { openPreferencesUrl, preferencesUrlOf } from '@/server/events/preferences-link';
import { receiveEvent } from '@/server/events/receive';
import { correctAddress, saveCustomer } from '@/server/features/customers/change';
import { contactsOf, lookAtLimits, putContacts, saveLimits } from '@/server/features/customers/contacts';
import { loadCustomer } from '@/server/features/customers/customer';
import { eraseCustomer } from '@/server/features/people/customer-data';
import { loadToday } from '@/server/features/today/today';
import { switchNotification } from '@/server/features/templates/templates';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';
import { byOrder, drain, order, reader } from './orders';

useDatabase();

const limits = { ...ANY_CONTACTS, most: 2 };
const offer = async (page: boolean, most = limits) => saveLimits(await accessAs(), { limits: most, page });

beforeAll(async () => {
  await connectService();
  await offer(true);
  await switchNotification(await accessAs(), 'preferences', true);
  for (const slug of ['invoice-accounts', 'goods-coming']) await switchNotification(await accessAs(), slug, true);
});

const at = (url: string) => ({ params: Promise.resolve({ token: url.slice(url.lastIndexOf('/') + 1) }) });
const look = (url: string) => GET(new Request(url), at(url));
const post = (url: string, fields: [string, string][] = []) =>
  POST(new Request(url, { method: 'POST', body: new URLSearchParams(fields) }), at(url));
const newest = async (address: string) => simpleParser(await rawMail((await mailbox(address))[0]!.id));
const rowOf = async (email: string) =>
  (await database().select().from(customers).where(eq(customers.email, email)))[0]!;

/** An invoice of an order, as the shop tells it. */
const invoice = (of: Order, number: string) => ({
  ...laterEvent('invoice.issued', of),
  data: { order: of, details: { invoice: { number } } },
});

/** The link that a message to an address carries, to one path of ours. */
const linkIn = async (address: string): Promise<string> =>
  /https?:\/\/\S+\/preferences\/[0-9a-z.-]+/.exec((await newest(address)).text ?? '')![0];

/** Orders, asks by the link in the message, and opens the one that comes. */
async function opened(email: string): Promise<string> {
  await order(email);
  await post(await linkIn(email));
  await drain();
  return linkIn(email);
}

interface Person {
  label?: string;
  email: string;
  name?: string;
  language?: string;
}

async function save(url: string, email: string, typed: { language?: string; people?: Person[]; want?: string[] }) {
  const { language = '', people = [], want = ['feedback'] } = typed;
  return post(url, [
    ['revision', String((await rowOf(email)).revision)],
    ['language', language],
    ...want.map((kind): [string, string] => ['want', kind]),
    ...people.flatMap((p): [string, string][] => [
      ['label', p.label ?? 'Accounts'],
      ['email', p.email],
      ['name', p.name ?? ''],
      ['person-language', p.language ?? ''],
    ]),
  ]);
}

describe('the link in a message', () => {
  it('shows nothing of whom it is for, and sends the link that does to their address', async () => {
    const email = reader();
    const sent = await order(email);
    const asking = await linkIn(email);
    expect(asking).toBe(preferencesUrlOf(sent.id));
    const page = await (await look(asking)).text();
    expect(page).toContain('Send me the link');
    expect(page).not.toContain(email);
    expect(await mailbox(email)).toHaveLength(1);
    const answer = await post(asking);
    expect(answer.status).toBe(200);
    expect(await answer.text()).toContain('The link is on its way to you.');
    await drain();
    expect(await mailbox(email)).toHaveLength(2);
    const own = await (await look(await linkIn(email))).text();
    expect(own).toContain(email);
    expect(own).not.toMatch(/QW-|Kozo|Total/);
  });

  it('is sent five times a day and not more', async () => {
    const email = reader();
    const asking = preferencesUrlOf((await order(email)).id);
    for (let n = 0; n < 5; n += 1) expect((await post(asking)).status).toBe(200);
    const often = await post(asking);
    expect(often.status).toBe(429);
    expect(await often.text()).toContain('several times today');
    await drain();
    expect(await mailbox(email)).toHaveLength(6);
  });

  it('is not in what goes to contacts and colleagues', async () => {
    const email = reader();
    const accounts = `a-${email}`;
    await order(email);
    await putContacts(SHOP, email, { email, contacts: [{ label: 'Accounts', email: accounts }] });
    const placed = placedEvent({ customer: { email } });
    await receiveEvent(SHOP, placed);
    await receiveEvent(SHOP, invoice(placed.data.order, 'R-9'));
    await drain();
    expect((await newest(accounts)).text).not.toContain('/preferences/');
    expect((await newest(email)).text).toContain('/preferences/');
  });

  it('is masked in the record once it was sent, and cannot be sent again', async () => {
    const email = reader();
    const own = await opened(email);
    const [row] = await database()
      .select({ data: events.data })
      .from(deliveries)
      .innerJoin(events, eq(events.id, deliveries.eventId))
      .where(and(eq(deliveries.recipient, email), eq(deliveries.moment, 'account.preferences-requested')));
    expect(JSON.stringify(row!.data)).not.toContain(own);
  });
});

describe('the page', () => {
  it('keeps a contact, who gets the next invoice once', async () => {
    const email = reader();
    const url = await opened(email);
    const accounts = `acc-${email}`;
    const saved = await save(url, email, { people: [{ email: ` ${accounts} `, name: 'Books', language: 'de' }] });
    expect(await saved.text()).toContain('Saved. You can close this page.');
    expect((await rowOf(email)).contacts).toEqual([
      { label: 'Accounts', email: accounts, name: 'Books', language: 'de' },
    ]);
    const placed = placedEvent({ customer: { email, contacts: [{ label: 'Accounts', email: accounts }] } });
    await receiveEvent(SHOP, placed);
    await receiveEvent(SHOP, invoice(placed.data.order, 'R-1'));
    await drain();
    expect(await mailbox(accounts)).toHaveLength(1);
  });

  it('keeps a language that goes before those of orders, and is told in it from then on', async () => {
    const email = reader();
    const url = await opened(email);
    expect(await (await save(url, email, { language: 'de' })).text()).toContain('Gespeichert.');
    const placed = placedEvent({ customer: { email }, language: 'en' });
    await receiveEvent(SHOP, placed);
    await drain();
    expect((await byOrder(placed.data.order.number)).find((d) => d.role === 'customer')!.language).toBe('de');
    const customer = await loadCustomer(await accessAs(), (await rowOf(email)).id, {});
    expect(customer).toMatchObject({ language: 'de', languageKept: true });
    // And back to that of each order.
    await save(url, email, { language: '' });
    const next = placedEvent({ customer: { email }, language: 'en' });
    await receiveEvent(SHOP, next);
    await drain();
    expect((await byOrder(next.data.order.number)).find((d) => d.role === 'customer')!.language).toBe('en');
  });

  it('writes down of kinds of messages only what was changed', async () => {
    const email = reader();
    const url = await opened(email);
    const unsubscribed = async () =>
      (await database().select().from(unsubscriptions).where(eq(unsubscriptions.address, email))).map((u) => u.kind);
    await save(url, email, { language: 'de', want: ['feedback'] });
    expect(await unsubscribed()).toEqual([]);
    await save(url, email, { want: ['offers'] });
    expect(await unsubscribed()).toEqual(['feedback']);
    const [news] = await database().select().from(consents).where(eq(consents.address, email));
    expect(news!.agreed).toBe(true);
    await save(url, email, { want: ['feedback'] });
    expect(await unsubscribed()).toEqual(['offers']);
  });

  it.each([
    ['no address', 'not an address', 'This is not a mail address.'],
    ['their own', 'own', 'This is your own address'],
    ['one twice', 'twice', 'This address stands here twice.'],
    ['too many', 'many', 'No more people can be named here.'],
  ])('refuses %s at its place, saves nothing and keeps what was typed', async (_what, typed, words) => {
    const email = reader();
    const url = await opened(email);
    const people: Record<string, Person[]> = {
      'not an address': [{ email: 'nobody', name: '<b>Typed</b>' }],
      own: [{ email, name: '<b>Typed</b>' }],
      twice: [{ email: `t-${email}` }, { email: `t-${email}`, name: '<b>Typed</b>' }],
      many: [1, 2, 3].map((n) => ({ email: `${n}-${email}`, name: '<b>Typed</b>' })),
    };
    const answer = await save(url, email, { language: 'de', people: people[typed]! });
    expect(answer.status).toBe(422);
    const page = await answer.text();
    expect(page).toContain(words);
    expect(page).toContain('value="&lt;b&gt;Typed&lt;/b&gt;"');
    expect(await rowOf(email)).toMatchObject({ contacts: [], language: '' });
  });

  it('does not save over what a colleague changed meanwhile, and shows what was typed', async () => {
    const email = reader();
    const url = await opened(email);
    const seen = (await rowOf(email)).revision;
    const { id, firstName, lastName, company } = await rowOf(email);
    await saveCustomer(await accessAs(), {
      ...{ id, firstName, lastName, company, language: '', revision: seen },
      contacts: [{ label: 'Accounts', email: `c-${email}` }],
    });
    const answer = await post(url, [
      ['revision', String(seen)],
      ['label', 'Accounts'],
      ['email', `mine-${email}`],
      ['name', ''],
      ['person-language', ''],
    ]);
    const page = await answer.text();
    expect(page).toContain('This was changed elsewhere meanwhile.');
    expect(page).toContain(`mine-${email}`);
    expect((await rowOf(email)).contacts.map((c) => c.email)).toEqual([`c-${email}`]);
  });
});

describe('a link that is not to be believed', () => {
  it.each([
    ['forged', async (url: string) => url.replace(/.$/, (c) => (c === '0' ? '1' : '0'))],
    [
      'for longer than it was made for',
      async (url: string) => url.replace(/\.(\d{10,})\./, (_, t) => `.${Number(t) + 9e9}.`),
    ],
    ['nonsense', async () => 'https://libellus.example/preferences/%00'],
    ['an hour old', async (_url: string, email: string) => openPreferencesUrl(await rowOf(email), Date.now() - 1_000)],
    [
      'of an address that was corrected since',
      async (url: string, email: string) => {
        await correctAddress(await accessAs(), { id: (await rowOf(email)).id, to: `right-${email}` });
        return url;
      },
    ],
    [
      'of somebody who was erased',
      async (url: string, email: string) => {
        await eraseCustomer(await accessAs(), email);
        return url;
      },
    ],
  ])('%s: shows nothing, and changes nothing', async (_what, make) => {
    const email = reader();
    const url = await make(await opened(email), email);
    for (const answer of [await look(url), await post(url, [['language', 'de']])]) {
      expect(answer.status).toBe(404);
      const page = await answer.text();
      expect(page).not.toContain(email);
      // Who came an hour late is told how to go on, and not that they are taken off a list.
      expect(page).toContain('Ask for a new one by the link at the end of any message from us.');
    }
  });

  it('of a message to an address that was corrected: the link goes to the right one', async () => {
    const email = reader();
    const asking = preferencesUrlOf((await order(email)).id);
    const right = `right-${email}`;
    await correctAddress(await accessAs(), { id: (await rowOf(email)).id, to: right });
    await post(asking);
    await drain();
    expect(await mailbox(email)).toHaveLength(1);
    expect(await (await look(await linkIn(right))).text()).toContain(right);
  });
});

describe('a store without the page', () => {
  afterEach(async () => {
    await offer(true);
    await switchNotification(await accessAs(), 'preferences', true);
  });

  it('has no link in its messages, and old ones say that it is closed', async () => {
    const email = reader();
    const own = await opened(email);
    const asking = preferencesUrlOf((await order(email)).id);
    await offer(false);
    await order(email);
    expect((await newest(email)).text).not.toContain('/preferences/');
    for (const url of [own, asking]) {
      expect(await (await look(url)).text()).toContain('This page is closed at the moment.');
      expect((await post(url, [['language', 'de']])).status).toBe(404);
    }
    expect((await rowOf(email)).language).toBe('');
  });

  it('cannot prove whose it is while the message is off: it is told before', async () => {
    const email = reader();
    const asking = preferencesUrlOf((await order(email)).id);
    await switchNotification(await accessAs(), 'preferences', false);
    expect(await lookAtLimits(await accessAs(), { limits, page: true })).toMatchObject({ linkGoesOut: false });
    expect((await post(asking)).status).toBe(404);
    const { lines } = await loadToday(await accessAs());
    expect(lines.find((l) => l.href === '/journey/preferences')?.fact).toContain('it is closed');
  });
});

describe('messages chosen for a contact', () => {
  it('are those they get, whatever their label; a message that is none is refused at its place', async () => {
    const email = reader();
    const goods = `g-${email}`;
    await order(email);
    const put = (messages: string[]) =>
      putContacts(SHOP, email, { email, contacts: [{ label: 'Accounts', email: goods, messages }] });
    await expect(put(['order-received'])).rejects.toMatchObject({ problems: [{ path: '/contacts/0/messages' }] });
    const { messages } = await put(['goods-coming']);
    expect(messages.map((m) => m.slug)).toEqual(expect.arrayContaining(['goods-coming', 'invoice-accounts']));
    // An order that names them by their label alone changes nothing of what was chosen.
    const placed = placedEvent({ customer: { email, contacts: [{ label: 'Accounts', email: goods }] } });
    await receiveEvent(SHOP, placed);
    await receiveEvent(SHOP, invoice(placed.data.order, 'R-3'));
    await drain();
    expect(await mailbox(goods)).toHaveLength(0);
    const shipped = { ...placed.data.order, shipments: [{ id: 'P-1' }] };
    await receiveEvent(SHOP, laterEvent('shipment.dispatched', shipped));
    await drain();
    expect(await mailbox(goods)).toHaveLength(1);
    expect((await contactsOf(SHOP, email)).contacts[0]).toMatchObject({ messages: ['goods-coming'] });
  });
});
