/** Translating segment by segment: two at once, what is done and what was changed since, and in which language a message goes out. */
import { execFileSync } from 'node:child_process';
import { rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inArray } from 'drizzle-orm';
import { tmxPairs } from '@/core/handover';
import type { MemoryEntry } from '@/core/translation';
import { database } from '@/server/db/client';
import { history, memoryFiles, memoryPairs } from '@/server/db/schema';
import { forgetOld } from '@/server/people/retention';
import { historyOf } from '@/server/auth/history';
import { receiveEvent } from '@/server/events/receive';
import { addLanguage, removeLanguage } from '@/server/features/languages/choose';
import { loadCoverage } from '@/server/features/languages/coverage';
import { bringInFile, lookAtFile, takeBackFile, takeOut } from '@/server/features/languages/files';
import { listMemoryFiles, offerMemory } from '@/server/features/languages/kept-memory';
import { takeMemory } from '@/server/features/languages/memory';
import { loadTranslating, translate } from '@/server/features/languages/translating';
import { loadNotification, saveNotification } from '@/server/features/notifications/notification';
import { makePassage } from '@/server/features/templates/passages';
import { loadDesk, publishTemplate, saveTemplate, switchNotification } from '@/server/features/templates/templates';
import type { SegmentToTranslate, Translate } from '@/contract/languages';
import { accessOf } from '@/server/auth/access';
import { makeStore } from '@/server/features/stores/new-store';
import { accessAs, connectService, mailbox, placedEvent, SHOP, textOf, useDatabase } from './fixture';
import { drain, reader } from './orders';

useDatabase();

const SLUG = 'order-received';
const ARABIC = { kind: 'template' as const, slug: SLUG };

beforeAll(() => connectService());

const segments = async (slug = SLUG, language = 'ar'): Promise<SegmentToTranslate[]> =>
  (await loadTranslating(await accessAs(), language, { kind: 'template', slug })).segments;
const segment = async (id: string, slug = SLUG): Promise<SegmentToTranslate> =>
  (await segments(slug)).find((s) => s.id === id)!;

/** Writes into a segment as the translating desk does. */
async function write(id: string, words: string, more: Partial<Translate> = {}, name = 'Claire Aubert') {
  const seen = await segment(id, more.slug);
  return translate(await accessAs('translator', name), {
    ...ARABIC,
    language: 'ar',
    segment: id,
    source: seen.source,
    before: seen.words,
    words,
    state: 'done',
    ...more,
  });
}
const languageOf = async (email: string): Promise<string> =>
  /القاهرة|طلبك/.test((await mailbox(email))[0]!.subject) ? 'ar' : 'en';

async function orders(email: string): Promise<void> {
  await receiveEvent(SHOP, placedEvent({ customer: { email }, language: 'ar' }));
  await drain();
}
async function publish(slug = SLUG): Promise<void> {
  const access = await accessAs();
  await publishTemplate(access, slug, (await loadDesk(access, slug)).revision);
}

it('all that ships is done in German, and missing in Arabic', async () => {
  const { languages, source, documents } = await loadCoverage(await accessAs());
  expect(source).toBe('en');
  expect(languages.map((l) => l.language)).toEqual(['de', 'ar']);
  const own = documents.find((d) => d.slug === SLUG)!;
  expect(own.counts.de).toMatchObject({ missing: 0, changed: 0 });
  expect(own.counts.ar!.missing).toBe((await segments()).length);
  expect(documents.find((d) => d.slug === 'phrasebook')!.counts.ar).toMatchObject({ missing: 0 });
});

it('a message that is not complete in a language goes out in the source, and stops nobody from publishing', async () => {
  expect(await write('subject', 'طلبك {$order.number}')).toEqual({ state: 'done' });
  await publish();
  await switchNotification(await accessAs(), SLUG, true);
  const email = reader();
  await orders(email);
  expect(await languageOf(email)).toBe('en');
  expect((await loadCoverage(await accessAs())).languages[1]).toMatchObject({
    language: 'ar',
    wanted: 1,
    elsewhere: 1,
  });
});

it('once it is complete and published, it arrives in that language', async () => {
  for (const { id, source, state } of await segments()) {
    if (state === 'missing') await write(id, source, { state: 'done' });
  }
  expect((await segments()).map((s) => s.state)).toEqual((await segments()).map(() => 'done'));
  await publish();
  const email = reader();
  await orders(email);
  expect(await languageOf(email)).toBe('ar');
  expect(await textOf((await mailbox(email))[0])).toContain('الإجمالي');
});

