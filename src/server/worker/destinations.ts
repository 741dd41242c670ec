/**
 * Domains that keep putting off what a service brings them: after a few refusals in a row, all that this service has for one waits
 * together. Another service may fare better, and another store's has nothing to do with it.
 */
import { and, eq, inArray, sql } from 'drizzle-orm';
import { destinationPause } from '@/core/mail';
import { database } from '../db/client';
import { destinations } from '../db/schema';
import { databaseNow } from '../db/time';
import { keptWithin } from '@/words/kept';

export interface KnownDestination {
  /** Nothing is tried there before. */
  until: Date | undefined;
  words: string;
}

/** The name under which mail of a service to a domain is counted. */
export const destinationKey = (serviceId: string, domain: string): string => `${serviceId} ${domain}`;

/** Those of some domains that put mail of some services off lately, by {@link destinationKey}. */
export async function knownDestinations(
  serviceIds: readonly string[],
  names: readonly string[],
): Promise<Map<string, KnownDestination>> {
  if (names.length === 0 || serviceIds.length === 0) return new Map();
  const rows = await database()
    .select()
    .from(destinations)
    .where(and(inArray(destinations.serviceId, [...serviceIds]), inArray(destinations.name, [...names])));
  return new Map(
    rows.map((r) => [destinationKey(r.serviceId, r.name), { until: r.pausedUntil ?? undefined, words: r.words }]),
  );
}

const at = (serviceId: string, name: string) => and(eq(destinations.serviceId, serviceId), eq(destinations.name, name));

/** Writes down that a domain put off a message of a service. */
export async function destinationFailed(serviceId: string, name: string, words: string): Promise<void> {
  const short = keptWithin(words, 2000);
  await database()
    .insert(destinations)
    .values({ serviceId, name, failures: 1, words: short })
    .onDuplicateKeyUpdate({ set: { failures: sql`${destinations.failures} + 1`, words: short } });
  const [row] = await database().select().from(destinations).where(at(serviceId, name));
  const pause = destinationPause(row?.failures ?? 1);
  if (pause !== undefined) {
    await database()
      .update(destinations)
      .set({ pausedUntil: new Date(databaseNow() + pause) })
      .where(at(serviceId, name));
  }
}

/** A domain took a message of a service: it is no longer counted against. */
export async function destinationAccepted(serviceId: string, name: string): Promise<void> {
  await database().delete(destinations).where(at(serviceId, name));
}
