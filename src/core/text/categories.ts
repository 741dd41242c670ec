/** The numbers that a language tells apart (CLDR plural rules), and which of them each form of some words is for. */
import { pluralCategory } from './formatters';

export const PLURAL_CATEGORIES = ['zero', 'one', 'two', 'few', 'many', 'other'] as const;

export type NumberChoice = 'plural' | 'ordinal' | 'exact';

/** Numbers that forms are tried on: each category of each language has some of them. */
const TRIED = Array.from({ length: 201 }, (_, n) => n);
const RANGES_SHOWN = 3;

const isCategory = (key: string): boolean => (PLURAL_CATEGORIES as readonly string[]).includes(key);

/** Whether a form can be for this key at all: a number, or one of the six categories. */
export const isNumberKey = (key: string): boolean => key === '*' || isCategory(key) || /^-?\d+(\.\d+)?$/.test(key);

/** The categories that a language has, of whole numbers and of others. */
export function categoriesOf(locale: string, choice: NumberChoice = 'plural'): string[] {
  if (choice === 'exact') return [];
  const { pluralCategories } = new Intl.PluralRules(locale, { type: ordinalOrNot(choice) }).resolvedOptions();
  return PLURAL_CATEGORIES.filter((c) => pluralCategories.includes(c));
}

const ordinalOrNot = (choice: NumberChoice): 'cardinal' | 'ordinal' => (choice === 'ordinal' ? 'ordinal' : 'cardinal');

/**
 * Whole numbers up to 200 that a form is for, given the keys of all forms: a number before its category, a category before `*`, as words
 * are chosen.
 */
export function numbersOf(
  key: string,
  keys: readonly string[],
  locale: string,
  choice: NumberChoice = 'plural',
): number[] {
  const category = pluralCategory(locale, ordinalOrNot(choice));
  const wins = (n: number): string =>
    keys.includes(String(n)) ? String(n) : choice !== 'exact' && keys.includes(category(n)) ? category(n) : '*';
  return TRIED.filter((n) => wins(n) === key);
}

/** Numbers in few words: "1", "2–4, 22–24, 32–34 …". */
export function numbersInWords(numbers: readonly number[]): string {
  const ranges: [number, number][] = [];
  for (const n of numbers) {
    const last = ranges.at(-1);
    if (last && last[1] === n - 1) last[1] = n;
    else ranges.push([n, n]);
  }
  const open = numbers.at(-1) === TRIED.at(-1);
  // A range that goes on for ever is said by where it begins.
  if (open && ranges.length <= RANGES_SHOWN) {
    const words = ranges.map(([a, b], i) => (i === ranges.length - 1 ? `${a} …` : rangeWords(a, b)));
    return words.join(', ');
  }
  const shown = ranges.slice(0, RANGES_SHOWN).map(([a, b]) => rangeWords(a, b));
  return shown.join(', ') + (ranges.length > RANGES_SHOWN || open ? ' …' : '');
}

const rangeWords = (a: number, b: number): string => (a === b ? String(a) : b === a + 1 ? `${a}, ${b}` : `${a}–${b}`);

/** What forms chosen by a number lack in a language, or have too many of. */
export interface NumberGaps {
  /** Categories that share the form for everything else though the language tells them apart, with numbers of each. */
  together: { category: string; numbers: number[] }[];
  /** Keys that nobody gets, because the language has no such numbers. */
  unused: string[];
  /** Keys that are no numbers at all. */
  wrong: string[];
}

/** Looks at the keys of forms that are chosen by one number. One category may stand under `*`; two that do are one too few. */
export function numberGaps(keys: readonly string[], locale: string, choice: NumberChoice = 'plural'): NumberGaps {
  const wrong = keys.filter((key) => !isNumberKey(key));
  if (choice === 'exact') return { together: [], unused: keys.filter(isCategory), wrong };
  const category = pluralCategory(locale, ordinalOrNot(choice));
  const left = new Map<string, number[]>();
  for (const n of numbersOf('*', keys, locale, choice)) {
    left.set(category(n), [...(left.get(category(n)) ?? []), n]);
  }
  const known = categoriesOf(locale, choice);
  return {
    together: left.size > 1 ? [...left].map(([name, numbers]) => ({ category: name, numbers })) : [],
    unused: keys.filter((key) => isCategory(key) && !known.includes(key)),
    wrong,
  };
}
