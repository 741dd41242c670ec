/** Finding and replacing in words: in what people read, never in placeholders, their options, markup or tags. */
import { stringifyMessage } from 'messageformat';
import type { SegmentForm } from './markup';
import { parseSource, type Message, type Pattern } from './source';

export interface Wanted {
  search: string;
  /** Capital and small letters are told apart. */
  matchCase: boolean;
  /** Not within a longer word. */
  wholeWords: boolean;
}

const LETTER = /[\p{L}\p{M}\p{N}]/u;

/** The places in a text that a search finds, none of which overlap, as start offsets. */
export function placesIn(text: string, { search, matchCase, wholeWords }: Wanted): number[] {
  const [hay, needle] = matchCase ? [text, search] : [text.toLowerCase(), search.toLowerCase()];
  // Letters whose small form is longer would shift places: such a text is looked at as it is written.
  const safe = hay.length === text.length ? hay : text;
  const places: number[] = [];
  if (needle === '') return places;
  for (let at = safe.indexOf(needle); at >= 0; at = safe.indexOf(needle, at + needle.length)) {
    const before = text.slice(0, at).at(-1) ?? '';
    const after = text.slice(at + search.length, at + search.length + 1);
    const within =
      (LETTER.test(before) && LETTER.test(search.at(0)!)) || (LETTER.test(after) && LETTER.test(search.at(-1)!));
    if (!wholeWords || !within) places.push(at);
  }
  return places;
}

/** The replacement beginning small or capital as what it replaces does, where that is another way than was searched for. */
function asFound(found: string, search: string, replacement: string): string {
  const [is, was, first] = [found.charAt(0), search.charAt(0), replacement.charAt(0)];
  if (is === was) return replacement;
  return (is === is.toLowerCase() ? first.toLowerCase() : first.toUpperCase()) + replacement.slice(1);
}

export interface Replaced {
  source: string;
  /** In how many places. */
  places: number;
}

/**
 * A segment's source with the words replaced; undefined where nothing is found, or where the source cannot be read. Words that run across a
 * placeholder, a link's end or a change of form are not found: they are not one text.
 */
export function replaceInSource(
  source: string,
  form: SegmentForm,
  wanted: Wanted,
  replacement: string,
): Replaced | undefined {
  const parsed = parseSource(source);
  if (!parsed.ok) return undefined;
  let places = 0;
  const replaceIn = (text: string): string => {
    let out = '';
    let from = 0;
    for (const at of placesIn(text, wanted)) {
      const found = text.slice(at, at + wanted.search.length);
      out += text.slice(from, at) + (wanted.matchCase ? replacement : asFound(found, wanted.search, replacement));
      from = at + wanted.search.length;
      places += 1;
    }
    return out + text.slice(from);
  };
  const inPattern = (pattern: Pattern): Pattern => {
    // Tags of own HTML can be cut by a placeholder in an attribute, so where one is open is carried on.
    let inTag = false;
    return pattern.map((part) => {
      if (typeof part !== 'string') return part;
      if (form !== 'html') return replaceIn(part);
      return part
        .split(/(?=<)|(?<=>)/)
        .map((piece) => {
          if (piece.startsWith('<')) inTag = true;
          const outside = !inTag;
          if (piece.endsWith('>')) inTag = false;
          return outside ? replaceIn(piece) : piece;
        })
        .join('');
    });
  };
  const { message } = parsed;
  const next: Message =
    message.type === 'message'
      ? { ...message, pattern: inPattern(message.pattern) }
      : { ...message, variants: message.variants.map((v) => ({ ...v, value: inPattern(v.value) })) };
  return places > 0 ? { source: stringifyMessage(next), places } : undefined;
}
