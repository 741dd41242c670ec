/** A segment as a file has it: one entry for each of its forms, with inline elements that have the same ids in source and target. */
import { readDocument, type WordsDocument } from '../text';
import { beginForms } from '../translation';
import { flatten, inlinesFor, sourceFormOf, type Flat, type Inline, type UnitOut } from './shape';

export interface FormOut {
  /** `subject`, or `next.2` for the second form of a segment that has several. */
  id: string;
  keys: readonly string[];
  source: Flat;
  /** Inline elements that a translation may have. */
  inlines: Inline[];
  /** The translation, once there is one. */
  target?: Flat;
}

export interface FormsOut {
  selectors: WordsDocument['selectors'];
  forms: FormOut[];
}

/**
 * The forms of a segment: those of the translation where there is one, else those that the language needs. Undefined for texts that only
 * their source can express (own HTML, declarations).
 */
export function formsOf({ segment, source, words }: UnitOut, language: string): FormsOut | undefined {
  const from = readDocument(source);
  if (!from) return undefined;
  const to = words.trim() === '' ? undefined : readDocument(words);
  if (words.trim() !== '' && !to) return undefined;
  const one = from.selectors.length === 0 && (!to || to.selectors.length === 0);
  const shape = to ?? (one ? from : beginForms(source, language));
  return {
    selectors: one ? [] : shape.selectors,
    forms: shape.forms.map(({ keys }, i) => {
      const flat = flatten(sourceFormOf(from, keys), from.marked);
      const inlines = inlinesFor(from, flat);
      const own = to?.forms.find((f) => f.keys.join(' ') === keys.join(' '));
      return {
        id: one ? segment : `${segment}.${i + 1}`,
        keys: one ? [] : keys,
        source: flat,
        inlines,
        ...(own && to && { target: flatten(own, to.marked, inlines) }),
      };
    }),
  };
}
