/** Through real mail servers, and verified by somebody else's code: what our stand-ins and our own reading cannot prove. */
import { dirname, join } from 'node:path';
import { simpleParser } from 'mailparser';
import { database } from '@/server/db/client';
import { destinations } from '@/server/db/schema';
import { beginDomain } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { seal } from '@/server/base/secrets';
import { servicesOf } from '@/server/sending/service';
import { runCheck } from '@/server/features/sending/services';
import { portsFrom } from '../../standins/ports';
import {
  ACCOUNT,
  accessAs,
  clearRecords,
  connectService,
  enterRecord,
  HOST,
  sendAs,
  SHOP,
  until,
  useDatabase,
} from '../server/fixture';
import { order, reader } from '../server/orders';
import { startCatcher, startExim, startOpenSmtpd, unpackServers, verifiedByPython, type Caught } from './mail-servers';

useDatabase();

const DOMAIN = 'quillwick.example';
const LOCAL = 'mail.mill.quillwick.example';
const base = Number(process.env.LIBELLUS_TEST_SMTP) - 4;
const PORTS = { exim: base + 40, opensmtpd: base + 41, onward: base + 42 };

let caught: Caught[];
const running: { stop: () => Promise<void> }[] = [];
let exim: Awaited<ReturnType<typeof startExim>>;

beforeAll(async () => {
  unpackServers();
  const catcher = await startCatcher(PORTS.onward);
  caught = catcher.caught;
  running.push(catcher);
  const cert = process.env.LIBELLUS_EXTRA_CA!;
  const key = join(dirname(cert), 'standin-key.pem');
  exim = await startExim({ port: PORTS.exim, host: HOST, key, cert, account: ACCOUNT });
  running.push(exim);
  running.push(await startOpenSmtpd({ port: PORTS.opensmtpd, onward: PORTS.onward, host: LOCAL }));
  await connectService();
  const row = await lookAtDomain(await beginDomain(SHOP, DOMAIN));
  const needed = (kind: string): string => row.records.find((r) => r.kind === kind)!.value;
  await clearRecords(DOMAIN);
  await enterRecord('@', 'TXT', needed('spf'));
  await enterRecord(`${row.selector}._domainkey`, 'TXT', needed('dkim'));
  expect((await lookAtDomain(row)).signing).toBe(true);
}, 240_000);

afterAll(async () => {
  await Promise.all(running.map((server) => server.stop()));
});

beforeEach(async () => {
  await database().delete(destinations);
});

const arrived = async (to: string): Promise<Caught> => {
  const all = await until(
    () => Promise.resolve([...caught, ...exim.taken()].filter((c) => c.to === to)),
    (list) => list.length > 0,
  );
  expect(all).toHaveLength(1);
  return all[0]!;
};

/** What the check says, and of what failed, how. */
async function check(): Promise<{ failed: string | undefined; kind: string | undefined; steps: string[] }> {
  const [service] = await servicesOf(SHOP);
  const report = await runCheck(await accessAs(), service!.id, reader());
  const failed = report.steps.find((s) => s.state === 'failed');
  return {
    failed: failed?.step,
    kind: failed?.diagnosis?.kind,
    steps: report.steps.filter((s) => s.state === 'passed').map((s) => s.step),
  };
}

describe('Exim as a submission server, with STARTTLS and sign-in', () => {
  const connect = (change: Parameters<typeof connectService>[0] = {}): Promise<void> =>
    connectService({ port: PORTS.exim, ...change });

  it('is checked from the name to a message that arrives', async () => {
    await connect();
    const { failed, steps } = await check();
    expect(failed).toBeUndefined();
    expect(steps).toEqual(['resolve', 'connect', 'tls', 'sign-in', 'sender', 'recipient', 'message']);
  });

  it('tells a wrong password, a missing one and somebody else’s address apart', async () => {
    await connect({ password: seal('linen-thread-19') });
    expect(await check()).toMatchObject({ failed: 'sign-in', kind: 'wrong password' });
    await connect({ user: '', password: '' });
    expect(await check()).toMatchObject({ failed: 'sender', kind: 'sign-in needed' });
    await connectService({ port: PORTS.exim }, 'info@quillwick.example');
    expect(await check()).toMatchObject({ failed: 'sender', kind: 'sender refused' });
  });

  it('takes an order’s message, whose signature is good in other eyes, and not when a word is changed', async () => {
    await connect();
    const to = reader();
    const delivery = await order(to);
    expect(delivery).toMatchObject({ state: 'accepted', lastWords: expect.stringMatching(/^250 OK id=/) });
    const { raw, from } = await arrived(to);
    expect(from).toBe(ACCOUNT.user);
    expect(raw.toString()).toMatch(/^Received: from .*\r\n.*by smtp\.harrowpost\.example with esmtpsa/m);
    const dns = portsFrom(base).dns;
    expect(verifiedByPython(raw, dns)).toBe('good');
    expect(verifiedByPython(Buffer.from(raw.toString('latin1').replace('Kozo', 'Gozo'), 'latin1'), dns)).toMatch(
      /^bad/,
    );
    const mail = await simpleParser(raw);
    expect(mail.text).toContain(delivery.orderNumber);
    expect(mail.html).toContain('Kozo sheet');
    expect(mail.messageId).toBe(delivery.messageId);
  });
});

describe('OpenSMTPD on the shop’s own network, without sign-in', () => {
  beforeEach(async () => {
    await connectService({
      kind: 'local',
      host: LOCAL,
      port: PORTS.opensmtpd,
      security: 'none',
      user: '',
      password: '',
    });
    await sendAs('orders@quillwick.example');
  });

  it('is checked and sends a signed message on', async () => {
    expect((await check()).failed).toBeUndefined();
    const to = reader();
    const delivery = await order(to, { firstName: 'Žofia', lastName: 'Müller' });
    expect(delivery.state).toBe('accepted');
    const { raw } = await arrived(to);
    expect(raw.toString()).toContain('(OpenSMTPD) with ESMTP');
    expect(verifiedByPython(raw, portsFrom(base).dns)).toBe('good');
    const { to: recipient } = await simpleParser(raw);
    expect([recipient].flat()[0]?.text).toContain('Žofia Müller');
  });

  it('has its refusal of a recipient read as what it is', async () => {
    const to = `nobody${Date.now()}@refused.example`;
    const delivery = await order(to);
    expect(delivery).toMatchObject({ state: 'failed', lastWords: expect.stringContaining('no such mailbox') });
    expect(caught.some((c) => c.to === to)).toBe(false);
  });
});
