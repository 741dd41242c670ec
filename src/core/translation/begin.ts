/** The forms that a translation begins with. */
import { categoriesOf, EMPTY_DOCUMENT, numberChoiceOf, numbersOf, readDocument, type WordsDocument } from '../text';

const EMPTY = EMPTY_DOCUMENT.forms[0]!.paragraphs;

/**
 * Words without a word in them, in the forms that a language needs for this source: chosen by the same values, by number in those
 * categories that the language tells apart (CLDR plural rules) among numbers up to 200. One form for a source that cannot be read.
 */
export function beginForms(source: string, language: string): WordsDocument {
  const from = readDocument(source);
  if (!from) return EMPTY_DOCUMENT;
  const keys = from.selectors.map((selector, i) => {
    const there = [...new Set(from.forms.map((form) => form.keys[i] ?? '*'))];
    if (selector.fn !== 'number') return there;
    const numbers = there.filter((key) => /^-?\d/.test(key));
    const choice = numberChoiceOf(selector);
    const categories = categoriesOf(language, choice).filter((c) => c !== 'other');
    // A category of numbers that no order counts to (millions in French) reads as everything else does.
    const met = categories.filter((c) => numbersOf(c, [...categories, '*'], language, choice).length > 0);
    return [...numbers, ...met, '*'];
  });
  const forms = keys.reduce<string[][]>((made, own) => made.flatMap((m) => own.map((key) => [...m, key])), [[]]);
  return {
    selectors: from.selectors,
    marked: from.marked,
    forms: forms.map((own) => ({ keys: own, paragraphs: EMPTY })),
  };
}
