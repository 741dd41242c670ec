/**
 * The markup that words may carry, as MessageFormat 2 markup: `{#b}..{/b}`, `{#i}..{/i}`,
 * `{#link href=|https://..|}..{/link}` (or `href=$order.statusUrl`), `{#p}..{/p}` for a paragraph, `{#item}..{/item}` and
 * `{#step}..{/step}` for an entry of a plain or numbered list, `{#br/}` for a new line.
 */
import type { Markup, Pattern, TextProblem } from './source';
import { say } from '../../words/syntax';

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
  const add = (kind: TextProblem['kind'], name: string, message: string): void => {
    problems.push({ kind, name, message });
  };
  for (const part of pattern) {
    if (typeof part === 'string' || part.type !== 'markup') continue;
    const { name, kind } = part;
    const mark = `{#${name}}`;
    if (!PAIRED.has(name) && name !== 'br') {
      add(
        'unknown-markup',
        name,
        say.unknownMark({ mark, known: '{#b}, {#i}, {#link}, {#p}, {#item}, {#step}, {#br/}' }),
      );
    } else if (form === 'plain') {
      add('unknown-markup', name, say.noFormattingHere({ mark }));
    } else if (form === 'html') {
      add('unknown-markup', name, say.ownTagsHere({ mark }));
    } else if (isParagraph(name) && form === 'line') {
      add('unknown-markup', name, say.oneLineHere({ mark }));
    } else if (name === 'br') {
      if (kind !== 'standalone') add('unbalanced-markup', name, say.lineBreakMark({ example: '{#br/}' }));
    } else if (kind === 'standalone') {
      add('unbalanced-markup', name, say.needsWords({ mark: `{#${name}/}`, example: `{#${name}}...{/${name}}` }));
    } else if (kind === 'open') {
      if (isParagraph(name) && open.length > 0)
        add('unbalanced-markup', name, say.paragraphInside({ mark: `{#${open.at(-1)}}` }));
      else if (open.includes(name)) add('unbalanced-markup', name, say.beginsAgain({ mark }));
      if (name === 'link' && !part.options?.href)
        add('bad-option', 'link', say.linkNeedsAddress({ example: '{#link href=|https://...|}' }));
      open.push(name);
    } else {
      if (open.at(-1) !== name) add('unbalanced-markup', name, say.endsWhatIsNotOpen({ mark: `{/${name}}` }));
      const at = open.lastIndexOf(name);
      if (at >= 0) open.splice(at, 1);
    }
  }
  for (const name of open) add('unbalanced-markup', name, say.notEnded({ mark: `{#${name}}`, end: `{/${name}}` }));
  return problems;
}

/** The `href` of a link: a fixed address or the placeholder that holds it. */
export function linkTarget(part: Markup): { url?: string; variable?: string } {
  const href = part.options?.href;
  if (!href) return {};
  return href.type === 'literal' ? { url: href.value } : { variable: href.name };
}
