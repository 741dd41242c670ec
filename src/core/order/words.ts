/** What people look for an order by: who, where to, which goods, how many, in which language, how it stands. */
import { countryName, languageName } from '../names';
import type { Order } from './schema';

/** All of it as one text in small letters, in the reader's language; `standing` is how the order stands, in words. */
export function orderWords(order: Order, standing = ''): string {
  const { number, customer, lines, language, shippingAddress, billingAddress } = order;
  const address = shippingAddress ?? billingAddress;
  const pieces = lines.reduce((n, l) => n + l.quantity, 0);
  return [
    number,
    customer.firstName,
    customer.lastName,
    customer.company,
    customer.email,
    customer.guest ? 'guest' : '',
    language && languageName(language),
    language,
    address && countryName(address.country),
    address?.country,
    address?.city,
    standing,
    `${lines.length} lines`,
    lines.length === 1 ? '1 line' : '',
    `${pieces} items`,
    pieces === 1 ? '1 item' : '',
    ...lines.flatMap((l) => [l.product.name, l.product.sku, l.product.category]),
  ]
    .filter(Boolean)
    .join(' \n')
    .toLowerCase();
}

/** Whether each word or number of a search stands in an order's words; numbers as whole ones. */
export function orderMatches(words: string, search: string): boolean {
  const wanted = search.toLowerCase().trim();
  if (wanted === '') return true;
  if (/^\d+ (lines?|items?)$/.test(wanted)) return words.split(' \n').includes(wanted);
  return wanted.split(/\s+/).every((word) => words.includes(word));
}
