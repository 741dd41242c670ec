/** Living proof: small true messages by every path, read back where they arrive, and who hears when they do not. */
import { createServer, type AddressInfo } from 'node:net';
import { desc, eq } from 'drizzle-orm';
import type { ProofMailbox } from '@/contract/proof';
import { listenForBounces } from '@/server/bounces/listener';
import { takeProof } from '@/server/bounces/proofs';
import { database } from '@/server/db/client';
import { domains, memberships, pathProofs, proofMailboxes, services, serviceUse, user } from '@/server/db/schema';
import { beginDomain } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { proofLines } from '@/server/features/proof/today-lines';
import { openProofMailbox, proofView, proveNow, saveProofMailbox } from '@/server/features/proof/proof';
import { Proving } from '@/server/proof/proving';
import { newId } from '@/server/base/ids';
import { reader } from './orders';
import { portsFrom } from '../../standins/ports';
import { MAILBOX_PASSWORD } from '../../standins/imap';
import {
  accessAs,
  clearRecords,
  connectRelay,
  connectService,
  enterRecord,
  mailbox,
  sendAs,
  SHOP,
  textOf,
  until,
  useDatabase,
} from './fixture';

useDatabase();

const DOMAIN = 'quillwick.example';
/** Somebody whose mailbox nobody else writes to. */
const OWNER = reader();
const ports = portsFrom(Number(process.env.LIBELLUS_TEST_SMTP) - 4);
let serial = 0;

/** A mailbox of its own for each test, as it is entered on the screen. */
function entered(change: Partial<ProofMailbox> = {}): ProofMailbox {
  serial += 1;
  return {
    ...{ every: 'off', reader: 'imap', address: `proof-${process.pid}-${serial}@mail-test.example` },
    ...{ host: 'imap.harrowpost.example', port: ports.imap, security: 'tls', user: '', password: MAILBOX_PASSWORD },
    ...change,
  };
}

/** Proofs by each path, until nothing is under way any more. */
async function prove(): Promise<void> {
  await proveNow(await accessAs());
  await settle();
}

async function settle(): Promise<void> {
  const proving = new Proving();
  await until(
    async () => {
      await database()
        .update(proofMailboxes)
        .set({ lookAt: new Date(0) });
      await proving.turn();
      return (await proofView(await accessAs())).paths.map((p) => p.proofs[0]?.standing);
    },
    (standings) => !standings.includes('under way'),
  );
  // What was found is told with the next turn.
  await proving.turn();
}

const newest = async (path = 0) => (await proofView(await accessAs())).paths[path]!.proofs[0]!;
/** As if the newest proof had gone out so many minutes ago. */
async function minutesAgo(minutes: number): Promise<void> {
  const [row] = await database().select().from(pathProofs).orderBy(desc(pathProofs.id)).limit(1);
  await database()
    .update(pathProofs)
    .set({ sentAt: new Date(row!.sentAt!.getTime() - minutes * 60_000) })
    .where(eq(pathProofs.id, row!.id));
}
const told = async () => (await mailbox(OWNER)).filter((m) => /arrive|mailbox for proofs/.test(m.subject));

/** A report that a message could not be delivered (RFC 3464). */
const bounced = (status: string): Buffer =>
  Buffer.from(
    [
      'From: Mail delivery <postmaster@mx.example>',
      'Subject: Undelivered mail',
      'MIME-Version: 1.0',
      'Content-Type: multipart/report; report-type=delivery-status; boundary="b"',
      '',
      '--b',
      'Content-Type: message/delivery-status',
      '',
      'Reporting-MTA: dns; mx.example',
      '',
      'Final-Recipient: rfc822; proof@x.example',
      'Action: failed',
      `Status: ${status}`,
      '--b--',
      '',
    ].join('\r\n'),
  );

const NAMES = { spf: DOMAIN, dmarc: `_dmarc.${DOMAIN}`, bounce: `bounce.${DOMAIN}` };

/** All that the domain's messages need in DNS. */
async function records(): Promise<void> {
  const domain = await beginDomain(SHOP, DOMAIN);
  for (const name of Object.values(NAMES)) await clearRecords(name);
  await clearRecords(`${domain.selector}._domainkey.${DOMAIN}`);
  await enterRecord('@', 'TXT', 'v=spf1 include:_spf.fernbridge.example include:spf.harrowpost.example ~all');
  await enterRecord(`${domain.selector}._domainkey`, 'TXT', `v=DKIM1; k=rsa; p=${domain.publicKey}`);
  await enterRecord('_dmarc', 'TXT', 'v=DMARC1; p=quarantine');
  await enterRecord('bounce', 'MX', '10 bounces.quillwick.example');
  await enterRecord('bounce', 'TXT', 'v=spf1 include:_spf.fernbridge.example ~all');
  await lookAtDomain(domain);
}

