/** Findings on a template: what stops it from being published, what is worth a look, what could be better. */
import { isProvided, momentOf, nearestPlaceholder, placeholder } from '../placeholders';
import { languageName } from '../plan/reasons';
import { BLOCK_LABELS, segmentsOf, type SegmentPlace, type Template } from '../template/schema';
import {
  checkSource,
  parseSource,
  patternsOf,
  placeholdersOf,
  resolveExpression,
  safeUrl,
  type TextProblem,
} from '../text';

export type Severity = 'blocker' | 'warning' | 'hint';

export interface Finding {
  severity: Severity;
  /** What is wrong and what to do, in words. */
  message: string;
  /** Where: a block's id, or `subject` or `preheader`. */
  place: string;
  placeLabel: string;
  language?: string;
  /** Offsets in the segment's source. */
  start?: number;
  end?: number;
}

export interface TemplateContext {
  moment: string;
  /** The store's own language: the source that the others are translated from. */
  sourceLanguage: string;
}

/** Problems of one segment as publishing would judge them. */
export function segmentProblems(source: string, place: SegmentPlace, moment: string): TextProblem[] {
  return checkSource(source, {
    form: place.form,
    momentWords: momentOf(moment)?.words ?? `at ${moment}`,
    find: (name) => {
      const known = placeholder(name);
      return known && { type: known.type, label: known.label, provided: isProvided(known, moment) };
    },
    suggest: nearestPlaceholder,
  });
}

/** All findings of a template, blockers first. */
export function templateFindings(template: Template, context: TemplateContext): Finding[] {
  const findings: Finding[] = [];
  const places = segmentsOf(template);
  const source = template.words[context.sourceLanguage] ?? {};
  const languages = Object.keys(template.words);

  if (!languages.includes(context.sourceLanguage)) {
    findings.push({
      severity: 'blocker',
      place: 'subject',
      placeLabel: 'Words',
      language: context.sourceLanguage,
      message: `There are no words in ${languageName(context.sourceLanguage)}, the store's own language.`,
    });
  }
  for (const language of languages) {
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
        });
      }
      for (const message of missingDefaults(text)) findings.push({ ...at, severity: 'warning', message });
      if (language !== context.sourceLanguage) {
        for (const message of differingPlaceholders(source[place.id] ?? '', text, context.sourceLanguage)) {
          findings.push({ ...at, severity: 'blocker', message });
        }
      }
    }
  }
  for (const block of template.blocks) {
    if (block.kind !== 'button') continue;
    const at = { place: block.id, placeLabel: BLOCK_LABELS.button };
    if ('url' in block.target) {
      if (safeUrl(block.target.url) === undefined) {
        findings.push({
          ...at,
          severity: 'blocker',
          message:
            'The button leads nowhere: give it a full address that begins with https://, or a placeholder that holds one.',
        });
      }
    } else {
      const target = placeholder(block.target.variable);
      if (!target || target.type !== 'url' || !isProvided(target, context.moment)) {
        findings.push({
          ...at,
          severity: 'blocker',
          message: `The button leads to {$${block.target.variable}}, which is not an address known ${momentOf(context.moment)?.words ?? 'here'}.`,
        });
      }
    }
  }
  const weight: Record<Severity, number> = { blocker: 0, warning: 1, hint: 2 };
  return findings.sort((a, b) => weight[a.severity] - weight[b.severity]);
}

function emptyFinding(
  place: SegmentPlace,
  language: string,
  sourceLanguage: string,
  source: string,
): Pick<Finding, 'severity' | 'message'> | undefined {
  if (language !== sourceLanguage && source.trim() !== '') {
    return { severity: 'blocker', message: `${place.label} has no words in ${languageName(language)} yet.` };
  }
  if (language !== sourceLanguage) return undefined;
  if (place.id === 'subject')
    return { severity: 'blocker', message: 'The subject is empty: many readers decide by it alone.' };
  if (place.id === 'preheader') {
    return {
      severity: 'hint',
      message: 'The preheader is empty: mail programs show the first words of the message in its place.',
    };
  }
  return { severity: 'warning', message: `${place.label} is empty.` };
}

/** Placeholders that can be missing and have no words for that case. */
function missingDefaults(text: string): string[] {
  const parsed = parseSource(text);
  if (!parsed.ok) return [];
  const without = new Set<string>();
  for (const pattern of patternsOf(parsed.message)) {
    for (const part of pattern) {
      if (typeof part === 'string' || part.type !== 'expression') continue;
      const { variable, options } = resolveExpression(parsed.message, part);
      const known = variable ? placeholder(variable) : undefined;
      if (known?.canBeMissing && options.default === undefined) without.add(known.label);
    }
  }
  return [...without].map((label) => `${label} can be missing from an order. Give words for that case.`);
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
      .map((n) => `${label(n)} is in the ${languageName(sourceLanguage)} words and missing here.`),
    ...[...found]
      .filter((n) => !wanted.has(n))
      .map((n) => `${label(n)} is here and not in the ${languageName(sourceLanguage)} words.`),
  ];
}
