/** Who orders in a rehearsal: made-up people, at addresses that nobody has. */
import type { Contact, Order } from '../order/schema';
import { slugOf } from '../slug';
import type { Scene } from './scene';

/** Nobody has an address there (RFC 2606). */
export const CUSTOMERS = 'rehearsal.example';

export interface MadeUpPerson {
  first: string;
  last: string;
  city: string;
  country: string;
}

/** By the language that they read: names as long, and as far from English, as there are. */
const PEOPLE: Readonly<Record<string, MadeUpPerson>> = {
  en: { first: 'Orla', last: 'Fennimore', city: 'Cork', country: 'IE' },
  de: { first: 'Änne', last: 'Größler-Weiß', city: 'Görlitz', country: 'DE' },
  fr: { first: 'Maëlle', last: "d'Aubigny", city: 'Évreux', country: 'FR' },
  pl: { first: 'Żaneta', last: 'Wąsowska', city: 'Łódź', country: 'PL' },
  ar: { first: 'ليلى', last: 'الورّاق', city: 'عمّان', country: 'JO' },
};

export const personOf = (language: string): MadeUpPerson => PEOPLE[language.split('-')[0] ?? ''] ?? PEOPLE['en']!;

/** The name of the mailbox of whoever places an order. */
export const mailboxOf = (number: string): string => slugOf(number, { most: 40, fallback: 'order' });

/** The customer's address, at the domain that their channel hides addresses behind where it does. */
export const customerAddress = (number: string, { channels }: Pick<Scene, 'channels'>, channel: string): string =>
  `${mailboxOf(number)}@${channels.find((c) => c.id === channel)?.maskedDomain ?? CUSTOMERS}`;

export const contactAddress = (number: string, i: number): Contact['email'] =>
  `${mailboxOf(number)}-contact-${i + 1}@${CUSTOMERS}`;

/** Colleagues by what they are to an order, at an address of a domain that may be theirs; none where there is no such domain. */
export function peopleOf(roles: readonly string[], domain: string | undefined): Pick<Order, 'people'> {
  if (roles.length === 0 || domain === undefined) return {};
  return { people: roles.slice(0, 20).map((role, i) => ({ role, email: `rehearsal-${i + 1}@${domain}` })) };
}
