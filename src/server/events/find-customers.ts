/**
 * What customers are found by: the words of their name, company and address, and the numbers of their orders. Each is kept with all its ends,
 * so that any part of it is the beginning of one, which an index finds among millions as fast as among a thousand.
 */
import { and, count, eq, inArray, like, notExists, sql, type SQL } from 'drizzle-orm';
import { endsOf, wordsToFind } from '@/core/order';
import { database, type Executor } from '../db/client';
import { customers, customerWordEnds, customerWords, orderNumberEnds, orders } from '../db/schema';

/** Rows that one statement writes. */
const AT_ONCE = 2_000;
/** How common a word is needs to be known no further than this. */
const COMMON = 300;

/** Keeps the words of customers whose names changed or who ordered, so that they are found by them. Answers how many were done. */
export async function indexCustomers(limit = 500): Promise<number> {
  return database().transaction(async (tx) => {
    const rows = await tx
      .select()
      .from(customers)
      .where(eq(customers.indexed, false))
      .limit(limit)
      .for('update', { skipLocked: true });
    if (rows.length === 0) return 0;
    const ids = rows.map((r) => r.id);
    const kept = await tx.select().from(customerWords).where(inArray(customerWords.customerId, ids));
    const key = ({ customerId, word }: { customerId: string; word: string }): string => `${customerId} ${word}`;
    const words = rows.flatMap(({ id, storeId, email, firstName, lastName, company }) =>
      wordsToFind(firstName, lastName, company, email).map((word) => ({ storeId, word, customerId: id })),
    );
    const [before, now] = [new Set(kept.map(key)), new Set(words.map(key))];
    const fresh = words.filter((w) => !before.has(key(w)));
    await inParts(fresh, (part) => tx.insert(customerWords).ignore().values(part));
    const ends = fresh.flatMap(({ storeId, word }) => endsOf(word).map((end) => ({ storeId, end, word })));
    await inParts([...new Map(ends.map((e) => [`${e.storeId} ${e.end} ${e.word}`, e])).values()], (part) =>
      tx.insert(customerWordEnds).ignore().values(part),
    );
    const gone = kept.filter((w) => !now.has(key(w)));
    for (const { customerId, word } of gone)
      await tx.delete(customerWords).where(and(eq(customerWords.customerId, customerId), eq(customerWords.word, word)));
    await forgetWords(tx, gone);
    await indexNumbers(tx, rows);
    await tx.update(customers).set({ indexed: true }).where(inArray(customers.id, ids));
    return rows.length;
  });
}

/** Keeps the ends of the numbers of customers' orders that have none yet. */
async function indexNumbers(tx: Executor, of: readonly { storeId: string; email: string }[]): Promise<void> {
  for (const storeId of new Set(of.map((c) => c.storeId))) {
    const unknown = await tx
      .select({ id: orders.id, number: orders.number })
      .from(orders)
      .where(
        and(
          eq(orders.storeId, storeId),
          inArray(
            orders.customerEmail,
            of.filter((c) => c.storeId === storeId).map((c) => c.email),
          ),
          notExists(
            tx
              .select({ one: sql`1` })
              .from(orderNumberEnds)
              .where(eq(orderNumberEnds.orderId, orders.id)),
          ),
        ),
      );
    const ends = unknown.flatMap((o) => endsOf(o.number.toLowerCase()).map((end) => ({ storeId, end, orderId: o.id })));
    await inParts(ends, (part) => tx.insert(orderNumberEnds).ignore().values(part));
  }
}

async function inParts<T>(rows: readonly T[], write: (part: T[]) => Promise<unknown>): Promise<void> {
  for (let from = 0; from < rows.length; from += AT_ONCE) await write(rows.slice(from, from + AT_ONCE));
}

/** Forgets a customer's words, and with them those that nobody else has. */
export async function forgetCustomers(tx: Executor, customerIds: readonly string[]): Promise<void> {
  if (customerIds.length === 0) return;
  const words = await tx
    .select()
    .from(customerWords)
    .where(inArray(customerWords.customerId, [...customerIds]));
  await tx.delete(customerWords).where(inArray(customerWords.customerId, [...customerIds]));
  await forgetWords(tx, words);
}

/** Forgets the ends of words that no customer has any more: they may tell who somebody was. */
async function forgetWords(tx: Executor, words: readonly { storeId: string; word: string }[]): Promise<void> {
  for (const { storeId, word } of new Map(words.map((w) => [`${w.storeId} ${w.word}`, w])).values()) {
    const ofWord = and(eq(customerWordEnds.storeId, storeId), inArray(customerWordEnds.end, endsOf(word)));
    await tx.delete(customerWordEnds).where(
      and(
        ofWord,
        eq(customerWordEnds.word, word),
        notExists(
          tx
            .select({ one: sql`1` })
            .from(customerWords)
            .where(and(eq(customerWords.storeId, storeId), eq(customerWords.word, word))),
        ),
      ),
    );
  }
}

const escaped = (text: string): string => text.replace(/[%_\\]/g, '\\$&');
const begins = (text: string): string => `${escaped(text)}%`;

/** Addresses of customers who placed an order in whose number a text stands, `most` at most. */
export async function emailsByNumber(storeId: string, text: string, most: number): Promise<string[]> {
  const part = text.toLowerCase();
  if (part.length < 2) return [];
  const rows = await database()
    .selectDistinct({ email: orders.customerEmail })
    .from(orderNumberEnds)
    .innerJoin(orders, eq(orders.id, orderNumberEnds.orderId))
    .where(and(eq(orderNumberEnds.storeId, storeId), like(orderNumberEnds.end, begins(part))))
    .limit(most);
  return rows.map((r) => r.email);
}

/** Ids of customers in each of whose words looked for stands somewhere in one of theirs, `most` at most. */
export async function customersByWords(storeId: string, search: string, most: number): Promise<string[]> {
  const words = wordsToFind(search);
  const [first, ...rest] = words.length > 1 ? await rarestFirst(storeId, words) : words;
  if (first === undefined) return [];
  const rows = await database()
    .selectDistinct({ id: customerWords.customerId })
    .from(customerWordEnds)
    .innerJoin(customerWords, sameWord)
    .where(
      and(
        hasPart(storeId, first),
        ...rest.map(
          (word) =>
            sql`exists (select 1 from customer_word w where w.customer_id = ${customerWords.customerId} and w.word like ${`%${escaped(word)}%`})`,
        ),
      ),
    )
    .limit(most);
  return rows.map((r) => r.id);
}

const sameWord: SQL | undefined = and(
  eq(customerWords.storeId, customerWordEnds.storeId),
  eq(customerWords.word, customerWordEnds.word),
);

const hasPart = (storeId: string, part: string): SQL | undefined =>
  and(eq(customerWordEnds.storeId, storeId), like(customerWordEnds.end, begins(part)));

/** Words by how many customers have them: who is looked for is sought among those of the rarest. */
async function rarestFirst(storeId: string, words: readonly string[]): Promise<string[]> {
  const counted: { word: string; count: number }[] = [];
  for (const word of words) {
    const some = database()
      .select({ one: sql`1`.as('one') })
      .from(customerWordEnds)
      .innerJoin(customerWords, sameWord)
      .where(hasPart(storeId, word))
      .limit(COMMON)
      .as('some');
    const [found] = await database().select({ n: count() }).from(some);
    counted.push({ word, count: found!.n });
  }
  return counted.toSorted((a, b) => a.count - b.count).map((c) => c.word);
}
