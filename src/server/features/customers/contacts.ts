/** A customer's contacts as the shop's account page and checkout keep them. */
import { and, eq, sql } from 'drizzle-orm';
import { Type } from '@sinclair/typebox';
import type { ForContacts, LimitsSeen, SaveLimits } from '@/contract/customers';
import {
  ANY_CONTACTS,
  contactProblems,
  ContactSchema,
  MOST_CONTACTS,
  noAddress,
  type Contact,
  type ContactLimits,
} from '@/core/order';
import { checker, isMailAddress } from '@/core/schema';
import { plainLine } from '@/core/text';
import type { Access } from '../../auth/access';
import { historyEntry, remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { customers, formerAddresses, notifications, stores } from '../../db/schema';
import { noteCalls } from '../../hooks/note';
import type { CustomerRecord } from './customer';
import { linkGoesOut } from '../../events/preferences-link';
import { say } from '@/words/refusals';

/** What the shop is told: who the contacts are, how many there can be, and the labels that messages go to. */
export interface ContactsKept {
  email: string;
  contacts: Contact[];
  most: number;
  labels: string[];
  /** What can be chosen for a contact: by name, and what the store calls it. */
  messages: { slug: string; name: string }[];
}

const same = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();

/** Refuses contacts that a customer cannot have, with the places. Throws `invalid`. */
export function refuseContacts(
  email: string,
  contacts: readonly Contact[],
  limits: ContactLimits,
  before: readonly Contact[] = [],
): void {
  const problems = contactProblems(email, contacts, limits, before);
  const [first] = problems;
  if (first) throw new AppError('invalid', first.message, problems);
}

/** Contacts as they are kept: on one line, and without what is empty. */
export const tidyContacts = (contacts: readonly Contact[]): Contact[] =>
  contacts.map(({ label, email, name, language, messages }) => ({
    label: plainLine(label),
    email,
    ...(name?.trim() && { name: plainLine(name) }),
    ...(language && { language }),
    ...(messages && { messages }),
  }));

/** The row of an address, or of who had it before it was corrected; of an address that was joined into another, that one's. */
async function rowOf(storeId: string, email: string, db: Executor, lock = false): Promise<CustomerRecord | undefined> {
  const [former] = await db
    .select({ id: formerAddresses.customerId })
    .from(formerAddresses)
    .where(and(eq(formerAddresses.storeId, storeId), eq(formerAddresses.address, email)));
  const query = db
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, storeId), former ? eq(customers.id, former.id) : eq(customers.email, email)));
  const [row] = await (lock ? query.for('update') : query);
  if (!row?.joinedInto) return row;
  const head = db.select().from(customers).where(eq(customers.id, row.joinedInto));
  return (await (lock ? head.for('update') : head))[0];
}

/**
 * The contacts of the customer with an address; none for one who is not known yet, so that a checkout knows how many there can be. Throws
 * `invalid` for what is no address.
 */
export async function contactsOf(storeId: string, email: string): Promise<ContactsKept> {
  if (!isMailAddress(email)) throw new AppError('invalid', say.isNoMailAddress({ address: email.slice(0, 100) }));
  const row = await rowOf(storeId, email, database());
  const messages = (await messagesForContacts(storeId)).map(({ slug, name }) => ({ slug, name }));
  return { email: row?.email ?? email, contacts: row?.contacts ?? [], ...(await limitsOf(storeId)), messages };
}

/** What a store lets; without labels of its own, those that messages go to. */
async function limitsOf(storeId: string): Promise<ContactLimits> {
  const db = database();
  const [[store], labels] = await Promise.all([
    db.select({ limits: stores.contactLimits }).from(stores).where(eq(stores.id, storeId)),
    labelsOfMessages(storeId),
  ]);
  const { most, labels: own } = store?.limits ?? ANY_CONTACTS;
  return { most, labels: own.length > 0 ? own : labels };
}

/** The labels that contacts of a store's customers can have. */
export const labelsOf = async (storeId: string): Promise<string[]> => (await limitsOf(storeId)).labels;

/** Notifications of a store that contacts can get, by name. */
export const messagesForContacts = (storeId: string): Promise<ForContacts[]> =>
  database()
    .select({ slug: notifications.slug, name: notifications.name, on: notifications.on, labels: notifications.labels })
    .from(notifications)
    .where(and(eq(notifications.storeId, storeId), eq(notifications.audience, 'contact')))
    .orderBy(notifications.name);

async function labelsOfMessages(storeId: string): Promise<string[]> {
  const rows = await messagesForContacts(storeId);
  return [...new Set(rows.flatMap((r) => r.labels))].toSorted();
}

/** Refuses messages that are none of those that contacts can get, each at its place. Throws `invalid`. */
export async function refuseUnknownMessages(storeId: string, contacts: readonly Contact[]): Promise<void> {
  if (contacts.every((c) => !c.messages)) return;
  const known = await messagesForContacts(storeId);
  const problems = contacts.flatMap(({ messages = [] }, i) =>
    messages
      .filter((m) => known.every((k) => k.slug !== m))
      .map((m) => ({
        path: `/contacts/${i}/messages`,
        message: say.noMessageForContacts({ name: m, known: known.map((k) => k.slug).join(', ') }),
      })),
  );
  const [first] = problems;
  if (first) throw new AppError('invalid', first.message, problems);
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
  await refuseUnknownMessages(storeId, contacts);
  await database().transaction(async (tx) => {
    const row = await rowOf(storeId, email, tx, true);
    const [store] = await tx.select({ limits: stores.contactLimits }).from(stores).where(eq(stores.id, storeId));
    refuseContacts(row?.email ?? email, contacts, store?.limits ?? ANY_CONTACTS, row?.contacts);
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
    await noteCalls(tx, [{ storeId, type: 'contacts.changed', data: { customer: row?.email ?? email, contacts } }]);
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

/** Limits as they are kept: labels on one line, each once. */
const tidyLimits = ({ most, labels }: ContactLimits): ContactLimits => {
  const tidied = labels.map(plainLine).filter((l) => l !== '');
  return { most, labels: tidied.filter((l, i) => tidied.findIndex((o) => same(o, l)) === i) };
};

/** What limits would mean for the contacts that are there. Nothing is changed. */
export async function lookAtLimits({ store }: Access, { limits }: SaveLimits): Promise<LimitsSeen> {
  const { most, labels } = tidyLimits(limits);
  const rows = await database()
    .select({ contacts: customers.contacts })
    .from(customers)
    .where(and(eq(customers.storeId, store.id), sql`json_length(${customers.contacts}) > 0`));
  const known = (label: string): boolean => labels.length === 0 || labels.some((l) => same(l, label));
  return {
    over: rows.filter((r) => r.contacts.length > most).length,
    otherLabels: rows.filter((r) => r.contacts.some((c) => !known(c.label))).length,
    unused: (await labelsOfMessages(store.id)).filter((l) => !known(l)),
    footers: await database().$count(
      notifications,
      and(eq(notifications.storeId, store.id), eq(notifications.audience, 'customer'), eq(notifications.on, true)),
    ),
    linkGoesOut: await linkGoesOut(store.id),
  };
}

/**
 * Sets how many contacts customers may have, which labels there are, and whether customers keep them themselves. Contacts that are there
 * stay; links to the page in messages that went out lead to a closed page while there is none.
 */
export async function saveLimits(access: Access, { limits, page }: SaveLimits): Promise<void> {
  const contactLimits = tidyLimits(limits);
  await database().update(stores).set({ contactLimits, preferencesPage: page }).where(eq(stores.id, access.store.id));
  await remember(access, 'setContactLimits', { most: contactLimits.most });
}
