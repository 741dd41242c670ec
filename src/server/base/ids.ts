/** Ids that sort by the time they were made (ULID), so the newest rows are at one end of an index. */
import { randomFillSync } from 'node:crypto';
import { encodeTime, monotonicFactory, ulid } from 'ulid';

/** Randomness a pool at a time: asking the system for each character took a twentieth of taking in an event. */
const pool = new Uint32Array(1024);
let at = pool.length;

function random(): number {
  if (at === pool.length) {
    randomFillSync(pool);
    at = 0;
  }
  const value = pool[at]! / 2 ** 32;
  at += 1;
  return value;
}

export const newId: () => string = monotonicFactory(random);

/** The first id that could be made at a time, in ms since the epoch: what is newer sorts after it. */
export const idAt = (time: number): string => encodeTime(time, 10).padEnd(26, '0');

/** An id as it would have been made at a time: for what is told of afterwards. */
export const pastId = (time: number): string => ulid(time, random);
