import { compileWords, runner, Writings, type WordsContext } from './compile';
import { EMPTY_DOCUMENT, toDocument, toSource } from './document';
import { joinForms, splitForms } from './forms';
import { parseSource } from './source';
import type { Values } from './values';

const read = (source: string) => {
  const parsed = parseSource(source);
  if (!parsed.ok) throw new Error(parsed.problem.message);
  return toDocument(parsed.message);
};
const context: WordsContext = {
  locale: 'en',
  timeZone: 'UTC',
  direction: 'ltr',
  typeOf: (name) => (name === 'n' ? 'number' : name === 'sum' ? 'money' : 'text'),
};
const said = (source: string, values: Values): string => {
  const writings = new Writings(context);
  const words = compileWords(source, 'paragraphs', context, writings);
  return runner(words.plain)(writings.begin(values));
};

describe('words by presence', () => {
  const source = toSource(splitForms(read('Hello {$first :text default=|you|}!'), 'first', 'presence'));

  it('are said one way with the value, and another without, the default having become words', () => {
    expect(source).toBe(
      '.input {$first :presence}\n.match $first\npresent {{Hello {$first :text}!}}\n* {{Hello you!}}',
    );
    expect(said(source, { first: 'Iwona' })).toBe('Hello Iwona!');
    expect(said(source, {})).toBe('Hello you!');
    expect(said(source, { first: '' })).toBe('Hello you!');
  });

  it('write a value whose only function is presence as it is usually written', () => {
    const sum = '.input {$sum :presence}\n.match $sum\nmissing {{free}}\n* {{{$sum}}}';
    expect(said(sum, { sum: { minor: 1250, currency: 'EUR' } })).toBe('€12.50');
    expect(said(sum, {})).toBe('free');
  });

  it('choose by several values, the more exact form first', () => {
    const two =
      '.input {$a :presence}\n.input {$b :presence}\n.match $a $b\npresent present {{both}}\npresent * {{a}}\n* * {{none}}';
    expect([said(two, { a: 'x', b: 'y' }), said(two, { a: 'x' }), said(two, { b: 'y' })]).toEqual([
      'both',
      'a',
      'none',
    ]);
  });

  it('say when they say nothing, so that their place can be left out', () => {
    const writings = new Writings(context);
    const words = (text: string) => compileWords(text, 'paragraphs', context, writings).blank;
    const some = words('.input {$a :presence}\n.match $a\npresent {{{#p}x{/p}}}\n* {{}}');
    expect([some?.({ a: 'x' }), some?.({})]).toEqual([false, true]);
    expect(words('{#p}x{/p}')).toBeUndefined();
  });

  it('keep an empty form empty when they go through the editor', () => {
    const half = '.input {$a :presence}\n.match $a\npresent {{{#p}x{/p}}}\n* {{}}';
    expect(toSource(read(half))).toBe(half);
  });
});

describe('words by number', () => {
  it('have a form for each number that the language tells apart', () => {
    const keys = (locale: string) => splitForms(EMPTY_DOCUMENT, 'n', 'number', locale).forms.map((f) => f.keys[0]);
    expect(keys('en')).toEqual(['one', '*']);
    expect(keys('pl')).toEqual(['one', 'few', 'many', '*']);
    expect(keys('ar')).toEqual(['zero', 'one', 'two', 'few', 'many', '*']);
  });
});

describe('joined again', () => {
  it('keep the form that was chosen, and what is chosen by other values', () => {
    const both = splitForms(splitForms(read('{$a} {$n}'), 'a', 'presence'), 'n', 'number');
    expect(both.forms.map((f) => f.keys)).toEqual([
      ['present', 'one'],
      ['present', '*'],
      ['*', 'one'],
      ['*', '*'],
    ]);
    const left = joinForms(both, 'a', 'present');
    expect(left.selectors.map((s) => s.name)).toEqual(['n']);
    expect(left.forms.map((f) => f.keys)).toEqual([['one'], ['*']]);
    expect(toSource(joinForms(left, 'n', '*'))).toBe('{$a} {$n}');
    expect(splitForms(both, 'a', 'presence')).toBe(both);
  });
});
