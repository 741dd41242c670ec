import { comparedLines } from './compare';

const shown = (before: string, after: string, language = 'en'): string[] =>
  comparedLines(before, after, language).map((line) =>
    line.map(({ kind, text }) => (kind === 'same' ? text : `${kind === 'gone' ? '-' : '+'}[${text}]`)).join(''),
  );

it('takes numbers and days of two runs for the same', () => {
  const text = (number: string, day: string) => `Thank you, Orla\nOrder ${number} of ${day}\nTotal: €37.90`;
  expect(shown(text('R1-04', '30 November 2026'), text('R12-11', '1 December 2026'))).toEqual([]);
  expect(shown('bis Montag, 30. November', 'bis Dienstag, 1. Dezember', 'de')).toEqual([]);
  expect(shown('do 30 listopada', 'do 1 grudnia', 'pl')).toEqual([]);
  expect(shown('الطلب ١٢', 'الطلب ٣٤', 'ar')).toEqual([]);
});

it('strikes words that are gone and marks new ones, within their line', () => {
  const before = 'Thank you, Orla\n\nWe send it on Monday.\n\nKind regards';
  const after = 'Thank you, Orla\n\nWe will send it on Friday.\n\nKind regards';
  expect(shown(before, after)).toEqual(['We +[will ]send it on Friday.']);
  expect(shown('Total: €10', 'Sum: €10')).toEqual(['-[Total]+[Sum]: €10']);
});

it('tells of lines that came and went, and of nothing for empty ones', () => {
  expect(shown('a\nb\nc', 'a\nc')).toEqual(['-[b]']);
  expect(shown('a\nc', 'a\nb\nc')).toEqual(['+[b]']);
  expect(shown('a\n\nb', 'a\nb\n')).toEqual([]);
  expect(shown('', 'a')).toEqual(['+[a]']);
  expect(shown('a', '')).toEqual(['-[a]']);
});
