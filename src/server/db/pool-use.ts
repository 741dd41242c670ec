/** How much of its connections to the database a process uses. */
import type { Socket } from 'node:net';
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
  inUse: Set<object>;
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
  const watched: Watched = { ...{ used: 0, waiting: 0, most }, ...{ inUse: new Set<object>(), waitingNow: 0 } };
  pools.add(watched);
  pool.pool.on('connection', (connection) => {
    // One that is lost while it is used is never given back.
    (connection as unknown as { stream: Socket }).stream.once('close', () => watched.inUse.delete(connection));
  });
  pool.pool.on('acquire', (connection) => {
    watched.inUse.add(connection);
    watched.used = Math.max(watched.used, watched.inUse.size);
  });
  pool.pool.on('release', (connection) => void watched.inUse.delete(connection));
  return {
    asked: () => {
      // One that is free is had at once, without waiting.
      if (watched.inUse.size + watched.waitingNow >= most) {
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
    Object.assign(watched, { used: watched.inUse.size, waiting: watched.waitingNow });
  }
  return sum;
}