it('two translators write into different segments of a message at once, and neither is refused', async () => {
  const [a, b] = [await segment('subject'), await segment('preheader')];
  const input = (s: SegmentToTranslate, words: string): Translate => ({
    ...ARABIC,
    language: 'ar',
    segment: s.id,
    source: s.source,
    before: s.words,
    words,
    state: 'begun',
  });
  const [claire, omar] = [await accessAs('translator', 'Claire Aubert'), await accessAs('translator', 'Omar Haddad')];
  await Promise.all([
    translate(claire, input(a, 'طلبك {$order.number} عندنا')),
    translate(omar, input(b, `${b.source} `)),
  ]);
  expect((await segment('subject')).words).toBe('طلبك {$order.number} عندنا');
  expect((await segment('preheader')).words).toBe(`${b.source} `);
});

it('of two in the same segment the second is told what is there now, and by whom', async () => {
  const seen = await segment('subject');
  await write('subject', 'طلبك رقم {$order.number}', {}, 'Omar Haddad');
  const late = write('subject', 'طلبكم {$order.number}', { before: seen.words });
  await expect(late).rejects.toMatchObject({
    code: 'conflict',
    detail: { words: 'طلبك رقم {$order.number}', by: 'Omar Haddad' },
  });
});

it('words that cannot go out are kept, and are not done', async () => {
  await expect(write('subject', 'طلبك')).rejects.toThrow(/Order number/);
  expect(await write('subject', 'طلبك', { state: 'begun' })).toEqual({ state: 'begun' });
  await expect(write('subject', '')).rejects.toThrow('Nothing is written here yet.');
  await write('subject', 'طلبك {$order.number}');
  await write('subject', 'طلبك {$order.number}', { state: 'checked' });
  expect(await segment('subject')).toMatchObject({ state: 'checked', said: { by: 'Claire Aubert' } });
});

it('a changed source shows in every language what it was made from, until it is done again', async () => {
  const access = await accessAs();
  const before = await segment('subject');
  const { draft, revision } = await loadDesk(access, SLUG);
  const words = { ...draft.words, en: { ...draft.words.en, subject: 'Your order {$order.number} is here' } };
  await saveTemplate(access, SLUG, revision, { ...draft, words });
  for (const language of ['ar', 'de']) {
    const now = (await segments(SLUG, language)).find((s) => s.id === 'subject');
    expect(now).toMatchObject({ state: 'changed', madeFrom: before.source });
  }
  // Who still sees the old source is told of the new one.
  await expect(write('subject', before.words, { source: before.source })).rejects.toMatchObject({ code: 'conflict' });
  await write('subject', before.words);
  expect((await segment('subject')).state).toBe('done');
  await publish();
  expect((await segments(SLUG, 'de')).find((s) => s.id === 'subject')!.state).toBe('changed');
});

it('a version that follows another has only words of its own to translate', async () => {
  const access = await accessAs();
  const { revision, settings } = await loadNotification(access, SLUG);
  await saveNotification(access, SLUG, revision, {
    ...settings,
    variants: [
      {
        name: 'To Egypt',
        nothing: false,
        when: { match: 'all', tests: [{ about: 'country', is: 'one', of: ['EG'] }] },
        begins: { from: settings.variants.at(-1)!.id!, follows: true },
      },
      ...settings.variants,
    ],
  });
  const slug = `${SLUG}~to-egypt`;
  expect(await segments(slug)).toEqual([]);
  expect((await loadCoverage(access)).documents.some((d) => d.slug === slug)).toBe(false);
  const desk = await loadDesk(access, slug);
  const own = { ...desk.draft.words.ar, subject: 'طلبك {$order.number} إلى القاهرة' };
  await saveTemplate(access, slug, desk.revision, { ...desk.draft, words: { ...desk.draft.words, ar: own } });
  expect((await segments(slug)).map((s) => s.id)).toEqual(['subject']);
});

