/** What a program reads with a reading key of orders, customers and notifications, and the tests that it has sent. */
import type { TSchema } from '@sinclair/typebox';
import { and, desc, eq } from 'drizzle-orm';
import { checker } from '@/core/schema';
import { handleEvent } from '@/server/api/events';
import { openApi } from '@/server/api/openapi';
import { handleCustomer, handleCustomers, handleNotifications, handleOrder, handleOrders } from '@/server/api/reading';
import { handleTest } from '@/server/api/rehearsals';
import { database } from '@/server/db/client';
import { deliveries, history, memberships, stores, user } from '@/server/db/schema';
import { makeKey } from '@/server/features/keys/keys';
import { withhold } from '@/server/features/sending/withheld';
import { addMember, createStore } from '@/server/features/stores/stores';
import { DEFAULT_LOOK } from '@/core/look';
import { STORE } from '@/core/testing';
import { libellusClient, SIGNED } from '../../examples/client';
import {
  accessAs,
  connectService,
  EVENTS_KEY,
  mailbox,
  MARTA,
  placedEvent,
  READ_KEY,
  SHOP,
  textOf,
  useDatabase,
} from './fixture';

useDatabase();

const BASE = '/api/v1';

/** Answers as the routes do. */
function answered(request: Request): Promise<Response> {
  const path = new URL(request.url).pathname.slice(BASE.length).split('/').map(decodeURIComponent);
  const [, what, which, of] = path;
  if (what === 'events') return handleEvent(request);
  if (what === 'orders') return which === undefined ? handleOrders(request) : handleOrder(request, which);
  if (what === 'customers') return which === undefined ? handleCustomers(request) : handleCustomer(request, which);
  if (what === 'notifications' && which === undefined) return handleNotifications(request);
  if (what === 'notifications' && of === 'tests') return handleTest(request, which!);
  throw new Error(`No way in at ${request.url}`);
}

const clientWith = (keys: { readKey?: string; rehearsalKey?: string }) =>
  libellusClient({
    url: 'http://libellus.example',
    eventsKey: EVENTS_KEY,
    readKey: READ_KEY,
    fetch: answered,
    ...keys,
  });
const client = clientWith({});

/** That an answer is as the description says. */
function described(path: keyof ReturnType<typeof openApi>['paths'], answer: unknown): void {
  const { paths } = openApi('http://libellus.example');
  const way = (paths[path] as { get: { responses: Record<string, unknown> } }).get.responses['200'] as {
    content: { 'application/json': { schema: TSchema } };
  };
  expect(checker(way.content['application/json'].schema)(answer)).toMatchObject({ ok: true });
}

const place = async (number: string, email: string): Promise<void> => {
  const body = placedEvent({ number, customer: { email, firstName: 'Edda', lastName: 'Quist' } }, number);
  const told = await client.POST('/events', { params: SIGNED, body: body as never });
  expect(told.response.status).toBe(202);
};

