/** Words in several forms, chosen by what an order has: splitting words into forms, and joining them again. */
import type { FormDocument, Piece, WordsDocument } from './document';

/** By what words can be split into forms: whether an order has a value, or how many there are. */
export type SplitBy = 'presence' | 'number';

const withoutChip = (form: FormDocument, name: string): FormDocument => ({
  ...form,
  paragraphs: form.paragraphs.map((p) => ({
    ...p,
    pieces: p.pieces.flatMap((piece): Piece[] => {
      if (piece.type !== 'chip' || piece.name !== name) return [piece];
      // What stood in the value's place goes on standing there, as words that can now be changed with the rest.
      const text = piece.options?.default ?? '';
      return text === '' ? [] : [{ type: 'text', text, ...(piece.marks && { marks: piece.marks }) }];
    }),
  })),
});

const withoutDefault = (form: FormDocument, name: string): FormDocument => ({
  ...form,
  paragraphs: form.paragraphs.map((p) => ({
    ...p,
    pieces: p.pieces.map((piece): Piece => {
      if (piece.type !== 'chip' || piece.name !== name || piece.options?.default === undefined) return piece;
      const { default: _default, ...options } = piece.options;
      const { options: _options, ...rest } = piece;
      return { ...rest, ...(Object.keys(options).length > 0 && { options }) };
    }),
  })),
});

/** Plural categories (CLDR) in the order of the numbers they are for. */
const PLURALS = ['zero', 'one', 'two', 'few', 'many'] as const;

/** Whether words are chosen by this placeholder already. */
export const isChosenBy = (words: WordsDocument, name: string): boolean => words.selectors.some((s) => s.name === name);

/**
 * Each form of some words twice. By presence: once for orders that have the value, and once for those that have not, without the
 * placeholder, its default in its place. By number: once for each number that the language tells apart (CLDR), and once for any other.
 */
export function splitForms(words: WordsDocument, name: string, by: SplitBy, locale = 'en'): WordsDocument {
  if (isChosenBy(words, name)) return words;
  const told = new Intl.PluralRules(locale).resolvedOptions().pluralCategories;
  const numbers = PLURALS.filter((category) => told.includes(category));
  const copy = (form: FormDocument, key: string): FormDocument => ({ ...form, keys: [...form.keys, key] });
  return {
    ...words,
    selectors: [...words.selectors, { name, fn: by }],
    forms: words.forms.flatMap((form) =>
      by === 'presence'
        ? [copy(withoutDefault(form, name), 'present'), copy(withoutChip(form, name), '*')]
        : [...numbers, '*'].map((key) => copy(form, key)),
    ),
  };
}

/** The words without one of the values they are chosen by: of each set of forms, the one with this key stays, or the first. */
export function joinForms(words: WordsDocument, name: string, key: string): WordsDocument {
  const at = words.selectors.findIndex((s) => s.name === name);
  if (at < 0) return words;
  const kept = new Map<string, FormDocument>();
  for (const form of words.forms) {
    const keys = form.keys.filter((_, i) => i !== at);
    const id = JSON.stringify(keys);
    if (!kept.has(id) || form.keys[at] === key) kept.set(id, { ...form, keys });
  }
  return { ...words, selectors: words.selectors.filter((_, i) => i !== at), forms: [...kept.values()] };
}