beforeAll(async () => {
  const now = new Date();
  const id = newId();
  await database().insert(user).values({ id, name: 'An owner', email: OWNER, createdAt: now, updatedAt: now });
  await database().insert(memberships).values({ userId: id, storeId: SHOP, role: 'owner' });
});

beforeEach(async () => {
  const db = database();
  await db.delete(pathProofs);
  await db.delete(proofMailboxes);
  await db.delete(services);
  await db.delete(domains);
  await sendAs('orders@quillwick.example');
  for (const name of Object.values(NAMES)) await clearRecords(name);
});

describe('a path', () => {
  it('is proven by a message that arrives in the inbox, vouched for, and is removed from there', async () => {
    await connectRelay();
    await records();
    const box = entered();
    await saveProofMailbox(await accessAs(), { mailbox: box });
    await prove();
    expect(await newest()).toMatchObject({
      ...{ standing: 'good', folder: 'INBOX', service: 'Fernbridge', domain: DOMAIN },
      authentication: { spf: 'pass', dkim: 'pass', dmarc: 'pass' },
    });
    expect(await mailbox(box.address)).toEqual([]);
    expect(await proofLines(await accessAs())).toEqual([expect.objectContaining({ state: 'good' })]);
  });

  it('that leads into Junk is told to owners once, and once more when it is right again', async () => {
    await connectRelay();
    await enterRecord('_dmarc', 'TXT', 'v=DMARC1; p=quarantine');
    await saveProofMailbox(await accessAs(), { mailbox: entered() });
    const before = (await told()).length;
    await prove();
    expect(await newest()).toMatchObject({ standing: 'not vouched for', folder: 'Junk' });
    await prove();
    const [mail, ...others] = (await told()).slice(0, (await told()).length - before);
    expect(others).toEqual([]);
    expect(await textOf(mail)).toContain(`Fernbridge, ${DOMAIN}: the mailbox found nobody who vouches for the proof`);
    expect(await proofLines(await accessAs())).toEqual([
      expect.objectContaining({ state: 'failing', fact: expect.stringContaining('Fernbridge') }),
    ]);
    await records();
    await prove();
    expect(await newest()).toMatchObject({ standing: 'good' });
    expect((await told())[0]!.subject).toContain('mail arrives again');
    expect((await told()).length - before).toBe(2);
  });

  it('by which nothing arrives is missing after a quarter of an hour, and late once it arrives after all', async () => {
    await connectRelay();
    await records();
    const box = entered();
    // The service takes it for an address that is not the mailbox that is read.
    await saveProofMailbox(await accessAs(), { mailbox: { ...box, user: `other-${box.address}` } });
    const access = await accessAs();
    await proveNow(access);
    await until(
      async () => {
        await new Proving().turn();
        return (await database().select().from(pathProofs))[0]!.state;
      },
      (state) => state === 'sent',
    );
    expect(await newest()).toMatchObject({ standing: 'under way' });
    await minutesAgo(20);
    await settle();
    expect(await newest()).toMatchObject({ standing: 'missing' });
    await saveProofMailbox(access, { mailbox: { ...box, user: box.address } });
    await until(
      async () => {
        await new Proving().turn();
        return newest();
      },
      (p) => p.standing === 'late',
    );
  });

  it('whose service refuses says so, with what it said, and owners hear by another service', async () => {
    const relay = await connectRelay();
    await connectRelay({
      name: 'The Mill',
      kind: 'local',
      host: 'mail.mill.quillwick.example',
      port: ports.local,
      security: 'none',
      user: '',
      password: '',
      rank: 2,
    });
    await saveProofMailbox(await accessAs(), {
      mailbox: entered({ address: `gone.${process.pid}@mail-test.example` }),
    });
    await database().update(services).set({ paused: true }).where(eq(services.name, 'The Mill'));
    const before = (await told()).length;
    await proveNow(await accessAs());
    await database().update(services).set({ paused: false }).where(eq(services.name, 'The Mill'));
    await settle();
    expect(await newest()).toMatchObject({ standing: 'refused', words: expect.stringContaining('mailbox') });
    expect((await told()).length).toBe(before + 1);
    const used = await database().select().from(serviceUse).where(eq(serviceUse.serviceId, relay));
    expect(used.filter((u) => u.span === 'day').map((u) => u.taken)).not.toContain(1);
  });

  it('that is put off is tried again later and not given up', async () => {
    await connectRelay();
    await saveProofMailbox(await accessAs(), {
      mailbox: entered({ address: `grey.${process.pid}@mail-test.example` }),
    });
    await proveNow(await accessAs());
    await new Proving().turn();
    const [row] = await database().select().from(pathProofs);
    expect(row).toMatchObject({ state: 'waiting', attempts: 1 });
    expect(row!.words).not.toBe('');
    await database()
      .update(pathProofs)
      .set({ dueAt: new Date(0) });
    await settle();
    expect((await newest()).standing).not.toBe('refused');
    expect((await database().select().from(pathProofs))[0]).toMatchObject({ attempts: 2 });
  });

  it('whose service is at its limit is left out, and nobody is alarmed', async () => {
    const relay = await connectRelay({ perDay: 1 });
    await saveProofMailbox(await accessAs(), { mailbox: entered() });
    await prove();
    await prove();
    expect(await newest()).toMatchObject({
      standing: 'unsent',
      words: 'Fernbridge is at its limit: no proof was sent.',
    });
    const used = await database().select().from(serviceUse).where(eq(serviceUse.serviceId, relay));
    expect(used.find((u) => u.span === 'day')!.taken).toBe(1);
  });
});

