/**
 * Placeholders as other programs write them, in words that are brought along: `{{first_name}}`, `%order_number%`,
 * `[Tracking number]`. Each is found, and the placeholder of ours that it most likely means is guessed by its words.
 */
import { placeholdersAt } from './provided';
import type { Placeholder } from './catalogue';

export interface ForeignPlaceholder {
  /** As it stands in the text. */
  text: string;
  /** The name in it. */
  name: string;
  start: number;
  end: number;
  /** Our placeholder that it most likely means. */
  guess: string | undefined;
}

const FORMS: readonly RegExp[] = [
  /\{\{\{?\s*([A-Za-z][\w .-]{0,60}?)(?:\s*\|[^{}]{0,80})?\s*\}?\}\}/g,
  /%%?([A-Za-z][\w.-]{1,60})%%?/g,
  /\[([A-Za-z][\w .-]{1,60})\](?!\()/g,
];

/** Words that mean the same in names of values. */
const SAME: Record<string, string> = {
  id: 'number',
  no: 'number',
  nr: 'number',
  num: 'number',
  forename: 'first',
  given: 'first',
  surname: 'last',
  family: 'last',
  mail: 'email',
  shop: 'store',
  company: 'company',
  sum: 'total',
  price: 'total',
  grand: 'total',
  amount: 'total',
  link: 'url',
  address: 'url',
  client: 'customer',
  buyer: 'customer',
  user: 'customer',
  recipient: 'customer',
  dispatch: 'shipment',
  shipping: 'shipment',
  parcel: 'shipment',
  courier: 'carrier',
  town: 'city',
  voucher: 'discount',
  coupon: 'discount',
  count: 'items',
  date: 'date',
  created: 'date',
};

function tokens(name: string): string[] {
  return name
    .replace(/([a-z])([A-Z])/g, '$1 $2')
    .toLowerCase()
    .split(/[^a-z0-9]+/)
    .filter((t) => t !== '' && !['the', 'of', 'a', 'var', 'data', 'value', 's'].includes(t))
    .map((t) => SAME[t] ?? t);
}

function likeness(wanted: readonly string[], placeholder: Placeholder): number {
  const own = new Set([...tokens(placeholder.name), ...tokens(placeholder.label)]);
  const hits = wanted.filter((t) => own.has(t)).length;
  if (hits === 0) return 0;
  // Of names that say as much, the one with the fewest further words is meant.
  return hits / wanted.length - own.size / 100;
}

/** The placeholder of a moment that a foreign name most likely means, or undefined when none is near. */
export function guessPlaceholder(name: string, moment: string): string | undefined {
  const wanted = tokens(name);
  // A name alone is the customer's.
  if (wanted.length === 1 && wanted[0] === 'name') return 'customer.fullName';
  if (wanted.length === 2 && wanted.includes('customer') && wanted.includes('name')) return 'customer.fullName';
  if (wanted.length === 1 && wanted[0] === 'number') return 'order.number';
  let best: string | undefined;
  let most = 0.45;
  for (const placeholder of placeholdersAt(moment)) {
    const like = likeness(wanted, placeholder);
    if (like > most) {
      most = like;
      best = placeholder.name;
    }
  }
  return best;
}

/** Every foreign placeholder in a text, in order. What only looks like one (a single word in brackets that means nothing to us) is left alone. */
export function foreignPlaceholders(text: string, moment: string): ForeignPlaceholder[] {
  const found: ForeignPlaceholder[] = [];
  FORMS.forEach((form, i) => {
    for (const match of text.matchAll(form)) {
      const [whole, name = ''] = match;
      const start = match.index;
      const guess = guessPlaceholder(name, moment);
      // Brackets and percent signs stand in ordinary words as well.
      if (i > 0 && guess === undefined) continue;
      if (found.some((f) => start < f.end && start + whole.length > f.start)) continue;
      found.push({ text: whole, name: name.trim(), start, end: start + whole.length, guess });
    }
  });
  return found.sort((a, b) => a.start - b.start);
}
