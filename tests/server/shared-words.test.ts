/** Words that all messages share on the translating desk: kept aside, put in use, in files, and older than their source. */
import { eq } from 'drizzle-orm';
import type { SharedDocument } from '@/core/translation';
import { database } from '@/server/db/client';
import { phrases } from '@/server/db/schema';
import { putInUse } from '@/server/features/languages/aside';
import { loadCoverage } from '@/server/features/languages/coverage';
import { bringInFile, lookAtFile, takeBackFile, takeOut } from '@/server/features/languages/files';
import { loadTranslating, translate } from '@/server/features/languages/translating';
import { ask, saveNote } from '@/server/features/briefing/briefing';
import { openQuestions } from '@/server/features/briefing/briefings';
import { loadLook, saveLook } from '@/server/features/templates/look';
import { savePhrase } from '@/server/features/templates/phrasebook';
import { saveTerms } from '@/server/features/terms/terms';
import { accessAs, useDatabase } from './fixture';

useDatabase();

const TERMS = {
  payments: [{ name: 'Bank transfer', words: {}, waitsForMoney: true }],
  ...{ shipping: [], carriers: [], withoutParcel: [] },
  names: [{ kind: 'place' as const, name: 'Loft', words: { de: 'Dachboden' } }],
  notes: [{ sku: 'FOLDER', words: { en: 'Rub in a drop of oil.' }, urls: {} }],
};
/** As people have it now: what others saved is in it. */
const now = accessAs;
const texts = async (slug: SharedDocument, language = 'de') =>
  (await loadTranslating(await now(), language, { kind: 'shared', slug })).segments;
const text = async (slug: SharedDocument, source: string, language = 'de') =>
  (await texts(slug, language)).find((s) => s.source === source)!;

async function write(slug: SharedDocument, source: string, words: string, state: 'begun' | 'done' = 'done') {
  const seen = await text(slug, source);
  const at = { kind: 'shared' as const, slug, language: 'de', segment: seen.id };
  return translate(await now('translator'), { ...at, source, before: seen.words, words, state });
}
const put = async (slug: SharedDocument) => putInUse(await now('translator'), { slug, language: 'de' });
const save = async (terms: object) => {
  const access = await now();
  return saveTerms(access, access.store.termsRevision, terms);
};

beforeAll(async () => {
  await save(TERMS);
});

it('names and notes are counted, and missing until they are put in use', async () => {
  const { documents } = await loadCoverage(await now());
  expect(documents.filter((d) => d.kind === 'shared').map((d) => d.slug)).toEqual(
    expect.arrayContaining(['phrasebook', 'names', 'notes']),
  );
  expect(documents.find((d) => d.slug === 'names')!.counts.de).toMatchObject({ missing: 1, done: 1 });
});

it('what is done is kept aside until it is put in use, and what is begun stays there', async () => {
  expect(await write('names', 'Bank transfer', 'Überweisung')).toEqual({ state: 'done', aside: true });
  expect((await now()).store.terms.payments[0]!.words).toEqual({});
  expect(await text('names', 'Bank transfer')).toMatchObject({ words: 'Überweisung', state: 'done', aside: true });
  await write('names', 'Loft', 'Spei', 'begun');
  expect(await put('names')).toEqual({ texts: 1 });
  const { terms } = (await now()).store;
  expect(terms.payments[0]!.words).toEqual({ de: 'Überweisung' });
  expect(terms.names[0]!.words).toEqual({ de: 'Dachboden' });
  expect(await text('names', 'Bank transfer')).not.toHaveProperty('aside');
  expect(await text('names', 'Loft')).toMatchObject({ words: 'Spei', state: 'begun', aside: true });
  await expect(put('names')).rejects.toThrow('Nothing is done and kept aside.');
});

it('a placeholder in a name, and a name that is too long, are refused where they are said', async () => {
  await expect(write('names', 'Loft', 'Dach {$order.number}')).rejects.toMatchObject({ code: 'invalid' });
  await write('names', 'Loft', 'D'.repeat(300));
  await expect(put('names')).rejects.toMatchObject({ code: 'invalid' });
  expect((await now()).store.terms.names[0]!.words).toEqual({ de: 'Dachboden' });
});

