/** Bodies made to cost much: refused with words, in time that grows with their bytes and not faster, and never as a fault of ours. */
import { createServer, request as ask, type IncomingMessage, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Webhook } from 'standardwebhooks';
import { checkEvent } from '@/server/events/schema';
import { handleEvent } from '@/server/api/events';
import { handleRecord } from '@/server/api/reading';
import { closeDatabase } from '@/server/db/client';
import { setUpFirst } from '@/server/features/stores/stores';
import { readTemplate } from '@/server/documents/read-template';
import { readLook } from '@/server/features/templates/look';
import { addressList } from '@/server/net/addresses';
import { ADDRESS_HEADER } from '@/server/net/addresses';
import { door } from '@/server/web/door';
import { EVENTS_KEY, placedEvent, READ_KEY, SHOP, useDatabase } from './fixture';

useDatabase();

let serial = 0;
const signed = (body: string): Request => {
  const id = `hostile-${(serial += 1)}`;
  const at = new Date();
  return new Request('http://libellus.example/api/v1/events', {
    method: 'POST',
    body,
    headers: {
      'webhook-id': id,
      'webhook-timestamp': String(Math.floor(at.getTime() / 1000)),
      'webhook-signature': new Webhook(EVENTS_KEY).sign(id, at, body),
    },
  });
};
const answer = async (response: Response) => ({
  status: response.status,
  ...((await response.json()) as { title: string; problems?: { path: string; message: string }[] }),
});

const wide = (keys: number): Record<string, number> =>
  Object.fromEntries(Array.from({ length: keys }, (_, i) => [`unknown${i}`, i]));

describe('an event', () => {
  it('with thousands of unknown keys is told a few of them', async () => {
    const event = { ...placedEvent(), id: 'wide' };
    const told = await answer(
      await handleEvent(signed(JSON.stringify({ ...event, data: { ...event.data, ...wide(900) } }))),
    );
    expect(told.status).toBe(400);
    expect(told.problems!.length).toBeLessThanOrEqual(50);
    expect(JSON.stringify(told).length).toBeLessThan(20_000);
    const many = await answer(await handleEvent(signed(JSON.stringify({ ...event, data: wide(25_000) }))));
    expect(many).toMatchObject({ status: 400, title: expect.stringContaining('more than 20,000 values') });
  });

  it('that is nested without end is refused before it is read', async () => {
    const deep = `{"data":${'{"a":'.repeat(90_000)}1${'}'.repeat(90_000)}}`;
    expect(await answer(await handleEvent(signed(deep)))).toMatchObject({
      status: 400,
      title: expect.stringContaining('nested more than 32 levels deep'),
    });
  });

  it.each(['2026-06-30T23:59:60Z', '0000-01-01T00:00:00Z', '2026-02-30T25:00:00Z', '9999-99-99T00:00:00Z'])(
    'of %s, which no clock shows, is refused at its place',
    async (time) => {
      const body = JSON.stringify({ ...placedEvent(), time });
      const told = await answer(await handleEvent(signed(body)));
      expect(told.status).toBe(400);
      expect(told.problems![0]).toMatchObject({ path: '/time' });
    },
  );

  it('with a huge value in the wrong place shows its beginning only', () => {
    const checked = checkEvent({ ...placedEvent(), source: { a: 'x'.repeat(1_000_000) } });
    expect(checked.ok).toBe(false);
    if (!checked.ok) expect(checked.problems[0]!.message.length).toBeLessThan(120);
  });
});

describe('what comes from screens', () => {
  const refused = (work: () => unknown): { code?: string; problems?: unknown[] } => {
    try {
      work();
      return {};
    } catch (error) {
      return error as { code?: string; problems?: unknown[] };
    }
  };
  const deep = (levels: number): unknown => {
    let value: unknown = 1;
    for (let i = 0; i < levels; i += 1) value = { a: value };
    return value;
  };

  it.each([
    ['a template', (value: unknown) => readTemplate(SHOP, value)],
    ['a look', (value: unknown) => readLook(SHOP, value)],
  ])('%s that is too wide or too deep is refused with a few words', (_, read) => {
    for (const value of [wide(1_400), wide(30_000), deep(50_000), Array(30_000).fill({ kind: 'text' })]) {
      const { code, problems } = refused(() => read(value));
      expect(code).toBe('invalid');
      expect(problems!.length).toBeLessThanOrEqual(50);
    }
  });

  it('blocks that fit no kind are told in a few words', () => {
    const blocks = Array.from({ length: 200 }, (_, i) => ({ id: `b${i}`, kind: 'columns', columns: [[{}, {}], [{}]] }));
    const { code, problems } = refused(() => readTemplate(SHOP, { version: 1, blocks, words: {} }));
    expect(code).toBe('invalid');
    expect(problems!.length).toBeLessThanOrEqual(50);
  });

  it('a first set-up by somebody who is nobody is refused by its size', async () => {
    await expect(setUpFirst(wide(5_000), '192.0.2.40')).rejects.toMatchObject({
      problems: [{ path: '', message: 'This has more than 40 values in it.' }],
    });
  });
});

