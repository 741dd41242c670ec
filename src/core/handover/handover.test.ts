import fc from 'fast-check';
import { SHIPPED_NOTIFICATIONS } from '../shipped';
import { neededSegments, segmentsOf } from '../template';
import { parseSource, toSource, type Marks, type Piece, type WordsDocument } from '../text';
import { compareTexts, decodeXml, readXliff, writeXliff, type Comparison, type FileOut } from '.';

const LANGUAGES = { source: 'en', target: 'de' };

/** All that ships, as files for translators. */
const SHIPPED: FileOut[] = SHIPPED_NOTIFICATIONS.map(({ slug, name, template }) => ({
  kind: 'template',
  slug,
  name: String(name),
  units: neededSegments(template, 'en').map(({ id, label }) => ({
    segment: id,
    label,
    state: 'done',
    source: template.words.en![id]!,
    words: template.words.de![id] ?? '',
  })),
}));

const momentOf = (file: FileOut): string =>
  SHIPPED_NOTIFICATIONS.find((n) => n.slug === file.slug)?.moment ?? 'order.placed';
function compare(text: string, store: readonly FileOut[] = SHIPPED): Comparison {
  const read = readXliff(text);
  if (!read.ok) throw new Error(read.problem.message);
  return compareTexts(
    read.value,
    store,
    (file) => ({ moment: momentOf(file), language: 'de', sourceLanguage: 'en' }),
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
const problem = (text: string): string => {
  const read = readXliff(text);
  return read.ok ? '' : `${read.problem.line}: ${read.problem.message}`;
};

const one = (source: string, words: string): FileOut[] => [
  { kind: 'template', slug: 'x', name: 'X', units: [{ segment: 'a', label: 'Text 1', state: 'done', source, words }] },
];
const HELLO = one('Dear {$customer.firstName}, {#b}thank you{/b}.', '');
const withTarget = (target: string, files = HELLO): string =>
  writeXliff(files, LANGUAGES).replace('</source>', `</source><target>${target}</target>`);

describe('a file for translators', () => {
  it('brings all that ships back as it was', () => {
    const text = writeXliff(SHIPPED, LANGUAGES);
    const back = compare(text);
    expect(back.refused).toEqual([]);
    expect(back.changed).toEqual([]);
    const own = SHIPPED.flatMap((f) => f.units.filter((u) => text.includes(`id="${u.segment}"`)));
    expect(back.same).toBeGreaterThan(200);
    expect(back.same).toBeLessThanOrEqual(own.length);
  });

  it('says what placeholders are, and has the forms that the language needs', () => {
    const items =
      '.input {$order.itemCount :number}\n.match $order.itemCount\none {{One item}}\n* {{{$order.itemCount} items}}';
    const text = writeXliff(one(items, ''), { source: 'en', target: 'pl' });
    expect(text.match(/<unit /g)).toHaveLength(4);
    expect(text).toContain('<unit id="a.2" name="few" type="libellus:form">');
    expect(text).toContain('disp="Number of items"');
    expect(text).toContain('srcLang="en" trgLang="pl"');
  });

  it('takes a translation with its placeholders moved', () => {
    const { changed } = compare(withTarget('<pc id="2" subType="xlf:b">Danke</pc>, <ph id="1"/>.'), HELLO);
    expect(changed).toMatchObject([{ after: '{#b}Danke{/b}, {$customer.firstName}.', state: 'done' }]);
  });

  it.each([
    ['a placeholder that is gone', 'Danke, <pc id="2">sehr</pc>.', /First name/],
    ['a placeholder that is not in the source', 'Danke <ph id="9"/> <ph id="1"/>.', /id 9 is not in the source/],
    ['a pair that is broken', '<sc id="2"/>Danke <ph id="1"/>.', /formatting with id 2/],
    ['a control character', 'Danke <cp hex="001F"/> <ph id="1"/>.', /control character/],
  ])('refuses %s, with its line', (_what, target, why) => {
    const text = withTarget(target);
    const read = readXliff(text);
    const said = read.ok ? compare(text, HELLO).refused : [{ line: read.problem.line, why: read.problem.message }];
    expect(said).toMatchObject([{ why: expect.stringMatching(why), line: expect.any(Number) }]);
    expect(said[0]!.line).toBeGreaterThan(5);
  });

  it('takes text that looks like a placeholder for text', () => {
    const { changed } = compare(withTarget('{$order.total} <ph id="1"/> {#b}x{/b}.'), HELLO);
    const parsed = parseSource(changed[0]!.after);
    expect(parsed.ok && parsed.message.type === 'message' && parsed.message.pattern[0]).toBe('{$order.total} ');
  });

  it('refuses a text whose source was changed since, and takes the others', () => {
    const text = writeXliff(
      [{ ...HELLO[0]!, units: [{ ...HELLO[0]!.units[0]!, words: 'Danke, {$customer.firstName}.' }] }],
      LANGUAGES,
    );
    const now = one('Hello {$customer.firstName}, {#b}thank you{/b}.', '');
    expect(compare(text, now).refused).toMatchObject([{ why: expect.stringContaining('source was changed since') }]);
  });

  it('does not mind order, line ends, a byte order mark, or UTF-16', () => {
    const text = withTarget('Danke <ph id="1"/>,\r\n        <pc id="2">sehr</pc>.').replaceAll(/(?<!\r)\n/g, '\r\n');
    const bytes = Buffer.concat([Buffer.from([0xff, 0xfe]), Buffer.from(text, 'utf16le')]);
    expect(compare(decodeXml(bytes)!, HELLO).changed).toMatchObject([
      { after: 'Danke {$customer.firstName}, {#b}sehr{/b}.' },
    ]);
    expect(decodeXml(Buffer.from(`\ufeff${text}`))).toBe(text);
    expect(decodeXml(Buffer.from([0xfc, 0x20]))).toBeUndefined();
    const two = writeXliff(SHIPPED.slice(0, 2), LANGUAGES);
    const units = two.match(/^ {4}<unit [^]*?<\/unit>\n/gm)!;
    const turned = two.replace(units[0]!, '').replace(units[1]!, units[1]! + units[0]!);
    expect(compare(turned).refused).toEqual([]);
  });

  it('refuses entities, other formats, broken XML, and units that are added or twice', () => {
    expect(problem('<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a SYSTEM "file:///etc/passwd">]><xliff/>')).toMatch(
      /declares a document type/,
    );
    expect(problem('<xliff version="1.1" xmlns="urn:oasis:names:tc:xliff:document:1.1"></xliff>')).toMatch(
      /This is XLIFF 1\.1/,
    );
    expect(problem('<html></html>')).toMatch(/not an XLIFF/);
    expect(problem(withTarget('Danke</pc>'))).toMatch(/^\d+: This is not well-formed/);
    const unit = / {4}<unit [^]*?<\/unit>\n/.exec(withTarget('Danke <ph id="1"/>, <pc id="2">sehr</pc>.'))![0];
    const doubled = withTarget('Danke <ph id="1"/>, <pc id="2">sehr</pc>.').replace(
      unit,
      unit + unit.replace('id="a"', 'id="b"'),
    );
    expect(compare(doubled, HELLO)).toMatchObject({
      changed: [{}],
      refused: [{ why: expect.stringContaining('“b”') }],
    });
  });

  it('brings any words back as they were', () => {
    const marks = fc.option(
      fc.record(
        {
          b: fc.constant(true as const),
          i: fc.constant(true as const),
          link: fc.constantFrom({ url: 'https://a.example/?a=1&b=2' }),
        },
        { requiredKeys: [] },
      ),
      { nil: undefined },
    );
    const text = fc
      .string({ unit: 'grapheme', minLength: 1 })
      .map((t) => t.replace(/[\s\p{C}]+/gu, ' '))
      .filter((t) => t.trim() === t && t !== '');
    const piece = fc.oneof(
      fc.record({ type: fc.constant('text' as const), text, marks }),
      fc.record({ type: fc.constant('chip' as const), name: fc.constantFrom('order.number', 'order.total'), marks }),
    );
    const clean = ({ marks: m, ...rest }: { marks?: Marks | undefined } & Record<string, unknown>): Piece =>
      ({ ...rest, ...(m && Object.keys(m).length > 0 && { marks: m }) }) as Piece;
    const words = fc
      .array(fc.array(piece, { minLength: 1, maxLength: 5 }), { minLength: 1, maxLength: 3 })
      .map((list): WordsDocument => ({
        selectors: [],
        marked: true,
        forms: [{ keys: [], paragraphs: list.map((pieces) => ({ kind: 'p', pieces: pieces.map(clean) })) }],
      }));
    fc.assert(
      fc.property(words, (document) => {
        const source = toSource(document);
        const back = compare(writeXliff(one(source, source), LANGUAGES), one(source, source));
        expect(back).toMatchObject({ same: 1, changed: [], refused: [] });
      }),
      { numRuns: 200 },
    );
  });

  it('makes nothing that fails to compile, whatever stands in a target', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: 'grapheme' }),
        fc.array(fc.constantFrom('<ph id="1"/>', '<pc id="2">x</pc>', '<pc id="2">', '</pc>', '<ph/>')),
        (typed, tags) => {
          const target = typed.replace(/[<&]/g, ' ') + tags.join(' ');
          const text = withTarget(target);
          if (!readXliff(text).ok) return;
          for (const { after } of compare(text, HELLO).changed) {
            expect(parseSource(after).ok).toBe(true);
            expect(new Set(after.match(/\{\$[\w.]+/g))).toEqual(new Set(['{$customer.firstName']));
          }
        },
      ),
      { numRuns: 200 },
    );
  });
});
