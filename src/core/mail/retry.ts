import type { CauseKind, CheckStep } from './causes';
import { isAboutService } from './diagnose';

/**
 * When to try again (RFC 5321, 4.5.4.1: waits that grow, for at least four to five days). Waits are minutes at first, because
 * most refusals for now are over soon, and end at half a day.
 */
const MINUTE = 60_000;
const WAITS = [2, 5, 15, 30, 60, 120, 240, 480, 720].map((m) => m * MINUTE);

/** A delivery older than this is not tried again, ms. */
export const GIVE_UP_AFTER = 5 * 24 * 60 * MINUTE;

/**
 * Milliseconds to wait after a failed attempt, or undefined when it was the last.
 * @param attempt the attempt that failed, from 1
 * @param age of the delivery since it was first due, ms
 * @param jitter a number from 0 to 1; spreads waits by up to a fifth, so that a queue does not come back all at once
 */
export function retryDelay(attempt: number, age: number, jitter: number): number | undefined {
  const wait = Math.round(WAITS[Math.min(attempt, WAITS.length) - 1]! * (0.9 + 0.2 * jitter));
  return age + wait > GIVE_UP_AFTER ? undefined : wait;
}

/**
 * How long nothing is tried at a destination that keeps putting mail off, ms. Its first few refusals are each message's own
 * affair; after that, all for it wait together, so that a busy server is not asked by every message in turn.
 * @param failures in a row
 */
export function destinationPause(failures: number): number | undefined {
  return failures < 3 ? undefined : Math.min(5 * MINUTE * 2 ** (failures - 3), 4 * 60 * MINUTE);
}

export type SendOutcome =
  | { kind: 'accepted'; response: string }
  | { kind: 'refused'; step: CheckStep; code: number; response: string }
  | { kind: 'unreachable'; error: string };

/**
 * Whether a failed attempt is the last (RFC 5321, 4.2.1): 5yz to the recipient or the message is final. A refusal that is about the
 * service and not the message (a wrong password, a limit, a sender that the account may not use) is not: another service may take the
 * message, or it waits until that is mended.
 */
export function isFinal(outcome: SendOutcome, cause: CauseKind): boolean {
  if (cause === 'address not sendable') return true;
  if (outcome.kind !== 'refused' || outcome.code < 500) return false;
  return ['sender', 'recipient', 'message'].includes(outcome.step) && !isAboutService(outcome.step, cause);
}
