import type { CheckStep } from './diagnose';

/**
 * When to try again (RFC 5321, 4.5.4.1: waits that grow, for several days). Waits are minutes at first, because most
 * refusals for now are over soon, and end at half a day.
 */
const MINUTE = 60_000;
const WAITS = [2, 5, 15, 30, 60, 120, 240, 480, 720, 720, 720, 720].map((m) => m * MINUTE);

/** How many times one delivery is tried before it counts as failed: about four days in all. */
export const MAX_ATTEMPTS = WAITS.length + 1;

/**
 * Milliseconds to wait after a failed attempt, or undefined when it was the last.
 * @param attempt the attempt that failed, from 1
 * @param jitter a number from 0 to 1; spreads waits by up to a fifth, so that a queue does not come back all at once
 */
export function retryDelay(attempt: number, jitter: number): number | undefined {
  const wait = WAITS[attempt - 1];
  return wait === undefined ? undefined : Math.round(wait * (0.9 + 0.2 * jitter));
}

export type SendOutcome =
  | { kind: 'accepted'; response: string }
  | { kind: 'refused'; step: CheckStep; code: number; response: string }
  | { kind: 'unreachable'; error: string };

/**
 * Whether a failed attempt is the last (RFC 5321, 4.2.1): 5yz to the sender, the recipient or the message is final. A
 * refusal before that (a wrong password, say) is about the service and not the message, which waits until it is mended.
 */
export function isFinal(outcome: SendOutcome): boolean {
  return outcome.kind === 'refused' && outcome.code >= 500 && ['sender', 'recipient', 'message'].includes(outcome.step);
}