it('a passage is translated like a message, and shows in one language only', async () => {
  const access = await accessAs();
  const { id } = await makePassage(
    access,
    'How we pack',
    [
      { kind: 'text', id: 'a' },
      { kind: 'text', id: 'b' },
    ],
    {
      en: { a: 'In paper.', b: 'By hand.' },
    },
  );
  const { segments: own } = await loadTranslating(access, 'ar', { kind: 'passage', slug: id });
  expect(own.map((s) => [s.id, s.state])).toEqual([
    ['a', 'missing'],
    ['b', 'missing'],
  ]);
  const put = { kind: 'passage' as const, slug: id, language: 'ar', segment: 'a', source: 'In paper.', before: '' };
  expect(await translate(access, { ...put, words: 'بالورق.', state: 'done' })).toEqual({ state: 'done' });
});

it('a file goes out to a translator and comes back: one text is refused, the rest is in the drafts, and is taken back as one', async () => {
  const access = await accessAs('translator', 'Claire Aubert');
  const of = 'template:on-its-way';
  const { body, name } = await takeOut(access, { language: 'ar', as: 'xliff', open: true, of });
  expect(name).toBe('quillwick-ar-to-do.xlf');
  const out = String(body);
  expect(out.match(/<file /g)).toHaveLength(1);
  expect(out).toContain('srcLang="en" trgLang="ar"');
  // Every source is taken for its translation, but for the subject, whose placeholder is lost on the way.
  const filled = out
    .replace(/(<source[^>]*>)([^]*?)<\/source>/g, '$1$2</source><target xml:space="preserve">$2</target>')
    .replace(/(<unit id="subject"[^]*?<target[^>]*>)[^]*?<\/target>/, '$1طلبك</target>')
    .replaceAll('state="initial"', 'state="translated"');
  const bytes = Buffer.from(`\ufeff${filled}`);
  const { comparison, stamp } = await lookAtFile(access, 'ar', bytes);
  expect(comparison.refused).toMatchObject([
    { segment: 'subject', why: expect.stringContaining('Order number'), line: expect.any(Number) },
  ]);
  expect(comparison.changed.length).toBeGreaterThan(4);
  expect((await segments('on-its-way')).every((s) => s.state === 'missing')).toBe(true);

  const brought = await bringInFile(access, { language: 'ar', stamp, name: 'back.xlf' }, bytes);
  expect(brought).toMatchObject({ segments: comparison.changed.length, notifications: ['on-its-way'] });
  const after = await segments('on-its-way');
  expect(after.filter((s) => s.state === 'done').length).toBe(brought.segments);
  expect(after.find((s) => s.id === 'subject')!.state).toBe('missing');
  // What was looked at before is not what is there now.
  await expect(bringInFile(access, { language: 'ar', stamp, name: 'back.xlf' }, bytes)).rejects.toMatchObject({
    code: 'conflict',
  });

  await takeBackFile(access, { language: 'ar', ...brought.undo });
  expect((await segments('on-its-way')).every((s) => s.state === 'missing')).toBe(true);
});

it('a file of other languages, of other bytes, or with entities is refused with what to do', async () => {
  const access = await accessAs('translator');
  const { body } = await takeOut(access, { language: 'de', as: 'xliff', open: false });
  const look = (text: string | Buffer) => lookAtFile(access, 'ar', Buffer.from(text as string));
  await expect(look(String(body))).rejects.toThrow('This file is from English into German.');
  await expect(lookAtFile(access, 'ar', Buffer.from([0xfc, 0x41]))).rejects.toThrow('Save it as UTF-8');
  await expect(look('<?xml version="1.0"?>\n<!DOCTYPE a [<!ENTITY b "c">]>\n<a>&b;</a>')).rejects.toThrow(
    /^Line 2: This file declares a document type/,
  );
  await expect(look('<xliff>')).rejects.toThrow(/^Line 1: This is not well-formed XML/);
});

it('only languages of the store are translated into, and only segments that are there', async () => {
  const wrong = write('subject', 'x', { language: 'fr' });
  await expect(wrong).rejects.toThrow(/is not translated into French/);
  await expect(write('subject', 'x', { segment: 'nowhere' })).rejects.toThrow();
  await expect(loadTranslating(await accessAs(), 'ar', { kind: 'template', slug: 'nothing' })).rejects.toThrow(
    /no message or passage/,
  );
});

