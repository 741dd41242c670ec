import fc from 'fast-check';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import { neededSegments, segmentsOf } from '../template';
import { toSource, type Piece, type WordsDocument } from '../text';
import {
  compareTexts,
  readPo,
  readXliff,
  readTable,
  readTmx,
  writePo,
  writeXliff12,
  writeTable,
  writeTmx,
  type Comparison,
  type FileOut,
  type ReadResult,
} from '.';
import { PLURAL_LANGUAGES, pluralFormsOf } from './plural-forms';
import { readTokens, tokensOf } from './tokens';

const shippedIn = (language: string): FileOut[] =>
  SHIPPED_NOTIFICATIONS.map(({ slug, name, template }) => ({
    kind: 'template',
    slug,
    name: String(name),
    units: neededSegments(template, 'en').map(({ id, label }) => ({
      segment: id,
      label,
      state: 'done',
      source: template.words.en![id]!,
      words: template.words[language]?.[id] ?? '',
    })),
  }));
const withoutWords = (files: readonly FileOut[]): FileOut[] =>
  files.map((f) => ({ ...f, units: f.units.map((u) => ({ ...u, words: '', state: 'missing' as const })) }));

function compare(read: ReadResult, store: readonly FileOut[], language: string): Comparison {
  if (!read.ok) throw new Error(`${read.problem.line}: ${read.problem.message}`);
  return compareTexts(
    read.value,
    store,
    (file) => ({
      moment: SHIPPED_NOTIFICATIONS.find((n) => n.slug === file.slug)?.moment ?? 'order.placed',
      language,
      sourceLanguage: 'en',
    }),
    (file, segment) => {
      const own = SHIPPED_NOTIFICATIONS.find((n) => n.slug === file.slug);
      return (
        (own && segmentsOf(own.template).find((p) => p.id === segment)) ?? {
          id: segment,
          form: 'paragraphs',
          label: 'Text 1',
        }
      );
    },
  );
}
const wordsOf = (files: readonly FileOut[]): Record<string, string> =>
  Object.fromEntries(files.flatMap((f) => f.units.map((u) => [`${f.slug} ${u.segment}`, u.words])));

const FORMATS = [
  ['XLIFF 1.2', writeXliff12, (text: string) => readXliff(text)],
  ['PO', writePo, (text: string, store: readonly FileOut[]) => readPo(text, store)],
  ['a table', writeTable, (text: string) => readTable(text)],
] as const;

describe.each(FORMATS)('texts as %s', (_, write, read) => {
  it.each(['de', 'fr', 'pl', 'ar'])('bring all that ships in %s back as it was', (language) => {
    const files = shippedIn(language);
    const text = write(files, { source: 'en', target: language });
    const back = compare(read(text, files), files, language);
    expect(back.refused).toEqual([]);
    expect(back.changed.map((c) => [c.slug, c.segment])).toEqual([]);
    expect(back.same).toBeGreaterThan(200);
  });

  it.each(['de', 'pl', 'ar'])('bring the words of %s to a store that has none of them', (language) => {
    const files = shippedIn(language);
    const empty = withoutWords(files);
    const back = compare(read(write(files, { source: 'en', target: language }), files), empty, language);
    const wanted = wordsOf(files);
    // Fractions have no form of their own there: they read as the last form does.
    const own = back.changed.filter(({ slug, segment, after }) => after !== wanted[`${slug} ${segment}`]);
    expect(own.filter((c) => !/\.input \{\$\S+ :number/.test(c.after))).toEqual([]);
    expect(back.changed.length).toBeGreaterThan(150);
  });

  it('bring any words back as they were', () => {
    const texts = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 12 })
      .filter((t) => t.trim() !== '' && !/[\n\r]/.test(t));
    const piece: fc.Arbitrary<Piece> = fc.oneof(
      texts.map((text): Piece => ({ type: 'text', text: `x${text}x` })),
      fc.constant<Piece>({ type: 'chip', name: 'order.number' }),
      texts.map((text): Piece => ({ type: 'text', text: `y${text}y`, marks: { b: true } })),
    );
    const words = fc.array(piece, { minLength: 1, maxLength: 5 }).map((pieces): WordsDocument => ({
      selectors: [],
      marked: true,
      forms: [{ keys: [], paragraphs: [{ kind: 'p', pieces }] }],
    }));
    fc.assert(
      fc.property(words, (document) => {
        const source = toSource(document);
        const files: FileOut[] = [
          {
            kind: 'template',
            slug: 'x',
            name: 'X',
            units: [{ segment: 'a', label: 'Text 1', state: 'done', source, words: source }],
          },
        ];
        const back = compare(read(write(files, { source: 'en', target: 'de' }), files), files, 'de');
        expect([back.same, back.changed.length, back.refused]).toEqual([1, 0, []]);
      }),
    );
  });
});

