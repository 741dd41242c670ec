/** How much of its connections to the database a process uses. */
import type { Pool } from 'mysql2/promise';

export interface PoolUse {
  /** Most that were in use at once. */
  used: number;
  /** Most that waited at once for one to be free. */
  waiting: number;
  /** How many there are at most. */
  most: number;
}

interface Watched extends PoolUse {
  usedNow: number;
  waitingNow: number;
}

// Kept on the global object: this module is loaded more than once in the web process.
const kept = globalThis as typeof globalThis & { libellusPools?: Set<Watched> };
const pools = (kept.libellusPools ??= new Set());

export interface PoolWatch {
  /** Somebody asks for a connection; the answer is called once they have one, or have given up. */
  asked: () => () => void;
  /** The pool is closed. */
  ended: () => void;
}

/** Watches a pool from now on. */
export function watchPool(pool: Pool, most: number): PoolWatch {
  const watched: Watched = { ...{ used: 0, waiting: 0, most }, ...{ usedNow: 0, waitingNow: 0 } };
  pools.add(watched);
  pool.pool.on('acquire', () => {
    watched.usedNow += 1;
    watched.used = Math.max(watched.used, watched.usedNow);
  });
  pool.pool.on('release', () => {
    watched.usedNow -= 1;
  });
  return {
    asked: () => {
      // One that is free is had at once, without waiting.
      if (watched.usedNow + watched.waitingNow >= most) {
        watched.waitingNow += 1;
        watched.waiting = Math.max(watched.waiting, watched.waitingNow);
        return () => void (watched.waitingNow -= 1);
      }
      return () => undefined;
    },
    ended: () => void pools.delete(watched),
  };
}

/** What was used of all pools of this process since it was asked last. */
export function poolUse(): PoolUse {
  const sum: PoolUse = { used: 0, waiting: 0, most: 0 };
  for (const watched of pools) {
    sum.used += watched.used;
    sum.waiting += watched.waiting;
    sum.most += watched.most;
    Object.assign(watched, { used: watched.usedNow, waiting: watched.waitingNow });
  }
  return sum;
}
