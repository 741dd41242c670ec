/** The same person by two addresses: shown and known as one from then on, and taken apart again. What is sent goes where it went. */
import { and, eq, ne, sql } from 'drizzle-orm';
import type { JoinSeen } from '@/contract/customers';
import { isMailAddress } from '@/core/schema';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { database, type Executor } from '../../db/client';
import { customers } from '../../db/schema';
import { databaseTime } from '../../db/time';
import type { CustomerRecord } from './customer';
import { say } from '@/words/refusals';

interface Join {
  /** The customer that stays. */
  id: string;
  /** The other address of theirs. */
  address: string;
}

const refuse = (message: string): never => {
  throw new AppError('invalid', message, [{ path: '/address', message }]);
};

/** The two that are to be one, locked in one order whoever asks, so that two colleagues cannot join them into each other. */
async function both(db: Executor, { store }: Access, { id, address }: Join): Promise<[CustomerRecord, CustomerRecord]> {
  const email = address.trim();
  if (!isMailAddress(email)) refuse(say.isNoMailAddress({ address: email.slice(0, 100) }));
  const mine = eq(customers.storeId, store.id);
  const rows = await db
    .select()
    .from(customers)
    .where(and(mine, sql`(${customers.id} = ${id} or ${customers.email} = ${email})`))
    .orderBy(customers.id)
    .for('update');
  const head = rows.find((r) => r.id === id);
  if (!head) throw new AppError('not-found', say.noSuchCustomer);
  const other =
    rows.find((r) => r.email.toLowerCase() === email.toLowerCase()) ?? refuse(say.nobodyHasAddress({ address: email }));
  if (other.id === id) refuse(say.joinWithThemselves);
  if (head.joinedInto) refuse(say.isJoinedAlready({ address: head.email }));
  if (other.joinedInto) refuse(say.isJoinedAlready({ address: other.email }));
  for (const r of [head, other]) if (r.email.endsWith('.invalid')) refuse(say.isErased);
  return [head, other];
}

/** What joining would bring together. Nothing is changed. Throws as {@link joinCustomers} does. */
export async function lookAtJoin(access: Access, input: Join): Promise<JoinSeen> {
  const [head, other] = await database().transaction((tx) => both(tx, access, input));
  return {
    address: other.email,
    name: `${other.firstName} ${other.lastName}`.trim() || other.company,
    orders: other.orders,
    contacts: other.contacts.length,
    // What the one who stays has said goes before what the other has.
    ...(head.language !== '' && other.language !== '' && head.language !== other.language
      ? { languageKept: head.language, languageLeft: other.language }
      : {}),
    sameName: wordsOf(head) === wordsOf(other),
  };
}

const wordsOf = ({ firstName, lastName }: CustomerRecord): string => `${firstName} ${lastName}`.trim().toLowerCase();

/**
 * Joins the customer with an address into another. Orders, messages and what each address agreed to stay as they are; from now on they are
 * found, read and erased as one, and are written to in one language and with all their contacts. Those joined into the other come along.
 * Throws `invalid` for an address that nobody has, that is joined already, or that is their own.
 */
export async function joinCustomers(access: Access, input: Join): Promise<void> {
  const at = new Date(await databaseTime());
  await database().transaction(async (tx) => {
    const [head, other] = await both(tx, access, input);
    const into = { joinedInto: head.id, joinedBy: access.person.name, joinedAt: at };
    await tx.update(customers).set({ joinedInto: head.id }).where(eq(customers.joinedInto, other.id));
    await tx
      .update(customers)
      .set({ ...into, joinedOnes: 0, revision: other.revision + 1 })
      .where(eq(customers.id, other.id));
    await tx
      .update(customers)
      .set({ joinedOnes: head.joinedOnes + other.joinedOnes + 1, revision: head.revision + 1 })
      .where(eq(customers.id, head.id));
    await remember(access, 'joinedCustomers', { customer: head.email, other: other.email }, { db: tx });
  });
}

/** Takes an address of a customer apart again: it is a customer of its own, as it was. Throws `not-found`. */
export async function takeApart(access: Access, { id, part }: { id: string; part: string }): Promise<void> {
  await database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(customers)
      .where(and(eq(customers.storeId, access.store.id), sql`${customers.id} in (${id}, ${part})`))
      .orderBy(customers.id)
      .for('update');
    const head = rows.find((r) => r.id === id);
    const other = rows.find((r) => r.id === part && r.joinedInto === id);
    if (!head || !other) throw new AppError('not-found', say.noSuchCustomer);
    await tx
      .update(customers)
      .set({ joinedInto: null, joinedBy: '', joinedAt: null, revision: other.revision + 1 })
      .where(eq(customers.id, part));
    await tx
      .update(customers)
      .set({ joinedOnes: head.joinedOnes - 1, revision: head.revision + 1 })
      .where(eq(customers.id, id));
    await remember(access, 'tookApart', { customer: head.email, other: other.email }, { db: tx });
  });
}

/** Those that were joined into a customer, the first first. */
export const joinedInto = ({ id, storeId }: Pick<CustomerRecord, 'id' | 'storeId'>): Promise<CustomerRecord[]> =>
  database()
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.joinedInto, id), ne(customers.id, id)))
    .orderBy(customers.joinedAt, customers.id);
