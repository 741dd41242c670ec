/** When a domain's records are looked at again. */
const MINUTE = 60_000;
const GROWING = [0.25, 0.5, 1, 2, 5, 10, 20, 30, 60].map((m) => m * MINUTE);
export const DAILY = 24 * 60 * MINUTE;

/**
 * Milliseconds until the next look: growing steps until all is good, then daily. A domain that was good and is not any
 * more begins with short steps again, since it was probably being worked on.
 * @param looks how many looks in a row found it as it is now, from 1
 */
export function nextLook(good: boolean, looks: number): number {
  return good ? DAILY : GROWING[Math.min(looks, GROWING.length) - 1]!;
}
