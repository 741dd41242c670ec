import { countryName, languageName } from './names';

it('languages and countries have names, and codes that are none stay as they are', () => {
  expect([languageName('de'), languageName('pl'), languageName('en-GB')]).toEqual([
    'German',
    'Polish',
    'British English',
  ]);
  expect([languageName('de-x-informal'), languageName('de-AT-x-informal')]).toEqual([
    'German (informal)',
    'Austrian German (informal)',
  ]);
  expect([countryName('DE'), countryName('DE', 'de'), countryName('pl', 'pl')]).toEqual([
    'Germany',
    'Deutschland',
    'Polska',
  ]);
  expect([countryName('X1'), countryName(''), countryName('ZZZ')]).toEqual(['X1', '', 'ZZZ']);
});
