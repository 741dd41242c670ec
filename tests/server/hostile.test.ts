import fc from 'fast-check';
import { simpleParser, type ParsedMail } from 'mailparser';
import { receiveEvent } from '@/server/events/receive';
import { Worker } from '@/server/worker/worker';
import { connectService, mailbox, placedEvent, rawMail, SHOP, useDatabase } from './fixture';

useDatabase();

const HOSTILE = [
  '<b>x</b>',
  '"',
  '\r\nBcc: a@b.example',
  '{$x}',
  'ليلى الورّاق',
  '"><script>alert(1)</script>',
  "Robert'); drop table delivery;--",
  'a\u202eb\u2066c',
  '🙂 =?utf-8?q?x?=',
  'x, y <z@w.example>',
];
const hostile = fc
  .oneof(fc.constantFrom(...HOSTILE), fc.fullUnicodeString({ maxLength: 20 }))
  .map((s) => s.replaceAll('\u0000', ''));

const tags = (mail: ParsedMail): string[] =>
  (String(mail.html).match(/<[^>]*>/g) ?? [])
    .map((t) => t.replace(/\s(alt|aria-label)="[^"]*"/g, ''))
    // A value that runs the other way is kept apart from the words around it; that is not a change of structure.
    .filter((t) => !/^<\/?bdi>$/.test(t));
const headers = (mail: ParsedMail): string[] => mail.headerLines.map((h) => h.key).sort();

let serial = 0;
async function through(name: string, product: string): Promise<{ mail: ParsedMail; mailsTo: number; bcc: number }> {
  serial += 1;
  const email = `reader${serial}@hostile-test.example`;
  // Numbers of one length, so that only what is tried differs.
  const event = placedEvent({
    number: `H-${10_000 + serial}`,
    customer: { email, firstName: `n${name}`, lastName: name },
    note: name,
    statusUrl: 'https://quillwick.example/o',
  });
  event.data.order.lines[0]!.product.name = `p${product}`;
  await receiveEvent(SHOP, event);
  while ((await new Worker({ slots: 1 }).round()) > 0);
  const mails = await mailbox(email);
  const mail = await simpleParser(await rawMail(mails[0]!.id), { skipImageLinks: true });
  return { mail, mailsTo: mails.length, bcc: (await mailbox('a@b.example')).length };
}

describe('hostile names, through the whole path to the mailbox', () => {
  it('change no markup, header, recipient or link', async () => {
    await connectService();
    const plain = await through('Iwona', 'Kozo');
    const shape = tags(plain.mail);
    const names = headers(plain.mail);
    expect(shape.length).toBeGreaterThan(50);
    await fc.assert(
      fc.asyncProperty(hostile, hostile, async (name, product) => {
        const { mail, mailsTo, bcc } = await through(name, product);
        expect(tags(mail)).toEqual(shape);
        expect(headers(mail)).toEqual(names);
        expect(mailsTo).toBe(1);
        expect(bcc).toBe(0);
        const to = Array.isArray(mail.to) ? mail.to : [mail.to!];
        expect(to.flatMap((t) => t.value.map((v) => v.address))).toEqual([`reader${serial}@hostile-test.example`]);
        expect(mail.text).toContain('€37.90');
      }),
      { numRuns: 40, examples: HOSTILE.map((h): [string, string] => [h, h]) },
    );
  });

  it('arrive as they were written, where they are ordinary text', async () => {
    const { mail } = await through('<b>ليلى</b> & "Söhne"', 'Kozo <45 g>');
    expect(mail.text).toContain('n<b>ليلى</b> & "Söhne"');
    expect(mail.text).toContain('pKozo <45 g>');
    expect(mail.html).toContain('pKozo &lt;45 g&gt;');
  });
});
