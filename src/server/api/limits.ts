/**
 * How often other programs may ask. Counted in each web process by itself: it is there so that one shop, or somebody who guesses keys,
 * cannot take all of a process, and not to be exact over several of them.
 */
import { RateLimiterMemory, type RateLimiterRes } from 'rate-limiter-flexible';
import { networkOf } from '../net/addresses';
import { ADDRESS_HEADER } from '../net/addresses';

const LIMITS = {
  /** Events of one store: far above what a shop sends, below what holds everything else up. */
  events: new RateLimiterMemory({ points: 10_000, duration: 10 }),
  /** Pages of the record read with one store's key. */
  reading: new RateLimiterMemory({ points: 600, duration: 60 }),
  /** Wrong keys and signatures from one network. */
  wrong: new RateLimiterMemory({ points: 60, duration: 60 }),
};

export type ApiLimit = keyof typeof LIMITS;

/** Counts one; answers how many seconds to wait when there were too many, else undefined. */
export async function tooMany(limit: ApiLimit, key: string): Promise<number | undefined> {
  try {
    await LIMITS[limit].consume(key);
    return undefined;
  } catch (refused) {
    return Math.ceil((refused as RateLimiterRes).msBeforeNext / 1000);
  }
}

/** Whether a network has shown too many wrong keys lately; in seconds to wait. Counts nothing. */
export async function guessesTooMuch(headers: Headers): Promise<number | undefined> {
  const found = await LIMITS.wrong.get(networkKey(headers));
  return found && found.consumedPoints >= LIMITS.wrong.points ? Math.ceil(found.msBeforeNext / 1000) : undefined;
}

/** Counts a wrong key or signature. */
export async function countWrong(headers: Headers): Promise<void> {
  await tooMany('wrong', networkKey(headers));
}

const networkKey = (headers: Headers): string => networkOf(headers.get(ADDRESS_HEADER) ?? 'unknown');
