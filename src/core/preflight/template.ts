/** Findings on a template: what stops it from being published, what is worth a look, what could be better. */
import { readCss } from '../css/css';
import { nearestPlaceholder, placeholder } from '../placeholders';
import { languageName } from '../names';
import { promisesIn } from '../template/promises';
import { allBlocks, isComplete, segmentsOf, type SegmentPlace, type Template } from '../template/schema';
import type { Passages } from '../template/passages';
import { NO_CODES, type KnownCodes } from '../codes';
import {
  isChosenBy,
  linkTarget,
  NotEditable,
  parseSource,
  patternsOf,
  placeholdersOf,
  resolveExpression,
  safeUrl,
  splitForms,
  toDocument,
  toSource,
  type Message,
  type Pattern,
  type TextProblem,
} from '../text';
import { sentAsFindings } from './sent-as';
import { attachmentFindings, type ShelfFacts } from './attachments';
import { blockFindings } from './blocks';
import { byWeight, type Finding } from './finding';
import { formFindings } from './forms';
import { segmentProblems } from './segments';
import { say } from '../../words/findings';

export interface TemplateContext {
  moment: string;
  /** The store's own language: the source that the others are translated from. */
  sourceLanguage: string;
  codes?: KnownCodes;
  /** The store's zone: days are said in it. */
  timeZone?: string;
  /** The store's published passages. */
  passages?: Passages;
  /** In milliseconds since the epoch; what expires is judged by it. */
  now?: number;
  /** The store's files, for what is attached. */
  shelf?: ShelfFacts;
  /** Domains that the store sends from. */
  senderDomains?: readonly string[];
  /** Languages that messages go out in before they are complete. */
  partly?: readonly string[];
  /** A passage is a part of messages: it has no subject of its own. */
  partOfMessage?: boolean;
}

/** All findings of a template, blockers first. */
export function templateFindings(template: Template, context: TemplateContext): Finding[] {
  const findings: Finding[] = [];
  const places = segmentsOf(template).filter(
    ({ id }) => !context.partOfMessage || (id !== 'subject' && id !== 'preheader'),
  );
  const source = template.words[context.sourceLanguage] ?? {};
  const languages = Object.keys(template.words);
  const codeBlocks = new Set(allBlocks(template.blocks).flatMap((b) => (b.kind === 'discount' ? b.id : [])));

  if (!languages.includes(context.sourceLanguage)) {
    findings.push({
      severity: 'blocker',
      place: 'subject',
      placeLabel: say.words,
      language: context.sourceLanguage,
      message: say.thereAreNoWordsIn({ languageName: languageName(context.sourceLanguage) }),
    });
  }
  for (const language of languages) {
    const before = findings.length;
    const words = template.words[language] ?? {};
    for (const place of places) {
      const text = words[place.id] ?? '';
      const at = { place: place.id, placeLabel: place.label, language };
      if (text.trim() === '') {
        const missing = emptyFinding(place, language, context.sourceLanguage, source[place.id] ?? '');
        if (missing) findings.push({ ...at, ...missing });
        continue;
      }
      for (const problem of segmentProblems(text, place, context.moment)) {
        findings.push({
          ...at,
          severity: 'blocker',
          message: problem.message,
          ...(problem.start !== undefined && { start: problem.start, end: problem.end ?? problem.start + 1 }),
          ...withFix(spellingFix(problem, text, at)),
        });
      }
      for (const found of linkFindings(text, at)) findings.push({ ...at, ...found });
      if (place.form === 'html') for (const found of htmlFindings(text)) findings.push({ ...at, ...found });
      for (const found of formFindings(text, at)) findings.push({ ...at, ...found });
      const given = codeBlocks.has(place.id) ? ALWAYS_WITH_A_CODE : undefined;
      for (const found of missingFindings(text, at, place.form !== 'html', given)) findings.push({ ...at, ...found });
      if (language !== context.sourceLanguage) {
        for (const message of differingPlaceholders(source[place.id] ?? '', text, context.sourceLanguage)) {
          findings.push({ ...at, severity: 'blocker', message });
        }
      }
    }
    // Nothing goes out in a language that is not complete, so nothing in it keeps the others from going out.
    const waits = language !== context.sourceLanguage && !context.partly?.includes(language);
    if (waits && !isComplete(template, language, context.sourceLanguage)) {
      for (let i = before; i < findings.length; i += 1) {
        if (findings[i]!.severity === 'blocker') findings[i] = { ...findings[i]!, severity: 'warning' };
      }
    }
  }
  findings.push(
    ...(context.partOfMessage ? [] : sentAsFindings(template, context.moment, context.senderDomains)),
    ...(context.partOfMessage ? [] : attachmentFindings(template, context.moment, context.shelf)),
    ...(context.partOfMessage ? [] : offerFindings(template, places, context)),
    ...blockFindings(template, {
      moment: context.moment,
      sourceLanguage: context.sourceLanguage,
      codes: context.codes ?? NO_CODES,
      timeZone: context.timeZone,
      passages: context.passages ?? {},
      now: context.now ?? 0,
    }),
  );
  return byWeight(findings);
}

