import fc from 'fast-check';
import {
  compareGlossary,
  entriesIn,
  glossaryBetween,
  glossaryFindings,
  indexTerms,
  readGlossary,
  saysTerm,
  termPlaces,
  writeTbx,
  writeTerms,
  type GlossaryEntry,
  type Term,
} from '.';

const term = (language: string, words: string, use: Term['use'] = 'say'): Term => ({ language, term: words, use });
const entry = (id: string, terms: Term[], rest: Partial<GlossaryEntry> = {}): GlossaryEntry => ({
  id,
  name: false,
  note: '',
  terms,
  ...rest,
});

const PARCEL = entry('parcel', [
  term('en', 'parcel'),
  term('de', 'Paket'),
  term('de', 'Sendung', 'also'),
  term('de', 'Päckchen', 'never'),
  term('fr', 'colis'),
  term('pl', 'paczka'),
]);
const SHOP = entry('shop', [term('en', 'Quillwick')], { name: true });
const messages = (source: string, words: string, language = 'de', entries = [PARCEL, SHOP]): string[] =>
  glossaryFindings(source, words, 'plain', glossaryBetween(entries, 'en', language)).map((f) => f.message);

describe('where a term stands', () => {
  const index = indexTerms([PARCEL, entry('no', [term('en', 'parcel number')]), SHOP], 'en', ['say', 'also']);
  const found = (text: string): string[] => termPlaces(text, index).map((p) => text.slice(p.start, p.end));

  it.each([
    ['Your parcel, two parcels, the parcel’s way', ['parcel', 'parcels', 'parcel']],
    ['The Parcel number of a parcel', ['Parcel number', 'parcel']],
    ['Parcelling it up at Quillwick', ['Quillwick']],
    ['quillwick', []],
    ['', []],
  ])('%s', (text, places) => expect(found(text)).toEqual(places));

  it('is found between placeholders, and in each form once', () => {
    const source = '.input {$items.count :number} .match $items.count one {{One parcel}} * {{{$items.count} parcels}}';
    expect(entriesIn(source, index)).toEqual([PARCEL]);
    expect(entriesIn('Order {$order.number}', index)).toEqual([]);
    expect(entriesIn('{{broken', index)).toEqual([]);
  });

  it('is found anywhere in scripts without spaces', () => {
    const chinese = indexTerms([entry('p', [term('zh', '包裹')])], 'zh', ['say']);
    expect(termPlaces('您的包裹已发出', chinese)).toHaveLength(1);
    expect(saysTerm('您的包裹已发出', '包裹', 'zh')).toBe(true);
  });
});

describe('a term as its language bends it', () => {
  it.each([
    ['de', 'Paket', 'Deine Pakete sind da', true],
    ['de', 'Lieferung', 'Das Lieferungsdatum', true],
    ['pl', 'paczka', 'Twoje paczki są w drodze', true],
    ['pl', 'zwrot pieniędzy', 'O zwrocie pieniędzy', true],
    ['fr', 'carte cadeau', 'Vos cartes cadeaux', true],
    ['ar', 'طلب', 'تم شحن الطلب', true],
    ['de', 'Paket', 'Deine Sendung ist da', false],
    ['es', 'pedido', 'Gracias por tu compra', false],
  ])('%s: %s', (language, words, text, says) => expect(saysTerm(text, words, language)).toBe(says));
});

