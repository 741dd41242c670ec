/**
 * The markup that words may carry, as MessageFormat 2 markup: `{#b}..{/b}`, `{#i}..{/i}`,
 * `{#link href=|https://..|}..{/link}` (or `href=$order.statusUrl`), `{#p}..{/p}` for a paragraph, `{#item}..{/item}` and
 * `{#step}..{/step}` for an entry of a plain or numbered list, `{#br/}` for a new line.
 */
import type { Markup, Pattern, TextProblem } from './source';

export type MarkName = 'b' | 'i' | 'link';

export const MARKS: readonly MarkName[] = ['b', 'i', 'link'];

/** What a paragraph is: one of its own, or an entry of a list. Neighbouring entries make one list. */
export type ParagraphKind = 'p' | 'item' | 'step';
export const PARAGRAPHS: readonly ParagraphKind[] = ['p', 'item', 'step'];
/** Whether a name of markup makes a paragraph, a list or an entry of one. */
export const isParagraph = (name: string): name is ParagraphKind => (PARAGRAPHS as readonly string[]).includes(name);

const PAIRED = new Set<string>([...MARKS, ...PARAGRAPHS]);

/** Where words stand decides what they may hold: a header holds no markup, a line no paragraphs, own HTML its own. */
export type SegmentForm = 'plain' | 'line' | 'paragraphs' | 'html';

/** Checks that markup is known, allowed in this form, and properly nested. */
export function markupProblems(pattern: Pattern, form: SegmentForm): TextProblem[] {
  const problems: TextProblem[] = [];
  const open: string[] = [];
  const say = (kind: TextProblem['kind'], name: string, message: string): void => {
    problems.push({ kind, name, message });
  };
  for (const part of pattern) {
    if (typeof part === 'string' || part.type !== 'markup') continue;
    const { name, kind } = part;
    if (!PAIRED.has(name) && name !== 'br') {
      say(
        'unknown-markup',
        name,
        `{#${name}} is not known here. Words can be bold {#b}, italic {#i}, a {#link}, a paragraph {#p}, an entry of a list {#item} or {#step}, or a new line {#br/}.`,
      );
    } else if (form === 'plain') {
      say('unknown-markup', name, `{#${name}} cannot stand here: these words are shown without any formatting.`);
    } else if (form === 'html') {
      say('unknown-markup', name, `{#${name}} cannot stand here: own HTML is written with its own tags.`);
    } else if (isParagraph(name) && form === 'line') {
      say('unknown-markup', name, `{#${name}} cannot stand here: these words are one line.`);
    } else if (name === 'br') {
      if (kind !== 'standalone') say('unbalanced-markup', name, 'A new line is written {#br/}.');
    } else if (kind === 'standalone') {
      say('unbalanced-markup', name, `{#${name}/} needs words: write {#${name}}words{/${name}}.`);
    } else if (kind === 'open') {
      if (isParagraph(name) && open.length > 0)
        say('unbalanced-markup', name, `A paragraph cannot begin inside {#${open.at(-1)}}.`);
      else if (open.includes(name)) say('unbalanced-markup', name, `{#${name}} begins again before it has ended.`);
      if (name === 'link' && !part.options?.href)
        say('bad-option', 'link', 'A {#link} needs an address: {#link href=|https://...|}.');
      open.push(name);
    } else {
      if (open.at(-1) !== name) say('unbalanced-markup', name, `{/${name}} ends something that is not open just then.`);
      const at = open.lastIndexOf(name);
      if (at >= 0) open.splice(at, 1);
    }
  }
  for (const name of open) say('unbalanced-markup', name, `{#${name}} is not ended with {/${name}}.`);
  return problems;
}

/** The `href` of a link: a fixed address or the placeholder that holds it. */
export function linkTarget(part: Markup): { url?: string; variable?: string } {
  const href = part.options?.href;
  if (!href) return {};
  return href.type === 'literal' ? { url: href.value } : { variable: href.name };
}
