/** Rehearsals: all that is live is proved right, and nothing of it reaches anybody or stays. */
import { and, desc, eq, sql } from 'drizzle-orm';
import { XMLParser } from 'fast-xml-parser';
import { simpleParser } from 'mailparser';
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
  templates,
} from '@/server/db/schema';
import { loadRehearsed, rehearsedBytes } from '@/server/features/rehearsal/message';
import {
  askRehearsal,
  changedSinceNewest,
  chooseRehearsals,
  draftsRehearsed,
  draftsToRehearse,
  listRehearsals,
  loadRehearsal,
  stopRehearsal,
} from '@/server/features/rehearsal/rehearsal';
import { ByItself } from '@/server/rehearsal/by-itself';
import { prune, Rehearser } from '@/server/rehearsal/rehearser';
import { handleRehearsal, handleRehearse } from '@/server/api/rehearsals';
import { storeOfReadKey } from '@/server/api/keys';
import { makeKey } from '@/server/features/keys/keys';
import { dayKey, zonedTime } from '@/core/time';
import { newId } from '@/server/base/ids';
import { databaseTime } from '@/server/db/time';
import { loadBoard } from '@/server/features/notifications/board';
import { saveCopy } from '@/server/features/routing/copies';
import { loadDesk, publishTemplate, saveTemplate } from '@/server/features/templates/templates';
import { savePhrase } from '@/server/features/templates/phrasebook';
import { loadToday } from '@/server/features/today/today';
import { libellusClient } from '../../examples/client';
import {
  accessAs,
  connectService,
  EVENTS_KEY,
  mailbox,
  MARTA,
  READ_KEY,
  SHOP,
  textOf,
  until,
  useDatabase,
} from './fixture';
import { broken, FEW_LIVES, publishAll, rehearsed, saying, toFix, turn } from './rehearsals';

useDatabase();
beforeAll(publishAll);

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

/** Everything that ships, on a machine that does other things as well. */
const SLOW_MS = 400_000;

