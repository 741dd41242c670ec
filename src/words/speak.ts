/**
 * What the interface says, in the language of who reads it. The English words of a feature stand in `src/words/<feature>.ts`, those of
 * other languages in `src/words/<language>/<feature>.ts`; both are MessageFormat 2 (Unicode LDML 48, part 9), as templates are.
 *
 * Who reads is known without being handed through every function: the web process says it for each request (`server/web/reader.ts`),
 * the browser for the whole page (`/words/<language>`). Where nobody says it, as in the worker, English is spoken.
 */
import { MessageFormat } from 'messageformat';
import { isKept, keepable } from './kept';

/** The languages of the interface, each by its own name; the first is the source of the others. */
export const LANGUAGES = { en: 'English', de: 'Deutsch' } as const;
export type Language = keyof typeof LANGUAGES;

/** How dates, numbers and money are written for readers of each language. */
const LOCALES: Record<Language, string> = { en: 'en-GB', de: 'de-DE' };

/** A name within a sentence: English writes its nouns small there, German does not. */
export const inSentence = keepable('in-sentence', (name: string): string =>
  readerLanguage() === 'en' ? name.toLowerCase() : name,
);

/** Words in a row, as the reader's language writes them: "paid, shipped or cancelled". */
export const listed = keepable(
  'listed',
  (words: readonly string[], type: 'conjunction' | 'disjunction' = 'conjunction') =>
    new Intl.ListFormat(readerLocale(), { type }).format(words),
);

/** Words by feature and key. */
export type Translations = Record<string, Record<string, string>>;

/** Who reads, and the words of the languages but English. */
export interface Speech {
  language: () => Language;
  translations: Partial<Record<Language, Translations>>;
}

declare global {
  /** The web process is bundled in several layers, and the browser is told by a script: one place that all of them see. */
  var libellusSpeech: Speech | undefined;
}

/** The language that whoever reads what is made just now has chosen. */
export const readerLanguage = (): Language => globalThis.libellusSpeech?.language() ?? 'en';

/** The locale (BCP 47) in which dates, numbers and money are written for them. */
export const readerLocale = (): string => LOCALES[readerLanguage()];

type UpTo<S extends string, End extends string> = S extends `${infer Before}${End}${string}` ? Before : S;

/** The names of the values that a message takes: what stands behind `{$`. */
type ValueNames<S extends string> = S extends `${string}{$${infer Rest}`
  ? UpTo<UpTo<Rest, '}'>, ' '> | ValueNames<Rest>
  : never;

/** A piece of a message with markup: words, a value that is no text, or marked pieces. */
export type Piece = string | { value: unknown } | { mark: string; pieces: Piece[] };

type Spoken<S extends string> = S extends `${string}{#${string}`
  ? (values: Record<ValueNames<S>, unknown>) => Piece[]
  : [ValueNames<S>] extends [never]
    ? string
    : (values: Record<ValueNames<S>, string | number>) => string;

/** A feature's words: a string where a message takes no values, a function of them where it does, pieces where it has markup. */
export type Words<W extends Record<string, string>> = { readonly [K in keyof W]: Spoken<W[K]> };

/** What a language has to say for a feature: as many messages as the English. */
export type TranslationOf<T> = Readonly<Record<keyof T, string>>;

/** Every feature's English, for the tests that compare languages. */
export const SOURCES = new Map<string, Readonly<Record<string, string>>>();

/** A message that was read, and the values that it writes as numbers. */
interface Compiled {
  message: MessageFormat;
  numbers: ReadonlySet<string>;
  /** What it says by the values that it was asked with. A screen says the same again with every key that is typed. */
  said: Map<string, string>;
}

/** So many answers of a message are remembered. */
const MOST_SAID = 500;

const compiled = new Map<string, Compiled>();

