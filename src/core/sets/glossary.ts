/** The glossary of a set, put to that of a store. */
import { compareGlossary, mainTerm, type GlossaryEntry } from '../glossary';

export interface GlossaryInto {
  added: GlossaryEntry[];
  changed: { before: GlossaryEntry; after: GlossaryEntry }[];
}

/**
 * What a set's entries would change: an entry that is the store's own, by its id, is as it is in the set; one of another store is put to the
 * entry with the same term, where the set has the last word in the languages that it has. Those that say nothing in the store's language,
 * and doubles, are left out.
 */
export function glossaryInto(
  theirs: readonly GlossaryEntry[],
  ours: readonly GlossaryEntry[],
  own: string,
): GlossaryInto {
  const there = new Map(ours.map((e) => [e.id, e]));
  const said = theirs.filter((e) => mainTerm(e, own) !== undefined);
  const known = said.flatMap((after) => {
    const before = there.get(after.id);
    return before && JSON.stringify(before) !== JSON.stringify(after) ? [{ before, after }] : [];
  });
  const strange = said.filter((e) => !there.has(e.id)).map((e) => ({ ...e, line: 0 }));
  const { added, changed } = compareGlossary({ entries: strange, refused: [] }, ours, own);
  return { added, changed: [...known, ...changed] };
}
