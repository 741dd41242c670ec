/** Whom not to write to, what comes back, and pictures that travel along. */
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import { isGood } from '@/core/domain';
import { listenForBounces } from '@/server/bounces/listener';
import { takeBounce } from '@/server/bounces/receive';
import { database } from '@/server/db/client';
import { attempts, bounces, destinations, services, stores, strayBounces, withholdings } from '@/server/db/schema';
import { beginDomain } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { readOwnAddress, returnPathOf } from '@/server/sending/returnpath';
import { saveChannels } from '@/server/features/sending/channels';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { allowAgain, releaseOnce, withhold, withheldViews } from '@/server/features/sending/withheld';
import { accessAs, connectRelay, connectService, enterRecord, mailbox, rawMail, SHOP, useDatabase } from './fixture';
import { byOrder, drain, order, reader } from './orders';
import { readKept } from '@/words/kept';

useDatabase();

const DOMAIN = 'quillwick.example';

beforeEach(async () => {
  await database().delete(destinations);
  await connectService();
});

describe('whom not to write to', () => {
  it('is kept to, with the reason on record; one message can be released, once', async () => {
    const access = await accessAs();
    const to = reader();
    const [entry] = await withhold(access, { pattern: to.toUpperCase(), reason: 'asked by telephone', kinds: [] });
    const delivery = await order(to);
    expect(delivery).toMatchObject({
      state: 'withheld',
      attempts: 0,
      lastWords: `${to} is on the do-not-send list: asked by telephone`,
    });
    expect(await mailbox(to)).toEqual([]);
    expect(await deliveryDetail(access, delivery.id)).toMatchObject({ mayBeReleased: true });
    await releaseOnce(access, delivery.id);
    await drain();
    expect(await mailbox(to)).toHaveLength(1);
    await expect(releaseOnce(access, delivery.id)).rejects.toMatchObject({ code: 'invalid' });
    await allowAgain(access, entry!.id);
    expect((await order(to)).state).toBe('accepted');
  });

  it('can be for some kinds of messages, and for a whole domain', async () => {
    const access = await accessAs();
    await withhold(access, { pattern: '@quiet-test.example', reason: 'no service mail', kinds: ['service'] });
    expect((await order('a@quiet-test.example')).state).toBe('accepted');
    await withhold(access, { pattern: '@quiet-test.example', reason: 'no mail at all', kinds: ['orders', 'service'] });
    expect((await order('b@quiet-test.example')).state).toBe('withheld');
  });

  it.each(['quiet', '*@quiet.example', '@', 'two words@quiet.example'])(
    'does not take %j for an address',
    async (pattern) => {
      await expect(withhold(await accessAs(), { pattern, reason: 'x', kinds: [] })).rejects.toMatchObject({
        code: 'invalid',
      });
    },
  );
});

describe('a refusal', () => {
  const listed = async (address: string) =>
    (await database().select().from(withholdings).where(eq(withholdings.pattern, address)))[0];

  it('of a mailbox that is not there is learned: the next message is not tried, until the address is allowed again', async () => {
    const to = `gone.${Date.now()}@arrives-test.example`;
    expect(await order(to)).toMatchObject({ state: 'failed', cause: 'recipient refused', attempts: 1 });
    const entry = await listed(to);
    expect(entry).toMatchObject({ source: 'refusal', by: 'Libellus', kinds: [] });
    expect(readKept(entry!.reason)).toMatch(/^refused: 550 .*No such mailbox here/);
    const next = await order(to);
    expect(next).toMatchObject({ state: 'withheld', attempts: 0 });
    expect(next.lastWords).toContain('is on the do-not-send list: refused: 550');
    await allowAgain(await accessAs(), entry!.id);
    expect((await order(to)).state).toBe('failed');
  });

  it.each([
    ['overfull', 'mailbox full'],
    ['policy', 'refused by policy'],
  ])('of another kind (%s) says nothing of the address', async (kind, cause) => {
    const to = `${kind}.${Date.now()}@arrives-test.example`;
    expect(await order(to)).toMatchObject({ state: 'failed', cause });
    expect(await listed(to)).toBeUndefined();
  });
});

