/**
 * What keeps guessing slow: failed tries are counted by the account and by the network they come from, each with waits that grow. A
 * browser that signed in to the account before is counted by itself, so that nobody can lock a rightful owner out by guessing.
 * Counts and times are the database's, so they hold for all web processes together.
 */
import { createHash } from 'node:crypto';
import { eq, inArray, lt, sql } from 'drizzle-orm';
import { database } from '../db/client';
import { retryingDeadlocks } from '../db/deadlocks';
import { askDatabaseTime, databaseNow } from '../db/time';
import { guesses, verification } from '../db/schema';
import { say } from '../../words/signIn';

export interface Counter {
  /** Whom it counts: "account marta@...", "network 192.0.2.1". */
  of: string;
  /** So many may fail before one has to wait. */
  free: number;
}

const LONGEST_WAIT_S = 900;
/** A count that nothing was added to for a day begins anew. */
const FORGET_MS = 86_400_000;

const keyOf = (of: string): string => createHash('sha256').update(of).digest('hex');

/** How long one waits after so many failures, s: nothing while they are free, then twice as long each time, up to a quarter of an hour. */
export function waitAfter(failures: number, free: number): number {
  return failures < free ? 0 : Math.min(LONGEST_WAIT_S, 2 ** Math.min(failures - free, 20));
}

/** A wait as a person reads it. */
export const waitWords = (seconds: number): string =>
  seconds < 60 ? say.nSeconds({ n: seconds }) : say.nMinutes({ n: seconds < 120 ? 1 : Math.ceil(seconds / 60) });

/**
 * Begins a try: it is counted as failed before it is made, so that many at once are not one. Returns how long one has to wait, in
 * seconds; 0 when it may be made. {@link succeeded} takes it back.
 */
export async function beginTry(counters: readonly Counter[]): Promise<number> {
  const sorted = counters.map((c) => ({ ...c, key: keyOf(c.of) })).toSorted((a, b) => (a.key < b.key ? -1 : 1));
  // Two that begin at once may wait for each other's counts.
  return retryingDeadlocks(() =>
    database().transaction(async (tx) => {
      const now = await askDatabaseTime(tx);
      const at = new Date(now);
      await tx
        .insert(guesses)
        .ignore()
        .values(sorted.map(({ key }) => ({ key, failures: 0, waitUntil: at, lastAt: at })));
      const rows = await tx
        .select()
        .from(guesses)
        .where(
          inArray(
            guesses.key,
            sorted.map((c) => c.key),
          ),
        )
        .orderBy(guesses.key)
        .for('update');
      const longest = Math.max(0, ...rows.map((r) => r.waitUntil.getTime() - now));
      if (longest > 0) return Math.ceil(longest / 1000);
      for (const row of rows) {
        const before = now - row.lastAt.getTime() > FORGET_MS ? 0 : row.failures;
        const { free } = sorted.find((c) => c.key === row.key)!;
        const failures = before + 1;
        const waitUntil = new Date(now + waitAfter(failures, free) * 1000);
        await tx.update(guesses).set({ failures, waitUntil, lastAt: at }).where(eq(guesses.key, row.key));
      }
      return 0;
    }),
  );
}

/** The try was right: what it was counted for by itself is forgotten, and taken back of what others share, such as a network. */
export async function succeeded(own: readonly Counter[], shared: readonly Counter[]): Promise<void> {
  await database()
    .delete(guesses)
    .where(
      inArray(
        guesses.key,
        own.map((c) => keyOf(c.of)),
      ),
    );
  if (shared.length === 0) return;
  await database()
    .update(guesses)
    .set({ failures: sql`greatest(0, ${guesses.failures} - 1)`, waitUntil: new Date(databaseNow()) })
    .where(
      inArray(
        guesses.key,
        shared.map((c) => keyOf(c.of)),
      ),
    );
}

/** Forgets counts that nothing was added to for a day, and what was begun at the door and never ended. */
export async function forgetOldGuesses(): Promise<void> {
  await database()
    .delete(verification)
    .where(lt(verification.expiresAt, new Date(databaseNow())));
  await database()
    .delete(guesses)
    .where(lt(guesses.lastAt, new Date(databaseNow() - FORGET_MS)));
}
