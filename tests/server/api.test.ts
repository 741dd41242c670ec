import { libellusClient, SIGNED } from '../../examples/client';
import { HOOK_TYPES } from '@/contract/hooks';
import { CloudEvent, HTTP } from 'cloudevents';
import { Webhook } from 'standardwebhooks';
import type { Order } from '@/core/order';
import { handlePutContacts } from '@/server/api/customers';
import { handleEvent } from '@/server/api/events';
import { PROBLEM_TYPES } from '@/server/api/problem';
import { handleContacts, handleRecord } from '@/server/api/reading';
import { storeOfReadKey } from '@/server/api/keys';
import { openApi } from '@/server/api/openapi';
import { listDeliveries, readDeliveryFilter } from '@/server/features/deliveries/deliveries';
import { EVENTS_KEY, placedEvent, READ_KEY, SHOP, useDatabase } from './fixture';

useDatabase();

interface Answer {
  status: number;
  body: {
    title?: string;
    problems?: { path: string; place: string; message: string }[];
    deliveries?: string[];
    known?: boolean;
  };
}

async function send(
  event: unknown,
  change: { key?: string; at?: Date; headers?: Record<string, string>; raw?: string } = {},
): Promise<Answer> {
  const body = change.raw ?? JSON.stringify(event);
  const id = 'msg_1';
  const at = change.at ?? new Date();
  const headers = {
    'content-type': 'application/cloudevents+json',
    'webhook-id': id,
    'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
    'webhook-signature': new Webhook(change.key ?? EVENTS_KEY).sign(id, at, body),
    ...change.headers,
  };
  const response = await handleEvent(
    new Request('http://libellus.example/api/v1/events', { method: 'POST', body, headers }),
  );
  return { status: response.status, body: (await response.json()) as Answer['body'] };
}

/** What a library of CloudEvents writes, signed and sent. */
async function sendWritten(body: string, headers: Record<string, unknown>, id = 'msg_1') {
  const at = new Date();
  const response = await handleEvent(
    new Request('http://libellus.example/api/v1/events', {
      method: 'POST',
      body,
      headers: {
        ...Object.fromEntries(Object.entries(headers).map(([name, value]) => [name, String(value)])),
        'webhook-id': id,
        'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
        'webhook-signature': new Webhook(EVENTS_KEY).sign(id, at, body),
      },
    }),
  );
  return {
    status: response.status,
    headers: response.headers,
    body: (await response.json()) as Record<string, unknown>,
  };
}

describe('each mode of CloudEvents over HTTP, as a library writes it', () => {
  const written = (change: Partial<Order> = {}) => new CloudEvent(placedEvent(change) as object);

  it('structured and binary are one event, however it comes', async () => {
    const event = written();
    const structured = HTTP.structured(event);
    const first = await sendWritten(structured.body as string, structured.headers);
    expect(first).toMatchObject({ status: 202, body: { known: false } });
    const binary = HTTP.binary(event);
    const again = await sendWritten(binary.body as string, binary.headers, event.id);
    expect(again).toMatchObject({ status: 202, body: { known: true } });
    expect(again.body.deliveries).toHaveLength(2);
  });

  it('attributes in headers are read as they were written, and are of the event that was signed', async () => {
    const event = written({ customer: { email: 'zoe@binary-test.example', firstName: 'Zoë' } }).cloneWith({
      subject: 'an order “d”, 100 %',
    });
    const { body, headers } = HTTP.binary(event);
    const encoded = { ...headers, 'ce-subject': encodeURIComponent(event.subject!) };
    expect(await sendWritten(body as string, encoded, event.id)).toMatchObject({ status: 202 });
    const other = await sendWritten(body as string, encoded, 'msg_1');
    expect(other).toMatchObject({ status: 400, body: { title: expect.stringContaining('ce-id') } });
    const wrong = await sendWritten(body as string, { ...encoded, 'ce-type': 'order.eaten' }, event.id);
    expect(wrong).toMatchObject({ status: 400, body: { type: 'urn:libellus:problem:not-taken' } });
  });

  it('a batch is answered for each event, and what is wrong with one keeps no other from being taken', async () => {
    const batch = [written(), written({ currency: 'XXQ' }), written()].map((e) => e.toJSON());
    const type = { 'content-type': 'application/cloudevents-batch+json; charset=utf-8' };
    const mixed = await sendWritten(JSON.stringify([...batch, 7]), type);
    expect(mixed.status).toBe(207);
    const events = mixed.body.events as Record<string, unknown>[];
    expect(events.map((e) => [e.id, e.status])).toEqual([
      [batch[0]!.id, 202],
      [batch[1]!.id, 400],
      [batch[2]!.id, 202],
      [undefined, 400],
    ]);
    expect(events[1]).toMatchObject({ problems: [{ path: '/data/order/currency' }] });
    const good = await sendWritten(JSON.stringify([batch[0], batch[2]]), type);
    expect(good.status).toBe(202);
    expect((good.body.events as { known: boolean }[]).every((e) => e.known)).toBe(true);
    expect((await sendWritten('[]', type)).body).toEqual({ events: [] });
    expect((await sendWritten('{}', type)).status).toBe(400);
    expect((await sendWritten(JSON.stringify(Array(501).fill(1)), type)).status).toBe(400);
  });

  it('says what is left of the limit, of each event of a batch', async () => {
    const left = ({ headers }: { headers: Headers }): number =>
      Number(/^"events";r=(\d+);t=\d+$/.exec(headers.get('ratelimit')!)![1]);
    const { body, headers } = HTTP.structured(written());
    const before = await sendWritten(body as string, headers);
    expect(before.headers.get('ratelimit-policy')).toBe('"events";q=10000;w=10');
    const after = await sendWritten(JSON.stringify([1, 2, 3]), {
      'content-type': 'application/cloudevents-batch+json',
    });
    expect(left(before) - left(after)).toBe(3);
  });
});