describe('our own listener', () => {
  it('takes proofs and what comes back of them, and nothing that is not signed', async () => {
    await connectRelay();
    await records();
    const listening = await listenForBounces({ host: '127.0.0.1', port: ports.bounces });
    try {
      const view = await saveProofMailbox(await accessAs(), {
        mailbox: { ...entered({ reader: 'listener', address: '', host: '' }) },
      });
      expect(view.listensAt).toBe(`bounce.${DOMAIN}`);
      await prove();
      expect(await newest()).toMatchObject({
        ...{ standing: 'good', folder: '' },
        authentication: { spf: 'pass', dkim: 'pass', dmarc: 'pass' },
      });
      // What comes to the address of one that is under way: a letter is no proof, a report about it is one of the contrary.
      await proveNow(await accessAs());
      const { id } = await newest();
      const who = { helo: 'mx.example', ip: '127.0.0.1' };
      const letter = Buffer.from(
        'From: a@b.example\r\nSubject: Away\r\nMessage-ID: <x@b.example>\r\n\r\nI am away.\r\n',
      );
      expect(await takeProof(id, { from: 'a@b.example', ...who }, letter)).toBe('unmatched');
      expect(await takeProof(id, { from: '', ...who }, letter)).toBe('unmatched');
      expect(await newest()).toMatchObject({ standing: 'under way' });
      expect(await takeProof(id, { from: '', ...who }, bounced('5.1.1'))).toBe('came back');
      expect(await newest()).toMatchObject({ standing: 'returned', words: expect.stringContaining('no such mailbox') });
    } finally {
      await listening.close();
    }
  });

  it('cannot be chosen where no domain leads there', async () => {
    await expect(
      saveProofMailbox(await accessAs(), { mailbox: entered({ reader: 'listener' }) }),
    ).rejects.toMatchObject({ problems: [{ path: '/reader' }] });
  });
});