const HELLO: FileOut[] = [
  {
    kind: 'template',
    slug: 'x',
    name: 'X',
    units: [
      {
        segment: 'a',
        label: 'Text 1',
        state: 'missing',
        source: 'Dear {$customer.firstName}, {#b}thank you{/b}.',
        words: '',
      },
    ],
  },
];
const po = (msgstr: string, more = ''): string =>
  `msgid ""\nmsgstr "Language: de\\nX-Source-Language: en\\n"\n\n${more}msgctxt "template:x/a"\nmsgid "Dear {1 First name}, <2>thank you</2>."\nmsgstr "${msgstr}"\n`;
const back = (text: string): Comparison => compare(readPo(text, HELLO), HELLO, 'de');

describe('a PO file that comes back', () => {
  it('has placeholders moved, and their names changed, without harm', () => {
    expect(back(po('<2>Danke</2>, {1 Vorname}.')).changed).toMatchObject([
      { after: '{#b}Danke{/b}, {$customer.firstName}.', state: 'done', line: 4 },
    ]);
  });

  it.each([
    ['a placeholder is gone', 'Danke', 'First name'],
    ['a pair is broken', '{1 x} <2>Danke', 'id 2'],
    ['a placeholder is none of the source', '{1 x} {7 y} <2>Danke</2>', 'id 7'],
  ])('is refused at its line where %s', (_, msgstr, why) => {
    const { changed, refused } = back(po(msgstr));
    expect(changed).toEqual([]);
    expect(refused).toMatchObject([{ line: 4, why: expect.stringMatching(new RegExp(why, 'i')) }]);
  });

  it('counts as begun where it is fuzzy', () => {
    expect(back(po('{1}: <2>Danke</2>', '#, fuzzy\n')).changed).toMatchObject([{ state: 'begun' }]);
  });

  it('is refused where its source was changed since', () => {
    const text = po('{1}, <2>danke</2>').replace('thank you', 'many thanks');
    expect(back(text).refused).toMatchObject([{ why: expect.stringContaining('changed since') }]);
  });

  it('is met with words where it is none', () => {
    expect(readPo('msgid "open', HELLO)).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('PO') },
    });
    expect(readPo('hello', HELLO)).toMatchObject({ ok: false });
  });
});