describe('POST /api/v1/events', () => {
  it('answers 202 with the planned deliveries, and the same again for the same event', async () => {
    const event = placedEvent();
    const first = await send(event);
    expect(first).toMatchObject({ status: 202, body: { known: false } });
    expect(first.body.deliveries).toHaveLength(2);
    const second = await send(event);
    expect(second.status).toBe(202);
    expect(second.body.deliveries!.toSorted()).toEqual(first.body.deliveries!.toSorted());
    expect(second.body.known).toBe(true);
  });

  it.each<[string, Parameters<typeof send>[1], RegExp]>([
    ['another key', { key: `whsec_${Buffer.from('not the key').toString('base64')}` }, /does not match/],
    ['an old signature', { at: new Date(Date.now() - 3_600_000) }, /too old/],
    ['a signature from the future', { at: new Date(Date.now() + 3_600_000) }, /too new/],
    ['a time that is none', { headers: { 'webhook-timestamp': 'soon' } }, /within five minutes/],
    ['no signature', { headers: { 'webhook-signature': '' } }, /webhook-signature missing/],
    ['a body changed on the way', { headers: { 'webhook-id': 'msg_2' } }, /does not match/],
  ])('answers 401 to %s', async (_what, change, words) => {
    const answer = await send(placedEvent(), change);
    expect(answer.status).toBe(401);
    expect(answer.body.title).toMatch(words);
  });

  const order = placedEvent().data.order;
  it.each<[string, object, string, RegExp]>([
    [
      'a negative quantity',
      { lines: [{ ...order.lines[0], quantity: -2 }] },
      '/data/order/lines/0/quantity',
      /at least 1/,
    ],
    ['an unknown currency', { currency: 'XQX' }, '/data/order/currency', /currency code/],
    [
      'a line without product',
      { lines: [{ quantity: 1, unitPrice: 100 }] },
      '/data/order/lines/0/product',
      /This is missing/,
    ],
    [
      'an address without a domain',
      { customer: { email: 'iwona' } },
      '/data/order/customer/email',
      /Enter an email address/,
    ],
    ['a channel it does not have', { channel: 'stall' }, '/data/order/channel', /not a channel of Quillwick/],
  ])('answers 400 to %s, with its place in words', async (_what, change, path, words) => {
    const event = placedEvent(change as never);
    const answer = await send(event);
    expect(answer.status).toBe(400);
    const problem = answer.body.problems!.find((p) => p.path === path);
    expect(problem?.message).toMatch(words);
    // Nothing was kept: the mended event with the same id is taken.
    const mended = { ...event, data: { order: { ...order, number: event.data.order.number } } };
    expect(await send(mended)).toMatchObject({ status: 202, body: { known: false } });
  });

  it('answers 400 to an unknown type, to what is no event, and to what is no JSON', async () => {
    expect(await send({ ...placedEvent(), type: 'order.painted' })).toMatchObject({
      status: 400,
      body: { title: expect.stringContaining('not listened to') },
    });
    expect((await send([])).status).toBe(400);
    expect(await send(undefined, { raw: '{"specversion":' })).toMatchObject({
      status: 400,
      body: { title: expect.stringContaining('not JSON') },
    });
  });

  it('answers 413 to 10 MB, whether the length is said or not', async () => {
    const raw = JSON.stringify({ ...placedEvent(), pad: 'x'.repeat(10_000_000) });
    expect(await send(undefined, { raw })).toMatchObject({
      status: 413,
      body: { title: expect.stringContaining('larger than 1 MB') },
    });
    let chunks = 0;
    const stream = new ReadableStream<Uint8Array>({
      pull: (controller) => (++chunks > 100 ? controller.close() : controller.enqueue(new Uint8Array(100_000))),
    });
    const response = await handleEvent(
      new Request('http://x.example', { method: 'POST', body: stream, duplex: 'half' } as RequestInit),
    );
    expect(response.status).toBe(413);
    expect(chunks).toBeLessThan(20);
  });
});

