/**
 * The database's clock. Leases, due times and waits go by it alone, so that processes whose own clocks differ agree on what is due and
 * what is still held. Between two askings it is carried on by the process's monotonic clock, which no correction of the time moves.
 */
import { sql } from 'drizzle-orm';
import { database, type Executor } from './client';

interface Reading {
  /** The database's time then, ms since 1970. */
  time: number;
  /** `performance.now()` then. */
  at: number;
}

let last: Reading | undefined;
const FRESH_MS = 5_000;

/** Asks the database for its time, ms since 1970. */
export async function askDatabaseTime(db: Executor = database()): Promise<number> {
  const before = performance.now();
  const [rows] = await db.execute(sql`select unix_timestamp(now(3)) * 1000 as now`);
  const time = Number((rows as unknown as { now: string }[])[0]?.now);
  last = { time, at: (before + performance.now()) / 2 };
  return time;
}

/** The database's time, ms since 1970: asked for when it was not lately. */
export async function databaseTime(db: Executor = database()): Promise<number> {
  return last && performance.now() - last.at < FRESH_MS ? carriedOn(last) : askDatabaseTime(db);
}

/** The database's time as last asked for and carried on since; the process's own before the first asking. */
export function databaseNow(): number {
  return last ? carriedOn(last) : Date.now();
}

const carriedOn = ({ time, at }: Reading): number => Math.round(time + (performance.now() - at));

/** How far this process's clock is ahead of the database's, ms. */
export async function clockAheadOfDatabase(): Promise<number> {
  const before = Date.now();
  const theirs = await askDatabaseTime();
  return Math.round((before + Date.now()) / 2 - theirs);
}
