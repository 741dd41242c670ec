/** Whether database, worker, clocks and the secret are as they should be. */
import { gte } from 'drizzle-orm';
import { database } from '../db/client';
import { askDatabaseTime, clockAheadOfDatabase } from '../db/time';
import { heartbeats } from '../db/schema';
import { HEARTBEAT_MS } from './heartbeat';
import { secretTrouble } from './secret-check';
import { say } from '@/words/operations';

interface Part {
  ok: boolean;
  words: string;
}

export interface Health {
  ok: boolean;
  database: Part;
  worker: Part;
  clock: Part;
  secret: Part;
}

const STALE_MS = HEARTBEAT_MS * 4;
const LATELY_MS = 3_600_000;
const SKEW_MS = 2_000;

const seconds = (ms: number): number => Math.round(Math.abs(ms) / 1000);

/** Asks each part. Never throws: a part that does not answer is down, and the words say so. */
export async function health(): Promise<Health> {
  try {
    const now = await askDatabaseTime();
    const beats = await database()
      .select()
      .from(heartbeats)
      .where(gte(heartbeats.beatAt, new Date(now - LATELY_MS)));
    const alive = beats.filter((b) => now - b.beatAt.getTime() < STALE_MS);
    const worker = workerPart(now, beats);
    const clock = clockPart([
      { id: say.thisProcess, clockAheadMs: await clockAheadOfDatabase() },
      ...alive.map((b) => ({ id: `${b.kind} ${b.id}`, clockAheadMs: b.clockAheadMs })),
    ]);
    const secret = secretPart(await secretTrouble(), alive);
    return {
      ok: worker.ok && clock.ok && secret.ok,
      database: { ok: true, words: say.answers },
      worker,
      clock,
      secret,
    };
  } catch {
    const unknown = { ok: false, words: say.notKnownWithoutDatabase };
    return {
      ok: false,
      database: { ok: false, words: say.doesNotAnswer },
      worker: unknown,
      clock: unknown,
      secret: unknown,
    };
  }
}

type Beat = typeof heartbeats.$inferSelect;

function workerPart(now: number, beats: readonly Beat[]): Part {
  const times = beats.filter((b) => b.kind === 'worker').map((b) => now - b.beatAt.getTime());
  const running = times.filter((age) => age < STALE_MS).length;
  if (running > 0) return { ok: true, words: say.nRunning({ n: running }) };
  return {
    ok: false,
    words: times.length > 0 ? say.lastSeen({ seconds: seconds(Math.min(...times)) }) : say.notSeen,
  };
}

/** Every process is compared with the database, whose clock decides what is due. */
function clockPart(processes: readonly { id: string; clockAheadMs: number }[]): Part {
  const off = processes.filter((p) => Math.abs(p.clockAheadMs) >= SKEW_MS);
  if (off.length === 0) return { ok: true, words: say.clocksAgree };
  return {
    ok: false,
    words: off
      .map((p) =>
        (p.clockAheadMs > 0 ? say.isAhead : say.isBehind)({ process: p.id, seconds: seconds(p.clockAheadMs) }),
      )
      .join('; '),
  };
}

/** A process has no other trouble with its secret than that it is another one. */
function secretPart(own: string, alive: readonly Beat[]): Part {
  const wrong = [
    ...(own ? [`${say.thisProcess}: ${say.anotherSecret}`] : []),
    ...alive.filter((b) => b.trouble).map((b) => `${b.kind} ${b.id}: ${say.anotherSecret}`),
  ];
  return wrong.length === 0 ? { ok: true, words: say.opensWhatIsStored } : { ok: false, words: wrong.join('; ') };
}

// Kept on the global object: this module is loaded more than once in the web process.
const standing = globalThis as { libellusDraining?: boolean };

/** From now on this process is not ready for more. */
export function startDraining(): void {
  standing.libellusDraining = true;
}

/**
 * Whether this process can take requests: it is not about to end, the database answers, and its secret opens what is stored. What others
 * do, such as workers, is not asked: requests are no better off elsewhere.
 */
export async function ready(): Promise<{ ok: boolean; words: string }> {
  if (standing.libellusDraining) return { ok: false, words: say.draining };
  try {
    await askDatabaseTime();
    const trouble = await secretTrouble();
    return trouble ? { ok: false, words: say.anotherSecret } : { ok: true, words: say.takesRequests };
  } catch {
    return { ok: false, words: say.doesNotAnswer };
  }
}
