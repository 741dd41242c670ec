/** What a file would change in a glossary. */
import { say } from '../../words/glossary';
import type { GlossaryFile } from './files';
import { mainTerm, type GlossaryEntry } from './schema';

export interface GlossaryComparison {
  /** As they would be. */
  added: GlossaryEntry[];
  changed: { before: GlossaryEntry; after: GlossaryEntry }[];
  same: number;
  refused: GlossaryFile['refused'];
}

/**
 * Holds a file against the glossary. An entry is found by its id, or by the term that it goes by in the store's language; one that is not
 * found has no id. Languages that a file says nothing of stay as they are, and so does a note that it leaves empty.
 */
export function compareGlossary(
  file: GlossaryFile,
  entries: readonly GlossaryEntry[],
  own: string,
): GlossaryComparison {
  const comparison: GlossaryComparison = { added: [], changed: [], same: 0, refused: [...file.refused] };
  const byId = new Map(entries.map((e) => [e.id, e]));
  const byTerm = new Map(entries.map((e) => [key(e, own), e]));
  const taken = new Map<string, number>();
  for (const { line, ...read } of file.entries) {
    const before = byId.get(read.id) ?? byTerm.get(key(read, own));
    const after = before ? merged(before, read) : { ...read, id: '' };
    const other = byTerm.get(key(after, own));
    const first = taken.get(key(after, own));
    if (first !== undefined || (other && other.id !== before?.id)) {
      const term = mainTerm(after, own) ?? '';
      comparison.refused.push({
        line,
        what: term,
        why: first === undefined ? say.termIsThere({ term }) : say.termTwice({ term, line: first }),
      });
      continue;
    }
    taken.set(key(after, own), line);
    if (!before) comparison.added.push(after);
    else if (written(before) !== written(after)) comparison.changed.push({ before, after });
    else comparison.same += 1;
  }
  comparison.refused.sort((a, b) => a.line - b.line);
  return comparison;
}

const key = (entry: GlossaryEntry, own: string): string => (mainTerm(entry, own) ?? '').toLowerCase();

const written = ({ name, note, terms }: GlossaryEntry): string =>
  JSON.stringify([name, note, terms.map((t) => `${t.language} ${t.use} ${t.term}`).toSorted()]);

function merged(before: GlossaryEntry, { name, note, terms }: GlossaryEntry): GlossaryEntry {
  const told = new Set(terms.map((t) => t.language));
  return {
    ...before,
    name,
    note: note === '' ? before.note : note,
    terms: [...terms, ...before.terms.filter((t) => !told.has(t.language))],
  };
}
