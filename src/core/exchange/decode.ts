/** Bytes of a text file to text: by its byte order mark, as UTF-8, or as Windows-1252, which spreadsheets of the West still write. */

export interface DecodedText {
  text: string;
  encoding: 'UTF-8' | 'UTF-16' | 'Windows-1252';
}

/** Decodes a file's bytes. What is no valid UTF-8 and has no mark is taken for Windows-1252; a mark is not part of the text. */
export function decodeText(bytes: Uint8Array): DecodedText {
  const [a, b] = bytes;
  if (a === 0xff && b === 0xfe) return { text: decode('utf-16le', bytes), encoding: 'UTF-16' };
  if (a === 0xfe && b === 0xff) return { text: decode('utf-16be', bytes), encoding: 'UTF-16' };
  try {
    return { text: new TextDecoder('utf-8', { fatal: true }).decode(bytes), encoding: 'UTF-8' };
  } catch {
    return { text: windows(bytes), encoding: 'Windows-1252' };
  }
}

/** What Windows-1252 has where Latin-1 has controls; some decoders know only the latter under this name. */
const WINDOWS = '€\u0081‚ƒ„…†‡ˆ‰Š‹Œ\u008dŽ\u008f\u0090‘’“”•–—˜™š›œ\u009džŸ';

const windows = (bytes: Uint8Array): string =>
  decode('windows-1252', bytes).replace(/[\u0080-\u009f]/g, (c) => WINDOWS[c.charCodeAt(0) - 0x80] ?? c);

const decode = (label: string, bytes: Uint8Array): string => new TextDecoder(label).decode(bytes);
