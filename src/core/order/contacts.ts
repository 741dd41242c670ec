/** How many contacts a customer may have, and which labels there are, as the store sets it. */
import { Type, type Static } from '@sinclair/typebox';
import type { SchemaProblem } from '../schema';
import type { Contact } from './schema';
import { say } from '../../words/problems';

/** Contacts of a customer at most, whatever a store sets. */
export const MOST_CONTACTS = 10;

export const ContactLimitsSchema = Type.Object(
  {
    most: Type.Integer({ minimum: 0, maximum: MOST_CONTACTS }),
    /** None for any label. */
    labels: Type.Array(Type.String({ minLength: 1, maxLength: 80 }), { maxItems: 20 }),
  },
  { additionalProperties: false },
);
export type ContactLimits = Static<typeof ContactLimitsSchema>;

/** Of a store that has set nothing. */
export const ANY_CONTACTS: ContactLimits = { most: MOST_CONTACTS, labels: [] };

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/**
 * What is wrong with the contacts of a customer with an address, each at its place (JSON Pointer, RFC 6901): nobody gets one message twice, and
 * there are no more, nor others, than the store lets. What was there before it was set stays.
 */
export function contactProblems(
  email: string,
  contacts: readonly Contact[],
  { most, labels }: ContactLimits,
  before: readonly Contact[] = [],
): SchemaProblem[] {
  const problems: SchemaProblem[] = [];
  if (contacts.length > Math.max(most, before.length)) {
    problems.push({
      path: '/contacts',
      message: most === 0 ? say.noContactsHere : say.tooManyContacts({ most }),
    });
  }
  contacts.forEach((contact, i) => {
    if (same(contact.email, email)) {
      problems.push({ path: `/contacts/${i}/email`, message: say.contactIsTheCustomer });
    } else if (contacts.findIndex((c) => same(c.email, contact.email)) < i) {
      problems.push({ path: `/contacts/${i}/email`, message: say.contactTwice });
    }
    const known = [...labels, ...before.map((b) => b.label)];
    if (labels.length > 0 && !known.some((l) => same(l, contact.label))) {
      problems.push({ path: `/contacts/${i}/label`, message: say.otherLabel({ labels: labels.join(', ') }) });
    }
  });
  return problems;
}
