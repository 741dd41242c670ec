/**
 * Inline elements as plain text, for formats that have none of their own: a placeholder is `{1 Order number}`, what is bold, italic, a link
 * or a paragraph stands between `<2>` and `</2>`, a line break is `<3/>`. A backslash before `{`, `<` or itself makes it text. Only the
 * number counts when it is read; the name is for people.
 */
import { placeholder } from '../placeholders';
import type { Flat } from './shape';
import type { Read } from './read-xliff';

const escaped = (text: string): string => text.replace(/[\\{<]/g, (c) => `\\${c}`);

/** A flat text with its tokens. */
export function tokensOf(flat: Flat): string {
  return flat
    .map((part) => {
      if (typeof part === 'string') return escaped(part);
      const { inline, at } = part;
      if (at === 'close') return `</${inline.id}>`;
      if (inline.kind === 'chip') {
        const name = placeholder(inline.piece.name)?.label ?? inline.piece.name;
        return `{${inline.id} ${name.replace(/[{}]/g, '')}}`;
      }
      return inline.kind === 'break' ? `<${inline.id}/>` : `<${inline.id}>`;
    })
    .join('');
}

const TOKEN = /\\([\\{<])|\{\s*(\d{1,6})\b[^{}]*\}|<(\/?) ?(\d{1,6}) ?(\/?)>/gu;

/** Reads a text with tokens; what looks like none is text. */
export function readTokens(text: string): Read[] {
  const parts: Read[] = [];
  const add = (words: string): void => {
    if (words === '') return;
    if (typeof parts.at(-1) === 'string') parts[parts.length - 1] += words;
    else parts.push(words);
  };
  let at = 0;
  for (const match of text.matchAll(TOKEN)) {
    const [whole, plain, chip, closing, mark, alone] = match;
    add(text.slice(at, match.index));
    at = match.index + whole.length;
    if (plain !== undefined) add(plain);
    else if (chip !== undefined) parts.push({ id: chip, at: 'alone' });
    else parts.push({ id: mark!, at: closing ? 'close' : alone ? 'alone' : 'open' });
  }
  add(text.slice(at));
  return parts;
}
