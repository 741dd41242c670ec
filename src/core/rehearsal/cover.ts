/** The fewest sets that hold everything (set cover): greedily, and exactly for small cases. */

/**
 * Chooses sets, by their places, that together hold all that any of them holds: each time the one with most that is new (V. Chvatal,
 * 1979); then none that the others make needless, and one in the place of two wherever that holds as much. `pinned` are chosen in any case.
 */
export function cover(sets: readonly ReadonlySet<string>[], pinned: readonly number[] = []): number[] {
  const open = new Set(sets.flatMap((s) => [...s]));
  const chosen: number[] = [];
  const take = (i: number): void => {
    chosen.push(i);
    for (const e of sets[i]!) open.delete(e);
  };
  for (const i of pinned) take(i);
  // What a set adds only shrinks: one that was counted long ago is counted again only when it would be next.
  const adds = sets.map((s) => s.size);
  while (open.size > 0) {
    let best = -1;
    for (;;) {
      best = -1;
      for (let i = 0; i < sets.length; i += 1) if (best < 0 || adds[i]! > adds[best]!) best = i;
      const now = [...sets[best]!].filter((e) => open.has(e)).length;
      if (now === adds[best]) break;
      adds[best] = now;
    }
    take(best);
  }
  return exchanged(sets, needed(sets, chosen, pinned), pinned);
}

/** Puts one set in the place of two, as long as there is one that holds all that only those two hold. */
function exchanged(
  sets: readonly ReadonlySet<string>[],
  first: readonly number[],
  pinned: readonly number[],
): number[] {
  let chosen = [...first];
  for (;;) {
    const better = exchange(sets, chosen, pinned);
    if (!better) return chosen;
    chosen = needed(sets, better, pinned);
  }
}

function exchange(
  sets: readonly ReadonlySet<string>[],
  chosen: readonly number[],
  pinned: readonly number[],
): number[] | undefined {
  const held = new Map<string, number>();
  for (const i of chosen) for (const e of sets[i]!) held.set(e, (held.get(e) ?? 0) + 1);
  const free = chosen.filter((i) => !pinned.includes(i));
  for (const [n, a] of free.entries()) {
    for (const b of free.slice(n + 1)) {
      const only = [...new Set([...sets[a]!, ...sets[b]!])].filter(
        (e) => held.get(e) === Number(sets[a]!.has(e)) + Number(sets[b]!.has(e)),
      );
      const instead = sets.findIndex((s) => s.size >= only.length && only.every((e) => s.has(e)));
      if (instead >= 0) return [...chosen.filter((i) => i !== a && i !== b), instead];
    }
  }
  return undefined;
}

/** Leaves out what the others hold already, beginning with what holds least. */
function needed(sets: readonly ReadonlySet<string>[], chosen: readonly number[], pinned: readonly number[]): number[] {
  const held = new Map<string, number>();
  for (const i of chosen) for (const e of sets[i]!) held.set(e, (held.get(e) ?? 0) + 1);
  const kept = new Set(chosen);
  for (const i of chosen.toSorted((a, b) => sets[a]!.size - sets[b]!.size)) {
    if (pinned.includes(i) || ![...sets[i]!].every((e) => held.get(e)! > 1)) continue;
    kept.delete(i);
    for (const e of sets[i]!) held.set(e, held.get(e)! - 1);
  }
  return [...kept];
}

/** The fewest sets that hold everything, by trying all ways: for comparing, with few sets only. */
export function fewest(sets: readonly ReadonlySet<string>[]): number[] {
  const all = [...new Set(sets.flatMap((s) => [...s]))];
  let best: number[] | undefined;
  const search = (chosen: number[], held: ReadonlySet<string>): void => {
    if (best && chosen.length >= best.length) return;
    const open = all.find((e) => !held.has(e));
    if (open === undefined) {
      best = chosen;
      return;
    }
    for (const [i, set] of sets.entries()) if (set.has(open)) search([...chosen, i], new Set([...held, ...set]));
  };
  search([], new Set());
  return best ?? [];
}
