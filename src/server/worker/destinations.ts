/** Domains that keep putting mail off: after a few refusals in a row, all that is for one waits together. */
import { eq, inArray, sql } from 'drizzle-orm';
import { destinationPause } from '@/core/mail';
import { database } from '../db/client';
import { destinations } from '../db/schema';

export interface KnownDestination {
  /** Nothing is tried there before. */
  until: Date | undefined;
  words: string;
}

/** Those of some domains that put mail off lately. */
export async function knownDestinations(names: readonly string[]): Promise<Map<string, KnownDestination>> {
  if (names.length === 0) return new Map();
  const rows = await database()
    .select()
    .from(destinations)
    .where(inArray(destinations.name, [...names]));
  return new Map(rows.map((r) => [r.name, { until: r.pausedUntil ?? undefined, words: r.words }]));
}

/** Writes down that a domain put a message off. */
export async function destinationFailed(name: string, words: string): Promise<void> {
  const short = words.slice(0, 300);
  await database()
    .insert(destinations)
    .values({ name, failures: 1, words: short })
    .onDuplicateKeyUpdate({ set: { failures: sql`${destinations.failures} + 1`, words: short } });
  const [row] = await database().select().from(destinations).where(eq(destinations.name, name));
  const pause = destinationPause(row?.failures ?? 1);
  if (pause !== undefined) {
    await database()
      .update(destinations)
      .set({ pausedUntil: new Date(Date.now() + pause) })
      .where(eq(destinations.name, name));
  }
}

/** A domain took a message: it is no longer counted against. */
export async function destinationAccepted(name: string): Promise<void> {
  await database().delete(destinations).where(eq(destinations.name, name));
}
