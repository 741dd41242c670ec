import { Resolver } from 'node:dns/promises';
import { createServer, type Server, type Socket } from 'node:net';
import { simpleParser } from 'mailparser';
import { eq } from 'drizzle-orm';
import type { CheckReport } from '@/core/mail';
import { database } from '@/server/db/client';
import { services } from '@/server/db/schema';
import { checkService } from '@/server/sending/check';
import type { ServiceSettings } from '@/server/sending/service';
import { health } from '@/server/operations/health';
import { seal, unseal } from '@/server/base/secrets';
import { findSettings } from '@/server/sending/find-service';
import { saveSenders, senderViews } from '@/server/features/sending/senders';
import { runCheck, saveService, serviceViews } from '@/server/features/sending/services';
import { sendTest } from '@/server/features/templates/test-message';
import { listOrders, orderDetail } from '@/server/features/orders/orders';
import { orderChoices, placeOrder } from '@/server/features/orders/placing';
import { accessAs, ACCOUNT, HOST, mailbox, rawMail, SERVICE, useDatabase } from './fixture';
import { readKeptIn } from '@/words/kept';

useDatabase();

const settings = (change: Partial<ServiceSettings> = {}): ServiceSettings => ({
  host: HOST,
  port: Number(process.env.LIBELLUS_TEST_SMTP),
  security: 'starttls',
  user: ACCOUNT.user,
  password: ACCOUNT.password,
  signIn: 'auto',
  ehloName: '',
  messagesPerConnection: 100,
  timeout: 10,
  ...change,
});
const asked = { senders: [ACCOUNT.user] };
const failing = (report: CheckReport) => report.steps.find((s) => s.state === 'failed');

