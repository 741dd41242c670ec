import { ownDeclarations, withImportant } from './declarations';

const css = `.ls-words { color: red; font-size: 18px !important }
@media (max-width: 479px) {
  .ls-items td, h1 { padding: 4px }
}`;

it('each declaration has its rule and its place, within @media too', () => {
  expect(ownDeclarations(css)).toEqual([
    { selector: '.ls-words', property: 'color', important: false, line: 1, column: 13 },
    { selector: '.ls-words', property: 'font-size', important: true, line: 1, column: 25 },
    { selector: '.ls-items td, h1', property: 'padding', important: false, line: 3, column: 22 },
  ]);
  expect(ownDeclarations('.a { color')).toEqual([]);
});

it('one of them is made to win, and nothing else changes', () => {
  expect(withImportant(css, { line: 3, column: 22 })).toBe(css.replace('4px', '4px !important'));
  expect(withImportant(css, { line: 9, column: 1 })).toBe(css);
});
