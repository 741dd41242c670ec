/**
 * What was translated before, and is offered where the same or similar words are to be translated again. Sources are compared by their edit
 * distance (Levenshtein) in characters, a placeholder counting as one: the share that is alike is 1 - distance / length of the longer one.
 */
import { distance } from 'fastest-levenshtein';
import { readDocument } from '../text';

export interface MemoryEntry {
  source: string;
  words: string;
  /** Where it stands, for people: "Delivered: Text". */
  where: string;
}

export interface MemoryMatch {
  /** How much of the source is alike, 0 to 1; 1 only for the very same. */
  share: number;
  source: string;
  words: string;
  where: string;
  /** In how many places these words stand for this source. */
  times: number;
}

interface Known extends MemoryEntry {
  text: string;
  counts: Uint8Array;
  times: number;
}

export interface Memory {
  add(entry: MemoryEntry): void;
  /** What is most alike first; words that are the same are offered once. */
  search(source: string, how?: { least?: number; most?: number }): MemoryMatch[];
}

/** Characters are counted in so many heaps: texts whose counts differ by more than the allowed distance are not compared further. */
const HEAPS = 32;
/** Longer texts are compared by what stands at their beginning. */
const LONGEST = 2_000;

/** A memory of entries; those whose words are empty are left out. */
export function makeMemory(entries: Iterable<MemoryEntry> = []): Memory {
  const signs = new Map<string, string>();
  const known = new Map<string, Known>();
  /** A placeholder as one character of the private use area. */
  const signOf = (name: string): string => {
    let sign = signs.get(name);
    if (sign === undefined) {
      sign = String.fromCharCode(0xe000 + (signs.size % 0x1900));
      signs.set(name, sign);
    }
    return sign;
  };
  const textOf = (source: string): string => {
    const words = readDocument(source);
    if (!words) return source.slice(0, LONGEST);
    return words.forms
      .flatMap((form) => form.paragraphs)
      .map(({ pieces }) =>
        pieces.map((p) => (p.type === 'text' ? p.text : p.type === 'chip' ? signOf(p.name) : '\n')).join(''),
      )
      .join('\n')
      .slice(0, LONGEST);
  };
  const memory: Memory = {
    add({ source, words, where }) {
      if (words.trim() === '') return;
      const key = JSON.stringify([source, words]);
      const there = known.get(key);
      if (there) there.times += 1;
      else {
        const text = textOf(source);
        known.set(key, { source, words, where, text, counts: countsOf(text), times: 1 });
      }
    },
    search(source, { least = 0.7, most = 3 } = {}) {
      const text = textOf(source);
      const counts = countsOf(text);
      const found: (Omit<MemoryMatch, 'times'> & { times: number })[] = [];
      for (const entry of known.values()) {
        const longer = Math.max(text.length, entry.text.length);
        const allowed = Math.floor(longer * (1 - least));
        if (Math.abs(text.length - entry.text.length) > allowed || apart(counts, entry.counts) > allowed) continue;
        const exact = entry.source === source;
        const away = exact ? 0 : distance(text, entry.text);
        if (away > allowed) continue;
        const alike = longer === 0 ? 1 : 1 - away / longer;
        // What only differs in its formatting or in the values that choose its form is not the same.
        const share = exact ? 1 : Math.min(alike, 0.99);
        found.push({ share, source: entry.source, words: entry.words, where: entry.where, times: entry.times });
      }
      found.sort((a, b) => b.share - a.share || b.times - a.times);
      const seen = new Set<string>();
      return found.filter(({ words }) => !seen.has(words) && seen.add(words)).slice(0, most);
    },
  };
  for (const entry of entries) memory.add(entry);
  return memory;
}

function countsOf(text: string): Uint8Array {
  const counts = new Uint8Array(HEAPS);
  for (let i = 0; i < text.length; i += 1) {
    const heap = text.charCodeAt(i) % HEAPS;
    if (counts[heap]! < 255) counts[heap]! += 1;
  }
  return counts;
}

/** Of two texts, at least so many edits are needed to make one of the other. */
function apart(a: Uint8Array, b: Uint8Array): number {
  let more = 0;
  let less = 0;
  for (let i = 0; i < HEAPS; i += 1) {
    const difference = a[i]! - b[i]!;
    if (difference > 0) more += difference;
    else less -= difference;
  }
  return Math.max(more, less);
}
