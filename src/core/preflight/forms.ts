/** Findings on words in several forms: numbers that a language tells apart and the words do not, and forms that say different things. */
import { languageName } from '../names';
import { placeholder } from '../placeholders';
import {
  numberChoiceOf,
  numberGaps,
  numbersInWords,
  ownWords,
  readDocument,
  sentencesApart,
  toSource,
  type WordsDocument,
} from '../text';
import type { Finding } from './finding';
import { say } from '../../words/findings';

type Found = Pick<Finding, 'severity' | 'message' | 'fix'>;

/**
 * What is wrong with a segment's forms in a language: categories of number that share a form or that the language does not have, and
 * sentences that only some of the forms chosen by a number have. Forms chosen by whether a value is there may say what they like.
 */
export function formFindings(source: string, at: { place: string; language: string }): Found[] {
  const words = readDocument(source);
  if (!words || words.selectors.length === 0) return [];
  const found = words.selectors.flatMap((selector, i) => (selector.fn === 'number' ? gapFindings(words, i, at) : []));
  if (words.selectors.every((s) => s.fn === 'number')) found.push(...apartFindings(words));
  return found;
}

function gapFindings(words: WordsDocument, index: number, at: { place: string; language: string }): Found[] {
  const selector = words.selectors[index]!;
  const keys = [...new Set(words.forms.map((f) => f.keys[index] ?? '*'))];
  const gaps = numberGaps(keys, at.language, numberChoiceOf(selector));
  const label = placeholder(selector.name)?.label ?? selector.name;
  const language = languageName(at.language);
  const found: Found[] = gaps.wrong.map((key) => ({ severity: 'blocker', message: say.noNumberForm({ label, key }) }));
  for (const key of gaps.unused) {
    found.push({ severity: 'warning', message: say.languageHasNoForm({ label, key, language }) });
  }
  if (gaps.together.length > 0) {
    const [, ...missing] = gaps.together.toReversed();
    const numbers = gaps.together.map((g) => numbersInWords(g.numbers));
    found.push({
      severity: 'warning',
      message: say.languageTellsApart({ label, language, numbers: numbers.map((n) => `“${n}”`).join(', ') }),
      fix: {
        label: say.addTheForms({ n: missing.length }),
        kind: 'words',
        language: at.language,
        segment: at.place,
        source: toSource(
          withCategories(
            words,
            index,
            missing.map((m) => m.category),
          ),
        ),
      },
    });
  }
  return found;
}

/** The words with a form of their own for each of these categories, saying what the form for everything else says. */
function withCategories(words: WordsDocument, index: number, categories: readonly string[]): WordsDocument {
  return {
    ...words,
    forms: words.forms.flatMap((form) =>
      form.keys[index] === '*'
        ? [...categories.map((c) => ({ ...form, keys: form.keys.map((k, i) => (i === index ? c : k)) })), form]
        : [form],
    ),
  };
}

function apartFindings(words: WordsDocument): Found[] {
  return sentencesApart(words).map(({ form, sentence }) => ({
    severity: 'warning',
    message: say.onlyInOneForm({ sentence: shortened(sentence.text), form: shortened(ownWords(words, form)) }),
  }));
}

const shortened = (text: string): string => (text.length > 60 ? `${text.slice(0, 57).trimEnd()}…` : text);