describe('a program with a reading key', () => {
  it('lists orders and reads one with what was sent about it, and what was not and why', async () => {
    await withhold(await accessAs(), {
      pattern: 'no-mail@wax-and-cloth.example',
      reason: 'asked us not to',
      kinds: [],
    });
    await place('R-1', 'edda@quist.example');
    await place('R-2', 'no-mail@wax-and-cloth.example');
    const { data: page, response } = await client.GET('/orders', { params: { query: { search: 'R-' } } });
    described('/orders', page);
    expect(page!.orders.map((o) => o.number)).toEqual(['R-2', 'R-1']);
    expect(page!.orders[1]).toMatchObject({ customerName: 'Edda Quist', customerEmail: 'edda@quist.example' });
    expect(response.headers.get('ratelimit')).toMatch(/^"reading"/);

    const { data: order } = await client.GET('/orders/{number}', { params: { path: { number: 'R-1' } } });
    described('/orders/{number}', order);
    expect(order!.order).toMatchObject({ number: 'R-1', customer: { email: 'edda@quist.example' } });
    const [first] = await database().select().from(deliveries).where(eq(deliveries.recipient, 'edda@quist.example'));
    expect(order!.deliveries).toContainEqual(
      expect.objectContaining({ id: first!.id, recipient: 'edda@quist.example', state: 'planned', role: 'customer' }),
    );
    const { data: unsent } = await client.GET('/orders/{number}', { params: { path: { number: 'R-2' } } });
    const why = [...unsent!.notWritten.map((n) => n.reason), ...unsent!.deliveries.map((d) => d.withheld ?? '')];
    expect(why.join(' ')).toMatch(/do-not-send|not written to|asked/i);

    const none = await client.GET('/orders/{number}', { params: { path: { number: 'R-404' } } });
    expect(none.error).toMatchObject({ type: 'urn:libellus:problem:not-found', status: 404 });
  });

  it('goes through all orders page by page, each once', async () => {
    for (let n = 0; n < 51; n += 1) await place(`PAGE-${n}`, 'pages@quist.example');
    const numbers: string[] = [];
    let before: string | undefined;
    do {
      const { data, response } = await client.GET('/orders', {
        params: { query: { search: 'PAGE-', ...(before !== undefined && { before }) } },
      });
      numbers.push(...data!.orders.map((o) => o.number));
      before = data!.next;
      if (before) expect(response.headers.get('link')).toContain(`before=${before}`);
    } while (before);
    expect(new Set(numbers).size).toBe(51);
    expect(numbers).toHaveLength(51);
  });

  it('finds a customer, and reads whether they are written to', async () => {
    const { data: found } = await client.GET('/customers', { params: { query: { search: 'edda@quist.example' } } });
    described('/customers', found);
    expect(found!.customers).toEqual([
      expect.objectContaining({ email: 'edda@quist.example', name: 'Edda Quist', orders: 1 }),
    ]);
    expect(found!.customers[0]).not.toHaveProperty('id');
    const read = async (address: string) => client.GET('/customers/{address}', { params: { path: { address } } });
    const { data: edda } = await read('edda@quist.example');
    described('/customers/{address}', edda);
    expect(edda).toMatchObject({ firstName: 'Edda', orders: 1, contacts: [], mail: [{ withheld: [] }] });
    const { data: other } = await read('no-mail@wax-and-cloth.example');
    expect(other!.mail[0]!.withheld).toHaveLength(1);
    expect((await read('nobody@quist.example')).error).toMatchObject({ status: 404 });
  });

  it.each([
    ['orders', { status: 'eaten' }, /status/],
    ['customers', { kind: 'friend', ordered: 'lately' }, /kind and ordered/],
  ] as const)('of %s is told what it cannot be narrowed by, and is not given all', async (what, query, words) => {
    const { error } = await client.GET(`/${what}`, { params: { query: query as never } });
    expect(error).toMatchObject({ status: 400, title: expect.stringMatching(words) });
    expect(error!.problems!.map((p) => p.path)).toEqual(Object.keys(query).map((name) => `/${name}`));
  });

  it('reads the notifications and how each stands', async () => {
    const { data } = await client.GET('/notifications');
    described('/notifications', data);
    const received = data!.notifications.find((n) => n.notification === 'order-received')!;
    expect(received).toMatchObject({ moment: 'order.placed', audience: 'customer', on: true, live: true, versions: 2 });
    expect(received.complete).toContain('en');
  });

  it('reads what its key is narrowed to, and with a key for something else nothing', async () => {
    const { key } = await makeKey(await accessAs(), { kind: 'read', name: 'Warehouse', scopes: ['orders'] });
    const warehouse = clientWith({ readKey: key });
    expect((await warehouse.GET('/orders')).response.status).toBe(200);
    expect((await warehouse.GET('/customers')).error).toMatchObject({ type: 'urn:libellus:problem:no-reading-key' });
    expect((await warehouse.GET('/notifications')).response.status).toBe(401);
    const contacts = await makeKey(await accessAs(), { kind: 'read', name: 'Account page', scopes: ['customers'] });
    expect((await clientWith({ readKey: contacts.key }).GET('/customers')).response.status).toBe(401);
  });

  it('of a store reads nothing of another one', async () => {
    const settings = { language: 'en', languages: ['en'], locales: {}, currency: 'EUR', timeZone: 'UTC' };
    await createStore(
      database(),
      { id: 'elsewhere', name: 'Elsewhere', ...settings, facts: STORE, look: DEFAULT_LOOK },
      [{ id: 'web-shop', name: 'Web shop', customerMail: true }],
    );
    const access = await accessAs();
    const [store] = await database().select().from(stores).where(eq(stores.id, 'elsewhere'));
    const { key } = await makeKey({ ...access, store: store! }, { kind: 'read', name: 'Elsewhere' });
    const theirs = clientWith({ readKey: key });
    expect((await theirs.GET('/orders')).data).toMatchObject({ orders: [] });
    expect((await theirs.GET('/customers')).data).toMatchObject({ customers: [] });
    expect((await theirs.GET('/orders/{number}', { params: { path: { number: 'R-1' } } })).response.status).toBe(404);
    const path = { address: 'edda@quist.example' };
    expect((await theirs.GET('/customers/{address}', { params: { path } })).response.status).toBe(404);
  });
});

