/** Whether database, worker, clocks and the secret are as they should be. */
import { gte } from 'drizzle-orm';
import { database } from '../db/client';
import { askDatabaseTime, clockAheadOfDatabase } from '../db/time';
import { heartbeats } from '../db/schema';
import { HEARTBEAT_MS } from './heartbeat';
import { secretTrouble } from './secret-check';

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

const seconds = (ms: number): string => `${Math.round(Math.abs(ms) / 1000)} s`;

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
      { id: 'this process', clockAheadMs: await clockAheadOfDatabase() },
      ...alive.map((b) => ({ id: `${b.kind} ${b.id}`, clockAheadMs: b.clockAheadMs })),
    ]);
    const secret = secretPart(await secretTrouble(), alive);
    return { ok: worker.ok && clock.ok && secret.ok, database: { ok: true, words: 'answers' }, worker, clock, secret };
  } catch {
    const unknown = { ok: false, words: 'not known without the database' };
    return {
      ok: false,
      database: { ok: false, words: 'does not answer' },
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
  if (running > 0) return { ok: true, words: running === 1 ? 'running' : `${running} are running` };
  return {
    ok: false,
    words: times.length > 0 ? `last seen ${seconds(Math.min(...times))} ago` : 'not seen in the last hour',
  };
}

/** Every process is compared with the database, whose clock decides what is due. */
function clockPart(processes: readonly { id: string; clockAheadMs: number }[]): Part {
  const off = processes.filter((p) => Math.abs(p.clockAheadMs) >= SKEW_MS);
  if (off.length === 0) return { ok: true, words: "all agree with the database's" };
  return {
    ok: false,
    words: off
      .map((p) => `${p.id} is ${seconds(p.clockAheadMs)} ${p.clockAheadMs > 0 ? 'ahead of' : 'behind'} the database`)
      .join('; '),
  };
}

function secretPart(own: string, alive: readonly Beat[]): Part {
  const wrong = [
    ...(own ? [`this process: ${own}`] : []),
    ...alive.filter((b) => b.trouble).map((b) => `${b.kind} ${b.id}: ${b.trouble}`),
  ];
  return wrong.length === 0 ? { ok: true, words: 'opens what is stored' } : { ok: false, words: wrong.join('; ') };
}
