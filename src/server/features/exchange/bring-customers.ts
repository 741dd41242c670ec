/**
 * A list of customers, brought in: each is changed in what the list has of them, and in nothing else. What was changed is kept for a day, so
 * that all of it can be taken back at once.
 */
import { and, asc, eq, inArray, isNull, sql } from 'drizzle-orm';
import type { CustomerListChanges } from '@/contract/orders';
import {
  contactsText,
  customerChanges,
  mergedCustomer,
  type CustomerChange,
  type CustomerGiven,
  type CustomerValues,
} from '@/core/exchange';
import { languageName } from '@/core/names';
import { NO_COUNTRY } from '@/core/order';
import { addressLines } from '@/core/snapshot';
import type { Access } from '../../auth/access';
import { remember } from '../../auth/history';
import { AppError } from '../../base/errors';
import { breath } from '../../base/breath';
import { newId } from '../../base/ids';
import { database, type Executor } from '../../db/client';
import { customers, listImportParts, listImports } from '../../db/schema';
import { databaseTime } from '../../db/time';
import { forgetCustomers, indexCustomers } from '../../events/find-customers';
import { say } from '@/words/refusals';
import { say as words } from '@/words/orders';

const AT_ONCE = 1_000;
/** Customers whose changes are told one by one. */
const MOST_TOLD = 200;
const DAY_MS = 86_400_000;

type Row = typeof customers.$inferSelect;
type Change = (typeof listImportParts.$inferSelect)['changes'][number];

const valuesOf = ({ firstName, lastName, company, language, guest, address, contacts }: Row): CustomerValues => ({
  ...{ firstName, lastName, company, language, guest, address, contacts },
});

/** Customers of a list as they are now, by their address in small letters. */
async function known(
  tx: Executor,
  storeId: string,
  emails: readonly string[],
  lock = false,
): Promise<Map<string, Row>> {
  if (emails.length === 0) return new Map();
  const query = tx
    .select()
    .from(customers)
    .where(and(eq(customers.storeId, storeId), inArray(customers.email, [...emails])));
  const rows = await (lock ? query.for('update') : query);
  return new Map(rows.map((r) => [r.email.toLowerCase(), r]));
}

/** What bringing a list in would change, of each customer of it. Nothing is changed. */
export async function lookAtCustomers(
  { store }: Access,
  given: readonly CustomerGiven[],
  clear: boolean,
): Promise<CustomerListChanges> {
  const told: CustomerListChanges['told'] = [];
  let [changed, same, fresh] = [0, 0, 0];
  for (let from = 0; from < given.length; from += AT_ONCE) {
    const part = given.slice(from, from + AT_ONCE);
    const there = await known(
      database(),
      store.id,
      part.map((g) => g.email),
    );
    for (const one of part) {
      const row = there.get(one.email.toLowerCase());
      if (!row) {
        fresh += 1;
        continue;
      }
      const before = valuesOf(row);
      const what = customerChanges(before, mergedCustomer(before, one, clear));
      if (what.length === 0) same += 1;
      else changed += 1;
      if (what.length > 0 && told.length < MOST_TOLD) told.push({ email: row.email, what: what.map(inWords) });
    }
    await breath();
  }
  return { fresh, changed, same, empty: given.some((g) => g.empty.length > 0), told };
}

const FIELDS: Record<CustomerChange['field'], () => string> = {
  firstName: () => words.fieldFirstName,
  lastName: () => words.fieldLastName,
  company: () => words.fieldCompany,
  language: () => words.fieldLanguage,
  guest: () => words.fieldGuest,
  address: () => words.fieldAddress,
  contacts: () => words.fieldContacts,
};

function valueWords(field: CustomerChange['field'], value: CustomerChange['before']): string {
  if (field === 'language') return value === '' ? '' : languageName(value as string);
  if (typeof value === 'boolean') return value ? words.yes : words.no;
  if (Array.isArray(value)) return contactsText(value);
  if (typeof value === 'object') return value.country === NO_COUNTRY ? '' : addressLines(value).join(', ');
  return value;
}

const inWords = ({ field, before, after }: CustomerChange): { field: string; before: string; after: string } => ({
  field: FIELDS[field](),
  before: valueWords(field, before),
  after: valueWords(field, after),
});

