/** Languages by their tags (BCP 47): which there are, and what a language brings with it (CLDR). */
import { categoriesOf, directionOf, numbersInWords, numbersOf, type Direction } from '../text';

let english: Intl.DisplayNames | undefined;

/** The canonical form of a tag ("de-at" is "de-AT"); undefined for what is no tag, or of no language that CLDR has a name for. */
export function knownTag(tag: string): string | undefined {
  try {
    const [canonical] = Intl.getCanonicalLocales(tag.trim());
    if (canonical === undefined) return undefined;
    english ??= new Intl.DisplayNames(['en'], { type: 'language', fallback: 'none' });
    return english.of(new Intl.Locale(canonical).language) === undefined ? undefined : canonical;
  } catch {
    return undefined;
  }
}

const LETTERS = [...'abcdefghijklmnopqrstuvwxyz'];

/** Every language with a code of two letters (ISO 639-1) that CLDR has a name for; codes that stand for another are left out. */
export function knownLanguages(): string[] {
  return LETTERS.flatMap((a) => LETTERS.map((b) => a + b)).filter((code) => knownTag(code) === code);
}

export interface LanguageTraits {
  direction: Direction;
  /** A number as it is written there. */
  number: string;
  /** A day as it is written there. */
  date: string;
  /** The forms by number, each with the whole numbers it is for. */
  forms: { category: string; numbers: string }[];
}

/** What comes with a language without work. `day` is the day to write, ms. */
export function traitsOf(tag: string, day: number): LanguageTraits {
  const categories = categoriesOf(tag);
  return {
    direction: directionOf(tag),
    number: new Intl.NumberFormat(tag, { minimumFractionDigits: 2 }).format(1234567.5),
    date: new Intl.DateTimeFormat(tag, { dateStyle: 'long', timeZone: 'UTC' }).format(day),
    forms: categories.flatMap((category) => {
      const numbers = numbersOf(category, categories, tag);
      return numbers.length > 0 ? [{ category, numbers: numbersInWords(numbers) }] : [];
    }),
  };
}
