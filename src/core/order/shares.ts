/** Dividing amounts without losing a minor unit: the parts always add up to the whole. All amounts are integers in minor units. */

/**
 * Divides an amount by weights, each part rounded down and the rest given, one unit each, to those who lost most (the largest
 * remainder). Without any weight, the first has it all. Exact for products of amount and weight beyond what a number holds.
 */
export function spread(amount: number, weights: readonly number[]): number[] {
  if (weights.length === 0) return [];
  const whole = weights.reduce((a, b) => a + b, 0);
  if (whole === 0) return weights.map((_, i) => (i === 0 ? amount : 0));
  const [total, sum] = [BigInt(amount), BigInt(whole)];
  const shares = weights.map((weight, i) => {
    const product = total * BigInt(weight);
    return { i, part: product / sum, rest: product % sum };
  });
  let left = total - shares.reduce((a, s) => a + s.part, 0n);
  for (const share of shares.toSorted((a, b) => (b.rest > a.rest ? 1 : b.rest < a.rest ? -1 : a.i - b.i))) {
    if (left <= 0n) break;
    share.part += 1n;
    left -= 1n;
  }
  return shares.toSorted((a, b) => a.i - b.i).map((s) => Number(s.part));
}

/** What the pieces from `before` (already taken) to `before + quantity` of a line come to: all takings together are the line. */
export function shareOf(amount: number, pieces: number, before: number, quantity: number): number {
  const upTo = (n: number): number =>
    Number((BigInt(amount) * BigInt(n) * 2n + BigInt(pieces)) / (BigInt(pieces) * 2n));
  return upTo(before + quantity) - upTo(before);
}
