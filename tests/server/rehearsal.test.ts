/** Rehearsals: all that is live is proved right, faults are found, and nothing of it reaches anybody or stays. */
import MailComposer from 'nodemailer/lib/mail-composer';
import { and, desc, eq, sql } from 'drizzle-orm';
import { XMLParser } from 'fast-xml-parser';
import { simpleParser } from 'mailparser';
import type { PlannedLife } from '@/core/rehearsal';
import { candidatesFor, eventsOf, expectedOf, messageKey } from '@/core/rehearsal';
import type { Template } from '@/core/template';
import { BAD, type RehearsalView } from '@/contract/rehearsal';
import { database } from '@/server/db/client';
import {
  deliveries,
  editions,
  history,
  memberships,
  notifications,
  rehearsalLives,
  rehearsalMessages,
  rehearsals,
  stores,
  templates,
} from '@/server/db/schema';
import {
  askRehearsal,
  chooseRehearsals,
  listRehearsals,
  loadRehearsal,
  loadRehearsed,
  rehearsedBytes,
  stopRehearsal,
} from '@/server/features/rehearsal/rehearsal';
import { live, type Lived } from '@/server/rehearsal/live';
import { openMailbox } from '@/server/rehearsal/mailbox';
import { ByItself } from '@/server/rehearsal/by-itself';
import { prune, Rehearser } from '@/server/rehearsal/rehearser';
import { stageOf, type Stage } from '@/server/rehearsal/scene';
import { verdictsOn, type Verdict } from '@/server/rehearsal/verdicts';
import { publishTemplate } from '@/server/features/templates/templates';
import { handleRehearsal, handleRehearse } from '@/server/api/rehearsals';
import { storeOfReadKey } from '@/server/api/keys';
import { makeKey } from '@/server/features/keys/keys';
import { dayKey, zonedTime } from '@/core/time';
import { newId } from '@/server/base/ids';
import { databaseTime } from '@/server/db/time';
import { loadBoard } from '@/server/features/notifications/board';
import { saveCopy } from '@/server/features/routing/copies';
import { savePhrase } from '@/server/features/templates/phrasebook';
import { loadToday } from '@/server/features/today/today';
import { readKept } from '@/words/kept';
import { libellusClient } from '../../examples/client';
import {
  accessAs,
  connectService,
  EVENTS_KEY,
  mailbox,
  MARTA,
  planAnew,
  READ_KEY,
  SHOP,
  textOf,
  until,
  useDatabase,
} from './fixture';

useDatabase();

/** Everything that ships is published and turned on. */
beforeAll(async () => {
  const access = await accessAs();
  const rows = await database()
    .select({ slug: notifications.slug, variant: templates.variant, revision: templates.revision })
    .from(templates)
    .innerJoin(notifications, eq(notifications.id, templates.notificationId))
    .where(eq(notifications.storeId, SHOP));
  for (const { slug, variant, revision } of rows) {
    await publishTemplate(access, variant ? `${slug}~${variant}` : slug, revision, '').catch(() => undefined);
  }
  await turn(true);
});

/** Turns a notification on or off, or all of them. */
async function turn(on: boolean, slug?: string): Promise<void> {
  await database()
    .update(notifications)
    .set({ on })
    .where(and(eq(notifications.storeId, SHOP), slug === undefined ? undefined : eq(notifications.slug, slug)));
  await planAnew();
}

async function rehearsed(): Promise<RehearsalView> {
  const access = await accessAs();
  const { number } = await askRehearsal(access);
  expect(await new Rehearser().turn()).toBe(true);
  const view = await loadRehearsal(access, number);
  return view!;
}

/** What is to be seen to, in words. */
async function toFix(view: RehearsalView): Promise<string[]> {
  const access = await accessAs();
  const bad = view.messages.filter((m) => BAD.includes(m.outcome));
  return Promise.all(
    bad.map(async (m) => {
      const { checks } = await loadRehearsed(access, m.id);
      return `${m.notification} ${m.version} ${m.wanted}: ${checks.map((c) => c.words)[0]}`;
    }),
  );
}

/** Tables with the number of their rows. */
async function rowsOfAll(): Promise<Record<string, number>> {
  const [tables] = (await database().execute(
    sql`select table_name as name from information_schema.tables where table_schema = database() order by table_name`,
  )) as unknown as [{ name: string }[]];
  const counts: Record<string, number> = {};
  for (const { name } of tables) {
    const [[row]] = (await database().execute(sql`select count(*) as n from ${sql.identifier(name)}`)) as unknown as [
      { n: number }[],
    ];
    counts[name] = Number(row!.n);
  }
  return counts;
}