describe('a PO file', () => {
  const items =
    '.input {$order.itemCount :number}\n.match $order.itemCount\none {{One item}}\n* {{{$order.itemCount} items}}';
  const file = (words: string): FileOut[] => [
    {
      kind: 'template',
      slug: 'x',
      name: 'X',
      units: [{ segment: 'a', label: 'Text 1', state: 'done', source: items, words }],
    },
  ];

  it('has one entry with the plural forms of the language', () => {
    const text = writePo(file(''), { source: 'en', target: 'pl' });
    expect(text).toContain('Plural-Forms: nplurals=3;');
    expect(text).toContain(
      'msgid "One item"\nmsgid_plural "{1 Number of items} items"\nmsgstr[0] ""\nmsgstr[1] ""\nmsgstr[2] ""',
    );
    const words = ['{1} produkt', '{1} produkty', '{1} produktów'];
    const filled = words.reduce((t, w, i) => t.replace(`msgstr[${i}] ""`, `msgstr[${i}] "${w}"`), text);
    const { changed, refused } = compare(readPo(filled, file('')), file(''), 'pl');
    expect(refused).toEqual([]);
    expect(changed[0]!.after).toContain('few {{{$order.itemCount} produkty}}');
    expect(changed[0]!.after).toContain('* {{{$order.itemCount} produktów}}');
  });

  it('has entries for each form in a language that gettext’s count is not known of', () => {
    const text = writePo(file(''), { source: 'en', target: 'cy' });
    expect(text).not.toContain('msgid_plural');
    expect(text).toContain('msgctxt "template:x/a.1"');
  });

  it('says what was changed since, with the former source', () => {
    const [f] = HELLO;
    const changed: FileOut[] = [
      {
        ...f!,
        units: [
          {
            ...f!.units[0]!,
            state: 'changed',
            words: '{$customer.firstName}, {#b}danke{/b}.',
            madeFrom: 'Dear {$customer.firstName}.',
          },
        ],
      },
    ];
    expect(writePo(changed, { source: 'en', target: 'de' })).toContain('#, fuzzy\n#| msgid "Dear {1 First name}."');
  });
});

it.each(PLURAL_LANGUAGES)('gettext counts in %s as CLDR does', (language) => {
  const { categories, plural } = pluralFormsOf(language)!;
  const rules = new Intl.PluralRules(language);
  // The expression is C, of the part of it that is JavaScript as well.
  const index = new Function('n', `return Number(${plural})`) as (n: number) => number;
  for (let n = 0; n <= 220; n += 1) expect([n, categories[index(n)]]).toEqual([n, rules.select(n)]);
});

it('tokens that are text stay text', () => {
  fc.assert(
    fc.property(fc.string({ unit: fc.constantFrom('\\', '{', '}', '<', '>', '/', '1', ' ', 'a') }), (text) => {
      expect(readTokens(tokensOf([text])).join('')).toBe(text);
    }),
  );
});

it('a table is read with other separators and in any order, and says what it lacks', () => {
  const table =
    'translation;id;source\r\n"{1}, <2>danke</2>";template:x/a;"Dear {1 First name}, <2>thank you</2>."\r\n';
  expect(compare(readTable(table), HELLO, 'de').changed).toMatchObject([{ line: 2, state: 'done' }]);
  expect(readTable('id,source\n')).toMatchObject({
    ok: false,
    problem: { message: expect.stringContaining('translation') },
  });
});

describe('an XLIFF 1.2 file that comes back', () => {
  const file = (unit: string, second = ''): string =>
    `<?xml version="1.0"?>\n<xliff version="1.2" xmlns="urn:oasis:names:tc:xliff:document:1.2">\n<file original="template:x" source-language="en" target-language="de" datatype="x-libellus"><body>\n${unit}\n</body></file>${second}</xliff>`;
  const SOURCE = '<source>Dear <x id="1"/>, <g id="2" ctype="bold">thank you</g>.</source>';
  const read = (text: string): Comparison => compare(readXliff(text), HELLO, 'de');

  it.each([
    ['translated', 'state="translated"', 'done'],
    ['signed off', 'state="signed-off"', 'checked'],
    ['to be reviewed', 'state="needs-review-translation"', 'begun'],
    ['of no state', '', 'done'],
  ])('is %s where it says so', (_, attribute, state) => {
    const unit = `<trans-unit id="a">${SOURCE}<target ${attribute}><x id="1"/>: <g id="2">danke</g></target></trans-unit>`;
    expect(read(file(unit)).changed).toMatchObject([{ after: '{$customer.firstName}: {#b}danke{/b}', state }]);
  });

  it('is not what another tool proposes beside it', () => {
    const proposal = '<alt-trans><source>x</source><target><x id="1"/> <g id="2">nein</g></target></alt-trans>';
    const target = '<target><x id="1"/> <bx id="2" rid="2"/>danke<ex id="9" rid="2"/></target>';
    const unit = `<trans-unit id="a" approved="yes">${SOURCE}${target}${proposal}</trans-unit>`;
    expect(read(file(unit)).changed).toMatchObject([{ after: expect.stringContaining('danke'), state: 'checked' }]);
    expect(read(file(`<trans-unit id="a">${SOURCE}${proposal}</trans-unit>`))).toMatchObject({ empty: 1, changed: [] });
  });

  it('is of one language', () => {
    const other =
      '<file original="template:y" source-language="en" target-language="fr" datatype="plaintext"><body/></file>';
    expect(readXliff(file('', other))).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('different languages') },
    });
  });
});

