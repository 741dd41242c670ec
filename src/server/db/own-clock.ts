/** A clock of its own for what is rehearsed: within it, the days of an order's life pass in seconds. All else has the true time. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { databaseNow } from './time';

interface OwnClock {
  aheadMs: number;
  /** Names what is set otherwise than the store has it within; empty for what is as it stands. */
  setting: string;
}

const present = new AsyncLocalStorage<OwnClock>();

/**
 * Runs something by a clock of its own, which stands at `time` (ms since 1970) and is wound by {@link windOwnClock}.
 *
 * @param setting names what is set otherwise than the store has it within, so that what is kept of one is not taken for the other
 */
export const byOwnClock = <T>(time: number, work: () => Promise<T>, setting = ''): Promise<T> =>
  present.run({ aheadMs: time - databaseNow(), setting }, work);

/** Names what the present call has set otherwise than the store; empty for what is as it stands. */
export const ownSetting = (): string => present.getStore()?.setting ?? '';

/** Winds the clock of the present call to a time, ms since 1970. Refused where it has none. */
export function windOwnClock(time: number): void {
  const clock = present.getStore();
  if (!clock) throw new Error('There is no clock to wind here.');
  clock.aheadMs = time - databaseNow();
}

/** How far the clock of the present call is ahead, in ms; undefined where it has none of its own. */
export const ownClockAhead = (): number | undefined => present.getStore()?.aheadMs;

/** The database's time, by which sending goes, or that of the clock of the present call. */
export const sendingNow = (): number => databaseNow() + (ownClockAhead() ?? 0);

/** Now, ms since 1970, by the clock of the present call. */
export const presentTime = (): number => Date.now() + (ownClockAhead() ?? 0);