describe('a rehearsal of what ships', () => {
  let before: Record<string, number>;
  let view: RehearsalView;
  beforeAll(async () => {
    before = await rowsOfAll();
    view = await rehearsed();
  });

  it('finds every message right, with few orders, in the languages that customers read', async () => {
    expect(await toFix(view)).toEqual([]);
    const { counts, lives, livesDone, state, trouble } = view.run;
    expect([state, trouble, livesDone]).toEqual(['done', '', lives]);
    expect(lives).toBeLessThanOrEqual(40);
    expect(counts.right).toBeGreaterThan(80);
    expect([counts.wrong, counts.missing, counts.surplus]).toEqual([0, 0, 0]);
    expect(counts.silent).toBeGreaterThan(20);
    // Arabic has no words yet: its readers get English, which is said.
    const arabic = view.messages.filter((m) => m.wanted === 'ar' && m.role === 'customer');
    expect(arabic.length).toBeGreaterThan(20);
    expect(new Set(arabic.map((m) => [m.language, m.outcome].join(' ')))).toEqual(new Set(['en noted']));
    const { checks } = await loadRehearsed(await accessAs(), arabic[0]!.id);
    expect(checks[0]!.words).toBe('It has no Arabic translation, so it came in English.');
    // The store has no product with files.
    expect(view.unshown.filter((u) => u.why === 'no-order-found').map((u) => u.notification)).toEqual([
      'Your downloads',
    ]);
    expect(view.messages.some((m) => m.turn === 3)).toBe(true);
    expect(view.stale).toBe(false);
  });

  it('keeps what arrived, to be read and taken out', async () => {
    const access = await accessAs();
    const row = view.messages.find((m) => m.notification === 'Invoice' && m.wanted === 'de')!;
    const message = await loadRehearsed(access, row.id);
    expect(message.subject).toMatch(/^Rechnung R-R1-\d\d/);
    expect(message.html).toContain('<html');
    const parsed = await simpleParser(await rehearsedBytes(access, row.id));
    expect(parsed.attachments.map((a) => a.contentType)).toContain('application/pdf');
    await expect(loadRehearsed({ ...access, store: { ...access.store, id: 'other' } }, row.id)).rejects.toThrow(
      'no such message',
    );
  });

  it('leaves no row but its own', async () => {
    const after = await rowsOfAll();
    const changed = Object.keys(after).filter((name) => after[name] !== before[name]);
    expect(changed.toSorted()).toEqual(['history', 'rehearsal', 'rehearsal_life', 'rehearsal_message']);
    const [entry] = await database().select().from(history).where(eq(history.action, 'askedRehearsal'));
    expect(entry!.who).toBe('Marta Oyelaran');
  });

  it('is put beside the one before', async () => {
    const again = await rehearsed();
    expect(again.run.number).toBe(view.run.number + 1);
    expect(again.messages.some((m) => m.worse)).toBe(false);
    expect((await listRehearsals(await accessAs())).map((r) => r.number)).toEqual([2, 1]);
    const { before: was } = await loadRehearsed(await accessAs(), again.messages[0]!.id);
    expect(was).toEqual({ run: 1, outcome: again.messages[0]!.outcome });
  });
});

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