describe('a rehearsal of what ships', () => {
  let before: Record<string, number>;
  let view: RehearsalView;
  beforeAll(async () => {
    before = await rowsOfAll();
    view = await rehearsed();
  }, SLOW_MS);

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
    expect(await changedSinceNewest(await accessAs())).toBeUndefined();
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

  it(
    'is put beside the one before',
    async () => {
      const again = await rehearsed();
      expect(again.run.number).toBe(view.run.number + 1);
      expect(again.messages.some((m) => m.worse)).toBe(false);
      expect((await listRehearsals(await accessAs())).map((r) => r.number)).toEqual([2, 1]);
      const { before: was } = await loadRehearsed(await accessAs(), again.messages[0]!.id);
      // And it says the same, but for the number and the days of its order.
      expect(was).toEqual({ run: 1, outcome: again.messages[0]!.outcome, lines: [] });
    },
    SLOW_MS,
  );
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
      const said = before!.lines!.map((line) => line.map((p) => `${p.kind} ${p.text}`).join('|'));
      expect(said).toEqual([expect.stringMatching(/new über.*€/)]);
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

  it('of what has changed rehearses no more than that, and takes the rest over', async () => {
    const access = await accessAs();
    const first = await rehearsed();
    await expect(askRehearsal(access, { of: 'changes' })).rejects.toThrow(
      'Nothing that messages are made of has changed',
    );
    const what = (view: RehearsalView): string[] =>
      [
        ...new Set(view.messages.map((m) => [m.notification, m.version, m.role, m.wanted, m.turn].join(' '))),
      ].toSorted();
    const anew = (view: RehearsalView) => view.messages.filter((m) => m.from === undefined);

    await savePhrase(access, { phrase: 'total', language: 'de', source: 'Zusammen' });
    const changed = await changedSinceNewest(access);
    expect(changed!.messages).toBe(
      first.messages.filter((m) => m.language === 'de' && m.notification !== 'On its way').length,
    );
    const phrase = await rehearsed(true);
    expect(new Set(anew(phrase).map((m) => m.language))).toEqual(new Set(['de']));
    expect(anew(phrase).length).toBeLessThan(first.messages.length / 2);
    expect(new Set(phrase.messages.map((m) => m.from))).toEqual(new Set([undefined, first.run.number]));
    expect(what(phrase)).toEqual(what(first));
    expect([phrase.run.since, await toFix(phrase)]).toEqual([first.run.number, []]);
    expect(await changedSinceNewest(access)).toBeUndefined();
    expect(phrase.run.counts.right + phrase.run.counts.noted).toBe(phrase.messages.length);
    const received = anew(phrase).find((m) => m.notification === 'Order received')!;
    expect((await loadRehearsed(access, received.id)).text).toContain('Zusammen');

    await broken('order-received', saying('en', 'subject', 'Your order of €12.34'), async () => {
      const wrong = await rehearsed(true);
      expect(new Set(anew(wrong).map((m) => [m.notification, m.language].join(' ')))).toEqual(
        new Set(['Order received en']),
      );
      expect(new Set(anew(wrong).map((m) => m.outcome))).toEqual(new Set(['wrong']));
      // What was taken over once is of the run in which it was lived, and as it arrived there.
      expect(new Set(wrong.messages.map((m) => m.from))).toEqual(
        new Set([undefined, first.run.number, phrase.run.number]),
      );
      const german = wrong.messages.find((m) => m.notification === 'Order received' && m.language === 'de')!;
      expect((await loadRehearsed(access, german.id)).text).toContain('Zusammen');
    });
    await turn(false, 'refund-issued');
    const less = await rehearsed(true);
    expect(await toFix(less)).toEqual([]);
    expect(what(less)).toEqual(what(first).filter((m) => !m.startsWith('Refund issued')));
    await turn(true, 'refund-issued');
  });

  it('of drafts rehearses them as if they were live, and leaves what is live alone', async () => {
    const access = await accessAs();
    const [row] = await database()
      .select({ template: templates })
      .from(templates)
      .innerJoin(notifications, eq(notifications.id, templates.notificationId))
      .where(and(eq(notifications.slug, 'order-received'), eq(templates.variant, '')));
    const { id, draft, liveEditionId } = row!.template;
    const write = (to: Template) => database().update(templates).set({ draft: to }).where(eq(templates.id, id));
    expect(await draftsToRehearse(access)).toBe(0);
    await expect(askRehearsal(access, { of: 'drafts' })).rejects.toThrow('There is no draft to rehearse');
    const live = await rehearsed();

    await write(saying('de', 'subject', 'Ihre Bestellung über 12,34 €')(draft));
    expect(await draftsToRehearse(access)).toBe(1);
    await askRehearsal(access, { of: 'drafts', versions: ['order-received'] });
    // What is typed meanwhile is not what was asked for.
    await write(draft);
    const rehearser = new Rehearser(FEW_LIVES);
    await rehearser.turn();
    const view = (await loadRehearsal(access))!;
    expect([view.run.state, view.run.drafts?.n, view.run.since]).toEqual(['done', 1, live.run.number]);
    const anew = view.messages.filter((m) => m.from === undefined);
    expect(new Set(anew.map((m) => [m.notification, m.language, m.outcome].join(' ')))).toEqual(
      new Set(['Order received de wrong']),
    );
    expect((await toFix(view))[0]).toMatch(/12,34\s€ is no amount of order/);

    // Nothing of it is live: no edition stays, Today says nothing, and what is planned next is as it was.
    const [after] = await database().select().from(templates).where(eq(templates.id, id));
    expect(after!.liveEditionId).toBe(liveEditionId);
    expect(await database().$count(editions, eq(editions.number, 1_000_000))).toBe(0);
    expect(await changedSinceNewest(access)).toBeUndefined();
    expect((await loadToday(access)).lines.filter((l) => l.href.startsWith('/rehearsal'))).toEqual([]);
    expect(await toFix(await rehearsed())).toEqual([]);
  });

  it('of a draft is what publishing waits for where the store requires it', async () => {
    const owner = await accessAs();
    const choice = { changes: false, nights: false, pictures: false, links: false, required: true };
    await expect(chooseRehearsals(await accessAs('designer'), choice)).rejects.toMatchObject({ code: 'forbidden' });
    await chooseRehearsals(owner, choice);
    const access = await accessAs();
    const slug = 'order-received';
    const desk = async () => loadDesk(access, slug);
    const write = async (to: (t: Template) => Template): Promise<number> => {
      const { draft, revision } = await desk();
      return (await saveTemplate(access, slug, revision, to(draft))).revision;
    };
    const stands = async () => (await draftsRehearsed(access, { versions: [slug] })).state;
    const rehearse = async (): Promise<void> => {
      await askRehearsal(access, { of: 'drafts', versions: [slug] });
      expect(await stands()).toBe('under way');
      await new Rehearser(FEW_LIVES).turn();
    };
    const { draft: before } = await desk();
    const edition = (await desk()).live!.number;

    let revision = await write(saying('de', 'subject', 'Ihre Bestellung {$order.number} über 12,34 €'));
    await expect(publishTemplate(access, slug, revision)).rejects.toThrow('Rehearse this draft first');
    await rehearse();
    expect(await stands()).toBe('failed');
    await expect(publishTemplate(access, slug, revision)).rejects.toThrow('found something to fix in this draft');
    expect((await desk()).live!.number).toBe(edition);

    revision = await write(saying('de', 'subject', 'Ihre Bestellung {$order.number} ist da'));
    expect(await stands()).toBe('none');
    await rehearse();
    expect(await stands()).toBe('passed');
    // A letter more is another draft.
    revision = await write(saying('de', 'subject', 'Ihre Bestellung {$order.number} ist da!'));
    expect(await stands()).toBe('none');
    revision = await write(saying('de', 'subject', 'Ihre Bestellung {$order.number} ist da'));
    expect(await publishTemplate(access, slug, revision)).toEqual({ number: edition + 1 });

    // One of a notification that is off is rehearsed as if it were on, and stays off.
    await turn(false, slug);
    revision = await write(() => before);
    await rehearse();
    expect(await stands()).toBe('passed');
    const [row] = await database().select().from(notifications).where(eq(notifications.slug, slug));
    expect(row!.on).toBe(false);
    await publishTemplate(access, slug, revision);
    await turn(true, slug);
    await chooseRehearsals(owner, { ...choice, required: false });
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
      await chooseRehearsals(access, { changes: true, nights: false, pictures: false, links: false, required: false });
      expect(await rehearsed().then((v) => v.run.why)).toBe('asked');
      const [newest] = await listRehearsals(access);
      const by = new ByItself();
      await later(by, 0);
      await later(by, SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(newest!.number);
      await savePhrase(access, { phrase: 'subtotal', language: 'en', source: 'Goods' });
      expect((await changedSinceNewest(access))!.messages).toBeGreaterThan(5);
      await later(by, SETTLED + 1_000);
      // It has to stay for a minute.
      expect((await listRehearsals(access))[0]!.number).toBe(newest!.number);
      await later(by, 3 * SETTLED);
      const [begun] = await listRehearsals(access);
      expect([begun!.number, begun!.why, begun!.askedBy]).toEqual([newest!.number + 1, 'changed', 'Libellus']);
      // Of what has changed alone.
      expect(begun!.since).toBe(newest!.number);
      await later(by, 6 * SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
      await new Rehearser(FEW_LIVES).turn();
      await later(by, 9 * SETTLED);
      expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
      await chooseRehearsals(access, { changes: false, nights: false, pictures: false, links: false, required: false });
    });

    it('begins each night, and tells owners and Today what is not right any more', async () => {
      const access = await accessAs();
      await connectService();
      await database().insert(memberships).ignore().values({ userId: MARTA.id, storeId: SHOP, role: 'owner' });
      await chooseRehearsals(access, { changes: false, nights: true, pictures: false, links: false, required: false });
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
        await new Rehearser(FEW_LIVES).turn();
        await by.turn(night + 60_000);
        expect((await listRehearsals(access))[0]!.number).toBe(begun!.number);
        const mail = await until(
          () => mailbox(MARTA.email),
          (all) => all.some((m) => m.subject.includes('not right')),
        );
        const text = await textOf(mail.find((m) => m.subject.includes('not right')));
        expect(text).toMatch(/- Order received, English: .*€12\.34 is no amount of order/);
        expect(text).toContain(`/s/${SHOP}/rehearsal?run=${begun!.number}&view=fix`);
        const { lines } = await loadToday(await accessAs());
        expect(lines.map((l) => l.fact).join('\n')).toMatch(/\d+ messages were not right in the newest rehearsal\./);
      });
      await chooseRehearsals(access, { changes: false, nights: false, pictures: false, links: false, required: false });
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
      const wrong = await client.POST('/rehearsals', { body: { only: 'all' } as never });
      expect(wrong.error).toMatchObject({ type: 'urn:libellus:problem:not-taken', status: 400 });
      const begun = await client.POST('/rehearsals', {});
      expect(begun.response.status).toBe(202);
      const number = begun.data!.rehearsal;
      expect(begun.response.headers.get('location')).toBe(`/api/v1/rehearsals/${number}`);
      const again = await client.POST('/rehearsals', { body: { only: 'changes' } });
      expect(again.error).toMatchObject({ type: 'urn:libellus:problem:under-way', status: 409 });
      await broken('order-received', saying('de', 'subject', 'Ihre Bestellung über 12,34 € & mehr'), async () => {
        await new Rehearser(FEW_LIVES).turn();
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
      const running = new Rehearser(FEW_LIVES).turn();
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
      const first = new Rehearser(FEW_LIVES);
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
      expect(await new Rehearser(FEW_LIVES).turn()).toBe(true);
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
