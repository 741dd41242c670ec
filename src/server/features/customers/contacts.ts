/** A customer's contacts as the shop's account page and checkout keep them. */
import { and, eq, sql } from 'drizzle-orm';
import { Type } from '@sinclair/typebox';
import { MOST_CONTACTS } from '@/contract/customers';
import { ContactSchema, noAddress, type Contact } from '@/core/order';
import { checker, isMailAddress } from '@/core/schema';
import { plainLine } from '@/core/text';
import { historyEntry } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { customers, formerAddresses, notifications } from '../../db/schema';
import { say } from '@/words/refusals';

/** What the shop is told: who the contacts are, how many there can be, and the labels that messages go to. */
export interface ContactsKept {
  email: string;
  contacts: Contact[];
  most: number;
  labels: string[];
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Refuses contacts that are the customer, or stand twice: nobody gets one message twice. */
export function refuseContacts(email: string, contacts: readonly Contact[]): void {
  contacts.forEach((contact, i) => {
    const refuse = (message: string): never => {
      throw new AppError('invalid', message, [{ path: `/contacts/${i}/email`, message }]);
    };
    if (same(contact.email, email)) refuse(say.contactIsTheCustomer);
    if (contacts.findIndex((c) => same(c.email, contact.email)) < i) refuse(say.contactTwice);
  });
}

/** Contacts as they are kept: on one line, and without what is empty. */
export const tidyContacts = (contacts: readonly Contact[]): Contact[] =>
  contacts.map(({ label, email, name, language }) => ({
    label: plainLine(label),
    email,
    ...(name?.trim() && { name: plainLine(name) }),
    ...(language && { language }),
  }));

/** The row of an address, or of who had it before it was corrected. */
async function rowOf(storeId: string, email: string, db: Executor, lock = false) {
  const [former] = await db
    .select({ id: formerAddresses.customerId })
    .from(formerAddresses)
    .where(and(eq(formerAddresses.storeId, storeId), eq(formerAddresses.address, email)));
  const query = db
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, storeId), former ? eq(customers.id, former.id) : eq(customers.email, email)));
  const [row] = await (lock ? query.for('update') : query);
  return row;
}

/** The contacts of the customer with an address. Throws `not-found`, and `invalid` for what is no address. */
export async function contactsOf(storeId: string, email: string): Promise<ContactsKept> {
  if (!isMailAddress(email)) throw new AppError('invalid', say.isNoMailAddress({ address: email.slice(0, 100) }));
  const row = await rowOf(storeId, email, database());
  if (!row) throw new AppError('not-found', say.noSuchCustomer);
  return { email: row.email, contacts: row.contacts, ...(await limitsOf(storeId)) };
}

async function limitsOf(storeId: string): Promise<{ most: number; labels: string[] }> {
  const rows = await database()
    .select({ labels: notifications.labels })
    .from(notifications)
    .where(and(eq(notifications.storeId, storeId), eq(notifications.audience, 'contact')));
  return { most: MOST_CONTACTS, labels: [...new Set(rows.flatMap((r) => r.labels))].toSorted() };
}

const ContactsSchema = Type.Object(
  {
    /** Whose they are: what is signed says it, and not the address that it was sent to alone. */
    email: Type.String({ format: 'mail-address' }),
    contacts: Type.Array(ContactSchema, { maxItems: MOST_CONTACTS }),
  },
  { additionalProperties: false },
);
const checkContacts = checker(ContactsSchema);

/**
 * Puts these contacts in the place of those of the customer with an address; one who is not known yet is made, so that a checkout can say
 * them with a first order. Throws `invalid` with the places of what is wrong: nothing is changed then.
 */
export async function putContacts(storeId: string, email: string, input: unknown): Promise<ContactsKept> {
  if (!isMailAddress(email)) throw new AppError('invalid', say.isNoMailAddress({ address: email.slice(0, 100) }));
  const checked = checkContacts(input);
  if (!checked.ok) throw new AppError('invalid', say.thisCannotBeDoneLike, checked.problems);
  if (!same(checked.value.email, email)) {
    throw new AppError('invalid', say.contactsOfAnother, [{ path: '/email', message: say.contactsOfAnother }]);
  }
  const contacts = tidyContacts(checked.value.contacts);
  await database().transaction(async (tx) => {
    const row = await rowOf(storeId, email, tx, true);
    refuseContacts(row?.email ?? email, contacts);
    if (row) {
      if (JSON.stringify(row.contacts) === JSON.stringify(contacts)) return;
      await tx
        .update(customers)
        .set({ contacts, revision: sql`${customers.revision} + 1` })
        .where(eq(customers.id, row.id));
    } else {
      const unknown = { firstName: '', lastName: '', language: '', address: noAddress(email) };
      await tx
        .insert(customers)
        .values({ id: newId(), storeId, email, contacts, ...unknown })
        .onDuplicateKeyUpdate({ set: { contacts: sql`values(${customers.contacts})` } });
    }
    await historyEntry(
      storeId,
      { name: say.theShop },
      'changedCustomer',
      { customer: row?.email ?? email },
      { db: tx },
    );
  });
  return contactsOf(storeId, email);
}
