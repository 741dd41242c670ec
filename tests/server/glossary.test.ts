/** The glossary: what texts keep to it, entries that two people change at once, and files that bring in many. */
import { loadTranslating, translate } from '@/server/features/languages/translating';
import { deleteEntry, entriesOf, saveEntry } from '@/server/features/glossary/entries';
import { bringGlossaryIn, lookAtGlossary, takeBackGlossary, takeGlossaryOut } from '@/server/features/glossary/files';
import { loadGlossary } from '@/server/features/glossary/page';
import type { SaveEntry } from '@/contract/glossary';
import { accessAs, useDatabase } from './fixture';

useDatabase();

const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const ORDER: SaveEntry['entry'] = {
  name: false,
  note: 'What was bought.',
  terms: [
    { language: 'en', term: ' order ', use: 'say' },
    { language: 'de', term: 'Bestellung', use: 'say' },
    { language: 'de', term: 'Auftrag', use: 'never' },
  ],
};
const claire = () => accessAs('translator', 'Claire Aubert');
const row = async (term: string) => (await loadGlossary(await claire())).entries.find((e) => e.terms[0]?.term === term);

it('an entry says how many texts it is in, and names each that does not keep to it', async () => {
  const saved = await saveEntry(await claire(), { entry: ORDER });
  const before = (await row('order'))!;
  expect(before).toMatchObject({ id: saved.id, revision: 1, note: 'What was bought.' });
  expect(before.used).toBeGreaterThan(20);

  const document = { kind: 'template' as const, slug: 'order-received' };
  const subject = (await loadTranslating(await claire(), 'de', document)).segments.find((s) => s.id === 'subject')!;
  await translate(await claire(), {
    ...{ ...document, language: 'de', segment: 'subject', source: subject.source, before: subject.words },
    words: 'Ihr Auftrag {$order.number}',
    state: 'begun',
  });
  const breaches = (await row('order'))!.breaches.filter((b) => b.slug === 'order-received');
  expect(breaches).toEqual([
    expect.objectContaining({
      language: 'de',
      segment: 'subject',
      message: '“Auftrag” is not said here: say “Bestellung”.',
    }),
  ]);
});

it('an entry that somebody else changed is not overwritten, and a term has one entry', async () => {
  const { id, revision } = (await entriesOf(await claire()))[0]!;
  const seen = { id, revision };
  await saveEntry(await claire(), { entry: { ...ORDER, note: 'Changed.' }, seen });
  await expect(saveEntry(await accessAs('designer', 'Jonas Feld'), { entry: ORDER, seen })).rejects.toMatchObject({
    code: 'conflict',
    message: 'Somebody changed this entry meanwhile. Reload to see it as it is now.',
  });
  await expect(deleteEntry(await claire(), seen)).rejects.toMatchObject({ code: 'conflict' });
  const double = { ...ORDER, terms: [{ language: 'en', term: 'Order', use: 'say' as const }] };
  await expect(saveEntry(await claire(), { entry: double })).rejects.toMatchObject({
    message: 'Another entry has the term “Order” already. Edit that one.',
  });
  expect((await row('order'))?.note).toBe('Changed.');
});

it.each([
  [
    'a tag of no language',
    [{ language: 'xx-klingon', term: 'x', use: 'say' }],
    '“xx-klingon” is the tag of no language',
  ],
  [
    'no term in the store’s language',
    [{ language: 'de', term: 'x', use: 'say' }],
    'Each entry needs a term to say in English',
  ],
  [
    'a term that stands twice',
    [
      { language: 'en', term: 'thing', use: 'say' },
      { language: 'en', term: 'Thing', use: 'never' },
    ],
    '“Thing” stands twice in English.',
  ],
] as const)('%s is refused', async (_, terms, why) => {
  await expect(saveEntry(await claire(), { entry: { name: false, note: '', terms: [...terms] } })).rejects.toThrow(why);
});

it('a name can say in which capitals it is not written', async () => {
  const terms = [
    { language: 'en', term: 'Reedmark', use: 'say' as const },
    { language: 'en', term: 'ReedMark', use: 'never' as const },
  ];
  const { id, revision } = await saveEntry(await claire(), { entry: { name: true, note: '', terms } });
  expect((await row('Reedmark'))?.terms).toEqual(terms);
  await deleteEntry(await claire(), { id, revision });
});

it('a file is looked at, brought in as one, and taken back as one', async () => {
  const file = bytes(
    'entry,language,term,use,name,note\na,en,order,,,\na,de,Bestellung,,,\na,ar,طلب,,,\nb,en,Quillwick,,yes,The shop\nc,de,Paket,,,\n',
  );
  const before = await entriesOf(await claire());
  const { stamp, comparison } = await lookAtGlossary(await claire(), file);
  expect(comparison.added.map((e) => e.terms[0]?.term)).toEqual(['Quillwick']);
  expect(comparison.changed.map((c) => c.after.note)).toEqual(['Changed.']);
  expect(comparison.refused).toEqual([{ line: 6, what: 'Paket', why: expect.stringContaining('in English') }]);
  expect(await entriesOf(await claire())).toEqual(before);

  const { undo } = await bringGlossaryIn(await claire(), { stamp, name: 'terms.csv' }, file);
  const order = (await row('order'))!;
  expect(order.terms).toContainEqual({ language: 'ar', term: 'طلب', use: 'say' });
  expect((await row('Quillwick'))?.name).toBe(true);
  // Of the languages that it tells of, a file has the last word.
  expect(order.terms).not.toContainEqual({ language: 'de', term: 'Auftrag', use: 'never' });

  for (const as of ['tbx', 'table'] as const) {
    const { body } = await takeGlossaryOut(await claire(), { as });
    const again = await lookAtGlossary(await claire(), bytes(String(body)));
    expect(again.comparison).toEqual({ added: [], changed: [], same: 2, refused: [] });
  }

  await takeBackGlossary(await claire(), undo);
  const contents = (await entriesOf(await claire())).map(({ revision: _, ...entry }) => entry);
  expect(contents).toEqual(before.map(({ revision: _, ...entry }) => entry));
  await expect(takeBackGlossary(await claire(), undo)).rejects.toMatchObject({ code: 'conflict' });
});

it('a file that was looked at before somebody changed the glossary is looked at once more', async () => {
  const file = bytes('language,term\nen,parcel\n');
  const { stamp } = await lookAtGlossary(await claire(), file);
  await saveEntry(await claire(), { entry: { ...ORDER, terms: [{ language: 'en', term: 'parcel', use: 'say' }] } });
  await expect(bringGlossaryIn(await claire(), { stamp, name: 'x.csv' }, file)).rejects.toMatchObject({
    code: 'conflict',
    detail: { comparison: { added: [] } },
  });
});
