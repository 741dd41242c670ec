/** What is wrong with a translation, seen beside its source. */
import { languageName } from '../names';
import { formFindings } from '../preflight/forms';
import { segmentProblems } from '../preflight/segments';
import { differingPlaceholders } from '../preflight/template';
import type { SegmentPlace } from '../template/schema';
import {
  isParagraph,
  linkTarget,
  MARKS,
  parseSource,
  patternsOf,
  plainLine,
  type MarkName,
  type Message,
  type Pattern,
} from '../text';
import { say } from '../../words/languages';
import { inEachLanguage } from '../../words/speak';

export interface TranslationFinding {
  /** What has a blocker cannot be done, nor go out. */
  severity: 'blocker' | 'warning';
  message: string;
  /** The words as they would be without it. */
  fix?: { label: string; source: string };
}

export interface TranslationContext {
  place: SegmentPlace;
  moment: string;
  language: string;
  sourceLanguage: string;
  /** How long it may be, in characters, where its author says so. */
  most?: number | undefined;
}

/** Everything wrong with `words` as the translation of `source`; nothing for words that are not there yet. */
export function translationFindings(source: string, words: string, context: TranslationContext): TranslationFinding[] {
  if (words.trim() === '') return [];
  const { place, moment, language, sourceLanguage } = context;
  const problems = segmentProblems(words, place, moment);
  const from = parseSource(source);
  const to = parseSource(words);
  const blockers = problems.map(({ message }) => ({ severity: 'blocker' as const, message }));
  if (!from.ok || !to.ok) return blockers;
  return [
    ...blockers,
    ...differingPlaceholders(source, words, sourceLanguage).map((message) => ({
      severity: 'blocker' as const,
      message,
    })),
    ...formFindings(words, { place: place.id, language }).map(({ severity, message, fix }) => ({
      severity: severity === 'blocker' ? ('blocker' as const) : ('warning' as const),
      message,
      ...(fix?.kind === 'words' && { fix: { label: fix.label, source: fix.source } }),
    })),
    ...markFindings(from.message, to.message),
    ...linkFindings(from.message, to.message),
    ...numberFindings(from.message, to.message),
    ...letterFindings(to.message, language),
    ...controlFindings(words),
    ...edgeFindings(source, words, from.message, to.message, language),
    ...lengthFindings(source, words, place, context.most),
  ];
}

/** The form for everything else: what most orders read. */
const mainPattern = (message: Message): Pattern =>
  message.type === 'message' ? message.pattern : (message.variants.at(-1)?.value ?? []);

const lettersOf = (pattern: Pattern): string => pattern.filter((part) => typeof part === 'string').join('\n');

const marksIn = (pattern: Pattern, name: MarkName): number =>
  pattern.filter(
    (part) => typeof part !== 'string' && part.type === 'markup' && part.kind === 'open' && part.name === name,
  ).length;

const MARK_WORDS: Record<MarkName, string> = inEachLanguage(() => ({ b: say.bold, i: say.italic, link: say.links }));

/** Bold, italic and links that only one of the two has. */
function markFindings(from: Message, to: Message): TranslationFinding[] {
  const [a, b] = [mainPattern(from), mainPattern(to)];
  return MARKS.flatMap((mark): TranslationFinding[] => {
    const [there, here] = [marksIn(a, mark), marksIn(b, mark)];
    if (there === here) return [];
    return [{ severity: 'warning', message: say.marksDiffer({ mark: MARK_WORDS[mark], there, here }) }];
  });
}

const targetsIn = (message: Message): Set<string> =>
  new Set(
    patternsOf(message)
      .flat()
      .flatMap((part) => {
        if (typeof part === 'string' || part.type !== 'markup' || part.name !== 'link' || part.kind !== 'open')
          return [];
        const { url, variable } = linkTarget(part);
        return variable !== undefined ? [`$${variable}`] : url !== undefined ? [url] : [];
      }),
  );

/** Links that lead elsewhere than those of the source. */
function linkFindings(from: Message, to: Message): TranslationFinding[] {
  const [there, here] = [targetsIn(from), targetsIn(to)];
  if (there.size === 0 || here.size === 0) return [];
  return [...here]
    .filter((target) => !there.has(target))
    .map((target) => ({ severity: 'warning', message: say.linkElsewhere({ target: target.slice(0, 80) }) }));
}

