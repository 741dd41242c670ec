import { flatten, flatPair, pairOf, tmxPairs, writeTmx, type FileOut } from '.';
import { readDocument } from '../text';
import { codeOf } from './memory';

const languages = { source: 'en', target: 'fr' };
const file = (source: string, words: string): FileOut => ({
  kind: 'template',
  slug: 'hello',
  name: 'Hello',
  units: [{ segment: 'text', label: 'Text', state: 'done', source, words }],
});

describe('a pair', () => {
  it.each([
    ['Hello', 'Bonjour'],
    ['Hello {$customer.firstName}', 'Bonjour {$customer.firstName}'],
    ['Pay {$order.total :money currencyDisplay=code} now', 'Payez {$order.total :money currencyDisplay=code}'],
    ['{#p}One{/p}{#p}{#b}Two{/b}{#br /}three{/p}', '{#p}Un{/p}{#p}{#b}Deux{/b}{#br /}trois{/p}'],
    [
      'See {#link href=|https://quillwick.example/a?b=1&c=2|}here{/link}',
      'Voir {#link href=|https://quillwick.example/a?b=1&c=2|}ici{/link}',
    ],
    ['A \\{brace\\} and a \\\\', 'Une \\{accolade\\} et un \\\\'],
    ['5 < 6 & "seven"', '5 < 6 & « sept »'],
  ])('goes out and comes back as it is: %s', (source, words) => {
    expect(tmxPairs(writeTmx([file(source, words)], languages), languages)).toEqual([{ source, words }]);
    const flat = flatPair({ source, words })!;
    expect(flat.from).toEqual(flatten(readDocument(source)!.forms[0]!, readDocument(source)!.marked));
    const again = writeTmx([], languages, [{ source, words }]);
    expect(tmxPairs(again, languages)).toEqual([{ source, words }]);
  });

  it('of the store’s own stands once, though a kept one is the same', () => {
    const text = writeTmx([file('Hello', 'Bonjour')], languages, [
      { source: 'Hello', words: 'Bonjour' },
      { source: 'Hello', words: 'Salut' },
    ]);
    expect(tmxPairs(text, languages).map((p) => p.words)).toEqual(['Bonjour', 'Salut']);
  });

  it('of another tool is kept as its words: its codes mean nothing here', () => {
    const foreign = (code: string) => [
      'Wait ',
      { id: '1', at: 'alone' as const, code },
      ' days',
      { id: '2', at: 'open' as const, code: '<b>' },
      '!',
    ];
    for (const code of ['%d', '{0}', '{$order.number', '', '{{x}}']) {
      expect(pairOf(foreign(code), ['Attendez'])).toEqual({ source: 'Wait days!', words: 'Attendez' });
    }
  });

  it('that says nothing, or begins as a declaration does, does no harm', () => {
    expect(pairOf(['12'], ['12'])).toBeUndefined();
    expect(pairOf(['Hello'], [''])).toBeUndefined();
    expect(pairOf(['Hello'], ['x'.repeat(2_001)])).toBeUndefined();
    const declared = pairOf(['.match $n one'], ['.input {$x :y}'])!;
    expect(readDocument(declared.source)!.forms[0]!.paragraphs[0]!.pieces).toEqual([
      { type: 'text', text: '.match $n one' },
    ]);
    expect(readDocument(declared.words)!.forms).toHaveLength(1);
  });
});

it('memories of ten megabytes are read in time, whatever stands in them', () => {
  const pair = (side: string): string =>
    `<tu><tuv xml:lang="en"><seg>${side}</seg></tuv><tuv xml:lang="fr"><seg>${side}</seg></tuv></tu>`;
  const filled = (side: string): string => pair(side).repeat(Math.floor(4_000_000 / pair(side).length));
  const began = performance.now();
  for (const side of [
    'a',
    'a {b} \\\\',
    `${'{'.repeat(1_900)}`,
    `a${'<ph x="1">{$a :b c=d}</ph>'.repeat(150)}`,
    `a${'<ph x="1">{$a}</ph>'.repeat(50_000)}`,
    `${'a '.repeat(1_000_000)}`,
  ]) {
    tmxPairs(`<tmx version="1.4"><header/><body>${filled(side)}</body></tmx>`, languages);
  }
  expect(performance.now() - began).toBeLessThan(20_000);
});

it('an inline element is written as it is written in words', () => {
  const inline = { id: '1', kind: 'mark' as const, mark: 'b' as const, marks: { b: true as const } };
  expect([codeOf(inline, 'open'), codeOf(inline, 'close')]).toEqual(['{#b}', '{/b}']);
});