describe('words beside their source', () => {
  it('say the term, or another one that may be said', () => {
    expect(messages('Your parcels are here', 'Deine Pakete sind da')).toEqual([]);
    expect(messages('Your parcel is here', 'Deine Sendung ist da')).toEqual([]);
    expect(messages('Your parcel is here', 'Deine Ware ist da')).toEqual(['“parcel” is “Paket” in German.']);
    expect(messages('Your order is here', 'Deine Ware ist da')).toEqual([]);
  });

  it('are not checked for a term that the language has nothing for', () => {
    expect(messages('Your parcel is here', 'Din pakke er her', 'da')).toEqual([]);
  });

  it('of a variant keep to the terms of its language', () => {
    expect(messages('Your parcel is here', 'Deine Ware ist da', 'de-AT')).toHaveLength(1);
  });

  it('do not say what is not said here, and a click mends it in every form', () => {
    const words =
      '.input {$items.count :number} .match $items.count one {{Ein Päckchen}} * {{{$items.count} päckchen}}';
    const [finding, ...more] = glossaryFindings('parcels', words, 'plain', glossaryBetween([PARCEL], 'en', 'de'));
    expect(finding?.message).toBe('“Päckchen” is not said here: say “Paket”.');
    expect(finding?.fix?.source).toContain('{{Ein Paket}}');
    expect(more.map((f) => f.message)).toEqual(['“päckchen” is not said here: say “Paket”.']);
  });

  it('have a term that was left in the source’s language put into theirs by a click', () => {
    const [finding] = glossaryFindings(
      'Your parcel',
      'Dein Parcel {$order.number}',
      'plain',
      glossaryBetween([PARCEL], 'en', 'de'),
    );
    expect(finding?.fix).toEqual({ label: 'Put “Paket”', source: 'Dein Paket {$order.number}' });
  });

  it('have names letter by letter', () => {
    expect(messages('Thanks, Quillwick', 'Danke, Quillwick')).toEqual([]);
    const [finding] = glossaryFindings(
      'Thanks, Quillwick',
      'Danke, quillwick',
      'plain',
      glossaryBetween([SHOP], 'en', 'de'),
    );
    expect(finding).toMatchObject({
      message: '“Quillwick” reads the same in every language, and is not here.',
      fix: { source: 'Danke, Quillwick' },
    });
  });

  it('have a name as their language writes it, where it does', () => {
    const own = { ...SHOP, terms: [...SHOP.terms, term('ar', 'كويلويك')] };
    expect(messages('Thanks, Quillwick', 'شكرا، كويلويك', 'ar', [own])).toEqual([]);
    expect(messages('Thanks, Quillwick', 'شكرا', 'ar', [own])).toEqual(['“Quillwick” is “كويلويك” in Arabic.']);
  });

  it('say nothing while they are empty or cannot be read', () => {
    expect(messages('Your parcel', '')).toEqual([]);
    expect(messages('Your parcel', '{{broken')).toEqual([]);
  });
});