it('a phrase is live when it is put in use, and its translations are older when it is changed', async () => {
  await write('phrasebook', 'Total', 'Alles zusammen');
  expect(await database().select().from(phrases).where(eq(phrases.phrase, 'total'))).toEqual([]);
  await put('phrasebook');
  expect(await database().select().from(phrases).where(eq(phrases.phrase, 'total'))).toMatchObject([
    { language: 'de', source: 'Alles zusammen' },
  ]);
  await savePhrase(await now(), { phrase: 'total', language: 'en', source: 'To pay in all' });
  expect(await text('phrasebook', 'To pay in all')).toMatchObject({ state: 'changed', madeFrom: 'Total' });
  // What ships was made from what ships.
  await savePhrase(await now(), { phrase: 'subtotal', language: 'en', source: 'Goods' });
  expect(await text('phrasebook', 'Goods')).toMatchObject({ state: 'changed', madeFrom: 'Subtotal' });
  await savePhrase(await now(), { phrase: 'subtotal', language: 'de', source: 'Ware' });
  expect(await text('phrasebook', 'Goods')).toMatchObject({ state: 'done', words: 'Ware' });
});

it('a note whose source was changed is older, and one changed on its own screen waits for nothing', async () => {
  await write('notes', 'Rub in a drop of oil.', 'Einen Tropfen Öl einreiben.');
  await put('notes');
  const { terms } = (await now()).store;
  await save({ ...terms, notes: [{ ...terms.notes![0]!, words: { ...terms.notes![0]!.words, en: 'Oil it twice.' } }] });
  expect(await text('notes', 'Oil it twice.')).toMatchObject({ state: 'changed', madeFrom: 'Rub in a drop of oil.' });
  await write('notes', 'Oil it twice.', 'Zweimal', 'begun');
  const later = (await now()).store.terms;
  await save({ ...later, notes: [{ ...later.notes![0]!, words: { ...later.notes![0]!.words, de: 'Zweimal ölen.' } }] });
  expect(await text('notes', 'Oil it twice.')).toMatchObject({ state: 'done', words: 'Zweimal ölen.' });
});

it('lines of the look are put into its draft, which whoever has it open is told of', async () => {
  const access = await now();
  const { draft, revision } = await loadLook(access);
  const own = { ...draft, masthead: { ...draft.masthead, strapline: 'Paper and thread', straplines: {} } };
  await saveLook(access, revision, own);
  await write('look', 'Paper and thread', 'Papier und Faden');
  await put('look');
  const after = await loadLook(await now());
  expect(after.draft.masthead.straplines).toEqual({ de: 'Papier und Faden' });
  expect(after.live.masthead.straplines?.de).toBeUndefined();
  await expect(saveLook(access, revision + 1, own)).rejects.toMatchObject({ code: 'conflict' });
  await saveLook(access, after.revision, {
    ...after.draft,
    masthead: { ...after.draft.masthead, strapline: 'Paper, thread and glue' },
  });
  expect(await text('look', 'Paper, thread and glue')).toMatchObject({
    state: 'changed',
    madeFrom: 'Paper and thread',
  });
});

it('they go out in files with what they may be, and come back aside, to be taken back in one step', async () => {
  const access = await now('translator');
  const { body } = await takeOut(access, { language: 'ar', as: 'table', open: true, of: 'shared:names' });
  expect(String(body)).toContain('200');
  const bytes = Buffer.from(String(body).replace(/(,Bank transfer,)[^,\n]*/, '$1تحويل مصرفي'));
  const { comparison, stamp } = await lookAtFile(access, 'ar', bytes);
  expect(comparison.changed).toMatchObject([{ kind: 'shared', slug: 'names', after: 'تحويل مصرفي' }]);
  const { undo, notifications } = await bringInFile(access, { language: 'ar', stamp, name: 'names.csv' }, bytes);
  expect(notifications).toEqual([]);
  expect(await text('names', 'Bank transfer', 'ar')).toMatchObject({ aside: true, words: 'تحويل مصرفي' });
  expect((await now()).store.terms.payments[0]!.words.ar).toBeUndefined();
  await takeBackFile(access, { language: 'ar', ...undo });
  expect(await text('names', 'Bank transfer', 'ar')).toMatchObject({ state: 'missing', words: '' });
});

it('a translator asks about a shared text, and the note of its author goes out with it', async () => {
  const { id } = await text('names', 'Loft');
  const place = { kind: 'shared' as const, slug: 'names', segment: id };
  await ask(await now('translator'), { place, language: 'de', question: 'A room or a shop?' });
  await saveNote(await now(), { place, note: { words: 'Our workshop' }, before: { words: '' } });
  expect(await openQuestions(await now())).toMatchObject([{ document: 'Names in other languages', place }]);
  const { body } = await takeOut(await now(), { language: 'de', as: 'xliff', open: false, of: 'shared:names' });
  expect(String(body)).toContain('Our workshop');
});

it('what is none of them is not there', async () => {
  await expect(loadTranslating(await now(), 'de', { kind: 'shared', slug: 'nothing' })).rejects.toMatchObject({
    code: 'not-found',
  });
  await expect(putInUse(await now(), { slug: 'nothing', language: 'de' })).rejects.toMatchObject({ code: 'not-found' });
});