/** Brings a list in, within a transaction. Answers the id by which it can be taken back. */
export async function bringCustomers(
  tx: Executor,
  { store, person }: Access,
  given: readonly CustomerGiven[],
  clear: boolean,
): Promise<string> {
  const importId = newId();
  const now = new Date(await databaseTime());
  await tx.insert(listImports).values({ id: importId, storeId: store.id, by: person.name, at: now });
  for (let from = 0; from < given.length; from += AT_ONCE) {
    const part = given.slice(from, from + AT_ONCE);
    const there = await known(
      tx,
      store.id,
      part.map((g) => g.email),
      true,
    );
    const changes = part.flatMap((one): Change[] => {
      const row = there.get(one.email.toLowerCase());
      const before = row ? valuesOf(row) : null;
      const after = mergedCustomer(before ?? undefined, one, clear);
      if (before && customerChanges(before, after).length === 0) return [];
      return [{ id: row?.id ?? newId(), email: row?.email ?? one.email, before, after }];
    });
    if (changes.length > 0) {
      await put(
        tx,
        store.id,
        changes.map(({ id, email, after }) => ({ id, email, values: after })),
      );
      await tx.insert(listImportParts).values({ importId, part: from / AT_ONCE, changes });
    }
    await breath();
  }
  return importId;
}

/** Writes customers as they are to be, all in one statement. */
async function put(
  tx: Executor,
  storeId: string,
  rows: readonly { id: string; email: string; values: CustomerValues }[],
): Promise<void> {
  await tx
    .insert(customers)
    .values(rows.map(({ id, email, values }) => ({ id, storeId, email, ...values })))
    .onDuplicateKeyUpdate({
      set: {
        indexed: false,
        firstName: sql`values(${customers.firstName})`,
        lastName: sql`values(${customers.lastName})`,
        company: sql`values(${customers.company})`,
        language: sql`values(${customers.language})`,
        guest: sql`values(${customers.guest})`,
        address: sql`values(${customers.address})`,
        contacts: sql`values(${customers.contacts})`,
        revision: sql`${customers.revision} + 1`,
      },
    });
}

/**
 * Takes back what a list changed: customers are as they were, and new ones that have no orders are gone. Whom somebody changed since stays as
 * they are. Throws `not-found` for a list that was taken back already, or is older than a day.
 */
export async function takeListBack(access: Access, { id }: { id: string }): Promise<{ back: number; left: number }> {
  const storeId = access.store.id;
  const now = await databaseTime();
  let [back, left] = [0, 0];
  await database().transaction(async (tx) => {
    const [row] = await tx
      .select()
      .from(listImports)
      .where(and(eq(listImports.id, id), eq(listImports.storeId, storeId), isNull(listImports.takenBackAt)))
      .for('update');
    if (!row || row.at.getTime() < now - DAY_MS) throw new AppError('not-found', say.listCannotBeTakenBack);
    const parts = await tx
      .select({ part: listImportParts.part })
      .from(listImportParts)
      .where(eq(listImportParts.importId, id))
      .orderBy(asc(listImportParts.part));
    for (const { part } of parts) {
      const [{ changes } = { changes: [] as Change[] }] = await tx
        .select({ changes: listImportParts.changes })
        .from(listImportParts)
        .where(and(eq(listImportParts.importId, id), eq(listImportParts.part, part)));
      const there = new Map(
        [
          ...(
            await known(
              tx,
              storeId,
              changes.map((c) => c.email),
              true,
            )
          ).values(),
        ].map((r) => [r.id, r]),
      );
      const untouched = changes.filter((c) => {
        const now = there.get(c.id);
        return now && customerChanges(valuesOf(now), c.after).length === 0;
      });
      const gone = untouched.filter((c) => c.before === null && there.get(c.id)!.orders === 0).map((c) => c.id);
      const kept = untouched.flatMap(({ id: own, email, before }) =>
        before ? [{ id: own, email, values: before }] : [],
      );
      await forgetCustomers(tx, gone);
      if (gone.length > 0) await tx.delete(customers).where(inArray(customers.id, gone));
      if (kept.length > 0) await put(tx, storeId, kept);
      back += gone.length + kept.length;
      left += changes.length - gone.length - kept.length;
    }
    await tx
      .update(listImports)
      .set({ takenBackAt: new Date(now) })
      .where(eq(listImports.id, id));
    await remember(access, 'tookListBack', { n: back }, { db: tx });
  });
  await indexCustomers();
  return { back, left };
}