describe('the door of the web process', () => {
  let server: Server;
  const seen: { url: string; body: string; address: string; forwarded: string }[] = [];

  beforeAll(async () => {
    const handle = door(
      { secure: true, secret: 'door-test', trustedProxies: addressList([]) },
      async (request, response) => {
        let body = '';
        for await (const chunk of request) body += String(chunk);
        seen.push({
          url: request.url!,
          body,
          address: String(request.headers[ADDRESS_HEADER]),
          forwarded: String(request.headers['x-forwarded-for'] ?? ''),
        });
        response.writeHead(request.url === '/fails' ? 500 : 200).end('ok');
      },
    );
    server = createServer((request, response) => void handle(request, response));
    await new Promise<void>((ready) => server.listen(0, '127.0.0.1', ready));
  });
  afterAll(() => new Promise((closed) => server.close(closed)));

  const post = (path: string, body: string, headers: Record<string, string> = {}) =>
    new Promise<{ status: number; text: string; headers: IncomingMessage['headers'] }>((done, failed) => {
      const { port } = server.address() as AddressInfo;
      const sent = ask(
        { port, path, method: 'POST', headers: { 'content-type': 'text/plain', ...headers } },
        (response) => {
          let text = '';
          response.on('data', (chunk) => (text += String(chunk)));
          response.on('end', () => done({ status: response.statusCode!, text, headers: response.headers }));
        },
      );
      sent.on('error', failed);
      sent.end(body);
    });

  it('lets a body through whole, and says who asks by the connection alone', async () => {
    const body = JSON.stringify(['x'.repeat(5_000)]);
    const { status, headers } = await post('/set-up', body, {
      'content-length': String(body.length),
      'x-forwarded-for': '203.0.113.7',
      [ADDRESS_HEADER]: '203.0.113.8',
    });
    expect(status).toBe(200);
    expect(seen.at(-1)).toEqual({ url: '/set-up', body, address: '127.0.0.1', forwarded: '' });
    expect(headers['strict-transport-security']).toContain('max-age=');
    expect(headers['permissions-policy']).toContain('camera=()');
  });

  it('refuses what is too large, too deep, without its length, or from nobody, in words that screens show', async () => {
    const before = seen.length;
    const large = await post('/set-up', 'x'.repeat(20_000), { 'content-length': '20000' });
    expect([large.status, large.text]).toEqual([
      413,
      'Libellus: This is too large: it has 20 kB, and at most 16 kB are taken here.',
    ]);
    const broken = await post('/orders/%E0%A4%A', '', {});
    expect([broken.status, broken.text]).toEqual([
      400,
      'Libellus: This address is broken: a % in it stands for no letter.',
    ]);
    const deep = '['.repeat(2_000);
    expect((await post('/sign-in', deep, { 'content-length': '2000' })).status).toBe(400);
    expect((await post('/sign-in', 'x', { 'transfer-encoding': 'chunked' })).status).toBe(411);
    const open = await post('/s/quillwick/desk/order-received', 'x'.repeat(60_000), { 'content-length': '60000' });
    expect([open.status, open.text]).toEqual([
      401,
      'Libellus: You are signed out. Sign in again; what you typed is still here.',
    ]);
    expect(seen).toHaveLength(before);
  });

  it('answers no bare 500', async () => {
    const failed = await post('/fails', 'x', { 'content-length': '1' });
    expect([failed.status, failed.headers['retry-after']]).toEqual([503, '5']);
    expect((await post('/fails', 'x', { 'content-length': '1', 'next-action': 'a' })).status).toBe(400);
  });
});

describe('other programs', () => {
  it('that guess keys are slowed by their network', async () => {
    const read = (key: string, from: string): Promise<Response> =>
      handleRecord(
        new Request('http://libellus.example/api/v1/deliveries', {
          headers: { authorization: `Bearer ${key}`, [ADDRESS_HEADER]: from },
        }),
      );
    const answers: number[] = [];
    for (let i = 0; i < 62; i += 1) answers.push((await read(`guess-${i}`, '192.0.2.77')).status);
    expect(answers[0]).toBe(401);
    expect(answers.at(-1)).toBe(429);
    expect((await read(READ_KEY, '192.0.2.78')).status).toBe(200);
  });

  it('are told in words that the database is away, and never with a 500', async () => {
    const kept = process.env.DATABASE_URL!;
    const { config } = await import('@/server/base/config');
    await closeDatabase();
    config().databaseUrl = 'mysql://nobody@127.0.0.1:1/none';
    try {
      const event = await answer(await handleEvent(signed(JSON.stringify(placedEvent()))));
      expect(event).toMatchObject({ status: 503, title: expect.stringContaining('Send it again') });
      const record = await handleRecord(
        new Request('http://libellus.example/', {
          headers: { authorization: `Bearer ${READ_KEY}`, [ADDRESS_HEADER]: '192.0.2.79' },
        }),
      );
      expect(record.status).toBe(503);
      const { POST } = await import('@/app/api/auth/[...all]/route');
      const signIn = await POST(
        new Request('http://libellus.example/api/auth/sign-in/email', {
          method: 'POST',
          body: JSON.stringify({ email: 'a@b.example', password: 'x' }),
        }),
      );
      expect(signIn.status).toBe(503);
    } finally {
      await closeDatabase();
      config().databaseUrl = kept;
    }
  });
});
