/** Where terms stand in words: as they are, or as a language bends them. */
import { directionOf, parseSource, patternsOf, type Message } from '../text';
import { termsIn, type GlossaryEntry, type TermUse } from './schema';

const WORD = /[\p{L}\p{N}][\p{L}\p{M}\p{N}]*/gu;
/** Scripts that put no spaces between words: a term is looked for anywhere. */
const UNSPACED =
  /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Thai}\p{Script=Lao}\p{Script=Khmer}\p{Script=Myanmar}]/u;

const small = (text: string, language: string): string => text.normalize('NFC').toLocaleLowerCase(language);

interface Found {
  word: string;
  start: number;
  end: number;
}

const wordsOf = (text: string): Found[] =>
  [...text.matchAll(WORD)].map((m) => ({ word: m[0], start: m.index, end: m.index + m[0].length }));

/** Endings that make a plural or a case of a word and hardly ever another word. */
const ENDINGS = /^(?:|.|es|en|er|em|ne|x)$/u;

const isForm = (word: string, term: string, language: string): boolean => {
  const [a, b] = [small(word, language), small(term, language)];
  return a.startsWith(b) && ENDINGS.test(a.slice(b.length));
};

export interface TermPlace {
  entry: GlossaryEntry;
  start: number;
  end: number;
}

/** What a glossary looks for in one language, so that each word of a text is asked for once. */
export interface TermIndex {
  language: string;
  /** By the first three letters of the first word of a term. */
  spaced: Map<string, { entry: GlossaryEntry; words: string[] }[]>;
  unspaced: { entry: GlossaryEntry; term: string }[];
}

const headOf = (word: string, language: string): string => small(word, language).slice(0, 3);

/** The index of the terms of a language that are used so. */
export function indexTerms(entries: readonly GlossaryEntry[], language: string, uses: readonly TermUse[]): TermIndex {
  const index: TermIndex = { language, spaced: new Map(), unspaced: [] };
  for (const entry of entries) {
    for (const term of uses.flatMap((use) => termsIn(entry, language, use))) {
      const words = wordsOf(term).map((w) => w.word);
      if (words.length === 0 || UNSPACED.test(term)) index.unspaced.push({ entry, term });
      else {
        const head = headOf(words[0]!, language);
        index.spaced.set(head, [...(index.spaced.get(head) ?? []), { entry, words }]);
      }
    }
  }
  return index;
}

/** The places in a text where a term stands, as it is or in another form; longer terms go before shorter ones, none overlap. In order. */
export function termPlaces(text: string, { language, spaced, unspaced }: TermIndex): TermPlace[] {
  const found: TermPlace[] = [];
  if (spaced.size > 0) {
    const words = wordsOf(text);
    words.forEach((word, i) => {
      for (const { entry, words: wanted } of spaced.get(headOf(word.word, language)) ?? []) {
        const own = words.slice(i, i + wanted.length);
        if (own.length < wanted.length || !own.every((w, n) => fits(w.word, wanted[n]!, entry, language))) continue;
        found.push({ entry, start: word.start, end: own.at(-1)!.end });
      }
    });
  }
  for (const { entry, term } of unspaced) {
    for (let at = text.indexOf(term); at >= 0; at = text.indexOf(term, at + term.length)) {
      found.push({ entry, start: at, end: at + term.length });
    }
  }
  const longest = found.toSorted((a, b) => b.end - b.start - (a.end - a.start) || a.start - b.start);
  const kept: TermPlace[] = [];
  for (const place of longest) if (!kept.some((k) => k.start < place.end && place.start < k.end)) kept.push(place);
  return kept.toSorted((a, b) => a.start - b.start);
}

/** A name is met as it is written; any other term in small letters and with a usual ending as well. */
const fits = (word: string, term: string, entry: GlossaryEntry, language: string): boolean =>
  entry.name ? word === term : isForm(word, term, language);

/** Whether an index has no terms. */
export const looksForNothing = ({ spaced, unspaced }: TermIndex): boolean => spaced.size === 0 && unspaced.length === 0;

/** The texts of a message, each between two placeholders, marks or forms. */
export function textsIn(message: Message): string[] {
  return patternsOf(message).flatMap((pattern) => pattern.filter((part) => typeof part === 'string'));
}

/** The entries of which a source speaks, each once, in the order of reading; none for a source that cannot be read. */
export function entriesIn(source: string, index: TermIndex): GlossaryEntry[] {
  if (looksForNothing(index)) return [];
  const parsed = parseSource(source);
  if (!parsed.ok) return [];
  return [...new Set(textsIn(parsed.message).flatMap((text) => termPlaces(text, index).map((p) => p.entry)))];
}

/**
 * Whether a text says a term in any of the forms that its language may bend it to: each of its words is there, but for its last letters,
 * also within a longer word ("Lieferung" in "Lieferungsdatum", the article of Arabic). Rather too often than too seldom.
 */
export function saysTerm(text: string, term: string, language: string): boolean {
  const there = small(text, language);
  if (UNSPACED.test(term)) return there.includes(small(term, language));
  const words = wordsOf(term);
  if (words.length === 0) return there.includes(small(term, language));
  return words.every(({ word }) => there.includes(stemOf(small(word, language), language)));
}

/** A word without the letters that change most: at most three, and never so many that less than three are left. */
function stemOf(word: string, language: string): string {
  const letters = [...word];
  // Words of right-to-left scripts are short, and bend before and within.
  if (directionOf(language) === 'rtl' || letters.length <= 3) return word;
  return letters.slice(0, Math.max(3, letters.length - Math.min(3, Math.ceil(letters.length * 0.25)))).join('');
}
