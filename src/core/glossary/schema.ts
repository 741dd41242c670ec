/** A store's glossary: words that are to be the same wherever they are translated. */
import { Type, type Static } from '@sinclair/typebox';

const strict = { additionalProperties: false } as const;

/** How a term stands with its store: the one to say, one that may be said as well, or one that is not said here. */
export const TERM_USES = ['say', 'also', 'never'] as const;
export type TermUse = (typeof TERM_USES)[number];

export const MOST_ENTRIES = 2_000;

const TermSchema = Type.Object(
  {
    /** BCP 47. */
    language: Type.String({ minLength: 1, maxLength: 20 }),
    term: Type.String({ minLength: 1, maxLength: 100, pattern: '\\S' }),
    use: Type.Union(TERM_USES.map((use) => Type.Literal(use))),
  },
  strict,
);
export type Term = Static<typeof TermSchema>;

/** One concept with its terms in every language; in each, the first to `say` is the one that is meant. */
export const EntrySchema = Type.Object(
  {
    id: Type.String({ minLength: 1, maxLength: 60 }),
    /** A name: it reads the same in every language, letter by letter. */
    name: Type.Boolean(),
    /** For translators: what is meant by it. */
    note: Type.String({ maxLength: 500 }),
    terms: Type.Array(TermSchema, { minItems: 1, maxItems: 200 }),
  },
  strict,
);
export type GlossaryEntry = Static<typeof EntrySchema>;

/** Terms of an entry in a language; a variant without any of its own has those of the language: "de" for "de-AT". */
export function termsIn(entry: GlossaryEntry, language: string, use: TermUse): string[] {
  const own = entry.terms.filter((t) => t.language === language);
  const base = language.split('-')[0];
  const there = own.length > 0 || base === language ? own : entry.terms.filter((t) => t.language === base);
  return there.filter((t) => t.use === use).map((t) => t.term);
}

/** The term that an entry goes by in a language; undefined where it has none to say. */
export const mainTerm = (entry: GlossaryEntry, language: string): string | undefined =>
  termsIn(entry, language, 'say')[0];
