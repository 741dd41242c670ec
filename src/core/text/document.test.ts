import fc from 'fast-check';
import {
  NotEditable,
  toDocument,
  toSource,
  type Marks,
  type Paragraph,
  type Piece,
  type WordsDocument,
} from './document';
import { parseSource } from './source';
import { fillWords } from './testing';

const read = (source: string): WordsDocument => {
  const parsed = parseSource(source);
  if (!parsed.ok) throw new Error(parsed.problem.message);
  return toDocument(parsed.message);
};

// Text that tries the syntax: braces, backslashes, pipes, dots and dollar signs where they could mean something.
const text = fc.string({ unit: fc.constantFrom(...'ab {}\\|.$#/*:=\n\t"äß', 'ع', '🙂'), minLength: 1, maxLength: 10 });
const marks: fc.Arbitrary<Marks | undefined> = fc.option(
  fc
    .record(
      {
        b: fc.constant(true as const),
        i: fc.constant(true as const),
        link: fc.oneof(
          fc.record({ url: fc.constantFrom('https://a.example/x?y=1|2', 'https://b.example/ü') }),
          fc.record({ variable: fc.constantFrom('order.statusUrl', 'store.url') }),
        ),
      },
      { requiredKeys: [] },
    )
    .filter((m) => Object.keys(m).length > 0),
  { nil: undefined },
);
const withMarks = <T extends object>(piece: T, m: Marks | undefined): T & { marks?: Marks } =>
  m ? { ...piece, marks: m } : piece;
const options = fc.constantFrom<(Record<string, string> | undefined)[]>(
  undefined,
  { default: 'a|b\\c {x}' },
  { length: 'long', fields: 'month-day' },
);
const piece: fc.Arbitrary<Piece> = fc.oneof(
  { weight: 4, arbitrary: fc.tuple(text, marks).map(([t, m]) => withMarks({ type: 'text' as const, text: t }, m)) },
  {
    weight: 2,
    arbitrary: fc
      .tuple(
        fc.constantFrom('order.number', 'customer.firstName', 'order.total'),
        fc.constantFrom('text', undefined),
        options,
        marks,
      )
      .map(([name, fn, o, m]) =>
        withMarks({ type: 'chip' as const, name, ...(fn && { fn }), ...(fn && o && { options: o }) }, m),
      ),
  },
  { weight: 1, arbitrary: marks.map((m) => withMarks({ type: 'break' as const }, m)) },
);
const paragraph = fc
  .tuple(fc.constantFrom('p' as const, 'item' as const, 'step' as const), fc.array(piece, { maxLength: 6 }))
  .map(([kind, pieces]): Paragraph => ({ kind, pieces: merge(pieces) }));

/** Neighbouring texts with the same marks are one text: the editor never makes two of them. */
function merge(pieces: Piece[]): Piece[] {
  const out: Piece[] = [];
  for (const p of pieces) {
    const last = out.at(-1);
    if (p.type === 'text' && last?.type === 'text' && JSON.stringify(last.marks) === JSON.stringify(p.marks)) {
      out[out.length - 1] = { ...last, text: last.text + p.text };
    } else out.push(p);
  }
  return out;
}

const document: fc.Arbitrary<WordsDocument> = fc.oneof(
  fc.tuple(fc.boolean(), fc.array(paragraph, { minLength: 1, maxLength: 3 })).map(([marked, paragraphs]) => ({
    selectors: [],
    marked: marked || paragraphs.length > 1 || paragraphs.some((p) => p.kind !== 'p'),
    forms: [{ keys: [], paragraphs }],
  })),
  fc
    .tuple(
      fc.boolean(),
      fc.uniqueArray(fc.constantFrom('0', '1', 'one', 'few', 'many'), { maxLength: 3 }),
      fc.array(paragraph, { minLength: 4, maxLength: 4 }),
    )
    .map(([marked, keys, paragraphs]) => ({
      selectors: [{ name: 'order.itemCount', fn: 'number' }],
      marked: marked || paragraphs.some((p) => p.kind !== 'p'),
      forms: [...keys, '*'].map((key, i) => ({ keys: [key], paragraphs: [paragraphs[i]!] })),
    })),
);

/** Marks compared by what they are, not by the order they were set in. */
const normal = (d: WordsDocument): unknown =>
  JSON.parse(
    JSON.stringify(d, (_key, value: unknown) =>
      value && typeof value === 'object' && !Array.isArray(value)
        ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
        : value,
    ),
  );

describe('the editor’s document', () => {
  it('becomes MessageFormat 2 and comes back the same, whatever was typed', () => {
    fc.assert(
      fc.property(document, (doc) => {
        expect(normal(read(toSource(doc)))).toEqual(normal(doc));
      }),
      { numRuns: 1000 },
    );
  });

  it('says the same after a round trip through the editor', () => {
    const source =
      '.input {$order.itemCount :number}\n.match $order.itemCount\none {{{#p}One {#b}thing{/b} for {$customer.firstName :text default=|you|}.{/p}}}\n* {{{#p}{$order.itemCount} things{#br/}{#link href=|https://a.example/|}here{/link}.{/p}{#p}Second.{/p}}}';
    const again = toSource(read(source));
    for (const n of [1, 4]) {
      expect(fillWords(again, { 'order.itemCount': n })).toEqual(fillWords(source, { 'order.itemCount': n }));
    }
  });

  it.each([
    ['.local $x = {$order.total :money}\n{{{$x}}}', 'declare a value'],
    ['{|fixed|}', 'fixed value'],
    ['{#p}a{/p}b', 'outside a paragraph'],
    ['{#b}a', 'not closed'],
    ['{#table/}', 'does not stand'],
  ])('is refused for %s, which only the source view can edit', (source, why) => {
    expect(() => read(source)).toThrow(NotEditable);
    expect(() => read(source)).toThrow(why);
  });
});
