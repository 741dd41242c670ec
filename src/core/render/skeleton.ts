/**
 * Template and look become MJML once, and the HTML that MJML makes of it becomes a skeleton: fixed pieces, slots,
 * ranges that repeat, ranges that may be left out. Words are not in it, so typing never recompiles it.
 */
import type { FooterLink, Look } from '../look/schema';
import type { LaidBlock } from '../template/passages';
import { safeUrl, type Direction } from '../text/values';
import { Marks, parseMarks, type Node } from './marks';
import { pageMjml } from './page';
import { styleOf } from './style';

export interface Skeleton {
  nodes: Node[];
  /** Of the look, for the text part; those that lead nowhere are left out. */
  links: readonly FooterLink[];
  direction: Direction;
  /** Styles for what words bring with them, escaped for an attribute. */
  linkStyle: string;
  paragraphStyle: string;
  lastParagraphStyle: string;
  listStyle: string;
  lastListStyle: string;
  entryStyle: string;
}

/** Turns MJML into HTML. `mjml` on the server, `mjml-browser` in the web worker: the same version of the same code. */
export type MjmlCompiler = (mjml: string) => Promise<string>;

/** Lays blocks out in a look. Passages are put in before (see `layOut`). */
export async function makeSkeleton(
  blocks: readonly LaidBlock[],
  look: Look,
  direction: Direction,
  compile: MjmlCompiler,
): Promise<Skeleton> {
  const marks = new Marks();
  const style = styleOf(look, direction);
  const html = await compile(pageMjml(blocks, { look, style, marks }));
  const gap = style.room(12);
  const side = direction === 'rtl' ? 'right' : 'left';
  const list = (below: number): string => `margin:0 0 ${below}px;padding:0;padding-${side}:22px`;
  return {
    nodes: parseMarks(squeeze(html), marks.slots),
    links: look.footer.links.filter((link) => safeUrl(link.url) !== undefined),
    direction,
    linkStyle: `color:${look.colours.links};text-decoration:underline`,
    paragraphStyle: `margin:0 0 ${gap}px`,
    lastParagraphStyle: 'margin:0',
    listStyle: list(gap),
    lastListStyle: list(0),
    entryStyle: 'margin:0 0 4px',
  };
}

/** Indentation is half of what MJML writes; a line break is enough between tags. */
function squeeze(html: string): string {
  return html.replace(/[ \t]*\n\s*/g, '\n');
}
