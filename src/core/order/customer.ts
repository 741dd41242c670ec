/** Who an order is for. */
import type { Address, Order } from './schema';

/** ISO 3166-1 leaves it to users: the country of an address that nobody told. */
export const NO_COUNTRY = 'ZZ';

/** An address that nobody told, for somebody of this name. */
export const noAddress = (name: string): Address => ({ name, lines: [], city: '-', country: NO_COUNTRY });

/** How many words somebody is found by, at most, and how long each may be. */
const MOST_WORDS = 20;
const MOST_LETTERS = 40;

/**
 * The words that somebody is found by: of their name, company and address, in small letters without accents (Unicode NFKD), each once. What
 * is looked for is taken apart in the same way.
 */
export function wordsToFind(...texts: readonly string[]): string[] {
  const words = texts
    .join(' ')
    .normalize('NFKD')
    .replace(/\p{M}+/gu, '')
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .flatMap((word) => (word === '' ? [] : [Array.from(word).slice(0, MOST_LETTERS).join('')]));
  return [...new Set(words)].slice(0, MOST_WORDS);
}

/** A search of one letter finds what begins with it; from here on, what has it anywhere. */
const LEAST_LETTERS = 2;

/**
 * The ends of a word, from the whole word to its last two letters. Whatever part of the word is looked for is the beginning of one of them,
 * so that an index of beginnings finds it.
 */
export function endsOf(word: string): string[] {
  const letters = Array.from(word);
  return letters.flatMap((_, i) => (i === 0 || letters.length - i >= LEAST_LETTERS ? [letters.slice(i).join('')] : []));
}

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName = '', lastName = '', company = '' } = order.customer;
  return (firstName && lastName ? `${firstName} ${lastName}` : firstName || lastName).trim() || company;
}

/** An order of which nothing is known, not even for whom it is. */
export const nothingOf = ({
  channel,
  placedAt,
  currency,
}: Pick<Order, 'channel' | 'placedAt' | 'currency'>): Order => ({
  number: '',
  placedAt,
  currency,
  channel,
  customer: { email: '' },
  lines: [],
});

/** An order of which nothing is known but its first product and where that is. */
export function productOnly(order: Order): Order {
  const { location, lines } = order;
  return { ...nothingOf(order), ...(location && { location }), lines: lines.slice(0, 1) };
}

/** An order of which nothing is known but who the customer is. */
export function customerOnly({ customer, channel, language, placedAt, currency }: Order): Order {
  return { number: '', placedAt, currency, ...(language && { language }), channel, customer, lines: [] };
}