describe('GET /api/v1/deliveries', () => {
  it('is open to the store’s key only', async () => {
    const bearer = (key: string): Promise<string | undefined> =>
      storeOfReadKey(new Headers({ authorization: `Bearer ${key}` }), 'deliveries');
    expect(await bearer(READ_KEY)).toBe(SHOP);
    expect(await bearer('lbr_other')).toBeUndefined();
    expect(await storeOfReadKey(new Headers(), 'deliveries')).toBeUndefined();
    // The events key opens nothing here.
    expect(await bearer(EVENTS_KEY)).toBeUndefined();
  });

  it('links to the next page of what was asked', async () => {
    for (let i = 0; i < 30; i += 1) await send(placedEvent());
    const ask = (path: string) =>
      handleRecord(new Request(`http://libellus.example${path}`, { headers: { authorization: `Bearer ${READ_KEY}` } }));
    const first = await ask('/api/v1/deliveries?state=planned,accepted,held');
    const link = /^<(\S+)>; rel="next"$/.exec(first.headers.get('link')!)![1]!;
    const second = await ask(link);
    expect(link).toContain('state=planned%2Caccepted%2Cheld');
    const ids = async (page: Response) =>
      ((await page.json()) as { deliveries: { id: string }[] }).deliveries.map((d) => d.id);
    const [one, two] = [await ids(first), await ids(second)];
    expect(one).toHaveLength(50);
    expect(one.filter((id) => two.includes(id))).toEqual([]);
    expect(first.headers.get('ratelimit')).toMatch(/^"reading";r=\d+/);
  });

  it('finds by recipient and by order, page by page', async () => {
    const event = placedEvent();
    await send(event);
    const find = (query: Record<string, string>, limit?: number) =>
      listDeliveries(SHOP, readDeliveryFilter(query), limit);
    const number = event.data.order.number;
    expect((await find({ order: number })).rows.map((d) => d.recipient).sort()).toEqual([
      'iwona@sobczyk.example',
      'pawel@quillwick.example',
    ]);
    expect((await find({ order: number, recipient: 'pawel@' })).rows).toHaveLength(1);
    expect((await find({ recipient: '%' })).rows).toEqual([]);
    const first = await find({ recipient: 'iwona@sobczyk.example' }, 1);
    const second = await find({ recipient: 'iwona@sobczyk.example', before: first.next! }, 1);
    expect(second.rows[0]!.id).not.toBe(first.rows[0]!.id);
  });
});

