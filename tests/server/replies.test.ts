/** Threads: the messages about one order are one conversation; and what customers answer is kept with it and passed on. */
import { and, eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import { createTransport } from 'nodemailer';
import MailComposer from 'nodemailer/lib/mail-composer';
import { listenForBounces } from '@/server/bounces/listener';
import { takeReply } from '@/server/bounces/replies';
import { database } from '@/server/db/client';
import { deliveries, replies, services, strayBounces } from '@/server/db/schema';
import { beginDomain } from '@/server/domains/keys';
import { lookAtDomain } from '@/server/domains/look';
import { receiveEvent } from '@/server/events/receive';
import { orderDetail } from '@/server/features/orders/orders';
import { replyFile } from '@/server/features/orders/replies';
import { saveSenders, senderViews } from '@/server/features/sending/senders';
import { pauseService } from '@/server/features/sending/services';
import { eraseCustomer, exportCustomer } from '@/server/features/people/customer-data';
import { readOwnAddress, replyAddressOf, returnPathOf } from '@/server/sending/returnpath';
import { servicesOf } from '@/server/sending/service';
import { passOnReplies } from '@/server/worker/replies';
import {
  accessAs,
  connectRelay,
  connectService,
  enterRecord,
  laterEvent,
  mailbox,
  placedEvent,
  rawMail,
  SHOP,
  useDatabase,
} from './fixture';
import { byOrder, drain, momentAgo, order, reader } from './orders';

useDatabase();

const TEAM = 'hello@arrives-test.example';

beforeEach(() => connectService());

/** What came to a mailbox, the first first. */
async function mails(address: string) {
  const list = (await mailbox(address)).toReversed();
  return Promise.all(list.map(async (m) => ({ ...m, mail: await simpleParser(await rawMail(m.id)) })));
}

describe('a thread', () => {
  it('begins with the first message about an order; every later one to the same address answers to it', async () => {
    const to = reader();
    const event = placedEvent({ customer: { email: to }, payment: { method: 'Card', paid: false } });
    await receiveEvent(SHOP, event);
    await drain();
    const paid = { ...event.data.order, payment: { method: 'Card', paid: true } };
    await receiveEvent(SHOP, laterEvent('order.payment-received', paid));
    await drain();
    await receiveEvent(SHOP, {
      ...laterEvent('order.cancelled', paid),
      data: { order: paid, details: { reason: 'ordered twice' } },
    });
    await drain();
    const [first, ...later] = await mails(to);
    expect(later.length).toBeGreaterThanOrEqual(2);
    expect(first!.mail.inReplyTo).toBeUndefined();
    expect(first!.mail.references).toBeUndefined();
    for (const { mail } of later) {
      expect(mail.inReplyTo).toBe(first!.mail.messageId);
      expect([mail.references].flat()).toEqual([first!.mail.messageId]);
      expect(mail.messageId).not.toBe(first!.mail.messageId);
    }
    // So a mail program shows them as one, whatever their subjects.
    expect(new Set([first!, ...later].map((m) => m.thread)).size).toBe(1);
    expect(new Set([first!, ...later].map((m) => m.subject)).size).toBe(1 + later.length);
  });

  it('is one where two messages go out at the same moment, and where the first one is withdrawn', async () => {
    const to = reader();
    const event = placedEvent({ customer: { email: to }, payment: { method: 'Card', paid: false } });
    await receiveEvent(SHOP, event);
    const paid = { ...event.data.order, payment: { method: 'Card', paid: true } };
    await receiveEvent(SHOP, laterEvent('order.payment-received', paid));
    await drain();
    const both = await mails(to);
    expect(both).toHaveLength(2);
    expect(new Set(both.map((m) => m.thread)).size).toBe(1);

    const other = reader();
    const second = placedEvent({ customer: { email: other } });
    await receiveEvent(SHOP, second);
    await database()
      .update(deliveries)
      .set({ state: 'cancelled' })
      .where(eq(deliveries.orderNumber, second.data.order.number));
    await receiveEvent(SHOP, laterEvent('order.payment-received', second.data.order));
    await drain();
    expect((await mails(other)).map((m) => m.mail.inReplyTo)).toEqual([undefined]);
  });

  it('is of one order and one reader', async () => {
    const to = reader();
    await order(to);
    await order(to);
    const two = await mails(to);
    expect(new Set(two.map((m) => m.thread)).size).toBe(2);
    expect(two.map((m) => m.mail.inReplyTo)).toEqual([undefined, undefined]);
  });
});

describe('a reply', () => {
  const DOMAIN = 'quillwick.example';

  beforeAll(async () => {
    await database().delete(services);
    await connectRelay();
    await enterRecord('bounce', 'MX', '10 bounces.quillwick.example');
    await lookAtDomain(await beginDomain(SHOP, DOMAIN));
  });

  beforeEach(async () => {
    await database().delete(services);
    await connectRelay();
    const sender = { kind: 'orders', name: 'Quillwick', address: `orders@${DOMAIN}`, replyTo: TEAM };
    await saveSenders(await accessAs(), [{ ...sender, takesReplies: true }]);
  });

  const answer = (to: string, change: Record<string, unknown> = {}): Promise<Buffer> =>
    new MailComposer({
      from: { name: 'Iwona Sobczyk', address: to },
      to: 'reply@bounce.quillwick.example',
      subject: 'Re: We have your order',
      text: 'Can you send it to the mill instead?',
      html: '<p>Can you send it to <b>the mill</b> instead?</p>',
      messageId: `<${Math.random()}@mua.example>`,
      ...change,
    })
      .compile()
      .build();

  const addressOf = async (to: string): Promise<string> => {
    const [first] = await mails(to);
    return first!.mail.replyTo!.value[0]!.address!;
  };

  it('comes to an address of its own message, is kept with the order, and reaches the team with its attachments', async () => {
    expect((await senderViews(await accessAs()))[0]).toMatchObject({ takesReplies: true, mayTakeReplies: true });
    const to = reader();
    const delivery = await order(to);
    const address = await addressOf(to);
    expect(readOwnAddress(address)).toEqual({ kind: 'reply', deliveryId: delivery.id });
    const file = Buffer.from('%PDF-1.7 a form');
    const raw = await answer(to, { attachments: [{ filename: 'Formular ü.pdf', content: file }] });
    const listener = await listenForBounces({ host: '127.0.0.1', port: 5_698 });
    const transport = createTransport({ host: '127.0.0.1', port: 5_698, ignoreTLS: true });
    await transport.sendMail({ envelope: { from: to, to: address }, raw });
    // The other server did not hear that it was taken and sends it again.
    await transport.sendMail({ envelope: { from: to, to: address }, raw });
    transport.close();
    await listener.close();
    const before = (await mailbox(TEAM)).length;
    expect(await passOnReplies()).toBe(1);
    expect(await passOnReplies()).toBe(0);
    const passed = (await mails(TEAM)).slice(before);
    expect(passed).toHaveLength(1);
    const { mail, verdict } = passed[0]!;
    expect(mail.from!.value[0]).toEqual({ name: 'Iwona Sobczyk via Quillwick', address: `orders@${DOMAIN}` });
    expect(mail.replyTo!.value[0]!.address).toBe(to);
    expect(mail.subject).toBe('Re: We have your order');
    expect(mail.text).toContain('Can you send it to the mill instead?');
    expect(mail.text).toContain(`/s/${SHOP}/orders/${delivery.orderNumber}`);
    expect(String(mail.html)).toContain('<b>the mill</b>');
    expect(mail.attachments.map((a) => [a.filename, a.content.toString()])).toEqual([
      ['Formular ü.pdf', file.toString()],
    ]);
    expect(verdict).toContain('spf=');
    const { replies: kept } = await orderDetail(await accessAs(), delivery.orderNumber);
    expect(kept).toEqual([
      expect.objectContaining({
        from: `Iwona Sobczyk <${to}>`,
        text: 'Can you send it to the mill instead?',
        attachments: ['Formular ü.pdf'],
        state: 'passed-on',
        passedTo: TEAM,
        otherAddress: false,
        whole: true,
      }),
    ]);
    expect(await replyFile(await accessAs('viewer'), kept[0]!.id)).toEqual(raw);
  });

  it.each<[string, Record<string, unknown>, string, RegExp]>([
    ['a holiday answer', { headers: { 'Auto-Submitted': 'auto-replied' } }, '', /written by a program/],
    ['one with the null sender', {}, 'null', /written by a program/],
    ['what we passed on before', { headers: { 'Libellus-Passed-On': 'X' } }, '', /came back/],
  ])('that is %s is kept and bothers nobody', async (_what, change, from, words) => {
    const to = reader();
    const delivery = await order(to);
    const before = (await mailbox(TEAM)).length;
    const raw = await answer('somebody@else.example', change);
    expect(await takeReply(delivery.id, from === 'null' ? '' : to, raw)).toBe('kept');
    expect(await passOnReplies()).toBe(0);
    expect(await mailbox(TEAM)).toHaveLength(before);
    const { replies: kept } = await orderDetail(await accessAs(), delivery.orderNumber);
    expect(kept[0]).toMatchObject({
      state: 'automatic',
      words: expect.stringMatching(words) as string,
      otherAddress: true,
    });
  });

  it('waits while no service goes, and is passed on once one does', async () => {
    const to = reader();
    const delivery = await order(to);
    await takeReply(delivery.id, to, await answer(to));
    const access = await accessAs();
    const [service] = await servicesOf(SHOP);
    await pauseService(access, service!.id, true);
    expect(await passOnReplies()).toBe(0);
    const of = async () => (await orderDetail(access, delivery.orderNumber)).replies[0]!;
    expect(await of()).toMatchObject({ state: 'waiting', words: 'Fernbridge is paused.' });
    await pauseService(access, service!.id, false);
    await database().update(replies).set({ dueAt: momentAgo() }).where(eq(replies.state, 'waiting'));
    expect(await passOnReplies()).toBe(1);
    expect(await of()).toMatchObject({ state: 'passed-on' });
  });

  it('is taken at signed addresses only, and one address cannot be made of the other', async () => {
    const to = reader();
    const delivery = await order(to);
    const own = replyAddressOf(delivery.id, 'bounce.quillwick.example');
    const path = returnPathOf(delivery.id, 'bounce.quillwick.example');
    const forged = [
      own.replace(/.@/, (last) => (last === '0@' ? '1@' : '0@')),
      path.replace('b-', 'reply+'),
      own.replace('reply+', 'b-'),
    ];
    const listener = await listenForBounces({ host: '127.0.0.1', port: 5_698 });
    const transport = createTransport({ host: '127.0.0.1', port: 5_698, ignoreTLS: true });
    const raw = await answer(to);
    await database().delete(strayBounces);
    for (const address of forged)
      await expect(transport.sendMail({ envelope: { from: to, to: address }, raw })).rejects.toMatchObject({
        responseCode: 550,
      });
    const large = await answer(to, { attachments: [{ filename: 'a.bin', content: Buffer.alloc(13_000_000) }] });
    await expect(transport.sendMail({ envelope: { from: to, to: own }, raw: large })).rejects.toMatchObject({
      responseCode: 552,
    });
    // A flood is refused once enough is kept, and says so.
    for (let i = 0; i < 20; i += 1) expect(await takeReply(delivery.id, to, await answer(to))).toBe('kept');
    await expect(transport.sendMail({ envelope: { from: to, to: own }, raw })).rejects.toMatchObject({
      responseCode: 552,
    });
    transport.close();
    await listener.close();
    await database().delete(replies).where(eq(replies.deliveryId, delivery.id));
    expect(await database().$count(replies, eq(replies.deliveryId, delivery.id))).toBe(0);
    expect(await database().select().from(strayBounces)).toMatchObject([{ kind: 'forged', count: 3 }]);
    expect(await takeReply('01ARZ3NDEKTSV4RRFFQ69G5FAV', to, raw)).toBe('unmatched');
  });

  it('is given out with its customer, and forgotten with them', async () => {
    const to = reader();
    const delivery = await order(to);
    await takeReply(delivery.id, to, await answer(to));
    const access = await accessAs();
    expect(String((await exportCustomer(access, to)).body)).toContain('Can you send it to the mill');
    await eraseCustomer(access, to);
    const [row] = await database()
      .select()
      .from(replies)
      .where(and(eq(replies.storeId, SHOP), eq(replies.deliveryId, delivery.id)));
    expect(row).toMatchObject({ text: '', fromName: '', subject: '', attachments: [], state: 'unsent' });
    expect(row!.fromAddress).toMatch(/@erased\.invalid$/);
    expect(row!.raw).toHaveLength(0);
    expect(await passOnReplies()).toBe(0);
    await expect(replyFile(access, row!.id)).rejects.toMatchObject({ code: 'not-found' });
  });

  it('goes straight to the team where the store does not want it, or DNS leads it elsewhere', async () => {
    const access = await accessAs();
    const sender = { kind: 'orders', name: 'Quillwick', address: `orders@${DOMAIN}`, replyTo: TEAM };
    await saveSenders(access, [sender]);
    const to = reader();
    await order(to);
    expect(await addressOf(to)).toBe(TEAM);
    await saveSenders(access, [{ ...sender, address: 'orders@elsewhere.example', takesReplies: true }]);
    expect((await senderViews(access))[0]).toMatchObject({ takesReplies: true, mayTakeReplies: false });
    expect((await byOrder('none')).length).toBe(0);
  });
});
