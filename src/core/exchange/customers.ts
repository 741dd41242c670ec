/**
 * What a list says of a customer, put over what is known. What the list does not have stays; an empty cell takes away what stands there
 * only where that is asked for.
 */
import { NO_COUNTRY, noAddress, type Address, type Contact } from '../order';
import type { Cells } from './csv';

/** What is kept of a customer besides their address for mail and what their orders say. */
export interface CustomerValues {
  firstName: string;
  lastName: string;
  company: string;
  language: string;
  guest: boolean;
  address: Address;
  contacts: Contact[];
}

export const CUSTOMER_FIELDS = [
  'firstName',
  'lastName',
  'company',
  'language',
  'guest',
  'address',
  'contacts',
] as const satisfies readonly (keyof CustomerValues)[];
export type CustomerField = (typeof CUSTOMER_FIELDS)[number];

type AddressParts = Partial<Pick<Address, 'lines' | 'postalCode' | 'city' | 'country'>>;

/** What one entry of a list says of the customer with an address. */
export interface CustomerGiven {
  email: string;
  set: Partial<Omit<CustomerValues, 'address'>> & { address?: Address };
  /** Of an address: what the list has of it. */
  parts?: AddressParts;
  /** Fields that the list has and says nothing in. */
  empty: CustomerField[];
}

const COLUMNS_OF: Record<Exclude<CustomerField, 'address'>, string> = {
  firstName: 'first_name',
  lastName: 'last_name',
  company: 'company',
  language: 'language',
  guest: 'guest',
  contacts: 'contacts',
};
const ADDRESS_COLUMNS = ['street', 'postal_code', 'city', 'country'];

/** A row of a table with these columns; its contacts are read already. */
export function givenOf(cells: Cells, columns: readonly string[], contacts: Contact[]): CustomerGiven {
  const text = (name: string): string | undefined => (cells[name] === undefined ? undefined : String(cells[name]));
  const [street, postalCode, city, country] = ADDRESS_COLUMNS.map(text);
  const parts: AddressParts = {
    ...(street !== undefined && { lines: [street] }),
    ...(postalCode !== undefined && { postalCode }),
    ...(city !== undefined && { city }),
    ...(country !== undefined && { country }),
  };
  const [firstName, lastName, company, language] = ['first_name', 'last_name', 'company', 'language'].map(text);
  return {
    email: String(cells.email),
    set: {
      ...(firstName !== undefined && { firstName }),
      ...(lastName !== undefined && { lastName }),
      ...(company !== undefined && { company }),
      ...(language !== undefined && { language }),
      ...(cells.guest !== undefined && { guest: cells.guest === true }),
      ...(cells.contacts !== undefined && { contacts }),
    },
    ...(Object.keys(parts).length > 0 && { parts }),
    empty: CUSTOMER_FIELDS.filter((field) =>
      field === 'address'
        ? ADDRESS_COLUMNS.some((c) => columns.includes(c)) && Object.keys(parts).length === 0
        : columns.includes(COLUMNS_OF[field]) && cells[COLUMNS_OF[field]] === undefined,
    ),
  };
}

/** Of a customer of whom nothing is known but their address. */
export const unknownCustomer = (email: string): CustomerValues => ({
  ...{ firstName: '', lastName: '', company: '', language: '', guest: false },
  address: noAddress(email),
  contacts: [],
});

/** A customer as they would be with what a list says. `clear`: what it has and says nothing in is taken away. */
export function mergedCustomer(
  known: CustomerValues | undefined,
  { email, set, parts, empty }: CustomerGiven,
  clear: boolean,
): CustomerValues {
  const before = known ?? unknownCustomer(email);
  const blank = unknownCustomer(email);
  const cleared: Partial<CustomerValues> = clear ? Object.fromEntries(empty.map((field) => [field, blank[field]])) : {};
  const next: CustomerValues = { ...before, ...cleared, ...set };
  const name = `${next.firstName} ${next.lastName}`.trim() || next.company || email;
  if (set.contacts) {
    // A cell has no room for their names and languages: those of the same contact stay.
    next.contacts = set.contacts.map((c) => ({
      ...before.contacts.find((b) => b.label === c.label && b.email.toLowerCase() === c.email.toLowerCase()),
      ...c,
    }));
  }
  if (parts) {
    const own: Address = { ...before.address, ...parts };
    // Half an address is none.
    if (own.city !== '-' && own.country !== NO_COUNTRY) {
      next.address = before.address.country === NO_COUNTRY ? { ...own, name } : own;
      if (next.company !== '' && before.address.country === NO_COUNTRY) next.address.company = next.company;
    }
  }
  // An address that nobody told is called as its customer is.
  if (next.address.country === NO_COUNTRY) next.address = noAddress(name);
  return next;
}

export interface CustomerChange {
  field: CustomerField;
  before: CustomerValues[CustomerField];
  after: CustomerValues[CustomerField];
}

/** What differs between two states of a customer. */
export function customerChanges(before: CustomerValues, after: CustomerValues): CustomerChange[] {
  return CUSTOMER_FIELDS.flatMap((field): CustomerChange[] => {
    // What an address is called goes with the name.
    const told = (of: CustomerValues): unknown =>
      field === 'address' && of.address.country === NO_COUNTRY ? '' : of[field];
    return JSON.stringify(told(before)) === JSON.stringify(told(after))
      ? []
      : [{ field, before: before[field], after: after[field] }];
  });
}
