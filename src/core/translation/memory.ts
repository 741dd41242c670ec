/**
 * What was translated before, and is offered where the same or similar words are to be translated again. Sources are compared word by word by
 * their edit distance (Levenshtein): a word, a placeholder, a mark and a letter of a script without spaces count as one. The share that is
 * alike is 1 - distance / words of the longer one.
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

export interface Memory {
  add(entry: MemoryEntry): void;
  /** What is most alike first; words that are the same are offered once. */
  search(source: string, how?: { least?: number; most?: number }): MemoryMatch[];
}

interface Known extends MemoryEntry {
  tokens: readonly string[];
  times: number;
}

const TOKEN = /\p{Script=Han}|\p{Script=Hiragana}|\p{Script=Katakana}|\p{Script=Thai}|[\p{L}\p{N}\p{M}’'-]+|\S/gu;
/** Longer texts are compared by what stands at their beginning. */
const MOST_TOKENS = 400;
/** Words that the one that is searched for does not have: all of them differ from it alike. */
const OTHER = '\u0001';

/** A memory of entries; those whose words are empty are left out. */
export function makeMemory(entries: Iterable<MemoryEntry> = []): Memory {
  const known: Known[] = [];
  const byKey = new Map<string, Known>();
  /** Texts that have a word at least so many times, by the word and that number. */
  const having = new Map<string, number[]>();
  let shared = new Uint16Array(0);

  const memory: Memory = {
    add({ source, words, where }) {
      if (words.trim() === '') return;
      const key = JSON.stringify([source, words]);
      const there = byKey.get(key);
      if (there) {
        there.times += 1;
        return;
      }
      const entry: Known = { source, words, where, tokens: tokensOf(source), times: 1 };
      byKey.set(key, entry);
      for (const counted of countedOf(entry.tokens)) {
        const list = having.get(counted);
        if (list) list.push(known.length);
        else having.set(counted, [known.length]);
      }
      known.push(entry);
    },
    search(source, { least = 0.7, most = 3 } = {}) {
      const tokens = tokensOf(source);
      if (shared.length < known.length) shared = new Uint16Array(known.length * 2);
      shared.fill(0);
      // Words that two texts have in common: each edit takes away one of them at most.
      for (const counted of countedOf(tokens)) for (const i of having.get(counted) ?? []) shared[i]! += 1;
      const letters = lettersOf(tokens);
      const own = spelled(tokens, letters);
      const found: MemoryMatch[] = [];
      for (const [i, entry] of known.entries()) {
        const longer = Math.max(tokens.length, entry.tokens.length);
        const allowed = Math.floor(longer * (1 - least));
        if (longer - shared[i]! > allowed) continue;
        const exact = entry.source === source;
        const away = exact ? 0 : distance(own, spelled(entry.tokens, letters));
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

/** The words of a source in the order of reading, those of all its forms; a placeholder is one. */
function tokensOf(source: string): string[] {
  const words = readDocument(source);
  if (!words) return source.match(TOKEN)?.slice(0, MOST_TOKENS) ?? [];
  return words.forms
    .flatMap((form) => form.paragraphs)
    .flatMap(({ pieces }) =>
      pieces.flatMap((p) =>
        p.type === 'text' ? (p.text.match(TOKEN) ?? []) : p.type === 'chip' ? [`{${p.name}}`] : [],
      ),
    )
    .slice(0, MOST_TOKENS);
}

/** Words with the number of times that they came so far, so that what two lists have in common can be counted. */
function countedOf(tokens: readonly string[]): string[] {
  const times = new Map<string, number>();
  return tokens.map((token) => {
    const n = (times.get(token) ?? 0) + 1;
    times.set(token, n);
    return `${n} ${token}`;
  });
}

/** A letter for each word, so that lists of words are compared as texts are. */
const lettersOf = (tokens: readonly string[]): Map<string, string> =>
  new Map([...new Set(tokens)].map((token, i) => [token, String.fromCharCode(0x100 + i)]));

const spelled = (tokens: readonly string[], letters: ReadonlyMap<string, string>): string =>
  tokens.map((token) => letters.get(token) ?? OTHER).join('');
