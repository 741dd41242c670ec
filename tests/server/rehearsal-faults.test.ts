/** Fifty faults put into what a rehearsal received: each is found, and nothing is where there is none. */
import MailComposer from 'nodemailer/lib/mail-composer';
import { eq } from 'drizzle-orm';
import { simpleParser } from 'mailparser';
import type { PlannedLife } from '@/core/rehearsal';
import { candidatesFor, eventsOf, expectedOf, messageKey } from '@/core/rehearsal';
import { BAD } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import { stores } from '@/server/db/schema';
import { live, type Lived } from '@/server/rehearsal/live';
import { openMailbox } from '@/server/rehearsal/mailbox';
import { stageOf, type Stage } from '@/server/rehearsal/scene';
import { verdictsOn, type Verdict } from '@/server/rehearsal/verdicts';
import { readKept } from '@/words/kept';
import { SHOP, useDatabase } from './fixture';
import { publishAll } from './rehearsals';

useDatabase();
beforeAll(publishAll);

describe('fifty faults put into what arrived', () => {
  let stage: Stage;
  let lives: Map<string, { life: PlannedLife; lived: Lived }>;
  beforeAll(async () => {
    const [store] = await database().select().from(stores).where(eq(stores.id, SHOP));
    stage = await stageOf(store!);
    const mailbox = await openMailbox();
    const all = candidatesFor(stage.scene)
      .map((c) => c.life)
      .filter(
        (l) => l.language === 'en' && l.channel === 'web-shop' && !l.guest && l.told === 'all' && l.basket.length > 1,
      );
    lives = new Map();
    for (const script of ['whole', 'reminded', 'parts', 'cancelled', 'given-back', 'account'] as const) {
      const own = all.find((l) => l.script === script)!;
      const number = `R99-${String(lives.size + 1).padStart(2, '0')}`;
      const events = eventsOf(own, stage.scene, Date.now(), number);
      const life = { life: own, number, events, expected: expectedOf(events, stage.using) };
      lives.set(script, { life, lived: await live(SHOP, store!.timeZone, life, mailbox) });
    }
    await mailbox.close();
  });

  const judged = async (script: string, change: (lived: Lived) => Promise<Lived> | Lived): Promise<Verdict[]> => {
    const { life, lived } = lives.get(script)!;
    const changed = await change({ ...lived, rows: lived.rows.map((r) => ({ ...r })), taken: [...lived.taken] });
    return (await verdictsOn(life, changed, stage.checking, stage.keys)).verdicts;
  };

  it('are none before they are put in', async () => {
    for (const script of lives.keys()) {
      const verdicts = await judged(script, (lived) => lived);
      expect([script, verdicts.filter((v) => BAD.includes(v.outcome)).map((v) => v.checks[0])]).toEqual([script, []]);
      expect(verdicts.length).toBeGreaterThan(1);
    }
  });

  /** The place among what arrived of the first message of a notification. */
  const placeOf = (script: string, slug: string): number => {
    const { lived } = lives.get(script)!;
    const id = [...stage.using.settings.notifications].find((n) => n.slug === slug)!.id;
    const row = lived.rows.find((r) => r.notificationId === id && r.messageId !== '')!;
    return lived.taken.findIndex((t) => t.recipient === row.recipient && t.raw.includes(row.messageId));
  };

  interface Parts {
    subject: string;
    text: string;
    html: string;
    headers: [string, string][];
  }

  /** Makes a message anew with something changed. */
  async function remade(raw: Buffer, change: (parts: Parts) => Parts): Promise<Buffer> {
    const parsed = await simpleParser(raw, { skipImageLinks: true });
    const kept = parsed.headerLines
      .filter(({ key }) => !/^(content-type|content-transfer-encoding|mime-version|subject|dkim-signature)$/.test(key))
      .map(({ line }): [string, string] => [
        line.slice(0, line.indexOf(':')),
        line.slice(line.indexOf(':') + 1).trim(),
      ]);
    const now = change({
      subject: parsed.subject ?? '',
      text: parsed.text ?? '',
      html: typeof parsed.html === 'string' ? parsed.html : '',
      headers: kept,
    });
    const body = await new MailComposer({
      ...{ text: now.text, ...(now.html && { html: now.html }), subject: now.subject },
      attachments: parsed.attachments.map(({ cid, filename, content, contentType }) => ({
        ...{ ...(cid && { cid }), ...(filename && { filename }), content, contentType },
      })),
    })
      .compile()
      .build();
    const [own, rest] = [body.indexOf('\r\n\r\n'), body];
    const lines = rest
      .subarray(0, own)
      .toString('latin1')
      .split(/\r\n(?![ \t])/)
      .filter((l) => !/^(message-id|date):/i.test(l));
    const head = [...now.headers.map(([name, value]) => `${name}: ${value}`), ...lines].join('\r\n');
    return Buffer.concat([Buffer.from(head, 'utf8'), rest.subarray(own)]);
  }

  const both =
    (from: string | RegExp, to: string) =>
    (p: Parts): Parts => ({
      ...p,
      subject: p.subject.replaceAll(asGlobal(from), to),
      text: p.text.replaceAll(asGlobal(from), to),
      html: p.html.replaceAll(asGlobal(from), to),
    });
  const asGlobal = (from: string | RegExp): RegExp =>
    typeof from === 'string'
      ? new RegExp(from.replace(/[.*+?^${}()|[\]\\]/g, '\\$&'), 'g')
      : new RegExp(from.source, from.flags.includes('g') ? from.flags : `${from.flags}g`);
  const textAdds =
    (words: string) =>
    (p: Parts): Parts => ({ ...p, text: `${p.text}\n${words}\n` });
  const htmlAdds =
    (html: string) =>
    (p: Parts): Parts => ({ ...p, html: p.html.replace('</body>', `${html}</body>`) });
  const without =
    (name: string) =>
    (p: Parts): Parts => ({ ...p, headers: p.headers.filter(([n]) => n.toLowerCase() !== name) });
  const withHeader =
    (name: string, value: string) =>
    (p: Parts): Parts => ({
      ...p,
      headers: [...p.headers.filter(([n]) => n.toLowerCase() !== name.toLowerCase()), [name, value]],
    });

  /** The total of the order, a cent more wherever it stands. */
  const centMore = (p: Parts): Parts => {
    const total = /^Total: (.+)$/m.exec(p.text)![1]!;
    const digits = /(\d)(?=\D*$)/;
    return both(
      total,
      total.replace(digits, (d) => String((Number(d) + 1) % 10)),
    )(p);
  };

  /** A fault, the life and message that it is put into, and what is said of it. */
  const IN_MESSAGE: [string, string, string, (parts: Parts) => Parts, RegExp][] = [
    ['a total off by a cent', 'whole', 'order-received', centMore, /no amount|rows/],
    ['an amount of another order', 'whole', 'order-received', textAdds('In all €12.34.'), /€12\.34 is no amount/],
    ['a total in the text alone', 'whole', 'order-received', textAdds('Total: €77.77'), /no amount|text part has/],
    ['a quantity', 'whole', 'order-received', both(/\b(\d) × /, '7 × '), /listed|pieces/],
    [
      'a product that was not ordered',
      'whole',
      'order-received',
      textAdds('1 × Pressing board: €8.50'),
      /Pressing board/,
    ],
    ['another order number', 'whole', 'order-received', both(/R99-\d\d/, 'R98-77'), /order number/],
    ['no order number', 'whole', 'order-received', both(/R99-\d\d/, 'your order'), /order number/],
    ['another name', 'reminded', 'order-received', both(/Orla/, 'Ingo'), /greeted/],
    ['a value that is missing', 'whole', 'order-received', textAdds('Hello undefined'), /undefined/],
    [
      'a placeholder in the subject',
      'whole',
      'order-received',
      (p) => ({ ...p, subject: `${p.subject} {$order.number}` }),
      /left in/,
    ],
    ['an object', 'whole', 'order-received', textAdds('To [object Object]'), /object/],
    ['a number that is none', 'whole', 'order-received', textAdds('It weighs NaN kg'), /NaN/],
    ['an empty bracket', 'whole', 'order-received', textAdds('Parcel ( ) is on its way'), /left in/],
    ['a sentence without its word', 'whole', 'order-received', textAdds('Sent by , tomorrow'), /left in/],
    ['a day of another order', 'whole', 'order-received', textAdds('We write on 3 January.'), /no day/],
    ['a date that cannot be', 'whole', 'order-received', textAdds('Due on Invalid Date'), /Invalid Date/],
    [
      'paid while something is due',
      'reminded',
      'order-received',
      textAdds('It is paid, and there is nothing left to do'),
      /paid/,
    ],
    [
      'nothing to pay while something is due',
      'reminded',
      'payment-due',
      textAdds('There is nothing to pay for it.'),
      /nothing to pay/,
    ],
    ['something to pay while nothing is', 'whole', 'on-its-way', textAdds('€0.00 is still to be paid.'), /to be paid/],
    ['the rest follows when all has left', 'whole', 'on-its-way', textAdds('The rest follows.'), /rest of the order/],
    [
      'complete when more is to come',
      'parts',
      'on-its-way',
      textAdds('With this parcel your order is complete.'),
      /complete/,
    ],
    [
      'a refund of another amount',
      'parts',
      'refund-issued',
      both(/€(\d+)\.(\d\d)/, '€$1.99'),
      /no amount|refund|rows/i,
    ],
    [
      'all refunded when a part is',
      'parts',
      'refund-issued',
      textAdds('all that you paid for order R99 is refunded'),
      /refunded/,
    ],
    [
      'nothing is sent when a part was',
      'parts',
      'on-its-way',
      textAdds('Nothing of it will be sent.'),
      /nothing of the order/,
    ],
    [
      'money comes back that never came',
      'cancelled',
      'order-cancelled',
      textAdds('€5.00 comes back to you.'),
      /comes back|no amount/,
    ],
    ['the words of another language', 'whole', 'order-received', (p) => ({ ...p, text: GERMAN }), /reads as German/],
    ['the letters of another script', 'whole', 'order-received', (p) => ({ ...p, text: ARABIC }), /another script/],
    [
      'a header of another language',
      'whole',
      'order-received',
      withHeader('Content-Language', 'de'),
      /says that it is in German/,
    ],
    [
      'a page of another language',
      'whole',
      'order-received',
      (p) => ({ ...p, html: p.html.replace(/lang="[^"]*"/, 'lang="fr"') }),
      /French/,
    ],
    ['no language', 'whole', 'order-received', without('content-language'), /should be in English/],
    ['no date', 'whole', 'order-received', without('date'), /date/],
    [
      'an hour late',
      'whole',
      'order-received',
      withHeader('Date', new Date(Date.now() + 90 * 60_000).toUTCString()),
      /late/,
    ],
    [
      'a day early',
      'whole',
      'on-its-way',
      withHeader('Date', new Date(Date.now() - 86_400_000).toUTCString()),
      /early/,
    ],
    [
      'nothing that keeps robots from answering',
      'whole',
      'order-received',
      without('auto-submitted'),
      /Auto-Submitted/,
    ],
    ['no sender', 'whole', 'order-received', without('from'), /from stands 0 times/],
    [
      'two senders',
      'whole',
      'order-received',
      (p) => ({ ...p, headers: [...p.headers, ['From', 'x@y.example']] }),
      /from stands 2 times/,
    ],
    ['no way to unsubscribe', 'whole', 'how-did-we-do', without('list-unsubscribe'), /List-Unsubscribe/],
    [
      'unsubscribing that takes more than a click',
      'whole',
      'how-did-we-do',
      without('list-unsubscribe-post'),
      /List-Unsubscribe-Post/,
    ],
    [
      'another reader in its To field',
      'whole',
      'order-received',
      withHeader('To', 'somebody@else.example'),
      /To field/,
    ],
    ['a line without end', 'whole', 'order-received', withHeader('X-Long', 'x'.repeat(1_200)), /998/],
    ['no subject', 'whole', 'order-received', (p) => ({ ...p, subject: '' }), /subject/i],
    ['no text part', 'whole', 'order-received', (p) => ({ ...p, text: ' ' }), /no text part|order number/],
    ['a dead link', 'whole', 'order-received', htmlAdds('<a href="/orders/1">here</a>'), /leads nowhere: \/orders\/1/],
    [
      'a link with a gap',
      'whole',
      'order-received',
      htmlAdds('<a href="https://quillwick.example/{$order.number}">x</a>'),
      /leads nowhere/,
    ],
    ['a link to nothing', 'whole', 'order-received', htmlAdds('<a href="">x</a>'), /leads nowhere/],
    [
      'a picture without words',
      'whole',
      'order-received',
      htmlAdds('<img src="https://quillwick.example/p.png">'),
      /no words/,
    ],
    [
      'words in the colour of their ground',
      'whole',
      'order-received',
      htmlAdds('<p style="background:#fffdf8;color:#ffffff">Please pay by Friday.</p>'),
      /stand out from their ground by 1 to 1 only.*Please pay by Friday/,
    ],
    [
      'a picture that did not come along',
      'whole',
      'order-received',
      htmlAdds('<img alt="x" src="cid:nothing">'),
      /cannot be found/,
    ],
  ];

  const GERMAN = `Vielen Dank für Ihre Bestellung R99-01. Wir haben sie erhalten und werden sie mit der Post zu Ihnen senden. Sie ist
bezahlt, und wir haben von Ihnen nichts zu bekommen.`;
  const ARABIC = 'شكرا لطلبك. لقد استلمناه وسنرسله إليك قريبا جدا مع البريد.';

  it.each(IN_MESSAGE)('%s is found', async (_what, script, slug, change, said) => {
    const place = placeOf(script, slug);
    expect(place).toBeGreaterThanOrEqual(0);
    const verdicts = await judged(script, async ({ taken, ...lived }) => {
      const was = taken[place]!;
      const raw = await remade(was.raw, change);
      expect(raw.equals(await remade(was.raw, (p) => p))).toBe(false);
      return { ...lived, taken: taken.map((t, i) => (i === place ? { ...t, raw } : t)) };
    });
    const wrong = verdicts.filter((v) => BAD.includes(v.outcome));
    expect(wrong).toHaveLength(1);
    expect(
      wrong[0]!.checks
        .filter((c) => c.outcome === 'wrong')
        .map((c) => readKept(c.words))
        .join('\n'),
    ).toMatch(said);
  });

  it('what is made anew without a change is right', async () => {
    for (const script of lives.keys()) {
      const verdicts = await judged(script, async ({ taken, ...lived }) => ({
        ...lived,
        taken: await Promise.all(taken.map(async (t) => ({ ...t, raw: await remade(t.raw, (p) => p) }))),
      }));
      expect([script, verdicts.filter((v) => BAD.includes(v.outcome)).map((v) => v.checks[0])]).toEqual([script, []]);
    }
  });

  const ON_THE_WAY: [string, (lived: Lived, place: number) => Lived, string, RegExp][] = [
    [
      'a message that never came',
      ({ leftOut, rows, taken }, p) => ({ leftOut, rows, taken: taken.filter((_, i) => i !== p) }),
      'missing',
      /never arrived/,
    ],
    [
      'a message that came twice',
      ({ leftOut, rows, taken }, p) => ({ leftOut, rows, taken: [...taken, taken[p]!] }),
      'wrong',
      /arrived 2 times/,
    ],
    [
      'a message at somebody else',
      ({ leftOut, rows, taken }, p) => ({
        leftOut,
        rows,
        taken: taken.map((t, i) => (i === p ? { ...t, recipient: 'other@else.example' } : t)),
      }),
      'missing',
      /never arrived/,
    ],
    [
      'a message that nobody planned',
      ({ leftOut, rows, taken }) => ({ leftOut, rows: rows.slice(1), taken }),
      'missing',
      /nothing was planned/,
    ],
    [
      'a message on hold',
      ({ leftOut, rows, taken }, p) => ({
        leftOut,
        rows: rows.map((r, i) => (i === 0 ? { ...r, state: 'held', words: 'No room.', messageId: '' } : r)),
        taken: taken.filter((_, i) => i !== p),
      }),
      'missing',
      /No room/,
    ],
  ];
  it.each(ON_THE_WAY)('%s is found', async (_what, change, outcome, said) => {
    const { lived } = lives.get('whole')!;
    const first = lived.rows[0]!;
    const place = lived.taken.findIndex((t) => t.recipient === first.recipient && t.raw.includes(first.messageId));
    const verdicts = await judged('whole', (l) => change(l, place));
    const wrong = verdicts.filter((v) => BAD.includes(v.outcome));
    expect(wrong.map((v) => v.outcome)).toEqual([outcome]);
    expect(readKept(wrong[0]!.checks[0]!.words)).toMatch(said);
  });

  it('a reminder that does not stop is found', async () => {
    const { life, lived } = lives.get('reminded')!;
    // It was to be stopped by then: nothing was expected.
    const reminder = life.expected.messages.find((m) => m.turn === 3)!;
    const expected = { ...life.expected, messages: life.expected.messages.filter((m) => m !== reminder) };
    const { verdicts } = await verdictsOn({ ...life, expected }, lived, stage.checking, stage.keys);
    expect(verdicts.filter((v) => BAD.includes(v.outcome)).map((v) => [v.outcome, v.turn])).toEqual([['surplus', 3]]);
    expect(lived.rows.some((r) => r.key === messageKey(reminder, reminder.recipient.address))).toBe(true);
  });
});
