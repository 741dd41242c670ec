/** Whether database, worker and clock are as they should be. */
import { desc, eq, sql } from 'drizzle-orm';
import { database } from './db/client';
import { heartbeats } from './db/schema';
import { HEARTBEAT_MS } from './worker/worker';

export interface Health {
  ok: boolean;
  database: { ok: boolean; words: string };
  worker: { ok: boolean; words: string };
  clock: { ok: boolean; words: string };
}

const STALE_MS = HEARTBEAT_MS * 4;
const SKEW_MS = 2_000;

/** Asks each part. Never throws: a part that does not answer is down, and the words say so. */
export async function health(): Promise<Health> {
  const unknown = { ok: false, words: 'not known without the database' };
  try {
    const now = Date.now();
    const db = database();
    const [answer] = await db.execute(sql`select unix_timestamp(now(3)) * 1000 as now`);
    const theirs = Number((answer as unknown as { now: string }[])[0]?.now);
    const skew = Math.abs(theirs - (now + Date.now()) / 2);
    const [beat] = await db
      .select()
      .from(heartbeats)
      .where(eq(heartbeats.kind, 'worker'))
      .orderBy(desc(heartbeats.beatAt))
      .limit(1);
    const age = beat ? Date.now() - beat.beatAt.getTime() : Infinity;
    const state = {
      database: { ok: true, words: 'answers' },
      worker: {
        ok: age < STALE_MS,
        words: beat ? (age < STALE_MS ? 'running' : `last seen ${Math.round(age / 1000)} s ago`) : 'never started',
      },
      clock: {
        ok: skew < SKEW_MS,
        words:
          skew < SKEW_MS ? "agrees with the database's" : `differs from the database's by ${Math.round(skew / 1000)} s`,
      },
    };
    return { ok: state.worker.ok && state.clock.ok, ...state };
  } catch {
    return { ok: false, database: { ok: false, words: 'does not answer' }, worker: unknown, clock: unknown };
  }
}
