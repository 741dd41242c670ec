/** What a store knows of the person an order is for, under whichever of their addresses it came. */
import { and, eq, inArray, or, type SQL } from 'drizzle-orm';
import type { OptionalKind } from '@/core/moments';
import type { PlanEvent } from '@/core/plan';
import type { Executor } from '../db/client';
import { customers } from '../db/schema';
import { unsubscribedOf } from './unsubscribed';

const KNOWN = {
  id: customers.id,
  email: customers.email,
  language: customers.language,
  languageKept: customers.languageKept,
  contacts: customers.contacts,
  joinedInto: customers.joinedInto,
  joinedOnes: customers.joinedOnes,
};

/** The rows of one person: the customer with an id and those that were joined into them. */
export const ofPerson = (storeId: string, head: string): SQL =>
  and(eq(customers.storeId, storeId), or(eq(customers.id, head), eq(customers.joinedInto, head)))!;

type Known = NonNullable<PlanEvent['customer']>;
type KnownRow = Pick<typeof customers.$inferSelect, keyof typeof KNOWN>;

/** As planning needs it; undefined where nothing is known. */
export async function knownPerson(db: Executor, storeId: string, email: string): Promise<Known | undefined> {
  const [known] = await knownPeople(db, storeId, [email]);
  return known;
}

/** As {@link knownPerson}, of the people behind several addresses, in their order. */
export async function knownPeople(
  db: Executor,
  storeId: string,
  emails: readonly string[],
): Promise<(Known | undefined)[]> {
  if (emails.length === 0) return [];
  const [rows, unsubscribed] = await Promise.all([
    db
      .select(KNOWN)
      .from(customers)
      .where(and(eq(customers.storeId, storeId), inArray(customers.email, [...new Set(emails)]))),
    unsubscribedOf(storeId, emails, db),
  ]);
  const byEmail = new Map(rows.map((row) => [row.email.toLowerCase(), row]));
  const same = emails.filter((email) => byEmail.has(email.toLowerCase()));
  // The database takes more for the same address than small and capital letters: what it found besides is asked for by itself.
  const othersFound = new Set(same.map((email) => email.toLowerCase())).size < rows.length;
  const found: (Known | undefined)[] = [];
  for (const email of emails) {
    const row = byEmail.get(email.toLowerCase()) ?? (othersFound ? await rowOf(db, storeId, email) : undefined);
    found.push(await knownOf(db, storeId, { email, row, own: unsubscribed.get(email.toLowerCase()) ?? [] }));
  }
  return found;
}

async function rowOf(db: Executor, storeId: string, email: string): Promise<KnownRow | undefined> {
  const [row] = await db
    .select(KNOWN)
    .from(customers)
    .where(and(eq(customers.storeId, storeId), eq(customers.email, email)));
  return row;
}

/** @param own what the address itself does not want */
async function knownOf(
  db: Executor,
  storeId: string,
  { email, row, own }: { email: string; row: KnownRow | undefined; own: readonly OptionalKind[] },
): Promise<Known | undefined> {
  const head = row?.joinedInto ?? row?.id;
  const joined = row !== undefined && (row.joinedInto !== null || row.joinedOnes > 0);
  const rows = joined ? await db.select(KNOWN).from(customers).where(ofPerson(storeId, head!)) : row ? [row] : [];
  // Who they are stands with the one that the others were joined into.
  rows.sort((a, b) => Number(b.id === head) - Number(a.id === head));
  const emails = rows.map((r) => r.email.toLowerCase());
  const unwanted = joined ? [...(await unsubscribedOf(storeId, [...emails, email], db)).values()].flat() : own;
  const kinds = [...new Set(unwanted)];
  const speaks = rows.find((r) => r.language !== '');
  if (rows.length === 0 && kinds.length === 0) return undefined;
  return {
    contacts: rows
      .flatMap((r) => r.contacts)
      // Another address of theirs is no contact: they get it under the order's.
      .filter((c) => !joined || !emails.includes(c.email.toLowerCase())),
    ...(speaks && { language: speaks.language, languageKept: speaks.languageKept }),
    ...(kinds.length > 0 && { unsubscribed: kinds }),
  };
}