describe('a mailbox', () => {
  it('is opened as entered before it is saved', async () => {
    await connectService();
    const found = await openProofMailbox(await accessAs(), { mailbox: entered() });
    expect(found).toEqual({ folders: ['INBOX', 'Junk'], junk: 'Junk' });
    expect((await proofView(await accessAs())).mailbox).toBeUndefined();
  });

  it.each([
    ['a wrong password', { password: 'not this one' }, /user and password/],
    ['a server that is not there', { host: 'imap.nowhere.example' }, /imap\.nowhere\.example/],
    ['a port where nothing listens', { port: 9 }, /9/],
    ['a server for another name', { host: 'relay.fernbridge.example', port: 1 }, /relay\.fernbridge/],
  ])('with %s does not open, and says why', async (_what, change, words) => {
    await expect(openProofMailbox(await accessAs(), { mailbox: entered(change) })).rejects.toMatchObject({
      code: 'invalid',
      message: expect.stringMatching(words),
    });
  });

  it('keeps its password to itself, and it goes to no other server', async () => {
    const access = await accessAs();
    const { password: _p, ...again } = entered();
    await saveProofMailbox(access, { mailbox: { ...again, password: MAILBOX_PASSWORD } });
    const view = await saveProofMailbox(access, { mailbox: again });
    expect(view.mailbox).toMatchObject({ hasPassword: true });
    expect(JSON.stringify(view)).not.toContain(MAILBOX_PASSWORD);
    const [row] = await database().select().from(proofMailboxes);
    expect(row!.password).not.toContain(MAILBOX_PASSWORD);
    await expect(
      saveProofMailbox(access, { mailbox: { ...again, host: 'imap.elsewhere.example' } }),
    ).rejects.toMatchObject({ problems: [{ path: '/password' }] });
    await expect(saveProofMailbox(access, { mailbox: { ...again, security: 'none' } })).rejects.toMatchObject({
      problems: [{ path: '/security' }],
    });
  });

  it('that is another one now is not searched for what went to the one before', async () => {
    await connectRelay();
    const access = await accessAs();
    await saveProofMailbox(access, { mailbox: entered() });
    await proveNow(access);
    await saveProofMailbox(access, { mailbox: entered() });
    expect(await newest()).toMatchObject({ standing: 'unsent', words: 'Where proofs arrive was changed meanwhile.' });
    await new Proving().turn();
    expect(await newest()).toMatchObject({ standing: 'unsent' });
  });

  it('that never answers says so, holds up nothing, and makes nothing missing', async () => {
    await connectRelay();
    const silent = createServer((socket) => socket.on('error', () => undefined));
    await new Promise<void>((resolve) => silent.listen(0, '127.0.0.1', resolve));
    const access = await accessAs();
    try {
      const port = (silent.address() as AddressInfo).port;
      await saveProofMailbox(access, { mailbox: entered({ port, host: '127.0.0.1', security: 'none' }) });
      await proveNow(access);
      await new Proving().turn();
      await minutesAgo(20);
      await database()
        .update(proofMailboxes)
        .set({ lookAt: new Date(0) });
      await new Proving().turn();
      const { mailbox: box } = await proofView(access);
      expect(box!.trouble!.words).toMatch(/127\.0\.0\.1/);
      expect(await newest()).toMatchObject({ standing: 'unread' });
      expect(await proofLines(access)).toEqual([expect.objectContaining({ state: 'failing' })]);
      // Who could not be reached for a quarter of an hour is worth a mail.
      await database()
        .update(proofMailboxes)
        .set({ troubleAt: new Date(Date.now() - 20 * 60_000), lookAt: null });
      const before = (await told()).length;
      await new Proving().turn();
      await new Proving().turn();
      expect((await told()).length).toBe(before + 1);
    } finally {
      silent.close();
    }
  });
});

describe('proofs', () => {
  it('go out by themselves, by one worker however many there are', async () => {
    await connectRelay();
    await saveProofMailbox(await accessAs(), { mailbox: entered({ every: 'hour' }) });
    await Promise.all([new Proving().turn(), new Proving().turn(), new Proving().turn()]);
    expect(await database().select().from(pathProofs)).toHaveLength(1);
    const next = Date.parse((await proofView(await accessAs())).mailbox!.nextAt!);
    expect(Math.abs(next - Date.now() - 3_600_000)).toBeLessThan(60_000);
  });

  it('are not sent again while some wait, nor without a mailbox or a path', async () => {
    await expect(proveNow(await accessAs())).rejects.toMatchObject({ code: 'invalid' });
    await saveProofMailbox(await accessAs(), { mailbox: entered() });
    await expect(proveNow(await accessAs())).rejects.toMatchObject({ code: 'invalid' });
    await connectRelay();
    await proveNow(await accessAs());
    await expect(proveNow(await accessAs())).rejects.toMatchObject({ code: 'conflict' });
  });

  it('are of paths, and a service that was removed meanwhile is no fault', async () => {
    const relay = await connectRelay();
    await saveProofMailbox(await accessAs(), { mailbox: entered() });
    await proveNow(await accessAs());
    await database().delete(services).where(eq(services.id, relay));
    await new Proving().turn();
    expect((await database().select().from(pathProofs))[0]).toMatchObject({ state: 'unsent', told: 'unsent' });
  });
});
