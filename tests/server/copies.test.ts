/** Copies of what is sent: once each, by themselves, and never to whom the store does not write. */
import { simpleParser } from 'mailparser';
import { eq } from 'drizzle-orm';
import { database } from '@/server/db/client';
import { attempts } from '@/server/db/schema';
import type { SentAs } from '@/core/template';
import { sendAgain } from '@/server/features/deliveries/again';
import { withhold } from '@/server/features/sending/withheld';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { accessAs, connectRelay, connectService, mailbox, rawMail, useDatabase } from './fixture';
import { drain, order, reader } from './orders';

useDatabase();
beforeAll(() => connectService());

async function publishWith(sentAs: SentAs): Promise<void> {
  const access = await accessAs();
  const { draft, revision } = await loadDesk(access, 'order-received');
  const { sentAs: _, ...rest } = draft;
  const saved = await saveTemplate(access, 'order-received', revision, { ...rest, sentAs });
  await publishTemplate(access, 'order-received', saved.revision);
}

const subjects = async (address: string): Promise<string[]> => (await mailbox(address)).map((m) => m.subject);

it('a copy goes out once, is named in the record, and one that is refused changes nothing for the customer', async () => {
  const [cc, bcc, gone] = [reader(), reader(), reader('gone')];
  await publishWith({ cc: [cc], bcc: [bcc, gone] });
  const customer = reader();
  const sent = await order(customer);
  expect(sent.state).toBe('accepted');
  expect(sent.lastWords).toContain(`Copies: ${cc}, ${bcc}.`);
  expect(sent.lastWords).toMatch(new RegExp(`The copy to ${gone} was not taken: 550`));
  const [mail] = await mailbox(bcc);
  const message = await simpleParser(await rawMail(mail!.id));
  expect(JSON.stringify([message.to, message.cc])).toContain(customer);
  expect(message.headerLines.map((h) => h.line).join()).not.toContain(bcc);

  await sendAgain(await accessAs(), sent.id, { to: customer });
  await drain();
  expect(await mailbox(customer)).toHaveLength(2);
  expect(await subjects(cc)).toHaveLength(1);
});

it('who is on the do-not-send list gets no copy', async () => {
  const [one, other] = [reader(), reader()];
  await withhold(await accessAs(), { pattern: other, reason: 'asked for it', kinds: [] });
  await publishWith({ bcc: [one, other] });
  const sent = await order(reader());
  expect(sent.lastWords).toContain(`Copies: ${one}.`);
  expect(await mailbox(other)).toEqual([]);
});

it('text alone has no HTML part, and its files stay', async () => {
  await publishWith({ textOnly: true, fromName: 'The bench' });
  const customer = reader();
  await order(customer);
  const [mail] = await mailbox(customer);
  const message = await simpleParser(await rawMail(mail!.id));
  expect([message.html, message.from?.value[0]?.name]).toEqual([false, 'The bench']);
  expect(message.text).toMatch(/\S/);
});

it('a version is sent from another address of the store where a service takes it, and not published where none does', async () => {
  const repairs = { fromAddress: 'repairs@quillwick.example' };
  await expect(publishWith(repairs)).rejects.toMatchObject({
    problems: [{ message: expect.stringContaining('sends as itself only, not as repairs@quillwick.example') }],
  });
  await expect(publishWith({ fromAddress: 'repairs@elsewhere.example' })).rejects.toMatchObject({
    problems: expect.arrayContaining([
      expect.objectContaining({ message: expect.stringContaining('Enter an address at quillwick.example') }),
    ]),
  });
  await connectRelay();
  await publishWith({ ...repairs, fromName: 'Quillwick repairs' });
  const customer = reader();
  const sent = await order(customer);
  expect([sent.state, sent.cause]).toEqual(['accepted', '']);
  const [mail] = await mailbox(customer);
  const message = await simpleParser(await rawMail(mail!.id));
  expect(message.from?.value[0]).toEqual({ name: 'Quillwick repairs', address: repairs.fromAddress });
  const [tried] = await database().select().from(attempts).where(eq(attempts.deliveryId, sent.id));
  expect(tried!.conversation).toContain(`MAIL FROM:<${repairs.fromAddress}>`);
  expect(message.messageId).toMatch(/@quillwick\.example>$/);
});