describe('/api/v1/customers/{address}/contacts', () => {
  const EMAIL = 'checkout@wax-and-cloth.example';
  const ACCOUNTS = { label: 'Accounts', email: 'books@wax-and-cloth.example' };
  const url = 'http://libellus.example/api/v1/customers/x/contacts';
  const read = async (address = EMAIL, key = READ_KEY) => {
    const response = await handleContacts(new Request(url, { headers: { authorization: `Bearer ${key}` } }), address);
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };
  const put = async (contacts: unknown, { address = EMAIL, email = EMAIL, key = EVENTS_KEY } = {}) => {
    const body = JSON.stringify({ email, contacts });
    const at = new Date();
    const headers = {
      'webhook-id': 'put_1',
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(key).sign('put_1', at, body),
    };
    const response = await handlePutContacts(new Request(url, { method: 'PUT', body, headers }), address);
    return { status: response.status, body: (await response.json()) as Record<string, unknown> };
  };

  it('keeps them from the checkout on, with how many there can be, and messages to contacts reach them', async () => {
    // Of somebody who is not known yet, how many there can be.
    expect(await read()).toMatchObject({ status: 200, body: { email: EMAIL, contacts: [], most: 10 } });
    expect(await put([ACCOUNTS])).toMatchObject({
      status: 200,
      body: { email: EMAIL, contacts: [ACCOUNTS], most: 10, labels: expect.arrayContaining(['Accounts']) },
    });
    await send(placedEvent({ number: 'API-C-1', customer: { email: EMAIL } }));
    expect(await read()).toMatchObject({ status: 200, body: { contacts: [ACCOUNTS] } });
    expect(await put([])).toMatchObject({ status: 200, body: { contacts: [] } });
  });

  it.each<[string, unknown[], RegExp]>([
    ['the customer among them', [{ label: 'Me', email: EMAIL.toUpperCase() }], /address of the customer/],
    ['one of them twice', [ACCOUNTS, ACCOUNTS], /contact already/],
    ['eleven of them', Array.from({ length: 11 }, (_, i) => ({ label: 'X', email: `x${i}@a.example` })), /./],
    ['one without an address', [{ label: 'X', email: 'nowhere' }], /./],
  ])('answers 400 with the place to %s, and changes nothing', async (_what, contacts, words) => {
    await put([ACCOUNTS]);
    const { status, body } = await put(contacts);
    expect(status).toBe(400);
    expect(String(body.title)).toMatch(words);
    expect(body.problems).toEqual(
      expect.arrayContaining([
        { path: expect.stringContaining('/contacts'), place: expect.any(String), message: expect.any(String) },
      ]),
    );
    expect((await read()).body.contacts).toEqual([ACCOUNTS]);
  });

  it('is open to the store’s keys only, and what was signed for one customer is for no other', async () => {
    expect((await read(EMAIL, 'lbr_other')).status).toBe(401);
    expect((await put([], { key: `whsec_${Buffer.from('another').toString('base64')}` })).status).toBe(401);
    expect(await put([ACCOUNTS], { address: 'other@wax-and-cloth.example', email: EMAIL })).toMatchObject({
      status: 400,
    });
    expect((await read('no address')).status).toBe(400);
  });
});

describe('the description of the interface', () => {
  it('says for each way in how one proves who one is, and names all kinds of problems', () => {
    const { paths, components } = openApi('http://libellus.example');
    const ways = Object.values(paths).flatMap((path) =>
      Object.values(path).filter((way): way is { operationId: string; security?: object[] } => 'operationId' in way),
    );
    expect(ways.filter((way) => !way.security?.length).map((way) => way.operationId)).toEqual([]);
    const named = ways.flatMap((way) => way.security!.flatMap((s) => Object.keys(s)));
    expect(Object.keys(components.securitySchemes)).toEqual(expect.arrayContaining(named));
    const described = JSON.stringify(paths);
    for (const type of Object.keys(PROBLEM_TYPES)) expect(described).toContain(`urn:libellus:problem:${type}`);
  });

  it('is OpenAPI 3.1 and holds the schemas that are checked with', () => {
    const api = openApi('https://libellus.example');
    expect(api.openapi).toBe('3.1.0');
    expect(Object.keys(api.paths)).toEqual([
      ...['/events', '/sources/{token}', '/rehearsals', '/rehearsals/{number}', '/notifications/{notification}/tests'],
      ...['/orders', '/orders/{number}', '/customers', '/customers/{address}', '/notifications', '/deliveries'],
      ...['/customers/{address}/contacts', '/codes'],
    ]);
    const text = JSON.stringify(api);
    for (const [, name] of text.matchAll(/"#\/components\/schemas\/(\w+)"/g))
      expect(api.components.schemas).toHaveProperty(name!);
    expect(text).toContain('"quantity"');
    expect(Object.keys(api.webhooks)).toEqual([...HOOK_TYPES]);
  });
});

describe('the typed client', () => {
  const client = libellusClient({
    url: 'http://libellus.example',
    eventsKey: EVENTS_KEY,
    readKey: READ_KEY,
    fetch: (request) => (request.method === 'GET' ? handleRecord(request) : handleEvent(request)),
  });

  it('tells of an order and reads what was planned for it, with the types of the description', async () => {
    const number = 'QW-CLIENT';
    const event = placedEvent({ number }, 'client');
    const told = await client.POST('/events', { params: SIGNED, body: event as never });
    expect(told.response.status).toBe(202);
    const { data } = await client.GET('/deliveries', { params: { query: { order: number } } });
    expect(data!.deliveries.map((d) => d.order)).toEqual(data!.deliveries.map(() => number));
    expect(data!.deliveries.length).toBeGreaterThan(0);
    const refused = await client.POST('/events', { params: SIGNED, body: { ...event, type: 'order.eaten' } as never });
    expect(refused.error).toMatchObject({ type: 'urn:libellus:problem:not-taken', status: 400 });
  });
});
