/**
 * Template and look become MJML once, and the HTML that MJML makes of it becomes a skeleton: fixed pieces, slots,
 * ranges that repeat, ranges that may be left out. Words are not in it, so typing never recompiles it.
 *
 * Slots travel through MJML as marks of private-use characters (U+E000 n U+E001), which no look and no value can hold.
 */
import { FONT_STACKS, type Look } from '../look/schema';
import type { Phrase } from '../template/phrasebook';
import type { Block, Link, Template } from '../template/schema';
import { escapeHtml, plainLine, type Direction } from '../text/values';

export type LineField = 'name' | 'alt' | 'options' | 'quantity' | 'total' | 'imageUrl';
export type Range = 'lines' | 'totals' | 'billing' | 'shipping';
export type Condition =
  { has: Exclude<Range, 'totals' | 'lines'> } | { link: Link } | { line: 'options' | 'imageUrl' } | { strong: boolean };

export type Slot =
  | { kind: 'words'; segment: string }
  | { kind: 'phrase'; phrase: Phrase }
  | { kind: 'language' }
  | { kind: 'subject' }
  | { kind: 'preheader' }
  | { kind: 'href'; link: Link }
  | { kind: 'line'; field: LineField }
  | { kind: 'total'; field: 'label' | 'amount' }
  | { kind: 'addressLine' }
  | { kind: 'each'; range: Range }
  | { kind: 'if'; condition: Condition }
  | { kind: 'end' };

/** The skeleton as a tree: fixed HTML, slots to fill, ranges with what they hold. */
export type Node =
  | string
  | Exclude<Slot, { kind: 'each' | 'if' | 'end' }>
  | { kind: 'each'; range: Range; inner: Node[] }
  | { kind: 'if'; condition: Condition; inner: Node[] };

export interface Skeleton {
  nodes: Node[];
  direction: Direction;
  /** Styles for what words bring with them, escaped for an attribute. */
  linkStyle: string;
  paragraphStyle: string;
  lastParagraphStyle: string;
}

/** Turns MJML into HTML. `mjml` on the server, `mjml-browser` in the web worker: the same version of the same code. */
export type MjmlCompiler = (mjml: string) => Promise<string>;

const OPEN = '\ue000';
const CLOSE = '\ue001';

class Marks {
  readonly slots: Slot[] = [];

  mark(slot: Slot): string {
    this.slots.push(slot);
    return `${OPEN}${this.slots.length - 1}${CLOSE}`;
  }

  each(range: Range, inner: string): string {
    return this.mark({ kind: 'each', range }) + inner + this.mark({ kind: 'end' });
  }

  when(condition: Condition, inner: string): string {
    return this.mark({ kind: 'if', condition }) + inner + this.mark({ kind: 'end' });
  }
}

/** The class that a block's section carries in the message, so that the sheet can find it. */
export function blockClass(id: string): string {
  return `lb-${id}`;
}

export async function makeSkeleton(
  template: Pick<Template, 'blocks'>,
  look: Look,
  direction: Direction,
  compile: MjmlCompiler,
): Promise<Skeleton> {
  const marks = new Marks();
  const html = await compile(toMjml(template.blocks, look, direction, marks));
  return {
    nodes: parseMarks(squeeze(html), marks.slots),
    direction,
    linkStyle: `color:${look.colours.links};text-decoration:underline`,
    paragraphStyle: 'margin:0 0 12px',
    lastParagraphStyle: 'margin:0',
  };
}

/** Indentation is half of what MJML writes; a line break is enough between tags. */
function squeeze(html: string): string {
  return html.replace(/[ \t]*\n\s*/g, '\n');
}

function parseMarks(html: string, slots: readonly Slot[]): Node[] {
  const root: Node[] = [];
  const stack: Node[][] = [root];
  const pieces = html.split(/\ue000(\d+)\ue001/);
  pieces.forEach((piece, i) => {
    const into = stack.at(-1)!;
    if (i % 2 === 0) {
      if (piece !== '') into.push(piece);
      return;
    }
    const slot = slots[Number(piece)];
    if (!slot) throw new Error('A mark in the compiled message has no slot.');
    if (slot.kind === 'end') stack.pop();
    else if (slot.kind === 'each' || slot.kind === 'if') {
      const inner: Node[] = [];
      into.push({ ...slot, inner });
      stack.push(inner);
    } else into.push(slot);
  });
  if (stack.length !== 1) throw new Error('A range in the compiled message is not closed.');
  return root;
}

