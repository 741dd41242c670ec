/**
 * Words that are kept, such as why a message failed, are read later by somebody whose language is not known yet. So what is kept is which
 * message it is and with which values, and it becomes words when it is read.
 *
 * Kept words are a string like any other: each message stands in it as `STX [name, arguments] ETX`, the brackets being JSON. What was
 * kept in words, or comes from a mail server, stands beside them as it is.
 */

const [BEGINS, ENDS] = ['\u0002', '\u0003'];
const TOKEN = /\u0002([^\u0002\u0003]*)\u0003/g;

let keeping = false;

/** Whether what is said just now is to be kept. */
export const isKept = (): boolean => keeping;

const sayers = new Map<string, (args: unknown[]) => string>();

/** What says something by its name and arguments, which are plain data: where it is said to be kept, the name and arguments are. */
export function keepable<A extends unknown[]>(name: string, words: (...args: A) => string): (...args: A) => string {
  sayers.set(name, (args) => words(...(args as A)));
  // An argument that is left out is left out of what is kept, too.
  const given = (args: A): unknown[] => args.slice(0, args.findLastIndex((a) => a !== undefined) + 1);
  return (...args) => (keeping ? `${BEGINS}${JSON.stringify([name, ...given(args)])}${ENDS}` : words(...args));
}

/** Makes something whose words are kept: {@link readKept} gives them to each reader in their language. Not for what waits (async). */
export function kept<T>(work: () => T extends PromiseLike<unknown> ? never : T): T {
  const before = keeping;
  keeping = true;
  try {
    return work();
  } finally {
    keeping = before;
  }
}

/** What was kept, in the language of its reader. A name that nobody knows any more stands as it is, without its frame. */
export function readKept(text: string): string {
  if (keeping || !text.includes(BEGINS)) return text;
  return text.replace(TOKEN, (_, json: string) => {
    try {
      const [name, ...args] = JSON.parse(json) as [string, ...unknown[]];
      const words = sayers.get(name);
      return words ? words(readKeptIn(args)) : json;
    } catch {
      return json;
    }
  });
}

/** {@link readKept} for all text within plain data. What was kept may hold what was kept before: why a service rests, in why one waits. */
export function readKeptIn<T>(value: T): T {
  const read = (v: unknown): unknown =>
    typeof v === 'string'
      ? readKept(v)
      : Array.isArray(v)
        ? v.map(read)
        : typeof v === 'object' && v !== null && Object.getPrototypeOf(v) === Object.prototype
          ? Object.fromEntries(Object.entries(v).map(([key, inner]) => [key, read(inner)]))
          : v;
  return read(value) as T;
}

/** Kept words for a column with an end: those that are too long for it are put into English and cut. */
export function keptWithin(text: string, length: number): string {
  return text.length <= length ? text : readKept(text).slice(0, length);
}