describe('a memory', () => {
  const languages = { source: 'en', target: 'fr' };
  const FRENCH = shippedIn('fr');

  const formsIn = (words: string): string[] =>
    words.startsWith('.') ? [...words.matchAll(/\{\{([^]*?)\}\}(?=\n|$)/g)].map((m) => m[1]!) : [words];

  it('fills what has the same source and no translation, and nothing else', () => {
    const text = writeTmx(FRENCH, languages);
    const empty = withoutWords(FRENCH);
    const back = compare(readTmx(text, empty, languages), empty, 'fr');
    expect(back.refused).toEqual([]);
    const wanted = wordsOf(FRENCH);
    const first = new Map<string, string>();
    for (const f of FRENCH) for (const u of f.units) if (!first.has(u.source)) first.set(u.source, u.words);
    for (const { slug, segment, source, after, state } of back.changed) {
      const known = [wanted[`${slug} ${segment}`]!, first.get(source)!].map(formsIn);
      // A form that falls to the one for everything else may be written out.
      expect(known.some((forms) => formsIn(after).every((form) => forms.includes(form)))).toBe(true);
      expect(state).toBe('begun');
    }
    expect(back.changed.length).toBeGreaterThan(150);
    expect(compare(readTmx(text, FRENCH, languages), FRENCH, 'fr')).toMatchObject({
      changed: [],
      refused: [],
      same: 0,
    });
  });

  it('may name its grammar, and may declare nothing', () => {
    const pair = '<tu><tuv xml:lang="EN-GB"><seg>Open</seg></tuv><tuv xml:lang="fr"><seg>Ouvrir</seg></tuv></tu>';
    const memory = (head: string): string =>
      `<?xml version="1.0"?>\n${head}\n<tmx version="1.4"><header/><body>\n${pair}\n</body></tmx>`;
    const store: FileOut[] = [{ ...HELLO[0]!, units: [{ ...HELLO[0]!.units[0]!, source: 'Open' }] }];
    const read = (head: string): ReadResult => readTmx(memory(head), store, languages);
    expect(compare(read('<!DOCTYPE tmx SYSTEM "tmx14.dtd">'), store, 'fr').changed).toMatchObject([
      { after: 'Ouvrir', line: 4 },
    ]);
    expect(read('<!DOCTYPE tmx [<!ENTITY a "b">]>')).toMatchObject({ ok: false });
    expect(readTmx(memory(''), store, { source: 'en', target: 'pl' })).toMatchObject({
      ok: false,
      problem: { message: expect.stringContaining('no pairs') },
    });
  });
});

it('files made to take long are read at once', () => {
  const blanks = ' '.repeat(400_000);
  const began = performance.now();
  readTokens(`<${blanks}x ${'{1 '.repeat(100_000)}`);
  readTmx(`<tmx>${'<!DOCTYPE '.repeat(100_000)}`, HELLO, { source: 'en', target: 'fr' });
  const table = `id,source,translation\ntemplate:x/a,"${blanks}x",y\n`;
  expect(compare(readTable(table), HELLO, 'de').refused).toHaveLength(1);
  expect(performance.now() - began).toBeLessThan(5_000);
});
