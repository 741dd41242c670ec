/**
 * How gettext counts (the header Plural-Forms) in languages that are often asked for, with the category of CLDR that each of its forms is.
 * A test holds each expression against CLDR for whole numbers. What is not here goes out with an entry for each form.
 */

export interface PluralForms {
  /** Categories of CLDR in the order of `msgstr[0]`, `msgstr[1]` ...; of the last one, the form for everything else is used. */
  categories: readonly string[];
  /** The expression in the notation of C. */
  plural: string;
}

const NONE: PluralForms = { categories: ['other'], plural: '0' };
const ONE: PluralForms = { categories: ['one', 'other'], plural: 'n != 1' };
const UP_TO_ONE: PluralForms = { categories: ['one', 'other'], plural: 'n > 1' };
const CZECH: PluralForms = { categories: ['one', 'few', 'other'], plural: '(n == 1) ? 0 : (n >= 2 && n <= 4) ? 1 : 2' };
const RUSSIAN: PluralForms = {
  categories: ['one', 'few', 'many'],
  plural: 'n % 10 == 1 && n % 100 != 11 ? 0 : n % 10 >= 2 && n % 10 <= 4 && (n % 100 < 12 || n % 100 > 14) ? 1 : 2',
};
const SERBIAN: PluralForms = { ...RUSSIAN, categories: ['one', 'few', 'other'] };

const FORMS: Readonly<Record<string, PluralForms>> = {
  ar: {
    categories: ['zero', 'one', 'two', 'few', 'many', 'other'],
    plural: 'n == 0 ? 0 : n == 1 ? 1 : n == 2 ? 2 : n % 100 >= 3 && n % 100 <= 10 ? 3 : n % 100 >= 11 ? 4 : 5',
  },
  pl: {
    categories: ['one', 'few', 'many'],
    plural: 'n == 1 ? 0 : n % 10 >= 2 && n % 10 <= 4 && (n % 100 < 12 || n % 100 > 14) ? 1 : 2',
  },
  cs: CZECH,
  sk: CZECH,
  ru: RUSSIAN,
  uk: RUSSIAN,
  sr: SERBIAN,
  hr: SERBIAN,
  bs: SERBIAN,
  lt: {
    categories: ['one', 'few', 'other'],
    plural:
      'n % 10 == 1 && (n % 100 < 11 || n % 100 > 19) ? 0 : n % 10 >= 2 && n % 10 <= 9 && (n % 100 < 11 || n % 100 > 19) ? 1 : 2',
  },
  ro: {
    categories: ['one', 'few', 'other'],
    plural: 'n == 1 ? 0 : n == 0 || (n % 100 >= 1 && n % 100 <= 19) ? 1 : 2',
  },
  sl: {
    categories: ['one', 'two', 'few', 'other'],
    plural: 'n % 100 == 1 ? 0 : n % 100 == 2 ? 1 : n % 100 == 3 || n % 100 == 4 ? 2 : 3',
  },
  ...Object.fromEntries(['ja', 'zh', 'ko', 'vi', 'th', 'id', 'ms'].map((l) => [l, NONE])),
  ...Object.fromEntries(
    [
      'en',
      'de',
      'nl',
      'sv',
      'da',
      'nb',
      'no',
      'nn',
      'fi',
      'et',
      'hu',
      'el',
      'bg',
      'tr',
      'it',
      'es',
      'ca',
      'eu',
      'gl',
    ].map((l) => [l, ONE]),
  ),
  ...Object.fromEntries(['fr', 'pt', 'pt-BR', 'hi', 'fa'].map((l) => [l, UP_TO_ONE])),
};

/** How gettext counts in a language; undefined where it is not known here. */
export const pluralFormsOf = (language: string): PluralForms | undefined =>
  FORMS[language] ?? FORMS[language.split('-')[0] ?? ''];

/** Languages that are known here. */
export const PLURAL_LANGUAGES: readonly string[] = Object.keys(FORMS);