/** A server that says these lines, one after each thing it hears, and then falls silent or hangs up. */
async function talker(lines: (string | null)[]): Promise<{ port: number; close: () => void }> {
  const sockets: Socket[] = [];
  const server: Server = createServer((socket) => {
    sockets.push(socket);
    const rest = [...lines];
    const say = (): void => {
      const next = rest.shift();
      if (next === null) socket.end();
      else if (next !== undefined) socket.write(`${next}\r\n`);
    };
    say();
    socket.on('data', say).on('error', () => undefined);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const address = server.address();
  return {
    port: typeof address === 'object' && address ? address.port : 0,
    close: () => {
      for (const s of sockets) s.destroy();
      server.close();
    },
  };
}

/** A check as whoever runs it reads it. */
const checked = async (...asking: Parameters<typeof checkService>) => readKeptIn(await checkService(...asking));

describe('the check of a service', () => {
  it.each([
    ['STARTTLS', () => settings()],
    ['TLS from the start', () => settings({ port: Number(process.env.LIBELLUS_TEST_SMTPS), security: 'tls' as const })],
  ])('passes every step over %s and brings the test message', async (_how, make) => {
    const report = await checked(make(), asked);
    expect(report.steps.map((s) => [s.step, s.state])).toEqual([
      ['resolve', 'passed'],
      ['connect', 'passed'],
      ['tls', 'passed'],
      ['sign-in', 'passed'],
      ['sender', 'passed'],
    ]);
    expect(report.passed).toBe(true);
    expect(report.steps.flatMap((s) => s.facts).join('\n')).toMatch(
      /TLSv1\.[23], certificate for smtp\.harrowpost\.example/,
    );
  });

  it('never shows the password, in any step or line', async () => {
    for (const password of [ACCOUNT.password, 'a-wrong-password']) {
      const said = JSON.stringify(await checked(settings({ password }), asked));
      expect(said).not.toContain(password);
      expect(said).not.toContain(Buffer.from(`\0${ACCOUNT.user}\0${password}`).toString('base64'));
      expect(said).not.toContain(Buffer.from(password).toString('base64'));
    }
  });

  it.each<[string, Partial<ServiceSettings>, string, RegExp]>([
    ['a host that does not exist', { host: 'smtp.nowhere.invalid' }, 'resolve', /no server named/],
    ['a closed port', { port: 1 }, 'connect', /Nothing listens on port 1/],
    ['a wrong password', { password: 'wrong' }, 'sign-in', /does not accept this user and password/],
    ['TLS at a port that begins in plain text', { security: 'tls' }, 'tls', /Choose STARTTLS for this port/],
    [
      'STARTTLS at a port that speaks TLS',
      { port: Number(process.env.LIBELLUS_TEST_SMTPS) },
      'connect',
      /expects TLS from the start/,
    ],
    ['a way to sign in that is not offered', { signIn: 'cram-md5' }, 'sign-in', /no way to sign in/],
  ])('stops at %s with its cause', async (_what, change, step, words) => {
    const report = await checked(settings(change), asked);
    expect(report.passed).toBe(false);
    expect(failing(report)).toMatchObject({ step, diagnosis: { cause: expect.any(String) } });
    expect(`${failing(report)!.diagnosis!.cause} ${failing(report)!.diagnosis!.remedy}`).toMatch(words);
    const after = report.steps.slice(report.steps.findIndex((s) => s.state === 'failed') + 1);
    expect(after.every((s) => s.state === 'not reached')).toBe(true);
  });

  it('asks for every sender, and names the one that is refused', async () => {
    const report = await checked(settings(), { senders: [ACCOUNT.user, 'marta@quillwick.example'] });
    expect(failing(report)).toMatchObject({ step: 'sender', facts: [`May send as ${ACCOUNT.user}`] });
    expect(failing(report)!.diagnosis!.cause).toContain('may not send as marta@quillwick.example');
  });

  it.each<[string, (string | null)[], string, RegExp]>([
    ['what is no mail server', ['HTTP/1.1 400 Bad Request'], 'connect', /not a mail server/],
    ['a server that hangs up', [null], 'connect', /closed the connection/],
    ['a server that is too busy', ['421 4.3.2 Too many connections'], 'connect', /no more connections/],
    [
      'a server without STARTTLS',
      ['220 hello', '250-me', '250 SIZE 1'].map((l, i) => (i === 1 ? '250-me\r\n250 SIZE 1' : l)),
      'tls',
      /does not offer STARTTLS/,
    ],
  ])('tells %s', async (_what, lines, step, words) => {
    const server = await talker(lines);
    const report = await checked(settings({ host: '127.0.0.1', port: server.port }), asked);
    server.close();
    expect(failing(report)).toMatchObject({ step });
    expect(failing(report)!.diagnosis!.cause).toMatch(words);
  });
});

describe('saving a service', () => {
  const input = (change: object = {}) => ({
    ...SERVICE,
    host: HOST,
    port: Number(process.env.LIBELLUS_TEST_SMTP),
    user: ACCOUNT.user,
    password: ACCOUNT.password,
    ...change,
  });

  it.each<[string, object, string, RegExp]>([
    ['a port out of range', { port: 70_000 }, '/port', /Enter a port from 1 to 65535/],
    ['half a port', { port: 587.5 }, '/port', /Enter a whole number/],
    ['a port that is left empty', { port: Number('x') }, '/port', /Enter a port/],
    ['a host that is none', { host: 'not a host' }, '/host', /Enter a host name/],
    ['a password over an open line', { security: 'none' }, '/security', /could be read on the way/],
    ['a password where a line may stay open', { security: 'offered' }, '/security', /could be read on the way/],
    ['a user without a password', { password: '', user: 'other@quillwick.example' }, '/password', /Enter the password/],
    ['an account without a user', { user: '', password: '' }, '/user', /signs in/],
    ['a limit of none', { perDay: 0 }, '/perDay', /at least 1, or leave this empty/],
    ['an hour that is none', { renewsAt: '25:00' }, '/renewsAt', /Enter a time of day/],
    ['a term that SPF has not', { spf: 'everybody' }, '/spf', /Enter a term of SPF/],
    ['a verified domain that is none', { kind: 'relay', domains: ['quillwick'] }, '/domains/0', /not a domain/],
    ['a greeting that is no name', { ehloName: 'the mill' }, '/ehloName', /Enter a host name/],
  ])('refuses %s and names the field', async (_what, change, path, words) => {
    await expect(saveService(await accessAs(), undefined, input(change))).rejects.toMatchObject({
      code: 'invalid',
      problems: expect.arrayContaining([{ path, message: expect.stringMatching(words) }]),
    });
  });

  let id = '';
  it('keeps the password sealed, gives it back to nobody, and keeps it when it is not typed again', async () => {
    const access = await accessAs();
    id = (await saveService(access, undefined, input())).id;
    expect(JSON.stringify(await serviceViews(access))).not.toContain(ACCOUNT.password);
    const { password: _typed, ...without } = input({ name: 'The shop’s account' });
    await saveService(access, id, without);
    expect((await runCheck(access, id)).passed).toBe(true);
    const [service] = await serviceViews(access);
    expect(service).toMatchObject({ name: 'The shop’s account', hasPassword: true, check: { passed: true } });
    expect(service!.spf).toBe('include:spf.harrowpost.example');
  });

  it('makes the account the first sender', async () => {
    expect(await senderViews(await accessAs())).toEqual([
      {
        kind: 'orders',
        name: 'Quillwick',
        address: ACCOUNT.user,
        replyTo: '',
        takesReplies: false,
        mayTakeReplies: false,
      },
    ]);
  });

  it('does not take a stored password to another server', async () => {
    const access = await accessAs();
    const { password: _typed, ...without } = input({ host: 'elsewhere.example' });
    await expect(saveService(access, id, without)).rejects.toMatchObject({
      problems: [expect.objectContaining({ path: '/password' })],
    });
  });

  it('sends a test to an address, as the last steps of the check', async () => {
    const report = await runCheck(await accessAs(), id, 'probe@sending-test.example');
    expect(report.steps.at(-1)).toMatchObject({ step: 'message', state: 'passed' });
    const [mail] = await mailbox('probe@sending-test.example');
    expect((await simpleParser(await rawMail(mail!.id))).text).toContain(
      'the sending service takes mail and passes it on',
    );
    await expect(runCheck(await accessAs(), id, 'probe')).rejects.toMatchObject({
      problems: [expect.objectContaining({ path: '/to' })],
    });
  });

  it('takes a test out of the limits, and sends none when they are used up; a check without a test costs nothing', async () => {
    const access = await accessAs();
    const used = async () => (await serviceViews(access)).find((s) => s.id === id)!.use.used;
    await database().update(services).set({ perDay: 1 }).where(eq(services.id, id));
    const before = await used();
    await runCheck(access, id);
    expect(await used()).toBe(before);
    await runCheck(access, id, 'limit@sending-test.example');
    await expect(runCheck(access, id, 'limit@sending-test.example')).rejects.toMatchObject({
      message: expect.stringContaining('is at its limit, so no test can be sent now.'),
    });
    expect(await mailbox('limit@sending-test.example')).toHaveLength(1);
    await database().update(services).set({ perDay: null }).where(eq(services.id, id));
  });
});

describe('senders', () => {
  it('that no service sends as are found when they are saved, with both ways out', async () => {
    const access = await accessAs();
    const orders = { kind: 'orders', name: 'Quillwick', address: ACCOUNT.user, replyTo: '' };
    const staff = { kind: 'staff', name: 'Quillwick | Handmade paper', address: 'mill@quillwick.example', replyTo: '' };
    const { senders } = await saveSenders(access, [orders, staff]);
    const saved = senders.find((s) => s.kind === 'staff')!;
    expect(saved.hint).toMatch(/title of a page/);
    expect(saved.trouble).toMatchObject({
      words: `The account ${ACCOUNT.user} sends as itself only, not as mill@quillwick.example.`,
      ways: [`Send as ${ACCOUNT.user}.`, expect.stringContaining('or a relay that sends for quillwick.example')],
    });
    expect((await saveSenders(access, [orders])).senders).toHaveLength(1);
  });

  it.each<[string, object, string]>([
    ['no name', { name: ' ' }, '/0/name'],
    ['a name of two lines', { name: 'Quill\r\nBcc: x@y.example' }, '/0/name'],
    ['an address without a domain', { address: 'orders@' }, '/0/address'],
    ['answers to nowhere', { replyTo: 'shop' }, '/0/replyTo'],
  ])('with %s are refused at the field', async (_what, change, path) => {
    const sender = { kind: 'orders', name: 'Quillwick', address: ACCOUNT.user, replyTo: '', ...change };
    await expect(saveSenders(await accessAs(), [sender])).rejects.toMatchObject({
      problems: expect.arrayContaining([expect.objectContaining({ path })]),
    });
  });
});

describe('finding settings', () => {
  it('goes by SRV records, and by names that answer', async () => {
    const { found, said } = await findSettings(ACCOUNT.user);
    expect(found).toMatchObject({
      host: HOST,
      port: Number(process.env.LIBELLUS_TEST_SMTPS),
      security: 'tls',
      from: 'SRV record _submissions._tcp.quillwick.example',
    });
    expect(said.join(' ')).toMatch(/names its submission service.*mx\.harrowpost\.example/);
    const nothing = await findSettings('me@nobody.invalid');
    expect(nothing.found).toBeUndefined();
    expect(nothing.looked.every((l) => l.trouble !== undefined)).toBe(true);
  });
});

describe('placing an order', () => {
  it('goes through the same door as an event, and its order shows what was sent and not', async () => {
    const access = await accessAs();
    const { customers } = await orderChoices(access);
    const placed = await placeOrder(access, {
      customerId: customers[0]!.id,
      channel: 'web-shop',
      lines: [{ sku: 'PA-KOZO', quantity: 3 }],
      paid: true,
    });
    const detail = await orderDetail(access, placed.number);
    expect(detail.order).toMatchObject({ total: 3 * 850 + 490, language: 'de' });
    expect(detail.sent.map((d) => d.recipient).sort()).toEqual(['iwona@sobczyk.example', 'pawel@quillwick.example']);
    const test = await sendTest(access, {
      slug: 'order-received',
      to: 'me@sending-test.example',
      language: 'de',
      order: placed.number,
    });
    expect(test.subject).toBe(`[Test] Ihre Bestellung ${placed.number} ist bei uns`);
    expect((await mailbox('me@sending-test.example'))[0]!.subject).toBe(test.subject);
  });

  it('a test of the invoice carries the PDF that a customer would get', async () => {
    const access = await accessAs();
    const { rows } = await listOrders(access, {}, 1);
    const to = 'invoice@sending-test.example';
    await sendTest(access, { slug: 'invoice', to, language: 'en', order: rows[0]!.number });
    const mail = await simpleParser(await rawMail((await mailbox(to))[0]!.id));
    expect(mail.attachments.map((a) => a.contentType)).toEqual(['application/pdf']);
    expect(mail.attachments[0]!.content.subarray(0, 5).toString()).toBe('%PDF-');
    await sendTest(access, { slug: 'order-received', to, language: 'en', order: rows[0]!.number });
    const plain = await simpleParser(await rawMail((await mailbox(to))[0]!.id));
    expect(plain.attachments).toEqual([]);
  });

  it.each<[string, object, string]>([
    ['no customer', { customerId: 'nobody' }, '/customerId'],
    ['no lines', { lines: [] }, '/lines'],
    ['an unknown product', { lines: [{ sku: 'XX', quantity: 1 }] }, '/lines/0/sku'],
    ['a quantity of none', { lines: [{ sku: 'PA-KOZO', quantity: 0 }] }, '/lines/0/quantity'],
    ['half a product', { lines: [{ sku: 'PA-KOZO', quantity: 0.5 }] }, '/lines/0/quantity'],
  ])('with %s is refused at its place', async (_what, change, path) => {
    const access = await accessAs();
    const { customers } = await orderChoices(access);
    const order = {
      customerId: customers[0]!.id,
      channel: 'web-shop',
      lines: [{ sku: 'PA-KOZO', quantity: 1 }],
      paid: true,
      ...change,
    };
    await expect(placeOrder(access, order)).rejects.toMatchObject({ problems: [expect.objectContaining({ path })] });
  });
});

describe('secrets at rest', () => {
  it('open with the secret they were sealed with and no other, and not when changed', () => {
    const sealed = seal('linen', 'one');
    expect(sealed).not.toContain('linen');
    expect(unseal(sealed, 'one')).toBe('linen');
    expect(() => unseal(sealed, 'two')).toThrow('LIBELLUS_SECRET');
    expect(() => unseal(`${sealed.slice(0, -2)}AA`, 'one')).toThrow();
    expect(seal('linen', 'one')).not.toBe(sealed);
  });
});

describe('the name server that stands in', () => {
  const resolver = new Resolver();
  resolver.setServers([process.env.LIBELLUS_DNS!]);

  it('knows where mail for the demo’s domains goes, and which names do not exist', async () => {
    expect(await resolver.resolveMx('quillwick.example')).toEqual([
      { exchange: 'mx.harrowpost.example', priority: 10 },
    ]);
    expect(await resolver.resolve4('smtp.harrowpost.example')).toEqual(['127.0.0.1']);
    await expect(resolver.resolve4('nowhere.invalid')).rejects.toMatchObject({ code: 'ENOTFOUND' });
  });
});

describe('health', () => {
  it('says which part is down', async () => {
    expect(await health()).toMatchObject({
      ok: false,
      database: { ok: true },
      worker: { ok: false, words: 'not seen in the last hour' },
      clock: { ok: true },
    });
  });
});
