/** Forms of words as people call them: what an order has that gets each. */
import { placeholder } from '@/core/placeholders';
import { numberChoiceOf, numbersInWords, numbersOf, type FormDocument, type WordsDocument } from '@/core/text';
import { say } from '@/words/desk';
import { inSentence as sentence } from '@/words/speak';

type Selector = WordsDocument['selectors'][number];

const labelOf = (name: string): string => placeholder(name)?.label ?? name;

/** A placeholder's label within a sentence: "amount still due", and "IBAN" as it is. */
export function labelInSentence(name: string): string {
  const label = labelOf(name);
  return /^\p{Lu}\p{Lu}/u.test(label) ? label : sentence(label.charAt(0)) + label.slice(1);
}

/** "First name is missing", "Number of items: 2–4, 22–24": what one key of a form says. */
function keyWords(selector: Selector, key: string, words: WordsDocument, locale: string): string {
  const label = labelOf(selector.name);
  const said = labelInSentence(selector.name);
  const at = words.selectors.indexOf(selector);
  const others = words.forms.map((f) => f.keys[at]);
  if (selector.fn === 'number') {
    const keys = others.map((k) => k ?? '*');
    const numbers = numbersInWords(numbersOf(key, keys, locale, numberChoiceOf(selector)));
    return numbers === '' ? say.labelNoNumber({ label, key }) : `${label}: ${numbers}`;
  }
  if (selector.fn !== 'presence') return key === '*' ? say.labelAnyOther({ label }) : `${label}: ${key}`;
  // What is left when the other forms are for one case is the other case.
  const rest = others.includes('present') ? (others.includes('missing') ? '' : 'missing') : 'present';
  if (key === 'present' || (key === '*' && rest === 'present')) return say.withSaid({ said });
  return key === 'missing' ? say.withoutSaid({ said }) : rest === 'missing' ? say.withoutSaid({ said }) : '';
}

/**
 * A form in words. Of values chosen by presence, `*` means a missing one only where no form further up has it with the same other keys;
 * with several values it is said as "any other".
 */
export function formWords(form: FormDocument, words: WordsDocument, locale: string): string {
  const several = words.selectors.length > 1;
  const parts = form.keys.flatMap((key, i) => {
    const selector = words.selectors[i]!;
    if (several && key === '*') return [];
    return keyWords(selector, key, words, locale) || [];
  });
  return parts.length > 0 ? parts.join(', ') : say.anyOtherOrder;
}