function messageOf(feature: string, key: string, language: Language, source: string): Compiled {
  const name = `${language}/${feature}/${key}`;
  let made = compiled.get(name);
  if (!made) {
    made = {
      // Both languages run from left to right, and what is filled in is shown as text beside them.
      message: new MessageFormat(LOCALES[language], source, { bidiIsolation: 'none' }),
      numbers: new Set([...source.matchAll(/\$(\w+) :/g)].map((m) => m[1]!)),
      said: new Map(),
    };
    compiled.set(name, made);
  }
  return made;
}

/** A number that a message gives no function is written as it is: a port or an edition has no thousands. */
const asGiven = ({ numbers }: Compiled, values: Record<string, unknown>): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(values).map(([name, value]) => [
      name,
      typeof value === 'number' && !numbers.has(name) ? String(value) : value,
    ]),
  );

/** What a message says with some values, which are text and numbers. */
function filledWith(made: Compiled, values: Record<string, unknown>): string {
  const key = JSON.stringify(values);
  let said = made.said.get(key);
  if (said === undefined) {
    said = made.message.format(asGiven(made, values));
    if (made.said.size >= MOST_SAID) made.said.clear();
    made.said.set(key, said);
  }
  return said;
}

/** The pieces of a message, nested as its markup is. */
function piecesOf(message: MessageFormat, values: Record<string, unknown>): Piece[] {
  const open: { mark: string; pieces: Piece[] }[] = [{ mark: '', pieces: [] }];
  for (const part of message.formatToParts(values)) {
    const { pieces } = open.at(-1)!;
    if (part.type === 'markup') {
      if (part.kind === 'close') open.pop();
      else {
        const marked = { mark: part.name, pieces: [] };
        pieces.push(marked);
        if (part.kind === 'open') open.push(marked);
      }
    } else if (part.type === 'unknown') pieces.push({ value: (part as { value?: unknown }).value });
    else if ('parts' in part && part.parts) pieces.push(part.parts.map((p) => String(p.value)).join(''));
    else if ('value' in part) pieces.push(String(part.value));
  }
  return open[0]!.pieces;
}

/**
 * Declares a feature's words in English.
 * @param feature its name, by which other languages give theirs
 * @returns the same messages in the language of the reader, at the time when they are read
 */
export function speak<const W extends Record<string, string>>(feature: string, english: W): Words<W> {
  SOURCES.set(feature, english);
  const words = {};
  for (const [key, source] of Object.entries(english)) {
    const spoken = (): { language: Language; source: string } => {
      const language = readerLanguage();
      const translated =
        language === 'en' ? undefined : globalThis.libellusSpeech?.translations[language]?.[feature]?.[key];
      return translated === undefined ? { language: 'en', source } : { language, source: translated };
    };
    const read = (): Compiled => {
      const { language, source: text } = spoken();
      return messageOf(feature, key, language, text);
    };
    const pieces = (values: Record<string, unknown>): Piece[] => {
      const made = read();
      return piecesOf(made.message, asGiven(made, values));
    };
    const filled = keepable(`${feature}.${key}`, (values: Record<string, unknown> = {}): string =>
      filledWith(read(), values),
    );
    const get = source.includes('{#')
      ? () => pieces
      : source.includes('{$')
        ? () => filled
        : /[{}\\]/.test(source)
          ? () => filled()
          : () => (isKept() ? filled() : spoken().source);
    Object.defineProperty(words, key, { enumerable: true, get });
  }
  return words as Words<W>;
}

/**
 * A table or list with words in it, made anew for each language that somebody reads it in. For what stands beside functions and not in
 * them, where the reader is not known yet.
 */
export function inEachLanguage<T extends object>(make: () => T): T {
  const made = new Map<Language | 'kept', T>();
  const now = (): T => {
    const language = isKept() ? 'kept' : readerLanguage();
    let table = made.get(language);
    if (!table) {
      table = make();
      made.set(language, table);
    }
    return table;
  };
  return new Proxy(now(), {
    get: (_, key) => Reflect.get(now(), key) as unknown,
    getOwnPropertyDescriptor: (_, key) => Reflect.getOwnPropertyDescriptor(now(), key),
  });
}
