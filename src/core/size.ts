/** How large and how deep a value from outside may be, found out before anything else is done with it. */
import { say } from '../words/problems';

export interface SizeLimits {
  /** Values in all: every object, list, text, number and so on counts one. */
  values: number;
  /** Objects and lists within each other. */
  depth: number;
}

/** Room for an order of five hundred lines and for the largest message, with little to spare. */
export const SIZE_LIMITS: SizeLimits = { values: 20_000, depth: 32 };

export interface Size {
  values: number;
  depth: number;
  /** What is too large, with its place (a JSON Pointer, RFC 6901). */
  problem?: { path: string; message: string };
}

interface Level {
  entries: [string, unknown][];
  next: number;
}

/** Counts a value's parts (of a file's bytes none) and stops at the first limit. It goes no deeper than the limit, however deep the value is. */
export function sizeOf(value: unknown, limits: SizeLimits = SIZE_LIMITS): Size {
  const levels: Level[] = [];
  let values = 1;
  let depth = 0;
  const open = (found: unknown): void => {
    if (typeof found !== 'object' || found === null || ArrayBuffer.isView(found)) return;
    levels.push({ entries: partsOf(found, limits.values - values + 1), next: 0 });
    depth = Math.max(depth, levels.length);
  };
  const place = (): string =>
    levels
      .map(({ entries, next }) => entries[next - 1]?.[0] ?? '')
      .slice(0, 8)
      .map((key) => `/${key.slice(0, 60).replaceAll('~', '~0').replaceAll('/', '~1')}`)
      .join('');
  open(value);
  for (let level = levels.at(-1); level; level = levels.at(-1)) {
    const entry = level.entries[level.next];
    if (!entry) {
      levels.pop();
      continue;
    }
    level.next += 1;
    values += 1;
    if (values > limits.values) {
      return { values, depth, problem: { path: '', message: say.moreThanNValues({ n: limits.values }) } };
    }
    if (levels.length >= limits.depth && typeof entry[1] === 'object' && entry[1] !== null) {
      return {
        values,
        depth,
        problem: { path: place(), message: say.nestedDeeper({ n: limits.depth }) },
      };
    }
    open(entry[1]);
  }
  return { values, depth };
}

/** The first parts of an object or list; one more than `most` is enough to see that there are too many. */
function partsOf(value: object, most: number): [string, unknown][] {
  if (Array.isArray(value)) {
    return value.slice(0, most + 1).map((v: unknown, i) => [String(i), v]);
  }
  const parts: [string, unknown][] = [];
  for (const key in value) {
    if (parts.length > most) break;
    parts.push([key, (value as Record<string, unknown>)[key]]);
  }
  return parts;
}

/** How deep the brackets of a JSON text go, without reading it as JSON; stops above `most`. Text in quotes does not count. */
export function jsonDepth(text: string, most: number): number {
  return scan(text, { depth: most, values: Infinity }).depth;
}

/**
 * What is too large about a JSON text, as a sentence; undefined when nothing is. Found before the text is read as JSON, which takes much
 * longer and, for what is nested without end, may not end well.
 */
export function jsonTooLarge(text: string, limits: SizeLimits = SIZE_LIMITS): string | undefined {
  const { depth, values } = scan(text, limits);
  if (depth > limits.depth) return say.nestedDeeper({ n: limits.depth });
  return values > limits.values ? say.moreThanNValues({ n: limits.values }) : undefined;
}

/** Counts brackets and commas up to the limits. */
function scan(text: string, most: SizeLimits): Size {
  let open = 0;
  let depth = 0;
  let values = 1;
  for (let i = 0; i < text.length && depth <= most.depth && values <= most.values; i += 1) {
    const c = text.charCodeAt(i);
    if (c === QUOTE) {
      i += 1;
      while (i < text.length && text.charCodeAt(i) !== QUOTE) i += text.charCodeAt(i) === BACKSLASH ? 2 : 1;
    } else if (c === OPEN_BRACE || c === OPEN_BRACKET) {
      open += 1;
      values += 1;
      if (open > depth) depth = open;
    } else if (c === CLOSE_BRACE || c === CLOSE_BRACKET) open -= 1;
    else if (c === COMMA) values += 1;
  }
  return { values, depth };
}

const COMMA = 0x2c;
const QUOTE = 0x22;
const BACKSLASH = 0x5c;
const OPEN_BRACKET = 0x5b;
const CLOSE_BRACKET = 0x5d;
const OPEN_BRACE = 0x7b;
const CLOSE_BRACE = 0x7d;
