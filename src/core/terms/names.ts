/** What a store's own names are in a language. */
import type { NamedKind, NameWords, PaymentMethod, Place, Terms } from './schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/problems';

/** All that has names: methods with what is said of them, and the rest. */
export type NameKind = NamedKind | 'payment' | 'shipping';

export const NAME_KIND_WORDS: Record<NameKind, string> = inEachLanguage(() => ({
  payment: say.paymentMethod,
  shipping: say.shippingMethod,
  channel: 'channel',
  place: 'place',
  discount: 'discount',
  tax: 'tax',
}));

const key = (name: string): string => name.trim().toLowerCase();

/** Names by kind, looked up at each message: made once for each state of the terms. */
const tables = new WeakMap<Terms, Map<string, NameWords>>();

function tableOf(terms: Terms): Map<string, NameWords> {
  let table = tables.get(terms);
  if (!table) {
    table = new Map([
      ...terms.payments.map((m) => [`payment ${key(m.name)}`, m.words] as const),
      ...terms.shipping.map((m) => [`shipping ${key(m.name)}`, m.words] as const),
      ...terms.names.map((n) => [`${n.kind} ${key(n.name)}`, n.words] as const),
    ]);
    tables.set(terms, table);
  }
  return table;
}

/** What a name is in a language ("de", "de-AT"), or undefined when the store has not said. */
export function nameIn(terms: Terms, kind: NameKind, name: string, locale: string): string | undefined {
  const words = tableOf(terms).get(`${kind} ${key(name)}`);
  return words && (words[locale] ?? words[locale.split('-')[0] ?? '']);
}

/** The place that an order or a parcel names, or undefined when the store has said nothing of it. */
export function placeOf(terms: Terms, name: string | undefined): Place | undefined {
  return name === undefined ? undefined : terms.places?.find((p) => key(p.name) === key(name));
}

/** The payment method that an order names, or undefined when the store has none of this name. */
export function paymentMethodOf(terms: Terms, name: string | undefined): PaymentMethod | undefined {
  return name === undefined ? undefined : terms.payments.find((m) => key(m.name) === key(name));
}
