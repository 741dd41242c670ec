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
  /** Tests that a store's programs send: each is a real message. */
  tests: new RateLimiterMemory({ points: 30, duration: 60 }),
  /** Wrong keys and signatures from one network. */
  wrong: new RateLimiterMemory({ points: 60, duration: 60 }),
};

export type ApiLimit = keyof typeof LIMITS;

export interface Counted {
  /** Too many: so many seconds to wait. */
  wait?: number;
  /** What is left, as RateLimit fields say it (draft-ietf-httpapi-ratelimit-headers). */
  headers: Record<string, string>;
}

/** Counts some, and says what is left. */
export async function counted(limit: ApiLimit, key: string, points = 1): Promise<Counted> {
  const limiter = LIMITS[limit];
  const said = ({ remainingPoints, msBeforeNext }: RateLimiterRes): Record<string, string> => ({
    'ratelimit-policy': `"${limit}";q=${limiter.points};w=${limiter.duration}`,
    ratelimit: `"${limit}";r=${remainingPoints};t=${Math.ceil(msBeforeNext / 1000)}`,
  });
  try {
    return { headers: said(await limiter.consume(key, points)) };
  } catch (refused) {
    const { msBeforeNext } = refused as RateLimiterRes;
    return { wait: Math.ceil(msBeforeNext / 1000), headers: said(refused as RateLimiterRes) };
  }
}

/** Whether a network has shown too many wrong keys lately; in seconds to wait. Counts nothing. */
export async function guessesTooMuch(headers: Headers): Promise<number | undefined> {
  const found = await LIMITS.wrong.get(networkKey(headers));
  return found && found.consumedPoints >= LIMITS.wrong.points ? Math.ceil(found.msBeforeNext / 1000) : undefined;
}

/** Counts a wrong key or signature. */
export async function countWrong(headers: Headers): Promise<void> {
  await counted('wrong', networkKey(headers));
}

const networkKey = (headers: Headers): string => networkOf(headers.get(ADDRESS_HEADER) ?? 'unknown');