describe('the languages of a store', () => {
  const add = async (language: string) => addLanguage(await accessAs(), { language });
  const remove = async (language: string) => removeLanguage(await accessAs(), { language });
  const known = async () => (await loadCoverage(await accessAs())).languages.map((l) => l.language);

  it('one more comes with the words that ship, wherever the source is what ships', async () => {
    const { draft, revision } = await loadDesk(await accessAs(), 'delivered');
    const own = structuredClone(draft);
    own.words.en!.head = 'It is there';
    await saveTemplate(await accessAs(), 'delivered', revision, own);
    const { language, texts } = await add('fr');
    expect(language).toBe('fr');
    expect(texts).toBeGreaterThan(200);
    expect(await known()).toContain('fr');
    const words = Object.fromEntries((await segments('delivered', 'fr')).map((s) => [s.id, s]));
    expect(words.subject).toMatchObject({ state: 'done', words: expect.stringContaining('Votre colis est arrivé') });
    // What this store says in its own words is not translated by what ships.
    expect(words.head).toMatchObject({ state: 'missing', words: '' });
  });

  it('any tag that is known can be one, in its usual form, once', async () => {
    expect(await add('cy-gb')).toMatchObject({ language: 'cy-GB', texts: 0 });
    expect((await add('pt-br')).texts).toBeGreaterThan(200);
    await expect(add('pt-BR')).rejects.toThrow('is a language of this store already');
    await expect(add('klingon')).rejects.toThrow('“klingon” is no language that is known');
    await expect(add('en')).rejects.toThrow('already');
  });

  it('removed, nothing goes out in it any more, and its words are kept', async () => {
    const email = reader();
    await orders(email);
    expect(await languageOf(email)).toBe('ar');
    const before = (await segment('subject')).words;
    await remove('ar');
    expect(await known()).not.toContain('ar');
    const later = reader();
    await orders(later);
    expect(await languageOf(later)).toBe('en');
    expect((await loadCoverage(await accessAs())).asked[0]).toMatchObject({
      language: 'ar',
      wanted: expect.any(Number),
    });
    await add('ar');
    expect((await segment('subject')).words).toBe(before);
    const again = reader();
    await orders(again);
    expect(await languageOf(again)).toBe('ar');
  });

  it('a new store has its own and those that were chosen, with finished words in each', async () => {
    const access = await accessAs();
    const { storeId } = await makeStore(access, {
      store: 'Reed and Rule',
      url: 'https://reed.example',
      storeEmail: 'hello@reed.example',
      language: 'it',
      further: ['sv', 'en'],
      currency: 'EUR',
      timeZone: 'Europe/Rome',
    });
    const { store } = await accessOf(access.person, storeId, 'store.read');
    expect(store.languages).toEqual(['it', 'sv', 'en']);
    const coverage = await loadCoverage({ ...access, store });
    expect(coverage.source).toBe('it');
    for (const { counts } of coverage.languages)
      expect(counts).toMatchObject({ missing: 0, changed: 0, same: 0, begun: 0 });
  });

  it('the own language stays, and what is none cannot be removed', async () => {
    await expect(remove('en')).rejects.toThrow('own language');
    await expect(remove('sv')).rejects.toThrow('not translated into Swedish');
  });
});

