/** What a store knows of the person an order is for, under whichever of their addresses it came. */
import { and, eq, or, sql, type SQL } from 'drizzle-orm';
import type { AnyMySqlColumn } from 'drizzle-orm/mysql-core';
import type { OptionalKind } from '@/core/moments';
import type { PlanEvent } from '@/core/plan';
import type { Executor } from '../db/client';
import { customers, formerAddresses, unsubscriptions } from '../db/schema';
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
  const [found] = await peopleBehind(db, storeId, [email]);
  return found!.person;
}

/** Who is behind an address. */
export interface Behind {
  /** As planning needs it; undefined where nothing is known. */
  person: Known | undefined;
  /** The address was corrected to another one: see `withOwnAddress`. */
  former: boolean;
}

/** As {@link knownPerson}, of several addresses, in their order: with one query, unless some were joined with others. */
export async function peopleBehind(db: Executor, storeId: string, emails: readonly string[]): Promise<Behind[]> {
  const rows = await db
    .select({
      place: sql<number>`asked.place`,
      former: formerAddresses.address,
      kind: unsubscriptions.kind,
      customer: KNOWN,
    })
    .from(
      sql`json_table(${JSON.stringify(emails)}, '$[*]' columns (
        place for ordinality, email varchar(254) character set utf8mb4 path '$')) asked`,
    )
    .leftJoin(customers, and(eq(customers.storeId, storeId), isAsked(customers.email)))
    .leftJoin(formerAddresses, and(eq(formerAddresses.storeId, storeId), isAsked(formerAddresses.address)))
    .leftJoin(unsubscriptions, and(eq(unsubscriptions.storeId, storeId), isAsked(unsubscriptions.address)));
  const found: Behind[] = [];
  for (const [i, email] of emails.entries()) {
    const mine = rows.filter((row) => Number(row.place) === i + 1);
    const own = mine.flatMap(({ kind }) => kind ?? []);
    const person = await knownOf(db, storeId, { email, row: mine[0]?.customer ?? undefined, own });
    found.push({ person, former: mine.some((row) => row.former !== null) });
  }
  return found;
}

/** The collation is that of the columns: what the database takes for one address is found. */
const isAsked = (column: AnyMySqlColumn): SQL => sql`${column} = asked.email collate utf8mb4_unicode_ci`;

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
