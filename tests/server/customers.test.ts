/** Customers: known by their orders, found by their names, changed by hand and by lists, and their address corrected. */
import { and, eq, inArray } from 'drizzle-orm';
import { ANY_CONTACTS, type Order } from '@/core/order';
import { database } from '@/server/db/client';
import {
  channels,
  customers,
  customerWordEnds,
  customerWords,
  deliveries,
  formerAddresses,
  listImportParts,
  orders,
  stores,
} from '@/server/db/schema';
import { indexCustomers } from '@/server/events/find-customers';
import { countAll } from '@/server/events/known-customers';
import { receiveEvent } from '@/server/events/receive';
import { lookAtLimits, putContacts, saveLimits } from '@/server/features/customers/contacts';
import { correctAddress, lookAtCorrection, saveCustomer } from '@/server/features/customers/change';
import { customerOfAddress, exportRecord, loadCustomer } from '@/server/features/customers/customer';
import { joinCustomers, lookAtJoin, takeApart } from '@/server/features/customers/join';
import { removeList, savedListsOf, saveList } from '@/server/features/customers/saved-lists';
import { chosenPeople } from '@/server/notices/people';
import { listCustomers, NO_FILTER, readCustomerFilter } from '@/server/features/customers/list';
import { sendAgain } from '@/server/features/deliveries/again';
import { takeListBack } from '@/server/features/exchange/bring-customers';
import { bringIn, previewFile } from '@/server/features/exchange/bring-in';
import { eraseCustomer, exportCustomer } from '@/server/features/people/customer-data';
import { withhold } from '@/server/features/sending/withheld';
import { accessAs, connectService, laterEvent, mailbox, placedEvent, SHOP, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();
beforeAll(() => connectService());

const ADDRESS = { name: 'Ada', lines: ['Quay 9'], city: 'Bremen', country: 'DE' };

async function place(change: Partial<Order>): Promise<void> {
  await receiveEvent(SHOP, placedEvent(change));
  await drain();
  await indexCustomers();
}
const rowOf = async (email: string) =>
  (await database().select().from(customers).where(eq(customers.email, email)))[0]!;
const load = async (email: string, query = {}) => loadCustomer(await accessAs(), (await rowOf(email)).id, query);
const search = async (words: string) =>
  (await listCustomers(await accessAs(), { ...NO_FILTER, search: words })).rows.map((r) => r.email);
const csv = (...lines: string[]): Buffer => Buffer.from(lines.join('\n'));

describe('who ordered is a customer', () => {
  it('with how much, how lately and from where, counted once for each order', async () => {
    const email = reader();
    const customer = { email, firstName: 'Ada', lastName: 'Óbidos', guest: true };
    await place({
      number: 'C-1',
      placedAt: '2026-11-01T10:00:00Z',
      customer,
      shippingAddress: ADDRESS,
      language: 'pt',
    });
    const order = { number: 'C-2', placedAt: '2026-11-03T10:00:00Z', customer: { ...customer, guest: false } };
    await place({ ...order, shippingAddress: { ...ADDRESS, country: 'PT' } });
    const row = await rowOf(email);
    const totals = await database()
      .select({ total: orders.total })
      .from(orders)
      .where(and(eq(orders.storeId, SHOP), eq(orders.customerEmail, email)));
    expect(row).toMatchObject({ firstName: 'Ada', orders: 2, country: 'PT', guest: false, language: '' });
    expect(row.spent).toBe(totals.reduce((sum, o) => sum + o.total, 0));
    expect(row.lastOrderAt!.toISOString()).toBe('2026-11-03T10:00:00.000Z');
    // The same event once more counts nothing.
    const again = placedEvent({ ...order, shippingAddress: { ...ADDRESS, country: 'PT' } }, 'placed-C-2');
    await receiveEvent(SHOP, again);
    expect((await rowOf(email)).orders).toBe(2);
    // Counted anew from all orders, it is the same.
    await countAll(database(), SHOP, [email]);
    expect(await rowOf(email)).toEqual({ ...row, indexed: false });
  });

  it('what is cancelled was not spent', async () => {
    const email = reader();
    const event = placedEvent({ number: 'C-3', customer: { email } });
    await receiveEvent(SHOP, event);
    expect((await rowOf(email)).spent).toBeGreaterThan(0);
    const { order } = event.data;
    await receiveEvent(SHOP, laterEvent('order.cancelled', { ...order, status: 'OrderCancelled' }));
    expect(await rowOf(email)).toMatchObject({ spent: 0, orders: 1 });
  });

  it('their language is that of each order until somebody says it', async () => {
    const email = reader();
    await place({ number: 'C-4', customer: { email }, language: 'de' });
    await place({ number: 'C-5', customer: { email }, language: 'en' });
    const languages = (await load(email)).record.rows.map((r) => [r.order, r.language]);
    expect(languages).toEqual(
      expect.arrayContaining([
        ['C-4', 'de'],
        ['C-5', 'en'],
      ]),
    );
  });
});

describe('customers are found', () => {
  it('by any part of name, company and address, whatever the accents, and of the number of an order', async () => {
    const email = 'grace.okafor@wax-and-cloth.example';
    await place({
      number: 'FIND-10418',
      customer: { email, firstName: 'Grâce', lastName: 'Okafor-Möbius', company: 'Wax & Cloth' },
    });
    for (const words of ['grace', 'möb', 'MOB oka', 'wax clo', 'grace.okafor@wax-and-cloth.example', 'FIND-10418'])
      expect(await search(words)).toContain(email);
    for (const words of ['afor', 'race biu', 'loth OB', 'or', 'xampl', '0418', 'd-104', '-1041'])
      expect(await search(words)).toContain(email);
    for (const words of ['grace nobody', 'gracef', '%', 'FIND-10418x', 'FIN_'])
      expect(await search(words)).not.toContain(email);
  });

  it('by the number of each further order, and no longer by a name that was corrected or erased', async () => {
    const email = 'lin@wax-and-cloth.example';
    const customer = { email, firstName: 'Lin', lastName: 'Zephyrine' };
    await place({ number: 'FIND-20501', customer });
    await place({ number: 'FIND-20777', customer });
    for (const words of ['0501', '0777', 'hyri']) expect(await search(words)).toEqual([email]);
    const { id, revision } = await rowOf(email);
    const values = { id, revision, firstName: 'Lin', lastName: 'Quistgaard', company: '', language: '', contacts: [] };
    await saveCustomer(await accessAs(), values);
    expect(await search('hyri')).toEqual([]);
    expect(await search('stgaa')).toEqual([email]);
    await eraseCustomer(await accessAs(), email);
    expect(await search('stgaa')).toEqual([]);
    const kept = await database()
      .select()
      .from(customerWordEnds)
      .where(inArray(customerWordEnds.end, ['zephyrine', 'quistgaard', 'lin']));
    expect(kept).toEqual([]);
  });

  it('narrowed by what they did and what reaches them', async () => {
    const [guest, away] = [reader(), reader()];
    await place({
      number: 'N-1',
      customer: { email: guest, guest: true },
      shippingAddress: { ...ADDRESS, country: 'IS' },
    });
    await place({ number: 'N-2', customer: { email: away } });
    await withhold(await accessAs(), { pattern: away, reason: 'asked', kinds: [] });
    const emails = async (query: Record<string, string>) =>
      (await listCustomers(await accessAs(), readCustomerFilter(query))).rows.map((r) => r.email);
    expect(await emails({ country: 'IS' })).toEqual([guest]);
    expect(await emails({ mail: 'withheld' })).toEqual([away]);
    expect(await emails({ kind: 'guest' })).toContain(guest);
    expect(await emails({ kind: 'guest' })).not.toContain(away);
    expect(await emails({ bought: 'no such category' })).toEqual([]);
    expect(await emails({ country: 'nonsense', kind: 'king' })).toContain(away);
    expect((await load(away)).mail[0]!.withheld).toMatchObject([{ reason: 'asked' }]);
  });

  it('page by page, each once', async () => {
    const count = 120;
    await database()
      .insert(customers)
      .values(
        Array.from({ length: count }, (_, i) => ({
          ...{ id: `PAGE${String(i).padStart(22, '0')}`, storeId: SHOP, email: `page${i}@many.example` },
          ...{ firstName: 'Many', lastName: `N${i}`, language: '', address: ADDRESS, country: 'FJ' },
          // Some at the very same time, and some who never ordered.
          ...(i < 100 && { lastOrderAt: new Date(Date.UTC(2026, 0, 1 + Math.floor(i / 7))) }),
        })),
      );
    const seen: string[] = [];
    let next: string | undefined;
    do {
      const page = await listCustomers(await accessAs(), { ...NO_FILTER, country: 'FJ' }, next);
      seen.push(...page.rows.map((r) => r.email));
      next = page.next;
    } while (next !== undefined);
    expect(seen).toHaveLength(count);
    expect(new Set(seen).size).toBe(count);
  });
});

describe('a customer is changed', () => {
  it('contacts get what goes to contacts, and nobody is one twice', async () => {
    const email = reader();
    await place({ number: 'K-1', customer: { email, firstName: 'Kim' } });
    const { id, revision } = await rowOf(email);
    const values = { id, revision, firstName: 'Kim', lastName: 'Lund', company: '', language: 'de' };
    const accounts = { label: 'Accounts', email: `accounts-${email}` };
    const save = async (contacts: (typeof accounts)[], seen = revision) =>
      saveCustomer(await accessAs('support'), { ...values, revision: seen, contacts });
    await expect(save([{ ...accounts, email: email.toUpperCase() }])).rejects.toMatchObject({
      problems: [{ path: '/contacts/0/email' }],
    });
    await expect(save([accounts, accounts])).rejects.toMatchObject({ problems: [{ path: '/contacts/1/email' }] });
    await save([accounts]);
    await expect(save([])).rejects.toMatchObject({ code: 'conflict' });
    const after = await load(email);
    expect(after).toMatchObject({ lastName: 'Lund', language: 'de', contacts: [accounts] });
    expect(after.mail.map((m) => m.address)).toEqual([email, accounts.email]);
    expect(await search('lund')).toContain(email);
  });
});

describe('how many contacts there are', () => {
  afterAll(async () => saveLimits(await accessAs(), { limits: ANY_CONTACTS, page: false }));

  it('is set by the store, told before, and holds on every way in', async () => {
    const email = reader();
    await place({ number: 'M-1', customer: { email } });
    const contacts = [
      { label: 'Accounts', email: `a-${email}` },
      { label: 'Press', email: `p-${email}` },
    ];
    await putContacts(SHOP, email, { email, contacts });
    const limits = { limits: { most: 1, labels: [' Accounts ', 'accounts', 'Goods in'] }, page: false };
    expect(await lookAtLimits(await accessAs(), limits)).toMatchObject({
      over: expect.any(Number),
      otherLabels: expect.any(Number),
    });
    expect((await lookAtLimits(await accessAs(), limits)).over).toBeGreaterThan(0);
    await saveLimits(await accessAs(), limits);
    // Those that are there stay, and no more come.
    expect(await putContacts(SHOP, email, { email, contacts })).toMatchObject({
      most: 1,
      labels: ['Accounts', 'Goods in'],
      contacts,
    });
    const more = [...contacts, { label: 'Accounts', email: `more-${email}` }];
    await expect(putContacts(SHOP, email, { email, contacts: more })).rejects.toThrow('1 contact at most');
    const { id, revision } = await rowOf(email);
    const values = { id, revision, firstName: '', lastName: '', company: '', language: '' };
    await expect(saveCustomer(await accessAs(), { ...values, contacts: more })).rejects.toMatchObject({
      problems: [{ path: '/contacts' }],
    });
    const other = [{ label: 'Studio', email: `s-${email}` }];
    await expect(saveCustomer(await accessAs(), { ...values, contacts: other })).rejects.toMatchObject({
      problems: [{ path: '/contacts/0/label', message: expect.stringContaining('Accounts, Goods in') }],
    });
  });

  it('is ten at most in a list, and the customer is none of them', async () => {
    const email = reader();
    const many = Array.from({ length: 11 }, (_, i) => `L${i}: l${i}@many.example`).join('; ');
    const seen = await previewFile(
      await accessAs(),
      'customers',
      csv('email,contacts', `${email},"${many}"`, `two-${email},Me: two-${email}`),
    );
    expect(seen.problems).toMatchObject([
      { row: 2, column: 'contacts', message: expect.stringContaining('10 contacts at most') },
      { row: 3, column: 'contacts', message: expect.stringContaining('address of the customer') },
    ]);
  });
});

describe('a mistyped address', () => {
  it('is corrected: what failed goes again, what comes goes there, and what the shop still calls it is known', async () => {
    const [wrong, right] = [`typo-${reader()}`, reader()];
    await withhold(await accessAs(), { pattern: wrong, reason: 'no such mailbox', kinds: [] });
    const event = placedEvent({ number: 'T-1', customer: { email: wrong, firstName: 'Tove' } });
    await receiveEvent(SHOP, event);
    await drain();
    const { id } = await rowOf(wrong);
    const seen = await lookAtCorrection(await accessAs(), { id, to: right });
    expect(seen).toMatchObject({ from: wrong, to: right, orders: 1 });
    expect(seen.failed.map((f) => f.order)).toContain('T-1');
    await correctAddress(await accessAs('support', 'Amira Haddad'), { id, to: right });
    for (const { id: delivery } of seen.failed) await sendAgain(await accessAs(), delivery, { to: right });
    await drain();
    expect((await mailbox(right)).map((m) => m.subject).join()).toContain('T-1');
    // The shop goes on with what it knows.
    await receiveEvent(
      SHOP,
      laterEvent('order.payment-received', { ...event.data.order, payment: { method: 'Card', paid: true } }),
    );
    await receiveEvent(SHOP, placedEvent({ number: 'T-2', customer: { email: wrong, firstName: 'TOVE' } }));
    await drain();
    expect(await mailbox(wrong)).toEqual([]);
    expect((await mailbox(right)).map((m) => m.subject).join()).toContain('T-2');
    const page = await load(right);
    expect(page).toMatchObject({ orders: 2, former: [{ address: wrong, by: 'Amira Haddad' }] });
    // What went to the old address is of their record.
    expect(page.record.rows.some((r) => r.recipient === wrong)).toBe(true);
    expect(await customerOfAddress(await accessAs(), wrong)).toEqual({ id });
  });

  it('may be somebody’s: whoever else orders under it gets their own mail', async () => {
    const [wrong, right] = [reader(), reader()];
    await place({ number: 'T-7', customer: { email: wrong, firstName: 'Tove' } });
    await correctAddress(await accessAs(), { id: (await rowOf(wrong)).id, to: right });
    await place({ number: 'T-8', customer: { email: wrong, firstName: 'Bob' } });
    expect((await mailbox(right)).map((m) => m.subject).join()).not.toContain('T-8');
    expect((await mailbox(wrong)).map((m) => m.subject).join()).toContain('T-8');
    expect(await rowOf(wrong)).toMatchObject({ firstName: 'Bob', orders: 1 });
  });

  it('is not that of a marketplace that hides its customers', async () => {
    const email = `buyer-${process.pid}@hidden.example`;
    await database()
      .update(channels)
      .set({ maskedDomain: 'hidden.example' })
      .where(and(eq(channels.storeId, SHOP), eq(channels.id, 'web-shop')));
    await place({ number: 'T-9', customer: { email } });
    await expect(correctAddress(await accessAs(), { id: (await rowOf(email)).id, to: reader() })).rejects.toThrow(
      'hides its customers’ addresses',
    );
    await database().update(channels).set({ maskedDomain: '' }).where(eq(channels.storeId, SHOP));
  });

  it('moves what waits', async () => {
    const [wrong, right] = [reader(), reader()];
    await place({ number: 'T-3', customer: { email: wrong } });
    const [any] = await database().select().from(deliveries).where(eq(deliveries.recipient, wrong));
    await database().update(deliveries).set({ state: 'held' }).where(eq(deliveries.id, any!.id));
    const { id } = await rowOf(wrong);
    expect(await lookAtCorrection(await accessAs(), { id, to: right })).toMatchObject({ waiting: 1 });
    expect(await correctAddress(await accessAs(), { id, to: right })).toEqual({ waiting: 1 });
    expect(await database().select().from(deliveries).where(eq(deliveries.id, any!.id))).toMatchObject([
      { recipient: right, state: 'held' },
    ]);
  });

  it('is refused where it is somebody else’s, a contact’s, no address, or while a message is on the line', async () => {
    const [one, other] = [reader(), reader()];
    await place({ number: 'T-4', customer: { email: one } });
    await place({ number: 'T-5', customer: { email: other } });
    const { id, revision } = await rowOf(one);
    const correct = async (to: string) => correctAddress(await accessAs(), { id, to });
    await expect(correct(other)).rejects.toThrow('another customer');
    await expect(correct(one)).rejects.toThrow('the address that they have');
    const contact = { label: 'Accounts', email: `c-${one}` };
    await saveCustomer(await accessAs(), {
      ...{ id, revision, firstName: '', lastName: '', company: '', language: '' },
      contacts: [contact],
    });
    await expect(correct(contact.email)).rejects.toThrow('a contact of this customer');
    const [sent] = await database().select().from(deliveries).where(eq(deliveries.recipient, one));
    await database().update(deliveries).set({ state: 'sending' }).where(eq(deliveries.id, sent!.id));
    await expect(correct(reader())).rejects.toMatchObject({ code: 'conflict' });
    await database().update(deliveries).set({ state: 'accepted' }).where(eq(deliveries.id, sent!.id));
  });

  it('is forgotten with its customer', async () => {
    const [wrong, right] = [`old-${reader()}`, reader()];
    await place({ number: 'T-6', customer: { email: wrong, firstName: 'Gone' } });
    const { id } = await rowOf(wrong);
    await correctAddress(await accessAs(), { id, to: right });
    await eraseCustomer(await accessAs(), right);
    expect(await database().select().from(formerAddresses).where(eq(formerAddresses.customerId, id))).toEqual([]);
    expect(await database().select().from(deliveries).where(eq(deliveries.recipient, wrong))).toEqual([]);
    expect(await database().select().from(customerWords).where(eq(customerWords.customerId, id))).toEqual([]);
    expect(await search('gone')).toEqual([]);
  });
});

describe('a list of customers', () => {
  it('with one column changes that column only, tells before what, and is taken back at once', async () => {
    const email = reader();
    await place({ number: 'L-1', customer: { email, firstName: 'Lia', lastName: 'Holm' }, shippingAddress: ADDRESS });
    const { id, revision } = await rowOf(email);
    const contacts = [{ label: 'Accounts', email: `a-${email}`, language: 'fr' }];
    await saveCustomer(await accessAs(), {
      ...{ id, revision, firstName: 'Lia', lastName: 'Holm', company: '', language: 'de', contacts },
    });
    const before = await rowOf(email);
    const fresh = reader();
    const file = csv('email,company', `${email},Holm Bindery`, `${fresh},New Firm`);
    const seen = await previewFile(await accessAs(), 'customers', file);
    expect(seen.customers).toEqual({
      ...{ fresh: 1, changed: 1, same: 0, empty: false },
      told: [{ email, what: [{ field: 'Company', before: '', after: 'Holm Bindery' }] }],
    });
    const { takeBack } = await bringIn(await accessAs(), 'customers', file, false);
    expect(await rowOf(email)).toEqual({
      ...before,
      company: 'Holm Bindery',
      revision: before.revision + 1,
      indexed: expect.any(Boolean),
    });
    expect(await search('bindery')).toContain(email);
    expect(await rowOf(fresh)).toMatchObject({ company: 'New Firm', orders: 0 });
    expect(await takeListBack(await accessAs(), { id: takeBack! })).toEqual({ back: 2, left: 0 });
    expect(await rowOf(email)).toMatchObject({ company: '', contacts, address: before.address, language: 'de' });
    expect(await rowOf(fresh)).toBeUndefined();
    await expect(takeListBack(await accessAs(), { id: takeBack! })).rejects.toMatchObject({ code: 'not-found' });
  });

  it('empty cells take away only where that is chosen, and who was changed since stays', async () => {
    const email = reader();
    await bringIn(await accessAs(), 'customers', csv('email,first_name,company', `${email},Ria,Ria & Co`), false);
    const file = csv('email,company', `${email},`);
    expect((await previewFile(await accessAs(), 'customers', file)).customers).toMatchObject({ same: 1, empty: true });
    await bringIn(await accessAs(), 'customers', file, false);
    expect(await rowOf(email)).toMatchObject({ company: 'Ria & Co' });
    expect((await previewFile(await accessAs(), 'customers', file, true)).customers).toMatchObject({ changed: 1 });
    const { takeBack } = await bringIn(await accessAs(), 'customers', file, false, true);
    expect(await rowOf(email)).toMatchObject({ company: '', firstName: 'Ria' });
    const { id, revision } = await rowOf(email);
    await saveCustomer(await accessAs(), {
      ...{ id, revision, firstName: 'Ria', lastName: '', company: 'Since', language: '', contacts: [] },
    });
    expect(await takeListBack(await accessAs(), { id: takeBack! })).toEqual({ back: 0, left: 1 });
    expect(await rowOf(email)).toMatchObject({ company: 'Since' });
  });

  it('keeps nothing of who was erased since', async () => {
    const email = reader();
    await bringIn(await accessAs(), 'customers', csv('email,first_name', `${email},Una`), false);
    await eraseCustomer(await accessAs(), email);
    const kept = await database().select().from(listImportParts);
    expect(JSON.stringify(kept)).not.toContain(email);
  });
});

describe('the same person by two addresses', () => {
  const join = async (email: string, address: string) =>
    joinCustomers(await accessAs(), { id: (await rowOf(email)).id, address });
  const two = async () => {
    const [email, other] = [reader(), reader()];
    await place({ number: `${email}-1`, customer: { email, firstName: 'Lea', lastName: 'Tann' }, language: 'en' });
    await place({
      number: `${other}-1`,
      customer: { email: other, firstName: 'L.', lastName: 'Zwirn' },
      language: 'en',
    });
    return { email, other };
  };

  it('is one in the list and on the page, with all orders and messages; taken apart they are two again', async () => {
    const { email, other } = await two();
    const before = await load(other);
    expect(await lookAtJoin(await accessAs(), { id: (await rowOf(email)).id, address: other })).toMatchObject({
      orders: 1,
      sameName: false,
    });
    await join(email, other);
    expect(await search('zwirn')).toEqual([email]);
    const page = await load(email);
    expect(page).toMatchObject({ orders: 2, joined: [{ address: other, orders: 1 }] });
    expect(page.newest.map((o) => o.number).toSorted()).toEqual([`${email}-1`, `${other}-1`].toSorted());
    expect(new Set(page.record.rows.map((r) => r.recipient))).toEqual(new Set([email, other]));
    expect(await customerOfAddress(await accessAs(), other)).toEqual({ id: page.id });
    await takeApart(await accessAs(), { id: page.id, part: before.id });
    expect(await search('zwirn')).toEqual([other]);
    expect(await load(other)).toMatchObject({ orders: 1, joined: [], newest: [{ number: `${other}-1` }] });
    expect((await load(email)).orders).toBe(1);
  });

  it('is written to where each order was placed, in the language that was chosen, with all contacts once', async () => {
    const { email, other } = await two();
    const accounts = `acc-${email}`;
    const { id, firstName, lastName, company, revision } = await rowOf(email);
    await saveCustomer(await accessAs(), {
      ...{ id, firstName, lastName, company, revision, language: 'de' },
      contacts: [{ label: 'Accounts', email: accounts }],
    });
    await putContacts(SHOP, other, { email: other, contacts: [{ label: 'Accounts', email: accounts }] });
    await join(email, other);
    const placed = placedEvent({ customer: { email: other }, language: 'en' });
    await receiveEvent(SHOP, placed);
    const invoiced = {
      ...laterEvent('invoice.issued', placed.data.order),
      data: { order: placed.data.order, details: { invoice: { number: 'R-1' } } },
    };
    await receiveEvent(SHOP, invoiced);
    await drain();
    expect(await mailbox(accounts)).toHaveLength(1);
    const rows = await database().select().from(deliveries).where(eq(deliveries.orderNumber, placed.data.order.number));
    const theirs = rows.filter((d) => d.role === 'customer');
    expect(theirs.map((d) => [d.recipient, d.language])).toEqual(theirs.map(() => [other, 'de']));
    expect(theirs.length).toBeGreaterThan(0);
  });

  it('is one whom a notice chooses, once, by what was ordered under both', async () => {
    const { email, other } = await two();
    await join(email, other);
    const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
    const chosen = (await chosenPeople(store!, { ordersAtLeast: 2 }, Date.now())).filter((p) =>
      [email, other].includes(p.email),
    );
    expect(chosen).toMatchObject([{ email, orders: 2 }]);
  });

  it.each([
    ['nobody’s address', async () => 'nobody@nowhere.example'],
    ['their own', async (email: string) => email],
    [
      'one that is joined already',
      async (_email: string, other: string) => {
        const third = reader();
        await place({ number: `${third}-1`, customer: { email: third } });
        await join(third, other);
        return other;
      },
    ],
    ['no address', async () => 'nobody'],
  ])('refuses %s at its field', async (_what, make) => {
    const { email, other } = await two();
    const address = await make(email, other);
    await expect(join(email, address)).rejects.toMatchObject({ code: 'invalid', problems: [{ path: '/address' }] });
    expect((await rowOf(email)).joinedOnes).toBe(0);
  });

  it('by two colleagues into each other at once: one of them is told', async () => {
    const { email, other } = await two();
    const done = await Promise.allSettled([join(email, other), join(other, email)]);
    expect(done.map((d) => d.status).toSorted()).toEqual(['fulfilled', 'rejected']);
  });

  it('while a message goes out: it arrives where it was going', async () => {
    const { email, other } = await two();
    await receiveEvent(SHOP, placedEvent({ customer: { email: other } }));
    const [before] = [(await mailbox(other)).length];
    await Promise.all([drain(), join(email, other)]);
    expect(await mailbox(other)).toHaveLength(before + 1);
  });

  it('is erased as one, and exported as one', async () => {
    const { email, other } = await two();
    await join(email, other);
    const file = JSON.parse(String((await exportCustomer(await accessAs(), email)).body)) as {
      orders: unknown[];
      joined: { email: string }[];
    };
    expect(file.orders).toHaveLength(2);
    expect(file.joined).toMatchObject([{ email: other }]);
    await eraseCustomer(await accessAs(), email);
    const left = await database()
      .select()
      .from(customers)
      .where(inArray(customers.email, [email, other]));
    expect(left).toEqual([]);
    expect(await search('zwirn')).not.toContain(email);
  });
});

describe('the list', () => {
  it('is narrowed by language and by what was spent, and what it is narrowed to is kept under a name', async () => {
    const email = reader();
    await place({ number: `${email}-1`, customer: { email }, language: 'sv' });
    const filter = { ...NO_FILTER, language: 'sv', spent: '0.01' };
    const rows = async (f: typeof filter) => (await listCustomers(await accessAs(), f)).rows.map((r) => r.email);
    expect(await rows(filter)).toContain(email);
    expect(await rows({ ...filter, spent: '999999' })).not.toContain(email);
    expect(readCustomerFilter({ spent: '12,50' }).spent).toBe('12.50');
    expect(readCustomerFilter({ spent: 'much' }).spent).toBe('');
    const bought = { ...NO_FILTER, bought: 'PA-KOZO' };
    expect(await rows(bought)).toContain(email);
    expect(await rows({ ...bought, bought: 'NO-SUCH' })).toEqual([]);
    const saved = await saveList(await accessAs(), { name: ' Sweden ', filter });
    expect(await savedListsOf(await accessAs())).toContainEqual({ id: saved.id, name: 'Sweden', filter });
    // The same name again: it is replaced.
    await saveList(await accessAs(), { name: 'Sweden', filter: { ...filter, spent: '5' } });
    expect((await savedListsOf(await accessAs())).filter((s) => s.name === 'Sweden')).toMatchObject([
      { id: saved.id, filter: { spent: '5' } },
    ]);
    await expect(saveList(await accessAs(), { name: 'All', filter: { bought: '' } })).rejects.toMatchObject({
      problems: [{ path: '/filter' }],
    });
    await removeList(await accessAs(), { id: saved.id });
    await expect(removeList(await accessAs(), { id: saved.id })).rejects.toMatchObject({ code: 'not-found' });
  });
});

it('a customer whose address a marketplace hides is shown as such', async () => {
  await database()
    .update(channels)
    .set({ maskedDomain: 'hidden-market.example', maskedKinds: ['orders'] })
    .where(and(eq(channels.storeId, SHOP), eq(channels.id, 'web-shop')));
  const email = 'buyer-9@hidden-market.example';
  await place({ number: 'HID-1', customer: { email } });
  expect((await load(email)).mail[0]!.masked).toMatchObject({ kinds: ['orders'] });
  await database()
    .update(channels)
    .set({ maskedDomain: '', maskedKinds: [] })
    .where(and(eq(channels.storeId, SHOP), eq(channels.id, 'web-shop')));
});

describe('the record of a customer', () => {
  it('is narrowed to days in the store’s zone, and goes out as a file as narrow as it is shown', async () => {
    const email = reader();
    await place({ number: `${email}-1`, customer: { email } });
    const { id } = await rowOf(email);
    const today = new Date().toISOString().slice(0, 10);
    const days = (from: string, until: string) => load(email, { from, until });
    expect(
      (await days('2020-01-01', today)).record.rows.length + (await days(today, '')).record.rows.length,
    ).toBeGreaterThan(0);
    expect((await days('2020-01-01', '2020-01-02')).record.rows).toEqual([]);
    expect((await days('yesterday', '2020-13-45')).record.rows).toHaveLength((await load(email)).record.rows.length);
    const file = async (query: { from?: string; until?: string }) =>
      String((await exportRecord(await accessAs(), { id, ...query })).body)
        .trim()
        .split('\r\n');
    expect((await file({}))[0]).toBe(
      'planned,accepted,notification,recipient,to,language,order,subject,state,edition,cause,last_words',
    );
    expect(await file({})).toHaveLength((await load(email)).record.rows.length + 1);
    const [row] = (await load(email)).record.rows;
    expect(row).toMatchObject({ edition: expect.any(Number), cause: expect.stringMatching(/./) });
    expect((await file({})).slice(1).every((line) => line.includes(email))).toBe(true);
    expect(await file({ until: '2020-01-02' })).toHaveLength(1);
  });
});