describe('a program with a key for rehearsing', () => {
  beforeAll(() => addMember(database(), MARTA.id, SHOP, 'owner'));

  const send = async (notification: string, body: Record<string, unknown>, rehearsalKey?: string) => {
    const key = rehearsalKey ?? (await makeKey(await accessAs(), { kind: 'rehearse', name: 'Nightly check' })).key;
    return clientWith({ rehearsalKey: key }).POST('/notifications/{notification}/tests', {
      params: { path: { notification } },
      body: body as never,
    });
  };

  it('has a test sent to a colleague, which arrives marked and stands in the history', async () => {
    await connectService();
    const before = (await mailbox(MARTA.email)).length;
    const { data, response } = await send('order-received', { to: MARTA.email, order: 'R-1' });
    expect(response.status).toBe(202);
    expect(data).toMatchObject({ to: MARTA.email, order: 'R-1', subject: expect.stringMatching(/^\[Test\] .*R-1/) });
    const mails = await mailbox(MARTA.email);
    expect(mails).toHaveLength(before + 1);
    const mail = mails.find((m) => m.subject === data!.subject);
    expect(await textOf(mail)).toContain('R-1');
    const [entry] = await database()
      .select()
      .from(history)
      .where(and(eq(history.storeId, SHOP), eq(history.action, 'sentTest')))
      .orderBy(desc(history.id))
      .limit(1);
    expect(entry).toMatchObject({ who: 'Nightly check', userId: null });
  });

  it('chooses a fitting order and the store’s language where none is named', async () => {
    const { data } = await send('order-received', { to: MARTA.email });
    expect(data).toMatchObject({ language: 'en', order: expect.any(String) });
  });

  it.each<[string, string, Record<string, unknown>, number, RegExp]>([
    ['somebody who is no colleague', 'order-received', { to: 'edda@quist.example' }, 400, /colleagues/],
    ['nobody', 'order-received', {}, 400, /whom the test goes to/],
    ['a colleague of a message that there is not', 'order-eaten', { to: MARTA.email }, 404, /./],
    ['a colleague about no order', 'order-received', { to: MARTA.email, order: 'R-404' }, 404, /R-404/],
    ['a colleague in a language without words', 'order-received', { to: MARTA.email, language: 'sv' }, 400, /./],
  ])('sends none to %s', async (_who, notification, body, status, words) => {
    const { error, response } = await send(notification, body);
    expect(response.status).toBe(status);
    expect((error as { title: string }).title).toMatch(words);
  });

  it('sends none to a colleague who is off, for a closed store, or with a key for reading', async () => {
    const left = { id: 'left', name: 'Lena Voss', email: 'left@quillwick.example' };
    await database()
      .insert(user)
      .values({ ...left, createdAt: new Date(), updatedAt: new Date() });
    await addMember(database(), left.id, SHOP, 'support');
    expect((await send('order-received', { to: left.email })).response.status).toBe(202);
    await database().update(memberships).set({ off: true }).where(eq(memberships.userId, left.id));
    expect((await send('order-received', { to: 'left@quillwick.example' })).response.status).toBe(400);
    expect((await send('order-received', { to: MARTA.email }, READ_KEY)).response.status).toBe(401);
    await database().update(stores).set({ closedAt: new Date() }).where(eq(stores.id, SHOP));
    const closed = await send('order-received', { to: MARTA.email });
    await database().update(stores).set({ closedAt: null }).where(eq(stores.id, SHOP));
    expect(closed.error).toMatchObject({ type: 'urn:libellus:problem:closed' });
  });
});