/** The digits of every numbering system that CLDR knows, with those of ASCII. */
let digits: Map<string, string> | undefined;
function knownDigits(): Map<string, string> {
  digits ??= new Map(
    Intl.supportedValuesOf('numberingSystem').flatMap((system) => {
      const format = new Intl.NumberFormat(`en-u-nu-${system}`, { useGrouping: false });
      return Array.from({ length: 10 }, (_, n) => [format.format(n), String(n)] as const);
    }),
  );
  return digits;
}

/** Digits of any script as those of ASCII, so that a number is the same in each. */
const asciiDigits = (text: string): string => text.replace(/\p{Nd}/gu, (digit) => knownDigits().get(digit) ?? digit);

const numbersIn = (message: Message): string[] =>
  (asciiDigits(lettersOf(mainPattern(message))).match(/\d+(?:[.,:/ -]\d+)*/g) ?? []).map((n) => n.replace(/\D/g, ''));

/** Numbers that only one of the two has: a time, a telephone number, an amount typed in. */
function numberFindings(from: Message, to: Message): TranslationFinding[] {
  const [there, here] = [numbersIn(from), numbersIn(to)];
  const missing = there.filter((n) => !here.includes(n));
  const extra = here.filter((n) => !there.includes(n));
  return [
    ...missing.map((number) => ({ severity: 'warning' as const, message: say.numberMissing({ number }) })),
    ...extra.map((number) => ({ severity: 'warning' as const, message: say.numberExtra({ number }) })),
  ];
}

const LETTERS = {
  Arab: /\p{Script=Arabic}/u,
  Cyrl: /\p{Script=Cyrillic}/u,
  Deva: /\p{Script=Devanagari}/u,
  Grek: /\p{Script=Greek}/u,
  Hans: /\p{Script=Han}/u,
  Hant: /\p{Script=Han}/u,
  Hebr: /\p{Script=Hebrew}/u,
  Jpan: /\p{Script=Hiragana}|\p{Script=Katakana}|\p{Script=Han}/u,
  Kore: /\p{Script=Hangul}|\p{Script=Han}/u,
  Latn: /\p{Script=Latin}/u,
  Thai: /\p{Script=Thai}/u,
} as const;

/** Scripts that look like others: one of their letters in a word of another is a slip. */
const LOOKALIKES: Record<string, RegExp> = {
  Latn: /[\p{Script=Cyrillic}\p{Script=Greek}]/u,
  Cyrl: /[\p{Script=Latin}\p{Script=Greek}]/u,
  Grek: /[\p{Script=Latin}\p{Script=Cyrillic}]/u,
};

const scripts = new Map<string, string | undefined>();

/** The script that a language is written in (CLDR likely subtags), such as `Latn`; undefined for a tag that is none. */
export function scriptOf(language: string): string | undefined {
  if (!scripts.has(language)) {
    try {
      scripts.set(language, new Intl.Locale(language).maximize().script);
    } catch {
      return undefined;
    }
  }
  return scripts.get(language);
}

/** Words without a letter of the language's script, and letters of another script inside of words. */
function letterFindings(to: Message, language: string): TranslationFinding[] {
  const script = scriptOf(language);
  if (script === undefined || !(script in LETTERS)) return [];
  const text = patternsOf(to).map(lettersOf).join('\n');
  const own = LETTERS[script as keyof typeof LETTERS];
  if (/\p{L}{3}/u.test(text) && !own.test(text)) {
    return [{ severity: 'warning', message: say.wrongScript({ language: languageName(language) }) }];
  }
  const alike = LOOKALIKES[script];
  const words = alike ? (text.match(/\p{L}+/gu) ?? []).filter((word) => alike.test(word) && own.test(word)) : [];
  return [...new Set(words)].map((word) => ({ severity: 'warning', message: say.mixedScript({ word }) }));
}

/** Unicode's controls of direction (UAX 9): they are not seen, and turn what follows. */
const CONTROLS = /[\u202A-\u202E\u2066-\u2069]/gu;

function controlFindings(words: string): TranslationFinding[] {
  if (!CONTROLS.test(words)) return [];
  CONTROLS.lastIndex = 0;
  return [
    {
      severity: 'warning',
      message: say.directionControls,
      fix: { label: say.takeThemOut, source: words.replace(CONTROLS, '') },
    },
  ];
}

