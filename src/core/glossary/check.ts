/** Whether words keep to a glossary, seen beside their source. */
import { languageName } from '../names';
import { parseSource, placesIn, replaceInSource, type SegmentForm } from '../text';
import { say } from '../../words/glossary';
import { entriesIn, indexTerms, looksForNothing, saysTerm, termPlaces, textsIn, type TermIndex } from './find';
import { mainTerm, termsIn, type GlossaryEntry } from './schema';

/** A glossary made ready for words in one language that are translated from another. */
export interface GlossaryBetween {
  source: string;
  target: string;
  said: TermIndex;
  /** What is not said in the target. */
  never: TermIndex;
}

export const glossaryBetween = (
  entries: readonly GlossaryEntry[],
  source: string,
  target: string,
): GlossaryBetween => ({
  source,
  target,
  said: indexTerms(entries, source, ['say', 'also']),
  never: indexTerms(entries, target, ['never']),
});

/** What an entry says of its term in a language: "parcel: Paket"; the term alone where there is nothing to say. */
export function termWords(
  entry: GlossaryEntry,
  { source, target }: Pick<GlossaryBetween, 'source' | 'target'>,
): string {
  const term = mainTerm(entry, source) ?? '';
  const words = mainTerm(entry, target);
  if (words !== undefined) return say.termIs({ term, words });
  return entry.name ? say.nameReadsTheSame({ term }) : term;
}

/** Whether an entry says anything of its term in a language. */
export const saysSomething = (entry: GlossaryEntry, target: string): boolean =>
  entry.name || entry.note !== '' || mainTerm(entry, target) !== undefined;

export interface GlossaryFinding {
  entry: GlossaryEntry;
  message: string;
  fix?: { label: string; source: string };
}

/** Where words do not say what the glossary wants for their source, or say what it does not want at all. Nothing for words that are not there. */
export function glossaryFindings(
  source: string,
  words: string,
  form: SegmentForm,
  { source: from, target, said, never }: GlossaryBetween,
): GlossaryFinding[] {
  if (words.trim() === '' || (looksForNothing(said) && looksForNothing(never))) return [];
  const parsed = parseSource(words);
  if (!parsed.ok) return [];
  const texts = textsIn(parsed.message);
  const whole = texts.join('\n');
  /** The words with what stands in them put as it should be, when it stands there. */
  const fixed = (stands: string | undefined, should: string): Pick<GlossaryFinding, 'fix'> => {
    if (stands === undefined) return {};
    const made = replaceInSource(words, form, { search: stands, matchCase: false, wholeWords: true }, should);
    return made ? { fix: { label: say.put({ term: should }), source: made.source } } : {};
  };
  const missing = entriesIn(source, said).flatMap((entry): GlossaryFinding[] => {
    const own = termsIn(entry, from, 'say').concat(termsIn(entry, from, 'also'));
    // A name that a language writes its own way is a term like any other there.
    if (entry.name && mainTerm(entry, target) === undefined) {
      const name = own.find((term) => whole.includes(term)) ?? own[0];
      if (name === undefined || whole.includes(name)) return [];
      const stands = standing(whole, name);
      return [{ entry, message: say.nameStays({ name }), ...asIs(words, form, stands, name) }];
    }
    const wanted = mainTerm(entry, target);
    if (wanted === undefined || from === target) return [];
    const may = [...termsIn(entry, target, 'say'), ...termsIn(entry, target, 'also')];
    // A word that is not said here is told of by itself.
    const not = termsIn(entry, target, 'never');
    if (may.some((term) => saysTerm(whole, term, target)) || not.some((term) => saysTerm(whole, term, target)))
      return [];
    const left = own.find((term) => standing(whole, term) !== undefined);
    return [
      {
        entry,
        message: say.termMissing({ term: mainTerm(entry, from) ?? own[0]!, wanted, language: languageName(target) }),
        ...fixed(left, wanted),
      },
    ];
  });
  const seen = new Set<string>();
  const unwanted = texts.flatMap((text) =>
    termPlaces(text, never).flatMap(({ entry, start, end }): GlossaryFinding[] => {
      const stands = text.slice(start, end);
      if (seen.has(stands)) return [];
      seen.add(stands);
      const wanted = mainTerm(entry, target);
      return [
        wanted === undefined
          ? { entry, message: say.termUnwanted({ stands }) }
          : { entry, message: say.termUnwantedSay({ stands, wanted }), ...fixed(stands, wanted) },
      ];
    }),
  );
  return [...missing, ...unwanted];
}

/** How a term stands in a text, in capitals or small letters; undefined where it does not. */
function standing(text: string, term: string): string | undefined {
  const [at] = placesIn(text, { search: term, matchCase: false, wholeWords: true });
  return at === undefined ? undefined : text.slice(at, at + term.length);
}

/** A name put letter by letter. */
function asIs(
  words: string,
  form: SegmentForm,
  stands: string | undefined,
  name: string,
): Pick<GlossaryFinding, 'fix'> {
  if (stands === undefined) return {};
  const made = replaceInSource(words, form, { search: stands, matchCase: true, wholeWords: false }, name);
  return made ? { fix: { label: say.put({ term: name }), source: made.source } } : {};
}
