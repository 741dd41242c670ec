/** That a process is there, whether its clock agrees with the database's, and what it cannot do. */
import { and, eq, gt, lt, ne } from 'drizzle-orm';
import { database } from '../db/client';
import { clockAheadOfDatabase, databaseNow } from '../db/time';
import { heartbeats } from '../db/schema';
import { figuresNow } from './figures';
import type { ProcessKind } from '@/contract/figures';

export const HEARTBEAT_MS = 3_000;
/** A process that was not heard of for a day is forgotten. */
const FORGET_MS = 86_400_000;

/** Says that a process is alive, how far its clock is off, and what it cannot do. */
export async function beat(id: string, kind: ProcessKind, trouble: string): Promise<void> {
  const clockAheadMs = await clockAheadOfDatabase();
  const figures = figuresNow();
  const values = { beatAt: new Date(databaseNow()), clockAheadMs, trouble: trouble.slice(0, 300), figures };
  await database()
    .insert(heartbeats)
    .values({ id, kind, ...values })
    .onDuplicateKeyUpdate({ set: values });
}

/** Processes that ended by themselves since a time: they were heard of, did not take leave, and are not heard of any more. */
export async function endedByThemselves(since: Date): Promise<{ kind: ProcessKind; at: Date }[]> {
  const gone = new Date(databaseNow() - 4 * HEARTBEAT_MS);
  const rows = await database()
    .select({ kind: heartbeats.kind, at: heartbeats.beatAt })
    .from(heartbeats)
    .where(and(gt(heartbeats.beatAt, since), lt(heartbeats.beatAt, gone)));
  return rows.map((r) => ({ kind: r.kind as ProcessKind, at: r.at }));
}

/** A process that ended as it should is not missed. */
export async function leave(id: string): Promise<void> {
  await database().delete(heartbeats).where(eq(heartbeats.id, id));
}

/** Forgets processes that have not been heard of for long. */
export async function forgetOldBeats(): Promise<void> {
  await database()
    .delete(heartbeats)
    .where(and(lt(heartbeats.beatAt, new Date(databaseNow() - FORGET_MS)), ne(heartbeats.id, '')));
}