describe('what a channel allows', () => {
  const ask = async (maskedDomain: string, customerMail = true) =>
    saveChannels(await accessAs(), {
      pictures: 'linked',
      channels: [{ id: 'web-shop', customerMail, maskedDomain, maskedKinds: ['service'] }],
    });

  it('is kept to for the addresses that stand for customers, and not for others', async () => {
    await ask('@Masked.Bazaarlane.example');
    const masked = await order(`a-${Date.now()}@masked.bazaarlane.example`);
    expect(masked).toBeUndefined();
    expect((await order(reader())).state).toBe('accepted');
    await ask('', false);
    expect(await order(reader())).toBeUndefined();
    await ask('');
    expect((await order(reader())).state).toBe('accepted');
  });

  it('refuses what is no domain, and names the field', async () => {
    await expect(ask('not a domain')).rejects.toMatchObject({
      problems: [{ path: '/channels/0/maskedDomain', message: expect.stringContaining('is not a domain') }],
    });
  });
});

describe('what comes back', () => {
  const report = (recipient: string, status = '5.1.1', action = 'failed'): Buffer =>
    Buffer.from(
      [
        'From: Mail delivery <postmaster@mx.example>',
        'Subject: Undelivered mail',
        'MIME-Version: 1.0',
        'Content-Type: multipart/report; report-type=delivery-status; boundary="b"',
        '',
        '--b',
        'Content-Type: text/plain',
        '',
        'It could not be delivered.',
        '--b',
        'Content-Type: message/delivery-status',
        '',
        'Reporting-MTA: dns; mx.example',
        '',
        `Final-Recipient: rfc822; ${recipient}`,
        `Action: ${action}`,
        `Status: ${status}`,
        '--b--',
        '',
      ].join('\r\n'),
    );
  const pathOf = (id: string): string => returnPathOf(id, 'bounce.quillwick.example');

  it('goes by return-paths of our own where DNS leads them to us and the service allows it', async () => {
    await database().delete(services);
    await connectRelay();
    await enterRecord('bounce', 'MX', '10 bounces.quillwick.example');
    const looked = await lookAtDomain(await beginDomain(SHOP, DOMAIN));
    expect(looked.bouncing).toBe(true);
    expect(isGood(looked.records.find((r) => r.kind === 'bounce-mx')!.judgement)).toBe(true);
    const delivery = await order(reader());
    const [attempt] = await database().select().from(attempts).where(eq(attempts.deliveryId, delivery.id));
    const path = /MAIL FROM:<([^>]+)>/.exec(attempt!.conversation)![1]!;
    expect(path).toMatch(/^b-[0-9a-z]{26}-[0-9a-f]{20}@bounce\.quillwick\.example$/);
    expect(readOwnAddress(path)).toEqual({ kind: 'bounce', deliveryId: delivery.id });
  });

  it('tells the colleague who is named for it, once, with a link to the record', async () => {
    const to = reader();
    const delivery = await order(to);
    const told = async () => {
      await drain();
      return (await mailbox('pawel@quillwick.example')).filter((m) => m.subject.includes(delivery.orderNumber));
    };
    const before = (await told()).length;
    await takeBounce(pathOf(delivery.id), report(to));
    await takeBounce(pathOf(delivery.id), report(to));
    const mails = await told();
    expect(mails).toHaveLength(before + 1);
    const news = mails.find((m) => m.subject.startsWith('Nicht zugestellt'))!;
    const { text } = await simpleParser(await rawMail(news.id));
    expect(text).toContain(to);
    expect(text).toContain(`/s/${SHOP}/deliveries/${delivery.id}`);
  });

  it('marks its delivery, withholds the address, and stands on the record', async () => {
    const to = reader();
    const delivery = await order(to);
    expect(await takeBounce(pathOf(delivery.id), report('somebody@else.example'))).toMatchObject({ kind: 'bounced' });
    const access = await accessAs();
    const detail = await deliveryDetail(access, delivery.id);
    expect(detail).toMatchObject({
      state: 'bounced',
      words: 'It came back: there is no such mailbox.',
      bounces: [{ kind: 'hard', status: '5.1.1' }],
    });
    // The address is the one we wrote to, whatever the report names.
    expect((await withheldViews(access)).map((w) => w.pattern)).toContain(to);
    expect((await order(to)).state).toBe('withheld');
  });

  it('does not withhold for what may pass, nor mark for what is no failure', async () => {
    const soft = await order(reader());
    await takeBounce(pathOf(soft.id), report(soft.recipient, '5.2.2'));
    const late = await order(reader());
    await takeBounce(pathOf(late.id), report(late.recipient, '4.4.1', 'delayed'));
    const states = await Promise.all(
      [soft, late].map(async (d) => (await byOrder(d.orderNumber)).find((r) => r.id === d.id)!.state),
    );
    expect(states).toEqual(['bounced', 'accepted']);
    const listed = (await database().select().from(withholdings)).map((w) => w.pattern);
    expect(listed).not.toContain(soft.recipient);
    expect(listed).not.toContain(late.recipient);
  });

  it('is counted and not believed when it is forged or matches nothing', async () => {
    const delivery = await order(reader());
    const forged = pathOf(delivery.id).replace(/-[0-9a-f]{20}@/, `-${'0'.repeat(20)}@`);
    expect(await takeBounce(forged, report(delivery.recipient))).toEqual({ kind: 'forged' });
    expect(await takeBounce('orders@bounce.quillwick.example', report(delivery.recipient))).toEqual({
      kind: 'unmatched',
    });
    expect(await takeBounce(pathOf('01ARZ3NDEKTSV4RRFFQ69G5FAV'), report('x@y.example'))).toEqual({
      kind: 'unmatched',
    });
    expect((await byOrder(delivery.orderNumber)).find((d) => d.id === delivery.id)!.state).toBe('accepted');
    const counts = Object.fromEntries((await database().select().from(strayBounces)).map((s) => [s.kind, s.count]));
    expect(counts).toMatchObject({ forged: 1, unmatched: 2 });
  });

  it('comes in over SMTP for our own return-paths only, and a flood about one delivery is not kept', async () => {
    const delivery = await order(reader());
    const listener = await listenForBounces({ host: '127.0.0.1', port: 5_699 });
    const transport = createTransport({ host: '127.0.0.1', port: 5_699, ignoreTLS: true, pool: true });
    const send = (to: string) =>
      transport.sendMail({ envelope: { from: '', to }, raw: report(delivery.recipient, '4.4.7') });
    await expect(send('orders@quillwick.example')).rejects.toMatchObject({ responseCode: 550 });
    for (let i = 0; i < 25; i += 1) await send(pathOf(delivery.id));
    expect(await database().$count(bounces, eq(bounces.deliveryId, delivery.id))).toBe(20);
    transport.close();
    await listener.close();
  });
});

describe('pictures', () => {
  it('travel in the message when the store wants that', async () => {
    await database().update(stores).set({ pictures: 'inline' }).where(eq(stores.id, SHOP));
    const to = reader();
    const delivery = await order(to);
    const mail = await simpleParser(await rawMail((await mailbox(to))[0]!.id), { skipImageLinks: true });
    expect(delivery.state).toBe('accepted');
    // What cannot be read stays linked; nothing else is attached.
    expect(mail.attachments.every((a) => a.related)).toBe(true);
    await database().update(stores).set({ pictures: 'linked' }).where(eq(stores.id, SHOP));
  });
});
