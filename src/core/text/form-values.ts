/** Values that lead to each form of some words: numbers that a language tells apart, a value that is there or missing. */
import { chooser } from './choosing';
import { numbersOf, type NumberChoice } from './categories';
import { toMessage, type WordsDocument } from './document';
import type { Value, Values, ValueType } from './values';

/** Values to be put over those of an order; null for one that the order is to lack. */
export type ValuesAs = Readonly<Record<string, Value | null>>;

export const numberChoiceOf = (selector: WordsDocument['selectors'][number]): NumberChoice =>
  (selector.options?.select as NumberChoice | undefined) ?? 'plural';

/** An order's values with others put over them. */
export function valuesWith(values: Values, as: ValuesAs | undefined): Values {
  if (!as) return values;
  const put = Object.entries(as);
  const dropped = new Set(put.flatMap(([name, value]) => (value === null ? [name] : [])));
  return {
    ...Object.fromEntries(Object.entries(values).filter(([name]) => !dropped.has(name))),
    ...Object.fromEntries(put.filter((entry): entry is [string, Value] => entry[1] !== null)),
  };
}

/**
 * What an order's values must be otherwise so that it gets a form; empty for the form that it gets, undefined where no value leads to the
 * form. `sampleOf` gives a value for a placeholder that the order lacks.
 */
export function valuesForForm(
  words: WordsDocument,
  index: number,
  values: Values,
  context: {
    locale: string;
    typeOf: (name: string) => ValueType | undefined;
    sampleOf: (name: string) => Value | undefined;
  },
): ValuesAs | undefined {
  const message = toMessage(words);
  const form = words.forms[index];
  if (message.type !== 'select' || !form) return undefined;
  const choose = chooser(message, context);
  if (choose(values) === index) return {};
  const wanted = words.selectors.map((selector, i): (Value | null)[] => {
    const key = form.keys[i] ?? '*';
    const keys = words.forms.map((f) => f.keys[i] ?? '*');
    const now = values[selector.name];
    if (selector.fn === 'number') {
      const numbers = numbersOf(key, keys, context.locale, numberChoiceOf(selector));
      const fitting =
        numbers.find((n) => n > 0) ?? numbers[0] ?? (Number.isFinite(Number(key)) ? Number(key) : undefined);
      const own = typeof now === 'number' && numbers.includes(now) ? [now] : [];
      return [...own, ...(fitting === undefined ? [] : [fitting])];
    }
    const sample = now ?? context.sampleOf(selector.name);
    return [...(sample === undefined ? [] : [sample]), null];
  });
  for (const choice of combinations(wanted)) {
    const as = Object.fromEntries(words.selectors.map((s, i) => [s.name, choice[i]!]));
    if (choose(valuesWith(values, as)) === index) return as;
  }
  return undefined;
}

function combinations<T>(lists: readonly (readonly T[])[]): T[][] {
  return lists.reduce<T[][]>((all, list) => all.flatMap((one) => list.map((x) => [...one, x])), [[]]);
}
