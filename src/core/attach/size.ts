/** How large a message becomes with its files, and how large it may be. */

/** Characters of a line of base64 (RFC 2045, 6.8), and its end. */
const LINE = 76;

/** The bytes that a file of so many bytes takes in a message: in base64, with line ends, and the part's own header. */
export function encodedBytes(bytes: number): number {
  const characters = Math.ceil(bytes / 3) * 4;
  return characters + Math.ceil(characters / LINE) * 2 + 400;
}

/** What a message weighs without files, at most: words, HTML and pictures that travel in it. */
const OWN_BYTES = 300_000;
/** Hosts of mail take this much nearly everywhere, and more than the second hardly anywhere. */
const USUAL_BYTES = 10_000_000;
const MOST_BYTES = 25_000_000;

/**
 * How large a message may be, in bytes: what the smallest of the services takes (SIZE, RFC 1870), within what hosts of mail usually take.
 * A service that was not asked yet is taken to take what is usual.
 */
export function roomOf(services: readonly (number | undefined)[]): number {
  const sizes = services.map((size) => (size === undefined ? USUAL_BYTES : size));
  return Math.min(MOST_BYTES, ...(sizes.length > 0 ? sizes : [USUAL_BYTES]));
}

export interface Weight {
  /** What the files take in the message. */
  bytes: number;
  /** What they may take. */
  most: number;
  fits: boolean;
}

/** What files weigh in a message of which the services take `room` bytes. */
export function weigh(files: readonly { bytes: number }[], room: number): Weight {
  const bytes = files.reduce((sum, file) => sum + encodedBytes(file.bytes), 0);
  const most = Math.max(0, room - OWN_BYTES);
  return { bytes, most, fits: bytes <= most };
}
