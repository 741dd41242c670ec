/** Which of a message's forms is used: its plural forms, and what else a placeholder's value decides. */
import { pluralCategory } from './formatters';
import { defaultFunction, isPresent } from './functions';
import { resolveExpression, type Expression, type Message } from './source';
import type { Values, ValueType } from './values';

/**
 * Picks the form to use (LDML 48, "Pattern selection"): for each selector an exact key beats the plural category,
 * which beats `*`; earlier selectors weigh more.
 */
export function chooser(
  message: Extract<Message, { type: 'select' }>,
  context: { locale: string; typeOf: (placeholder: string) => ValueType | undefined },
): (values: Values) => number {
  const selectors = message.selectors.map((selector) => {
    const asExpression: Expression = { type: 'expression', arg: selector };
    const resolved = resolveExpression(message, asExpression);
    const name = resolved.variable ?? '';
    const fn = resolved.fn ?? defaultFunction(context.typeOf(name) ?? 'text');
    const select = resolved.options.select ?? 'plural';
    const category = pluralCategory(context.locale, select === 'ordinal' ? 'ordinal' : 'cardinal');
    return (values: Values): string[] => {
      const value = values[name];
      if (fn === 'presence') return [isPresent(value) ? 'present' : 'missing'];
      if (value === undefined) return [];
      if (fn !== 'number') return [typeof value === 'object' ? String(value.minor) : String(value)];
      const number = Number(value);
      return select === 'exact' ? [String(number)] : [String(number), category(number)];
    };
  });
  const keys = message.variants.map((v) => v.keys.map((k) => (k.type === '*' ? null : k.value)));
  return (values) => {
    const wanted = selectors.map((s) => s(values));
    let best = -1;
    let bestRank: number[] = [];
    keys.forEach((row, index) => {
      const rank = row.map((key, i) => (key === null ? 99 : (wanted[i] ?? []).indexOf(key)));
      if (rank.includes(-1)) return;
      const difference = rank.map((r, i) => r - (bestRank[i] ?? 0)).find((d) => d !== 0) ?? 0;
      if (best < 0 || difference < 0) {
        best = index;
        bestRank = rank;
      }
    });
    return Math.max(best, 0);
  };
}