/** What words of a code's own block can say whenever they are there. */
const ALWAYS_WITH_A_CODE: ReadonlySet<string> = new Set(['offer.code', 'offer.value']);

/** Words that speak of the code of a message that gives none, or of the first of several. */
function offerFindings(
  template: Template,
  places: readonly SegmentPlace[],
  { passages = {} }: TemplateContext,
): Finding[] {
  const given = promisesIn(template, passages).length;
  const blocks = allBlocks(template.blocks).filter((b) => b.kind === 'discount' && !b.hidden).length;
  if (given === 1 || (given === 0 && blocks > 0)) return [];
  return Object.entries(template.words).flatMap(([language, words]) =>
    places.flatMap(({ id, label }): Finding[] => {
      const parsed = parseSource(words[id] ?? '');
      if (!parsed.ok || !placeholdersOf(parsed.message).some((name) => name.startsWith('offer.'))) return [];
      const at = { place: id, placeLabel: label, language };
      return given === 0
        ? [{ ...at, severity: 'blocker', message: say.noCodeToSpeakOf }]
        : [{ ...at, severity: 'hint', message: say.speaksOfTheFirstCode }];
    }),
  );
}

/** For a name that is nearly one that exists: the same words with the right one. */
function spellingFix(problem: TextProblem, text: string, at: { place: string; language: string }): Finding['fix'] {
  const near = problem.kind === 'unknown-placeholder' && problem.name ? nearestPlaceholder(problem.name) : undefined;
  if (!near || problem.name === undefined) return undefined;
  const name = problem.name.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
  return {
    label: say.makeIt({ placeholder: `{$${near}}` }),
    kind: 'words',
    language: at.language,
    segment: at.place,
    source: text.replace(new RegExp(`\\$${name}(?![\\w.-])`, 'g'), `$${near}`),
  };
}

/** Links in words that lead nowhere, or to where browsers warn. */
function linkFindings(
  text: string,
  at: { place: string; language: string },
): Pick<Finding, 'severity' | 'message' | 'fix'>[] {
  const parsed = parseSource(text);
  if (!parsed.ok) return [];
  const found: Pick<Finding, 'severity' | 'message' | 'fix'>[] = [];
  for (const part of patternsOf(parsed.message).flat()) {
    if (typeof part === 'string' || part.type !== 'markup' || part.name !== 'link' || part.kind !== 'open') continue;
    const { url } = linkTarget(part);
    if (url === undefined) continue;
    if (safeUrl(url) === undefined) {
      found.push({
        severity: 'blocker',
        message: say.aLinkLeadsToSlice({ slice: url.slice(0, 60) }),
      });
    } else if (/^http:/i.test(url)) {
      found.push({
        severity: 'warning',
        message: say.aLinkLeadsToSliceWithout({ slice: url.slice(0, 60) }),
        fix: {
          label: say.makeItHttps,
          kind: 'words',
          language: at.language,
          segment: at.place,
          source: text.replaceAll(url, url.replace(/^http:/i, 'https:')),
        },
      });
    }
  }
  return found;
}

/** Styles in own HTML that few mail programs know, or that cannot be read in the dark. */
function htmlFindings(text: string): Pick<Finding, 'severity' | 'message'>[] {
  const found = new Map<string, 'warning' | 'hint'>();
  for (const [, style = ''] of text.matchAll(/style\s*=\s*"([^"]*)"/gi)) {
    for (const p of readCss(`x{${style.replace(/[{}]/g, '')}}`).problems) {
      if (p.severity !== 'blocker') found.set(p.message, 'warning');
    }
    const colour = /(^|;)\s*color\s*:/i.test(style);
    const ground = /(^|;)\s*background(-color)?\s*:/i.test(style);
    if (colour !== ground) {
      found.set(colour ? say.wordsHaveAColourOf : say.aGroundHasAColour, 'warning');
    }
  }
  return [...found].map(([message, severity]) => ({ message, severity }));
}

const withFix = (fix: Finding['fix']): Pick<Finding, 'fix'> => (fix ? { fix } : {});

