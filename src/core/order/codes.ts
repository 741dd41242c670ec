/** Discount codes of a store, as messages may promise them. */
import { say } from '../../words/problems';
export interface DiscountCode {
  code: string;
  /** "10%" or an amount in minor units of the store's currency. */
  kind: 'percent' | 'amount';
  value: number;
  /** Milliseconds since the epoch; undefined when it does not begin or end. */
  startsAt?: number;
  endsAt?: number;
  used: number;
  /** How often it can be used in all; undefined when as often as one likes. */
  limit?: number;
}

/** Why a code that a message promises would disappoint, in words that follow its name; undefined when it would not. */
export function codeProblem(
  code: string,
  codes: readonly DiscountCode[],
  now: number,
  manyReceive: boolean,
): { severity: 'blocker' | 'warning'; message: string } | undefined {
  const blocker = (message: string) => ({ severity: 'blocker' as const, message });
  if (code.trim() === '') return blocker(say.noCodeIsChosenYet);
  const found = codes.find((c) => c.code.toLowerCase() === code.trim().toLowerCase());
  if (!found) return blocker(say.theStoreHasNoCode({ code }));
  if (found.endsAt !== undefined && found.endsAt <= now) return blocker(say.codeHasExpired({ code: found.code }));
  if (found.limit !== undefined && found.used >= found.limit) {
    return blocker(say.codeUsedUp({ code: found.code, limit: found.limit }));
  }
  if (found.limit === 1 && manyReceive) {
    return blocker(say.codeCanBeUsedOnce({ code: found.code }));
  }
  if (found.startsAt !== undefined && found.startsAt > now) {
    return { severity: 'warning', message: say.codeDoesNotHoldYet({ code: found.code }) };
  }
  const DAYS = 7;
  if (found.endsAt !== undefined && found.endsAt - now < DAYS * 86_400_000) {
    return { severity: 'warning', message: say.codeExpiresSoon({ code: found.code, days: DAYS }) };
  }
  if (found.limit !== undefined && found.limit - found.used < 20) {
    return { severity: 'warning', message: say.codeNearlyUsedUp({ code: found.code, n: found.limit - found.used }) };
  }
  return undefined;
}
