/** Notes of the store on its products: what whoever buys one should know, in each language, kept with the product or its category. */
import type { OwnNote, Terms } from './schema';

export interface NoteAbout {
  sku: string;
  category?: string | undefined;
}

export interface FoundNote {
  /** Of a category, its name; empty for a note of the product itself. */
  category: string;
  words: string;
  url: string;
}

const bySku = new WeakMap<Terms, Map<string, OwnNote>>();

/** Notes by what they are of. Terms are replaced when they change, never changed. */
function notesOf(terms: Terms): Map<string, OwnNote> {
  let known = bySku.get(terms);
  if (!known) {
    known = new Map(
      (terms.notes ?? []).map((n) => [n.sku !== undefined ? `sku ${n.sku}` : `category ${n.category}`, n]),
    );
    bySku.set(terms, known);
  }
  return known;
}

/** What stands under a language of a locale, and otherwise under the store's own. */
function inLanguage(words: Record<string, string>, locale: string, ownLanguage: string | undefined): string {
  return (
    words[locale] ??
    words[locale.split('-')[0] ?? ''] ??
    (ownLanguage === undefined ? undefined : words[ownLanguage]) ??
    Object.values(words)[0] ??
    ''
  );
}

/** The notes of a product: its own first, then that of its category. */
export function notesAbout(
  terms: Terms,
  { sku, category }: NoteAbout,
  locale: string,
  ownLanguage: string | undefined,
): FoundNote[] {
  const known = notesOf(terms);
  if (known.size === 0) return [];
  const found = [known.get(`sku ${sku}`), category === undefined ? undefined : known.get(`category ${category}`)];
  return found.flatMap((note): FoundNote[] => {
    const words = note && inLanguage(note.words, locale, ownLanguage);
    if (!note || !words) return [];
    return [{ category: note.category ?? '', words, url: inLanguage(note.urls, locale, ownLanguage) }];
  });
}
