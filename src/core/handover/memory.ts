/**
 * The pairs of a memory (TMX 1.4) as texts of a store's own kind (MessageFormat 2), so that they can be kept and offered. What other tools
 * write for a placeholder or for what is bold means nothing here: such a pair is kept as its words alone.
 */
import { readDocument, toSource, type Piece } from '../text';
import { flatten, inlinesOf, type Flat, type Inline } from './shape';

export interface MemoryPair {
  source: string;
  words: string;
}

/** Characters of each side of a pair at most: longer ones are left out. */
export const MOST_PAIR_CHARACTERS = 2_000;
/** Inline elements and texts between them of each side at most. */
const MOST_PARTS = 200;

/** A segment as it was read: text, and inline elements by what they are in the tool that wrote it. */
export type Coded = (string | { id: string; at: 'open' | 'close' | 'alone'; code: string })[];

const SPLIT = '\u0001';

const sourceOf = (piece: Piece): string =>
  toSource({ selectors: [], marked: false, forms: [{ keys: [], paragraphs: [{ kind: 'p', pieces: [piece] }] }] });

/** What an inline element is in MessageFormat 2, at its beginning, its end or alone: `{$order.number}`, `{#b}`, `{/b}`. */
export function codeOf(inline: Inline, at: 'open' | 'close' | 'alone'): string {
  switch (inline.kind) {
    case 'chip':
      return sourceOf(inline.piece);
    case 'break':
      return sourceOf({ type: 'break' });
    case 'paragraph':
      return at === 'close' ? `{/${inline.of}}` : `{#${inline.of}}`;
    case 'mark':
      return sourceOf({ type: 'text', text: SPLIT, marks: inline.marks }).split(SPLIT)[at === 'close' ? 1 : 0] ?? '';
  }
}

/** A segment with its inline elements, when all of them are ours and it says something. */
function asWritten(parts: Coded): string | undefined {
  const [only] = parts;
  // Most pairs are plain text, which is written as it reads.
  if (parts.length === 1 && typeof only === 'string' && /^[^.{}\\\s][^{}\\]*$/.test(only)) return only;
  const written = parts.map((part) => {
    if (typeof part === 'string') return part.replace(/[\\{}]/g, '\\$&');
    return /^\{[^]*\}$/.test(part.code) ? part.code : '{';
  });
  const document = readDocument(written.join(''));
  return document && document.selectors.length === 0 ? toSource(document) : undefined;
}

/** A segment without its inline elements. */
function asWords(parts: Coded): string {
  const text = parts
    .map((part) => (typeof part === 'string' ? part : part.at === 'alone' ? ' ' : ''))
    .join('')
    .replace(/\s+/g, ' ')
    .replace(/ ([.,;:!?])/g, '$1')
    .trim();
  return text === '' ? '' : sourceOf({ type: 'text', text });
}

/** Whether a side has more than is kept. It is not read then, because reading what is long takes long. */
const isLong = (parts: Coded): boolean =>
  parts.length > MOST_PARTS ||
  parts.reduce((sum, p) => sum + (typeof p === 'string' ? p : p.code).length, 0) > MOST_PAIR_CHARACTERS;

/** A pair to keep; undefined for one that says nothing, or is too long. */
export function pairOf(source: Coded, target: Coded): MemoryPair | undefined {
  if (isLong(source) || isLong(target)) return undefined;
  const written = { source: asWritten(source), words: asWritten(target) };
  const pair =
    written.source !== undefined && written.words !== undefined
      ? { source: written.source, words: written.words }
      : { source: asWords(source), words: asWords(target) };
  const speaks = (text: string): boolean => /\p{L}/u.test(text) && text.length <= MOST_PAIR_CHARACTERS;
  return speaks(pair.source) && speaks(pair.words) ? pair : undefined;
}

/** Both sides of a kept pair as a file has them; undefined for one that cannot be read any more. */
export function flatPair({ source, words }: MemoryPair): { from: Flat; to: Flat } | undefined {
  const [from, to] = [readDocument(source), readDocument(words)];
  const [first, second] = [from?.forms[0], to?.forms[0]];
  if (!from || !to || !first || !second) return undefined;
  const flat = flatten(first, from.marked);
  return { from: flat, to: flatten(second, to.marked, inlinesOf(flat)) };
}