describe('of a few messages', () => {
  const FEW = ['order-received', 'on-its-way', 'refund-issued', 'new-order'];

  beforeAll(async () => {
    await turn(false);
    for (const slug of FEW) await turn(true, slug);
  });

  it('sends nothing by the services of the store, and to nobody', async () => {
    // Whoever connects to it fails the test.
    const { createServer } = await import('node:net');
    let connections = 0;
    const server = createServer((socket) => {
      connections += 1;
      socket.end();
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    const address = server.address();
    await connectService({ port: typeof address === 'object' && address ? address.port : 0, paused: true, perDay: 1 });
    const view = await rehearsed();
    server.close();
    expect(connections).toBe(0);
    // A service that is paused, or has no room left today, keeps no rehearsal back.
    expect([view.run.counts.missing, view.run.counts.wrong]).toEqual([0, 0]);
    expect(await database().select().from(deliveries)).toEqual([]);
  });

  /** Changes what is live past every check, as a fault would have it, until `work` is done. */
  async function broken(
    slug: string,
    change: (template: Template) => Template,
    work: () => Promise<void>,
  ): Promise<void> {
    const [row] = await database()
      .select({ template: templates, edition: editions })
      .from(templates)
      .innerJoin(notifications, eq(notifications.id, templates.notificationId))
      .innerJoin(editions, eq(editions.id, templates.liveEditionId))
      .where(and(eq(notifications.storeId, SHOP), eq(notifications.slug, slug), eq(templates.variant, '')));
    const { edition, template } = row!;
    const id = `${edition.id.slice(0, 20)}${Math.random().toString(36).slice(2, 8)}`;
    await database()
      .insert(editions)
      .values({ ...edition, id, number: edition.number + 100, template: change(edition.template) });
    const point = (to: string) =>
      database().update(templates).set({ liveEditionId: to }).where(eq(templates.id, template.id));
    await point(id);
    await planAnew();
    try {
      await work();
    } finally {
      await point(edition.id);
      await planAnew();
      await database().delete(editions).where(eq(editions.id, id));
    }
  }

  const saying =
    (language: string, segment: string, words: string) =>
    (template: Template): Template => ({
      ...template,
      words: { ...template.words, [language]: { ...template.words[language], [segment]: words } },
    });

  it('finds a fault of one version in one language, says what it is, and that it is new', async () => {
    const access = await accessAs();
    await broken('order-received', saying('de', 'subject', 'Ihre Bestellung über 12,34 €'), async () => {
      const view = await rehearsed();
      const bad = view.messages.filter((m) => BAD.includes(m.outcome));
      expect(new Set(bad.map((m) => `${m.notification} ${m.version} ${m.wanted}`))).toEqual(
        new Set(['Order received  de']),
      );
      expect(bad.every((m) => m.worse)).toBe(true);
      const { checks, before } = await loadRehearsed(access, bad[0]!.id);
      expect(checks[0]!.words).toMatch(/^12,34\s€ is no amount of order R\d+-\d\d\.$/);
      expect(before?.outcome).toBe('right');
      const card = view.cards.find((c) => c.name === 'Order received')!;
      expect(Object.fromEntries(card.cells.map((c) => [c.language, c.outcome]))).toEqual({
        en: 'right',
        de: 'wrong',
        ar: 'noted',
      });
    });
    expect(await toFix(await rehearsed())).toEqual([]);
  });

  it('finds a language that was swapped, and an edition that cannot be made', async () => {
    const english = (template: Template): Template => ({
      ...template,
      words: { ...template.words, de: template.words['en']! },
    });
    await broken('on-its-way', english, async () => {
      expect((await toFix(await rehearsed())).join('\n')).toMatch(
        /On its way .*de: (It should be in German, and reads as English|“)/,
      );
    });
    await broken('refund-issued', saying('en', 'subject', '{$refund.amount :money'), async () => {
      expect((await toFix(await rehearsed())).join('\n')).toMatch(/Refund issued .*en: It has no subject\./);
    });
  });

  describe('by itself', () => {
    const SETTLED = 61_000;

    /** The database's clock goes on so far for whoever looks; leases of what runs are not touched. */
    async function later(by: ByItself, ms: number): Promise<void> {
      const now = await databaseTime();
      await by.turn(now + ms);
    }

    it('begins a minute after a change, once, and not without one', async () => {
      const access = await accessAs();
      await chooseRehearsals(access, { changes: true, nights: false });
      expect(await rehearsed().then((v) => v.run.why)).toBe('asked');
      const [newest] = await listRehearsals(access);
      const by = new ByItself();
      await later(by, 0);
      await later(by, SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(newest!.number);
      await savePhrase(access, { phrase: 'subtotal', language: 'en', source: 'Goods' });
      expect((await loadRehearsal(access))!.stale).toBe(true);
      await later(by, SETTLED + 1_000);
      // It has to stay for a minute.
      expect((await listRehearsals(access))[0]!.number).toBe(newest!.number);
      await later(by, 3 * SETTLED);
      const [begun] = await listRehearsals(access);
      expect([begun!.number, begun!.why, begun!.askedBy]).toEqual([newest!.number + 1, 'changed', 'Libellus']);
      await later(by, 6 * SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
      await new Rehearser().turn();
      await later(by, 9 * SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
      await chooseRehearsals(access, { changes: false, nights: false });
    });

    it('begins each night, and tells owners and Today what is not right any more', async () => {
      const access = await accessAs();
      await connectService();
      await database().insert(memberships).ignore().values({ userId: MARTA.id, storeId: SHOP, role: 'owner' });
      await chooseRehearsals(access, { changes: false, nights: true });
      // The last one was asked for the day before; it is past three o'clock.
      const mine = eq(rehearsals.storeId, SHOP);
      const zone = access.store.timeZone;
      const now = await databaseTime();
      const night = Math.max(now, zonedTime(dayKey(now, zone), 3, 0, zone) + 60_000);
      await database()
        .update(rehearsals)
        .set({ askedAt: new Date(night - 30 * 3_600_000) })
        .where(mine);
      const by = new ByItself();
      await broken('order-received', saying('en', 'subject', 'Your order of €12.34'), async () => {
        await by.turn(night);
        const [begun] = await listRehearsals(access);
        expect(begun!.why).toBe('night');
        await database()
          .update(rehearsals)
          .set({ askedAt: new Date(night) })
          .where(and(mine, eq(rehearsals.number, begun!.number)));
        await new Rehearser().turn();
        await by.turn(night + 60_000);
        expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
        const mail = await until(
          () => mailbox(MARTA.email),
          (all) => all.some((m) => m.subject.includes('not right')),
        );
        const text = await textOf(mail.find((m) => m.subject.includes('not right')));
        expect(text).toMatch(/- Order received, en: .*€12\.34 is no amount of order/);
        expect(text).toContain(`/s/${SHOP}/rehearsal?run=${begun!.number}&view=fix`);
        const { lines } = await loadToday(await accessAs());
        expect(lines.map((l) => l.fact).join('\n')).toMatch(/\d+ messages were not right in the newest rehearsal\./);
      });
      await chooseRehearsals(access, { changes: false, nights: false });
      expect(await toFix(await rehearsed())).toEqual([]);
      const { lines } = await loadToday(await accessAs());
      expect(lines.map((l) => l.fact).join('\n')).not.toContain('newest rehearsal');
    });
  });

  it('a colleague who has had the copies of a day is no fault', async () => {
    const access = await accessAs();
    const { id } = (await loadBoard(access)).cards.find((c) => c.slug === 'order-received')!;
    await saveCopy(access, {
      recipient: { address: 'archive@quillwick.example' },
      notifications: [id],
      channels: [],
      mostADay: 1,
    });
    const view = await rehearsed();
    const copies = view.messages.filter((m) => m.recipient === 'archive@quillwick.example');
    expect(copies.length).toBeGreaterThan(0);
    expect(await toFix(view)).toEqual([]);
  });

  describe('by a program', () => {
    it('is begun with a key for it and read as JSON and as JUnit writes it', async () => {
      const { key } = await makeKey(await accessAs(), { kind: 'rehearse', name: 'Build of the shop' });
      const client = libellusClient({
        ...{ url: 'http://libellus.example', eventsKey: EVENTS_KEY, readKey: READ_KEY, rehearsalKey: key },
        fetch: (request) =>
          request.method === 'POST'
            ? handleRehearse(request)
            : handleRehearsal(request, new URL(request.url).pathname.split('/').pop()!),
      });
      const begun = await client.POST('/rehearsals');
      expect(begun.response.status).toBe(202);
      const number = begun.data!.rehearsal;
      expect(begun.response.headers.get('location')).toBe(`/api/v1/rehearsals/${number}`);
      const again = await client.POST('/rehearsals');
      expect(again.error).toMatchObject({ type: 'urn:libellus:problem:under-way', status: 409 });
      await broken('order-received', saying('de', 'subject', 'Ihre Bestellung über 12,34 € & mehr'), async () => {
        await new Rehearser().turn();
      });
      const path = { params: { path: { number: String(number) } } };
      const { data: read } = await client.GET('/rehearsals/{number}', path);
      const data = read as Exclude<typeof read, string | undefined>;
      expect([data.state, data.passed]).toEqual(['done', false]);
      const bad = data.messages.filter((m) => m.problems.length > 0);
      expect(new Set(bad.map((m) => `${m.notification} ${m.wanted} ${m.outcome}`))).toEqual(
        new Set(['Order received de wrong']),
      );
      expect(bad[0]!.problems[0]).toMatch(/12,34\s€ is no amount of order/);
      const [run] = await listRehearsals(await accessAs());
      expect(run!.askedBy).toBe('Build of the shop');

      const junit = await client.GET('/rehearsals/{number}', {
        params: { path: { number: 'latest' }, query: { format: 'junit' } },
        parseAs: 'text',
      });
      const { testsuites } = new XMLParser({ ignoreAttributes: false, attributeNamePrefix: '' }).parse(
        junit.data as unknown as string,
      ) as { testsuites: { tests: string; failures: string; errors: string; testsuite: { name: string }[] } };
      expect([testsuites.tests, testsuites.failures, testsuites.errors]).toEqual([
        String(data.messages.length),
        String(bad.length),
        '0',
      ]);
      expect(testsuites.testsuite.map((s) => s.name)).toContain('Order received');

      const none = await client.GET('/rehearsals/{number}', { params: { path: { number: '9999' } } });
      expect(none.error).toMatchObject({ status: 404 });
      for (const other of ['lbp_wrong', READ_KEY, EVENTS_KEY]) {
        const request = new Request('http://libellus.example/api/v1/rehearsals', {
          method: 'POST',
          headers: { authorization: `Bearer ${other}` },
        });
        expect((await handleRehearse(request)).status).toBe(401);
      }
      // And it opens nothing else.
      const headers = new Headers({ authorization: `Bearer ${key}` });
      expect(await storeOfReadKey(headers, 'deliveries')).toBeUndefined();
    });
  });

  describe('runs', () => {
    it('are one at a time, can be stopped, and what is stopped writes nothing more', async () => {
      const access = await accessAs();
      const { number } = await askRehearsal(access);
      await expect(askRehearsal(access)).rejects.toThrow('A rehearsal is under way.');
      const running = new Rehearser().turn();
      await until(
        () =>
          database()
            .select()
            .from(rehearsalMessages)
            .limit(1)
            .then((r) => r.length),
        (n) => n > 0,
      );
      await stopRehearsal(access, { number });
      await running;
      const view = (await loadRehearsal(access, number))!;
      expect(view.run.state).toBe('stopped');
      expect(view.run.livesDone).toBeLessThan(view.run.lives || 1_000);
      await expect(stopRehearsal(access, { number })).rejects.toThrow('This rehearsal has ended.');
      await expect(stopRehearsal(access, { number: 4_000 })).rejects.toThrow('This rehearsal has ended.');
    });

    it('that a process left unfinished are taken up by another, with what is still to be lived', async () => {
      const access = await accessAs();
      const { number } = await askRehearsal(access);
      const first = new Rehearser();
      const begun = first.turn();
      const mine = and(eq(rehearsals.storeId, SHOP), eq(rehearsals.number, number));
      await until(
        async () => (await database().select().from(rehearsals).where(mine))[0]!.livesDone,
        (n) => n > 1,
      );
      first.stop();
      await begun;
      const [left] = await database().select().from(rehearsals).where(mine);
      expect(left!.state).toBe('waiting');
      expect(left!.livesDone).toBeLessThan(left!.lives);
      expect(await new Rehearser().turn()).toBe(true);
      const view = (await loadRehearsal(access, number))!;
      expect([view.run.state, view.run.livesDone]).toEqual(['done', view.run.lives]);
      const { counts } = view.run;
      expect(counts.right + counts.noted).toBe(view.messages.length);
      expect(await toFix(view)).toEqual([]);
    });

    it('of a store with nothing live say so', async () => {
      await turn(false);
      const view = await rehearsed();
      expect([view.run.state, view.run.trouble]).toEqual([
        'broken',
        'Nothing is live, so there is nothing to rehearse. Publish a message and turn its notification on.',
      ]);
      await turn(true, 'order-received');
    });

    it('are kept ten at a time, and what is let go takes all of it along', async () => {
      const access = await accessAs();
      const [newest] = await database().select().from(rehearsals).orderBy(desc(rehearsals.number)).limit(1);
      await database()
        .insert(rehearsals)
        .values(
          Array.from({ length: 10 }, (_, i) => ({
            ...newest!,
            id: newId(),
            number: newest!.number + i + 1,
            state: 'done' as const,
          })),
        );
      await prune(SHOP);
      const runs = await listRehearsals(access);
      expect(runs).toHaveLength(10);
      expect(runs[9]!.number).toBe(newest!.number + 1);
      await expect(loadRehearsal(access, 1)).rejects.toThrow('There is no rehearsal 1 any more.');
      expect(await database().select().from(rehearsalLives)).toEqual([]);
      expect(await database().select({ id: rehearsalMessages.id }).from(rehearsalMessages)).toEqual([]);
    });
  });
});