describe('files in other formats', () => {
  const body = async (as: 'po' | 'table', language = 'ar'): Promise<string> =>
    String((await takeOut(await accessAs('translator'), { language, as, open: false })).body);

  it.each(['de', 'ar'])('gettext takes the PO file of %s as it is', async (language) => {
    const path = join(tmpdir(), `libellus-${process.pid}-${language}.po`);
    await writeFile(path, await body('po', language));
    // msgfmt -c checks headers, plural forms and syntax; it says nothing when all is right.
    expect(execFileSync('msgfmt', ['-c', '-o', '/dev/null', path], { encoding: 'utf8' })).toBe('');
    await rm(path);
  });

  it.each([
    ['xliff', 'de', 'xliff-core-2.0.xsd'],
    ['xliff', 'ar', 'xliff-core-2.0.xsd'],
    ['xliff12', 'de', 'xliff-core-1.2-strict.xsd'],
    ['xliff12', 'ar', 'xliff-core-1.2-strict.xsd'],
  ] as const)('the published schema takes the whole store as %s of %s', async (as, language, schema) => {
    const path = join(tmpdir(), `libellus-${process.pid}-${language}-${as}.xlf`);
    const { body } = await takeOut(await accessAs('translator'), { language, as, open: false });
    expect(String(body).match(/<file /g)!.length).toBeGreaterThan(30);
    await writeFile(path, String(body));
    const xsd = join(process.cwd(), 'tests/schemas/xliff', schema);
    // xmllint ends with an error, and says where, when the file breaks a rule.
    execFileSync('xmllint', ['--nonet', '--noout', '--schema', xsd, path], { stdio: 'pipe' });
    await rm(path);
  });

  it.each(['po', 'table'] as const)('what comes back as %s is brought in, and taken back', async (as) => {
    const access = await accessAs('translator');
    const text = await body(as);
    const unchanged = await lookAtFile(access, 'ar', Buffer.from(text));
    expect(unchanged.comparison).toMatchObject({ changed: [], refused: [] });
    const { words: before, state } = await segment('subject');
    const written = `طلبك رقم ${as}`;
    const line =
      as === 'po'
        ? /(msgctxt "template:order-received\/subject"\nmsgid [^]*?\nmsgstr )"[^"]*"/
        : /(order-received\/subject,[^,]*,[^,]*,[^,]*,)[^,]*/;
    const changed = text.replace(line, as === 'po' ? `$1"${written} {1 x}"` : `$1${written} {1 x}`);
    const look = await lookAtFile(access, 'ar', Buffer.from(changed));
    expect(look.comparison.changed).toMatchObject([
      { segment: 'subject', after: `${written} {$order.number}`, state: 'done' },
    ]);
    const brought = await bringInFile(access, { language: 'ar', stamp: look.stamp, name: 'x' }, Buffer.from(changed));
    expect((await segment('subject')).words).toBe(`${written} {$order.number}`);
    await takeBackFile(access, { language: 'ar', ...brought.undo });
    expect(await segment('subject')).toMatchObject({ words: before, state });
  });

  it('a memory fills what has the same source and no translation, as begun', async () => {
    const access = await accessAs('translator');
    const memory = `<?xml version="1.0"?><!DOCTYPE tmx SYSTEM "tmx14.dtd"><tmx version="1.4"><header/><body><tu><tuv xml:lang="en"><seg>Something else</seg></tuv><tuv xml:lang="cy-GB"><seg>rhywbeth</seg></tuv></tu></body></tmx>`;
    expect(await lookAtFile(access, 'cy-GB', Buffer.from(memory))).toMatchObject({
      comparison: { changed: [], refused: [] },
      memory: { fresh: 1, known: 0 },
    });
    const filled = memory
      .replace('Something else', 'Does something not add up? Answer this message or write to <ph x="7">x</ph>.')
      .replace('rhywbeth', 'Ysgrifennwch at <ph x="7"/>.');
    const { comparison, stamp } = await lookAtFile(access, 'cy-GB', Buffer.from(filled));
    expect(comparison.changed).toContainEqual(
      expect.objectContaining({
        slug: 'refund-issued',
        segment: 'help',
        after: 'Ysgrifennwch at {$store.email}.',
        state: 'begun',
      }),
    );
    await bringInFile(access, { language: 'cy-GB', stamp, name: 'memory.tmx' }, Buffer.from(filled));
    const after = (await segments('refund-issued', 'cy-GB')).find((s) => s.id === 'help');
    expect(after).toMatchObject({ state: 'begun', words: 'Ysgrifennwch at {$store.email}.' });
  });

  it('a memory is kept and offered until it is removed, and goes out with what is translated here', async () => {
    const access = await accessAs('translator');
    const tu = (en: string, pl: string): string =>
      `<tu><tuv xml:lang="en-GB"><seg>${en}</seg></tuv><tuv xml:lang="ar"><seg>${pl}</seg></tuv></tu>`;
    const memory = Buffer.from(
      `<?xml version="1.0"?><tmx version="1.4"><header/><body>${tu('A bell of brass', 'Mosiężny dzwonek')}${tu(
        'Call <bpt i="1" x="1">{#b}</bpt>us<ept i="1">{/b}</ept> on <ph x="2">{$store.phone}</ph>',
        'Zadzwoń: <ph x="2">{$store.phone}</ph>',
      )}${tu('Wait <ph x="1">%d</ph> days', 'Zaczekaj <ph x="1">%d</ph> dni')}</body></tmx>`,
    );
    const offered = async () =>
      (JSON.parse(String((await takeMemory(access, { language: 'ar' })).body)) as MemoryEntry[]).filter(
        (e) => e.where === 'from agency.tmx',
      );
    const bring = async () => {
      const { stamp } = await lookAtFile(access, 'ar', memory);
      return bringInFile(access, { language: 'ar', stamp, name: 'agency.tmx' }, memory);
    };
    const brought = await bring();
    expect(brought).toMatchObject({ segments: 0, pairs: 3, notifications: [] });
    const entries = [
      { source: 'A bell of brass', words: 'Mosiężny dzwonek' },
      { source: 'Call {#b}us{/b} on {$store.phone}', words: 'Zadzwoń: {$store.phone}' },
      { source: 'Wait days', words: 'Zaczekaj dni' },
    ];
    expect(await offered()).toMatchObject(entries);
    await expect(bring()).rejects.toThrow('Nothing in this file differs');
    const out = await takeOut(access, { language: 'ar', as: 'tmx', open: false });
    expect(tmxPairs(String(out.body), { source: 'en', target: 'ar' })).toEqual(expect.arrayContaining(entries));

    const [file] = await listMemoryFiles(access, 'ar');
    expect(file).toMatchObject({ name: 'agency.tmx', pairs: 3 });
    await expect(
      offerMemory({ ...access, translates: { languages: ['de'], publishes: false } }, { id: file!.id, offered: false }),
    ).rejects.toMatchObject({
      code: 'forbidden',
    });
    await takeBackFile(access, { language: 'ar', ...brought.undo });
    expect([await offered(), await listMemoryFiles(access, 'ar')]).toEqual([[], []]);
    await offerMemory(access, { id: file!.id, offered: true });
    expect(await offered()).toHaveLength(3);
    await offerMemory(access, { id: file!.id, offered: false });
    await database()
      .update(memoryFiles)
      .set({ removedAt: new Date(Date.now() - 25 * 3_600_000) });
    await forgetOld(10_000);
    expect(await database().select().from(memoryPairs)).toEqual([]);
    expect(
      (await historyOf(SHOP, inArray(history.action, ['keptMemory', 'removedMemory']))).map((l) => l.words)[0],
    ).toBe('Marta Oyelaran removed a memory of 3 pairs in Arabic: agency.tmx');
  });

  it('no more pairs are kept than are searched at once', async () => {
    const access = await accessAs('translator');
    const body = Array.from(
      { length: 25_001 },
      (_, i) => `<tu><tuv xml:lang="en"><seg>word ${i}</seg></tuv><tuv xml:lang="ar"><seg>słowo ${i}</seg></tuv></tu>`,
    );
    const bring = async (turn: string) => {
      const file = Buffer.from(
        `<tmx version="1.4"><header/><body>${body.join('').replaceAll('word', turn)}</body></tmx>`,
      );
      const { stamp } = await lookAtFile(access, 'ar', file);
      return bringInFile(access, { language: 'ar', stamp, name: `${turn}.tmx` }, file);
    };
    await bring('first');
    await expect(bring('second')).rejects.toThrow('2 more than fit');
    expect(await listMemoryFiles(access, 'ar')).toMatchObject([{ name: 'first.tmx', pairs: 25_001 }]);
    // Removed, another in its place, and the first is put back: it does not fit any more.
    const { id } = (await listMemoryFiles(access, 'ar'))[0]!;
    await offerMemory(access, { id, offered: false });
    await bring('second');
    await expect(offerMemory(access, { id, offered: true })).rejects.toThrow('2 more than fit');
    expect(await listMemoryFiles(access, 'ar')).toMatchObject([{ name: 'second.tmx' }]);
  });

  it('a file of another language is refused, whatever its format', async () => {
    const access = await accessAs('translator');
    for (const as of ['po', 'table'] as const) {
      await expect(lookAtFile(access, 'ar', Buffer.from(await body(as, 'de')))).rejects.toThrow(
        'from English into German',
      );
    }
    await expect(lookAtFile(access, 'ar', Buffer.from('just some words'))).rejects.toThrow('no column “id”');
  });
});

it('the memory has what is translated here, and what ships', async () => {
  await write('subject', 'طلبك {$order.number} عندنا');
  const entries = JSON.parse(
    String((await takeMemory(await accessAs('translator'), { language: 'ar' })).body),
  ) as MemoryEntry[];
  expect(entries).toContainEqual(
    expect.objectContaining({ words: 'طلبك {$order.number} عندنا', where: 'Order received: Subject' }),
  );
  expect(entries.some((e) => e.where === 'Delivered: Heading (as it ships)' && e.words === 'وصل طردك')).toBe(true);
});