function toMjml(blocks: readonly Block[], look: Look, direction: Direction, marks: Marks): string {
  const { colours, type, shape } = look;
  const start = direction === 'rtl' ? 'right' : 'left';
  return `<mjml lang="${marks.mark({ kind: 'language' })}" dir="${direction}">
<mj-head>
<mj-title>${marks.mark({ kind: 'subject' })}</mj-title>
<mj-preview>${marks.mark({ kind: 'preheader' })}</mj-preview>
<mj-attributes>
<mj-all font-family="${FONT_STACKS[type.words]}" />
<mj-text font-size="${type.text}px" line-height="1.55" color="${colours.words}" padding="0 ${shape.margin}px 16px" align="${start}" />
<mj-table font-size="${type.text}px" line-height="1.45" color="${colours.words}" padding="0 ${shape.margin}px 8px" />
<mj-section padding="0" direction="${direction}" background-color="${colours.sheet}" />
<mj-column direction="${direction}" />
</mj-attributes>
<mj-style>@media only screen and (max-width:479px){.ls-pad{padding-left:20px !important;padding-right:20px !important}.ls-stack{display:block !important;width:100% !important;padding-left:0 !important;padding-right:0 !important}}</mj-style>
</mj-head>
<mj-body background-color="${colours.page}" width="${shape.width}px">
<mj-section background-color="${colours.page}" padding="12px 0"><mj-column><mj-spacer height="1px" /></mj-column></mj-section>
${blocks.map((block) => blockMjml(block, look, direction, marks)).join('\n')}
<mj-section background-color="${colours.page}" padding="12px 0"><mj-column><mj-spacer height="1px" /></mj-column></mj-section>
</mj-body>
</mjml>`;
}

function blockMjml(block: Block, look: Look, direction: Direction, marks: Marks): string {
  const { colours, type, shape } = look;
  const start = direction === 'rtl' ? 'right' : 'left';
  const end = direction === 'rtl' ? 'left' : 'right';
  const side = (align: 'start' | 'centre' | 'end' | undefined): string =>
    align === 'centre' ? 'center' : align === 'end' ? end : start;
  const section = (inner: string, attributes = ''): string =>
    `<mj-section css-class="${blockClass(block.id)}" ${attributes}><mj-column>${inner}</mj-column></mj-section>`;
  const headings = FONT_STACKS[type.headings];
  const words = FONT_STACKS[type.words];

  switch (block.kind) {
    case 'masthead': {
      const name = `<span style="font-family:${headings};font-size:28px;line-height:1.2;font-weight:bold;color:${colours.brand}">${escapeHtml(plainLine(look.masthead.name))}</span>`;
      const strap = look.masthead.strapline
        ? `<br><span style="font-size:${type.small}px;color:${colours.quietWords};letter-spacing:.03em">${escapeHtml(plainLine(look.masthead.strapline))}</span>`
        : '';
      const note = `<span style="font-size:${type.small}px;color:${colours.quietWords}">${marks.mark({ kind: 'phrase', phrase: 'mastheadNote' })}</span>`;
      const row =
        look.masthead.arrangement === 'centre'
          ? `<tr><td align="center" style="text-align:center">${name}${strap}<br>${note}</td></tr>`
          : `<tr><td align="${start}" style="text-align:${start};vertical-align:bottom">${name}${strap}</td><td align="${end}" style="text-align:${end};vertical-align:bottom;white-space:nowrap">${note}</td></tr>`;
      return section(
        `<mj-table css-class="ls-pad" padding="24px ${shape.margin}px 18px">${row}</mj-table><mj-divider css-class="ls-pad" padding="0 ${shape.margin}px 24px" border-width="1px" border-color="${colours.lines}" />`,
      );
    }
    case 'heading': {
      const size = block.size === 'heading' ? type.heading : type.headline;
      const level = block.size === 'heading' ? 2 : 1;
      return section(
        `<mj-text css-class="ls-pad" align="${side(block.align)}" padding="4px ${shape.margin}px 14px"><h${level} class="ls-words" style="margin:0;font-family:${headings};font-size:${size}px;line-height:1.25;font-weight:normal;color:${colours.words}">${marks.mark({ kind: 'words', segment: block.id })}</h${level}></mj-text>`,
      );
    }
    case 'text': {
      const size = block.size === 'small' ? type.small : block.size === 'lead' ? type.text + 2 : type.text;
      const colour = block.size === 'small' ? colours.quietWords : colours.words;
      return section(
        `<mj-text css-class="ls-pad" align="${side(block.align)}" font-size="${size}px" color="${colour}"><div class="ls-words">${marks.mark({ kind: 'words', segment: block.id })}</div></mj-text>`,
      );
    }
    case 'button':
      return (
        `<mj-raw>${marks.mark({ kind: 'if', condition: { link: block.target } })}</mj-raw>` +
        section(
          `<mj-button css-class="ls-pad ls-action" align="${side(block.align)}" href="${marks.mark({ kind: 'href', link: block.target })}" background-color="${colours.action}" color="${colours.actionWords}" font-family="${words}" font-size="${type.text}px" font-weight="bold" border-radius="${shape.radius}px" inner-padding="12px 24px" padding="4px ${shape.margin}px 24px">${marks.mark({ kind: 'words', segment: block.id })}</mj-button>`,
        ) +
        `<mj-raw>${marks.mark({ kind: 'end' })}</mj-raw>`
      );
    case 'items':
      return section(`<mj-table css-class="ls-pad">${itemsRows(block, look, start, end, marks)}</mj-table>`);
    case 'totals': {
      const cell = `padding:4px 0;border-top:0`;
      const row = (strong: boolean): string => {
        const weight = strong ? `font-weight:bold;padding-top:8px;border-top:1px solid ${colours.lines}` : '';
        return `<tr><td align="${start}" style="text-align:${start};${cell};${weight}">${marks.mark({ kind: 'total', field: 'label' })}</td><td align="${end}" style="text-align:${end};white-space:nowrap;${cell};${weight}">${marks.mark({ kind: 'total', field: 'amount' })}</td></tr>`;
      };
      const rows = marks.when({ strong: true }, row(true)) + marks.when({ strong: false }, row(false));
      return section(
        `<mj-table css-class="ls-pad" padding="0 ${shape.margin}px 24px">${marks.each('totals', rows)}</mj-table>`,
      );
    }
    case 'addresses': {
      const cell = (range: 'shipping' | 'billing', phrase: Phrase): string =>
        marks.when(
          { has: range },
          `<td class="ls-stack" align="${start}" style="text-align:${start};vertical-align:top;padding:0 0 12px;width:50%"><strong style="font-family:${headings};font-size:${type.small}px;font-weight:normal;font-style:italic;color:${colours.quietWords}">${marks.mark({ kind: 'phrase', phrase })}</strong>${marks.each(range, `<br>${marks.mark({ kind: 'addressLine' })}`)}</td>`,
        );
      const show = block.show ?? 'both';
      const cells =
        (show !== 'billing' ? cell('shipping', 'deliverTo') : '') +
        (show !== 'delivery' ? cell('billing', 'billTo') : '');
      return section(`<mj-table css-class="ls-pad" padding="0 ${shape.margin}px 12px"><tr>${cells}</tr></mj-table>`);
    }
    case 'divider':
      return section(
        `<mj-divider css-class="ls-pad" padding="4px ${shape.margin}px 20px" border-width="1px" border-color="${colours.lines}" />`,
      );
    case 'footer':
      return section(
        `<mj-divider css-class="ls-pad" padding="8px ${shape.margin}px 16px" border-width="1px" border-color="${colours.lines}" /><mj-text css-class="ls-pad" align="${start}" font-size="${type.small}px" color="${colours.quietWords}" padding="0 ${shape.margin}px 28px">${marks.mark({ kind: 'phrase', phrase: 'footer' })}</mj-text>`,
      );
  }
}

