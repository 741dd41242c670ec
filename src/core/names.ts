/** What languages and countries are called, by their codes (BCP 47, ISO 3166-1), and how large a file is. */

import { keepable } from '../words/kept';
import { say } from '../words/names';
import { readerLanguage, readerLocale } from '../words/speak';

const cache = new Map<string, Intl.DisplayNames>();

function names(type: 'language' | 'region', locale: string): Intl.DisplayNames {
  const key = `${type} ${locale}`;
  let found = cache.get(key);
  if (!found) {
    found = new Intl.DisplayNames([locale], { type });
    cache.set(key, found);
  }
  return found;
}

/** The name of a language for the reader of the interface: "German" for "de" in English. */
export const languageName = keepable('language', (tag: string): string => {
  // CLDR has no names for private use, and some engines throw when they are asked for one.
  const name = names('language', readerLanguage()).of(tag.replace(/-x-.*$/, '')) ?? tag;
  return /-x-informal\b/.test(tag) ? say.informally({ language: name }) : name;
});

/** A language's name in itself, for those who read no other. */
export function ownLanguageName(tag: string): string {
  const plain = tag.replace(/-x-.*$/, '');
  return names('language', plain).of(plain) ?? tag;
}

/** A country's name in a language, that of the reader if none is given; the code itself where it is none. */
export const countryName = keepable('country', (code: string, locale: string = readerLanguage()): string => {
  try {
    return names('region', locale).of(code.toUpperCase()) ?? code;
  } catch {
    return code;
  }
});

/** How large a file is, for a reader: "40 kB", "1.4 MB", "21.3 GB". */
export const fileSize = keepable('file-size', (bytes: number): string => {
  const [unit, value] =
    bytes < 1e6
      ? ['kilobyte', Math.max(1, Math.round(bytes / 1e3))]
      : bytes < 1e9
        ? ['megabyte', bytes / 1e6]
        : ['gigabyte', bytes / 1e9];
  return new Intl.NumberFormat(readerLocale(), {
    style: 'unit',
    unit: String(unit),
    maximumFractionDigits: 1,
  }).format(Number(value));
});
