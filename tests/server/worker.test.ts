import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { database } from '@/server/db/client';
import { attempts, deliveries, sentMessages, services } from '@/server/db/schema';
import { receiveEvent } from '@/server/events/receive';
import { seal } from '@/server/base/secrets';
import { claim, claimInterrupted, releaseHeld } from '@/server/worker/claims';
import { Worker } from '@/server/worker/worker';
import { saveService } from '@/server/features/sending/services';
import {
  accessAs,
  ACCOUNT,
  connectService,
  HOST,
  mailbox,
  placedEvent,
  rawMail,
  SERVICE,
  SHOP,
  useDatabase,
} from './fixture';
import { byOrder, drain } from './orders';
import { readKeptIn } from '@/words/kept';

useDatabase();

const triesOf = async (id: string) =>
  readKeptIn(await database().select().from(attempts).where(eq(attempts.deliveryId, id)));

let count = 0;
const customer = (local = `customer${(count += 1)}`) => ({
  email: `${local}@worker-test.example`,
  firstName: 'Iwona',
  lastName: 'Sobczyk',
});

describe('the worker', () => {
  it('brings both messages to their mailboxes, in each reader’s language, and keeps what was sent', async () => {
    await connectService();
    const event = placedEvent({ language: 'de', customer: customer() });
    await receiveEvent(SHOP, event);
    await drain();
    const { order } = event.data;
    const [mail] = await mailbox(order.customer.email);
    expect(mail).toMatchObject({ subject: `Ihre Bestellung ${order.number} ist bei uns` });
    const raw = await rawMail(mail!.id);
    const parsed = await simpleParser(raw);
    expect(parsed.text).toContain('Vielen Dank, Iwona');
    expect(parsed.html).toContain('37,90&nbsp;€'.replace('&nbsp;', '\u00a0'));
    expect(parsed.headers.get('auto-submitted')).toBe('auto-generated');
    expect(parsed.headers.get('content-language')).toBe('de');

    const [delivery] = (await byOrder(order.number)).filter((d) => d.role === 'customer');
    expect(delivery).toMatchObject({ state: 'accepted', attempts: 1, messageId: parsed.messageId });
    const [kept] = await database().select().from(sentMessages).where(eq(sentMessages.deliveryId, delivery!.id));
    // The receiving side puts its own findings before the message, and changes nothing of it.
    expect(raw.toString().replaceAll('\r\n', '\n')).toContain(kept!.raw.toString().replaceAll('\r\n', '\n'));
    const [attempt] = await triesOf(delivery!.id);
    expect(attempt!.conversation).toContain(`RCPT TO:<${order.customer.email}>`);
    expect(attempt!.conversation).not.toContain(Buffer.from(ACCOUNT.password).toString('base64').slice(0, 12));
    expect(attempt!.conversation).not.toContain(ACCOUNT.password);
  });

  it('holds what has no service to go by, and lets it go when one is saved', async () => {
    await database().delete(services);
    const event = placedEvent({ customer: customer() });
    await receiveEvent(SHOP, event);
    await drain();
    expect((await byOrder(event.data.order.number)).map((d) => [d.state, d.lastWords])).toEqual([
      ['held', 'No sending service is connected.'],
      ['held', 'No sending service is connected.'],
    ]);
    const { released } = await saveService(await accessAs(), undefined, {
      ...SERVICE,
      host: HOST,
      port: Number(process.env.LIBELLUS_TEST_SMTPS),
      security: 'tls',
      user: ACCOUNT.user,
      password: ACCOUNT.password,
    });
    expect(released).toBe(2);
    await drain();
    expect((await byOrder(event.data.order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('ends at a mailbox that does not exist, with the cause in words', async () => {
    await connectService();
    const event = placedEvent({ customer: customer('gone') });
    await receiveEvent(SHOP, event);
    await drain();
    const [delivery] = (await byOrder(event.data.order.number)).filter((d) => d.role === 'customer');
    expect(delivery).toMatchObject({ state: 'failed', attempts: 1 });
    const [attempt] = await triesOf(delivery!.id);
    expect(attempt!.words).toContain('no such mailbox');
    expect(attempt!.conversation).toContain('550 5.1.1');
  });

  it('waits with a wrong password, and delivers once it is right: nothing is lost', async () => {
    await connectService({ password: seal('not the password') });
    const event = placedEvent({ customer: customer() });
    await receiveEvent(SHOP, event);
    const before = Date.now();
    await drain();
    const rows = await byOrder(event.data.order.number);
    // One of them found it out; both wait until the service has rested.
    expect(rows.map((d) => d.state)).toEqual(['held', 'held']);
    expect(rows[0]!.lastWords).toContain('does not accept this user and password');
    expect(rows[0]!.dueAt.getTime()).toBeGreaterThan(before + 20_000);
    await connectService();
    await releaseHeld(SHOP);
    await drain();
    expect((await byOrder(event.data.order.number)).map((d) => d.state)).toEqual(['accepted', 'accepted']);
  });

  it('waits when nothing listens', async () => {
    await connectService({ port: 1 });
    const event = placedEvent({ customer: customer() });
    await receiveEvent(SHOP, event);
    await drain();
    const [row] = await byOrder(event.data.order.number);
    expect(row).toMatchObject({ state: 'held', lastWords: expect.stringContaining('Nothing listens on port 1') });
    await database().delete(deliveries).where(eq(deliveries.orderNumber, event.data.order.number));
  });

  it('holds what the account may not send as somebody else, and gives nothing up for it', async () => {
    await connectService({ kind: 'relay' }, 'marta@quillwick.example');
    const event = placedEvent({ customer: customer() });
    await receiveEvent(SHOP, event);
    await drain();
    const [row] = await byOrder(event.data.order.number);
    expect(row).toMatchObject({
      state: 'held',
      lastWords: expect.stringContaining('may not send as marta@quillwick.example'),
    });
  });

  it('never sends one delivery twice, with several workers at once', async () => {
    await connectService();
    const address = customer().email;
    for (let i = 0; i < 30; i += 1) {
      await receiveEvent(SHOP, placedEvent({ customer: { email: address } }));
    }
    await Promise.all([drain(new Worker()), drain(new Worker()), drain(new Worker())]);
    const mails = await mailbox(address);
    expect(mails).toHaveLength(30);
    expect(new Set(mails.map((m) => m.subject)).size).toBe(30);
  });

  it('takes over a delivery whose worker is gone when its lease has run out, not before', async () => {
    const event = placedEvent({ customer: customer() });
    await receiveEvent(SHOP, event);
    // What earlier tests put off may be due again by now.
    const claimOwn = async (worker: string): Promise<string[]> =>
      (await claim(worker, 50, 60_000))
        .filter((d) => d.orderNumber === event.data.order.number)
        .map((d) => d.id)
        .sort();
    const claimed = await claimOwn('worker that dies');
    expect(claimed).toHaveLength(2);
    expect(await claimOwn('another')).toEqual([]);
    await database()
      .update(deliveries)
      .set({ leaseUntil: new Date(Date.now() - 1) })
      .where(eq(deliveries.orderNumber, event.data.order.number));
    // One at a time: a worker may have ended because of it.
    const taken = [await claimInterrupted('another', 60_000), await claimInterrupted('another', 60_000)];
    expect(taken.map((d) => d?.id).toSorted()).toEqual(claimed);
    expect(await claimInterrupted('another', 60_000)).toBeUndefined();
  });
});
