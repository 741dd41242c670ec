/** Discount codes of a store, as messages may promise them. */
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
  if (code.trim() === '') return blocker('No code is chosen yet.');
  const found = codes.find((c) => c.code.toLowerCase() === code.trim().toLowerCase());
  if (!found) return blocker(`The store has no code ${code}: whoever types it in gets nothing.`);
  if (found.endsAt !== undefined && found.endsAt <= now) return blocker(`${found.code} has expired.`);
  if (found.limit !== undefined && found.used >= found.limit) {
    return blocker(
      `${found.code} is used up: it could be used ${found.limit === 1 ? 'once' : `${found.limit} times`}.`,
    );
  }
  if (found.limit === 1 && manyReceive) {
    return blocker(
      `${found.code} can be used once only, and this message goes to many: only the first has anything of it.`,
    );
  }
  if (found.startsAt !== undefined && found.startsAt > now) {
    return { severity: 'warning', message: `${found.code} does not hold yet.` };
  }
  const DAYS = 7;
  if (found.endsAt !== undefined && found.endsAt - now < DAYS * 86_400_000) {
    return { severity: 'warning', message: `${found.code} expires within ${DAYS} days.` };
  }
  if (found.limit !== undefined && found.limit - found.used < 20) {
    return { severity: 'warning', message: `${found.code} can be used ${found.limit - found.used} times more.` };
  }
  return undefined;
}
