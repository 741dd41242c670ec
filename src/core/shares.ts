/** Dividing what there is among those who want some of it, in proportion to their weights. */

export interface Claimant {
  readonly id: string;
  /** Its part, against those of the others; above 0. */
  readonly weight: number;
}

/**
 * Divides so many places among claimants. Each gets its proportion rounded down or up, by one draw for all of them (systematic
 * sampling, Madow and Madow 1944), so that over many divisions each gets its proportion exactly with nothing kept between them: a lottery
 * among claimants, as in Waldspurger and Weihl's scheduling of 1994.
 *
 * @param places a whole number, 0 or more
 * @param draw a number from 0 to below 1
 * @returns how many each gets, which is 0 for some where there are more claimants than places; together as many as there are places
 */
export function shareOut(places: number, claimants: readonly Claimant[], draw: number): Map<string, number> {
  const all = claimants.reduce((sum, c) => sum + c.weight, 0);
  const shares = new Map<string, number>();
  let upTo = 0;
  let given = 0;
  claimants.forEach(({ id, weight }, i) => {
    upTo += weight;
    // The last one ends at a whole number, whatever was lost in adding up.
    const end = i === claimants.length - 1 ? places : Math.floor((places * upTo) / all + draw);
    shares.set(id, end - given);
    given = end;
  });
  return shares;
}
