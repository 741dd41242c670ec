/**
 * What a message says otherwise than the same one of an earlier run: line by line, and within a line word by word. Orders of two runs have
 * numbers and days of their own, so words that differ in digits, months and weekdays alone are taken for the same.
 */
import { diffArrays } from 'diff';

export interface ComparedPart {
  kind: 'same' | 'gone' | 'new';
  text: string;
}

/** Lines that belong together, as they were and as they are. */
export type ComparedLine = ComparedPart[];

/** What is longer is not compared, in characters. */
const LONGEST = 60_000;

/** Names of months and weekdays in a language, long and short, in small letters. */
function dayNames(language: string): Set<string> {
  const names = new Set<string>();
  for (const style of ['long', 'short'] as const) {
    const month = new Intl.DateTimeFormat(language, { month: style, day: 'numeric', timeZone: 'UTC' });
    const weekday = new Intl.DateTimeFormat(language, { weekday: style, timeZone: 'UTC' });
    for (let i = 0; i < 12; i += 1) {
      for (const [format, time] of [
        [month, Date.UTC(2026, i, 15)],
        [weekday, Date.UTC(2026, 0, i + 1)],
      ] as const) {
        for (const { type, value } of format.formatToParts(time)) {
          if (type === 'month' || type === 'weekday') names.add(value.toLowerCase().replace(/\.$/, ''));
        }
      }
    }
  }
  return names;
}

const WORDS = /[\p{L}\p{M}\p{N}]+(?:[-.,:/][\p{L}\p{M}\p{N}]+)*|\s+|./gu;

/** The lines that differ between two texts of a message, in the order in which they stand; none for texts that say the same. */
export function comparedLines(before: string, after: string, language: string): ComparedLine[] {
  if (before.length > LONGEST || after.length > LONGEST) return [];
  const names = dayNames(language);
  const masked = (word: string): string => (/\p{Nd}/u.test(word) ? '0' : names.has(word.toLowerCase()) ? '1' : word);
  const same = (a: string, b: string): boolean => a === b || masked(a) === masked(b);
  const lineMask = (line: string): string => (line.match(WORDS) ?? []).map(masked).join('');
  const lines = (text: string): string[] => text.split(/\r?\n/).map((l) => l.trim());
  const changes = diffArrays(lines(before), lines(after), {
    comparator: (a, b) => a === b || lineMask(a) === lineMask(b),
  });
  const found: ComparedLine[] = [];
  let gone: string[] = [];
  const end = (added: readonly string[]): void => {
    const words = diffArrays(gone.join(' ').match(WORDS) ?? [], added.join(' ').match(WORDS) ?? [], {
      comparator: same,
    });
    gone = [];
    const parts = words
      .map(({ added: isNew, removed, value }): ComparedPart => ({
        kind: isNew ? 'new' : removed ? 'gone' : 'same',
        text: value.join(''),
      }))
      .filter((p) => p.text !== '');
    // Where only empty lines came or went, nobody reads a difference.
    if (parts.some((p) => p.kind !== 'same' && p.text.trim() !== '')) found.push(parts);
  };
  for (const { added, removed, value } of changes) {
    if (removed) gone.push(...value);
    else if (added) end(value);
    else if (gone.length > 0) end([]);
  }
  if (gone.length > 0) end([]);
  return found;
}
