/** What a store knows of the person an order is for, under whichever of their addresses it came. */
import { and, eq, or, type SQL } from 'drizzle-orm';
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

/** As planning needs it; undefined where nothing is known. */
export async function knownPerson(
  db: Executor,
  storeId: string,
  email: string,
): Promise<NonNullable<PlanEvent['customer']> | undefined> {
  const [[row], own] = await Promise.all([
    db
      .select(KNOWN)
      .from(customers)
      .where(and(eq(customers.storeId, storeId), eq(customers.email, email))),
    unsubscribedOf(storeId, [email], db),
  ]);
  const head = row?.joinedInto ?? row?.id;
  const joined = row !== undefined && (row.joinedInto !== null || row.joinedOnes > 0);
  const rows = joined ? await db.select(KNOWN).from(customers).where(ofPerson(storeId, head!)) : row ? [row] : [];
  // Who they are stands with the one that the others were joined into.
  rows.sort((a, b) => Number(b.id === head) - Number(a.id === head));
  const emails = rows.map((r) => r.email.toLowerCase());
  const unsubscribed = joined ? await unsubscribedOf(storeId, [...emails, email], db) : own;
  const kinds = [...new Set([...unsubscribed.values()].flat())];
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