function emptyFinding(
  place: SegmentPlace,
  language: string,
  sourceLanguage: string,
  source: string,
): Pick<Finding, 'severity' | 'message'> | undefined {
  if (language !== sourceLanguage && source.trim() !== '') {
    return {
      severity: 'warning',
      message: say.labelHasNoWordsIn({
        label: place.label,
        languageName: languageName(language),
        source: languageName(sourceLanguage),
      }),
    };
  }
  if (language !== sourceLanguage) return undefined;
  if (place.id === 'subject') return { severity: 'blocker', message: say.theSubjectIsEmptyMany };
  if (place.id === 'preheader') {
    return {
      severity: 'hint',
      message: say.thePreheaderIsEmptyMail,
    };
  }
  // A picture without words is judged with the picture.
  if (place.form === 'plain') return undefined;
  return { severity: 'warning', message: say.labelIsEmpty({ label: place.label }) };
}

/**
 * Placeholders that can be missing: those without words for that case, and those whose words for it stand in the middle of a sentence,
 * where grammar may not bear them. Words in forms that are chosen by the value's presence are neither.
 */
function missingFindings(
  text: string,
  at: { place: string; language: string },
  editable: boolean,
  given?: ReadonlySet<string>,
): Pick<Finding, 'severity' | 'message' | 'fix'>[] {
  const parsed = parseSource(text);
  if (!parsed.ok) return [];
  const { message } = parsed;
  const without = new Set<string>();
  const patched = new Map<string, string>();
  for (const { pattern, known } of formsByPresence(message)) {
    const sentence = pattern.some((part) => typeof part === 'string' && /\p{L}/u.test(part));
    for (const part of pattern) {
      if (typeof part === 'string' || part.type !== 'expression') continue;
      const { variable, options } = resolveExpression(message, part);
      if (!variable || known.has(variable) || given?.has(variable) || !placeholder(variable)?.canBeMissing) continue;
      if (options.default === undefined) without.add(variable);
      else if (sentence && options.default.trim() !== '') patched.set(variable, options.default);
    }
  }
  const fixFor = (variable: string): Pick<Finding, 'fix'> => {
    const source = editable ? splitSource(message, variable) : undefined;
    if (source === undefined) return {};
    return { fix: { label: say.writeItInTwoForms, kind: 'words', language: at.language, segment: at.place, source } };
  };
  return [
    ...[...without].map((variable) => ({
      severity: 'warning' as const,
      message: say.labelCanBeMissingFrom({ label: placeholder(variable)!.label }),
      ...fixFor(variable),
    })),
    ...[...patched].map(([variable, words]) => ({
      severity: 'hint' as const,
      message: say.whereLabelIsMissingWords({ label: placeholder(variable)!.label, words }),
      ...fixFor(variable),
    })),
  ];
}

/** Each form of words with the placeholders that it is chosen for having. */
function formsByPresence(message: Message): { pattern: Pattern; known: Set<string> }[] {
  if (message.type === 'message') return [{ pattern: message.pattern, known: new Set() }];
  const selectors = message.selectors.map((selector) =>
    resolveExpression(message, { type: 'expression', arg: selector }),
  );
  return message.variants.map(({ keys, value }) => ({
    pattern: value,
    known: new Set(
      selectors.flatMap(({ fn, variable }, i) => {
        const key = keys[i];
        const others = message.variants.map((v) => v.keys[i]);
        // Where the other forms are for a missing value, the form for everything else has it.
        const has =
          key?.type === 'literal'
            ? key.value === 'present'
            : others.some((o) => o?.type === 'literal' && o.value === 'missing');
        return fn === 'presence' && variable && has ? [variable] : [];
      }),
    ),
  }));
}

/** The words in two forms, for orders that have a value and for those that have not; undefined for words that only source can change. */
function splitSource(message: Message, variable: string): string | undefined {
  try {
    const words = toDocument(message);
    return isChosenBy(words, variable) ? undefined : toSource(splitForms(words, variable, 'presence'));
  } catch (error) {
    if (error instanceof NotEditable) return undefined;
    throw error;
  }
}

/** What a translation's placeholders and links have too few or too many of, compared with the source. */
export function differingPlaceholders(source: string, target: string, sourceLanguage: string): string[] {
  const from = parseSource(source);
  const to = parseSource(target);
  if (!from.ok || !to.ok) return [];
  const wanted = new Set(placeholdersOf(from.message));
  const found = new Set(placeholdersOf(to.message));
  const label = (name: string): string => `${placeholder(name)?.label ?? name} {$${name}}`;
  return [
    ...[...wanted]
      .filter((n) => !found.has(n))
      .map((n) => say.labelIsInTheLanguageName({ label: label(n), languageName: languageName(sourceLanguage) })),
    ...[...found]
      .filter((n) => !wanted.has(n))
      .map((n) => say.labelIsHereAndNot({ label: label(n), languageName: languageName(sourceLanguage) })),
  ];
}