function itemsRows(
  block: Extract<Block, { kind: 'items' }>,
  look: Look,
  start: string,
  end: string,
  marks: Marks,
): string {
  const { colours, type } = look;
  const pictures = block.pictures ?? true;
  const prices = block.prices ?? true;
  const head = `font-size:${type.small}px;font-weight:normal;color:${colours.quietWords};padding:0 0 6px;border-bottom:1px solid ${colours.lines}`;
  const cell = `padding:10px 0;border-bottom:1px solid ${colours.lines};vertical-align:top`;
  const line = (field: LineField): string => marks.mark({ kind: 'line', field });
  const header =
    `<tr>${pictures ? `<th style="${head}">&nbsp;</th>` : ''}<th align="${start}" style="text-align:${start};${head}">${marks.mark({ kind: 'phrase', phrase: 'item' })}</th>` +
    `<th align="${end}" style="text-align:${end};${head}">${marks.mark({ kind: 'phrase', phrase: 'quantity' })}</th>` +
    (prices
      ? `<th align="${end}" style="text-align:${end};${head}">${marks.mark({ kind: 'phrase', phrase: 'amount' })}</th>`
      : '') +
    '</tr>';
  const picture = pictures
    ? `<td width="56" style="width:56px;${cell}">${marks.when({ line: 'imageUrl' }, `<img src="${line('imageUrl')}" alt="${line('alt')}" width="44" height="44" style="display:block;width:44px;height:44px;border:0">`)}</td>`
    : '';
  const options = marks.when(
    { line: 'options' },
    `<br><span style="font-size:${type.small}px;color:${colours.quietWords}">${line('options')}</span>`,
  );
  const row =
    `<tr>${picture}<td align="${start}" style="text-align:${start};${cell}">${line('name')}${options}</td>` +
    `<td align="${end}" style="text-align:${end};white-space:nowrap;${cell};padding-${start}:12px">${line('quantity')}</td>` +
    (prices
      ? `<td align="${end}" style="text-align:${end};white-space:nowrap;${cell};padding-${start}:12px">${line('total')}</td>`
      : '') +
    '</tr>';
  return header + marks.each('lines', row);
}