describe('files', () => {
  const words = fc.string({ unit: 'grapheme', minLength: 1, maxLength: 12 }).map((s) => s.replace(/\s+/g, ' ').trim());
  const anyTerm = fc.record({
    language: fc.constantFrom('en', 'de', 'fr', 'ar', 'pt-BR'),
    term: words.filter((w) => /^[\p{L}\p{N}&<"'=+-][\p{L}\p{N} &<"'=+-]*$/u.test(w)),
    use: fc.constantFrom('say', 'also', 'never'),
  });
  const anyEntry = fc
    .record({
      note: words.filter((w) => /^[\p{L}\p{N}<& ]+$/u.test(w)),
      terms: fc.array(anyTerm, { maxLength: 6 }),
      name: fc.boolean(),
    })
    .map(({ note, terms, name }, i = 0) => ({
      ...{ name, note },
      terms: [term('en', `term ${i}`), ...terms].filter(
        (t, n, all) => all.findIndex((o) => o.language === t.language && o.term === t.term) === n,
      ),
    }));
  const glossaries = fc.array(anyEntry, { maxLength: 5 }).map((all) =>
    all.map((e, i): GlossaryEntry => ({
      ...e,
      id: `id-${i}`,
      // In TBX, what reads the same in each language is a name.
      terms: [term('en', `Term ${i}`), ...e.terms.slice(1).filter((t) => t.term !== `Term ${i}`)] as Term[],
    })),
  );

  it('bring back what went out, as TBX and as a table', () => {
    fc.assert(
      fc.property(glossaries, (entries) => {
        for (const text of [writeTbx(entries, ['en', 'de', 'fr'], 'A & B'), writeTerms(entries)]) {
          const read = readGlossary(text, 'en');
          if (!read.ok) throw new Error(read.problem.message);
          const { added, changed, same, refused } = compareGlossary(read.value, entries, 'en');
          expect({ added, refused, same: same + changed.length }).toEqual({
            added: [],
            refused: [],
            same: entries.length,
          });
          if (text.startsWith('\uFEFF')) expect(changed).toEqual([]);
        }
      }),
    );
  });

  it('name a name once, however many languages say it', () => {
    const read = readGlossary(writeTbx([SHOP], ['en', 'de', 'ar'], 'Quillwick'), 'en');
    expect(read).toMatchObject({ ok: true, value: { entries: [{ name: true, terms: [term('en', 'Quillwick')] }] } });
  });

  it('are read in the older form of TBX, with a document type that only names a grammar', () => {
    const old = `<?xml version="1.0"?>
<!DOCTYPE martif SYSTEM "TBXBasiccoreStructV02.dtd">
<martif type="TBX-Basic" xml:lang="en"><martifHeader><fileDesc><sourceDesc><p>x</p></sourceDesc></fileDesc></martifHeader><text><body>
<termEntry id="c1"><descripGrp><descrip type="definition">What is
 sent</descrip></descripGrp>
<langSet xml:lang="EN"><ntig><termGrp><term>parcel</term><termNote type="partOfSpeech">noun</termNote></termGrp></ntig></langSet>
<langSet xml:lang="de"><tig><term>Paket</term><termNote type="administrativeStatus">preferredTerm-admn-sts</termNote></tig>
<tig><term>Päckchen</term><termNote type="administrativeStatus">deprecatedTerm-admn-sts</termNote></tig></langSet></termEntry>
</body></text></martif>`;
    expect(readGlossary(old, 'en')).toMatchObject({
      ok: true,
      value: {
        entries: [
          {
            line: 4,
            note: 'What is sent',
            name: false,
            terms: [term('en', 'parcel'), term('de', 'Paket'), term('de', 'Päckchen', 'never')],
          },
        ],
        refused: [],
      },
    });
  });

  it.each([
    ['<!DOCTYPE tbx [<!ENTITY a "b">]><tbx>&a;</tbx>', 'declares'],
    ['<tbx><text></tbx>', 'well-formed'],
    ['<xliff/>', 'neither tbx nor martif'],
    ['one;two\n1;2', 'The column “language” is missing.'],
  ])('that are none are refused: %s', (text, why) => {
    const read = readGlossary(text, 'en');
    expect(read.ok ? '' : read.problem.message).toEqual(
      expect.stringContaining(why === 'declares' ? 'document type' : why),
    );
  });

  it('are taken in entry by entry, each refusal at its line', () => {
    const table =
      'language,term,entry,use\nen,parcel,a,\nde,Paket,a,\nxx-nonsense-tag,thing,b,\nde,Ohne,c,\nen,order,d,\nen,Order,e,\n';
    const read = readGlossary(table, 'en');
    if (!read.ok) throw new Error(read.problem.message);
    const { added, refused } = compareGlossary(read.value, [], 'en');
    expect(added.map((e) => e.terms[0]?.term)).toEqual(['parcel', 'order']);
    expect(refused.map((r) => [r.line, r.what])).toEqual([
      [4, 'thing'],
      [5, 'Ohne'],
      [7, 'Order'],
    ]);
  });

  it('change the languages that they tell of, and leave the others', () => {
    const read = readGlossary('language,term,entry\nen,parcel,x\nfr,paquet,x\n', 'en');
    if (!read.ok) throw new Error(read.problem.message);
    const [change] = compareGlossary(read.value, [PARCEL], 'en').changed;
    expect(change?.after.id).toBe('parcel');
    expect(change?.after.terms).toEqual(
      expect.arrayContaining([term('fr', 'paquet'), term('de', 'Paket'), term('de', 'Päckchen', 'never')]),
    );
    expect(change?.after.terms).not.toContainEqual(term('fr', 'colis'));
  });
});