/** Marks that end a sentence, in the scripts of which LETTERS knows; the colon is one that leads on. */
const ENDS: Record<string, string> = {
  '.': '.',
  '。': '.',
  '।': '.',
  '۔': '.',
  '!': '!',
  '！': '!',
  '?': '?',
  '？': '?',
  '؟': '?',
  ':': ':',
  '：': ':',
  '…': '…',
};
/** How a language writes these marks, where it is not as in Latin script. */
const OWN_ENDS: Record<string, Record<string, string>> = {
  Arab: { '?': '؟' },
  Hans: { '.': '。', '!': '！', '?': '？', ':': '：' },
  Hant: { '.': '。', '!': '！', '?': '？', ':': '：' },
  Jpan: { '.': '。', '!': '！', '?': '？', ':': '：' },
  Deva: { '.': '।' },
  // Greek asks with what looks like a semicolon.
  Grek: { '?': ';' },
};

const endOf = (pattern: Pattern): string | undefined => {
  const last = pattern.findLast(
    (part) => typeof part === 'string' || part.type !== 'markup' || !(isParagraph(part.name) || part.kind === 'close'),
  );
  if (typeof last !== 'string') return undefined;
  return /\S$/u.test(last) ? last.slice(-1) : (last.trimEnd().at(-1) ?? undefined);
};

/** Marks at the end, and spaces at the edges, that only one of the two has. */
function edgeFindings(
  source: string,
  words: string,
  from: Message,
  to: Message,
  language: string,
): TranslationFinding[] {
  const found: TranslationFinding[] = [];
  if (source === source.trim() && words !== words.trim()) {
    found.push({
      severity: 'warning',
      message: say.spacesAtTheEdge,
      fix: { label: say.takeThemOut, source: words.trim() },
    });
  }
  if (/\S {2,}\S/u.test(words) && !/\S {2,}\S/u.test(source)) {
    found.push({
      severity: 'warning',
      message: say.spacesDouble,
      fix: { label: say.makeThemOne, source: words.replace(/(\S) {2,}(?=\S)/gu, '$1 ') },
    });
  }
  const own = OWN_ENDS[scriptOf(language) ?? ''] ?? {};
  const meant = (mark: string | undefined): string | undefined => {
    if (mark === undefined) return undefined;
    const [asLatin] = Object.entries(own).find(([, theirs]) => theirs === mark) ?? [];
    return asLatin ?? ENDS[mark];
  };
  const [there, here] = [endOf(mainPattern(from)), endOf(mainPattern(to))];
  const [wanted, has] = [meant(there), meant(here)];
  const asWritten = wanted === undefined || own[wanted] === undefined || here === own[wanted];
  if (there === undefined || here === undefined || (wanted === has && asWritten)) return found;
  // A greeting ends with a comma in some languages, with a colon in others.
  if (there === ',' && has === ':') return found;
  const simple = to.type === 'message' && typeof to.pattern.at(-1) === 'string';
  const mark = wanted === undefined ? '' : (own[wanted] ?? wanted);
  const bare = has === undefined ? words.trimEnd() : words.trimEnd().slice(0, -1).trimEnd();
  found.push({
    severity: 'warning',
    message:
      wanted === undefined
        ? say.endMarkExtra({ mark: here })
        : has === undefined
          ? say.endMarkMissing({ mark })
          : say.endMarkDiffers({ mark, here }),
    ...(simple && { fix: { label: wanted === undefined ? say.takeItOut : say.putIt({ mark }), source: bare + mark } }),
  });
  return found;
}

/** Characters that a list of messages shows of a subject, and that fit on a button of the narrowest phone. */
const ROOM: Record<string, number> = { subject: 70, button: 32 };

/** Subjects and buttons that do not fit where they are shown, when their source does. */
function lengthFindings(
  source: string,
  words: string,
  place: SegmentPlace,
  most: number | undefined,
): TranslationFinding[] {
  if (most !== undefined) {
    const length = shownLength(words);
    return length > most ? [{ severity: 'warning', message: say.longerThan({ here: length, most }) }] : [];
  }
  const kind = place.id === 'subject' ? 'subject' : place.form === 'line' ? 'button' : undefined;
  if (kind === undefined) return [];
  const room = ROOM[kind]!;
  const [there, here] = [shownLength(source), shownLength(words)];
  if (here <= room || here <= there * 1.5) return [];
  return [{ severity: 'warning', message: say.tooLong({ here, there }) }];
}

/** Characters of the longest form; a placeholder counts as eight. */
function shownLength(source: string): number {
  const parsed = parseSource(source);
  if (!parsed.ok) return 0;
  return Math.max(
    0,
    ...patternsOf(parsed.message).map((pattern) =>
      pattern.reduce((sum, part) => {
        if (typeof part === 'string') return sum + [...plainLine(part)].length;
        return sum + (part.type === 'expression' ? 8 : 0);
      }, 0),
    ),
  );
}
