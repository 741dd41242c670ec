/**
 * A message that exists as HTML becomes a template: headings, words, buttons, pictures and lines become blocks where
 * they can, what cannot becomes a block of own HTML. Placeholders of other programs become ours where the guess is good.
 */
import { parseDocument } from 'htmlparser2';
import { foreignPlaceholders } from '../placeholders/foreign';
import { placeholderType } from '../placeholders';
import { defaultFunction } from '../text/functions';
import { toSource, type Marks, type Paragraph, type Piece } from '../text/document';
import { cleanHtml } from '../text/html';
import type { ParagraphKind } from '../text/markup';
import { safeUrl } from '../text/values';
import type { Block, Segments } from './schema';
import { say } from '../../words/findings';

export interface ImportedHtml {
  blocks: Block[];
  words: Segments;
  subject: string;
  /** What was done to it, for whoever brought it: "3 pictures are still fetched from elsewhere". */
  notes: string[];
}

// The shapes of domhandler's nodes that are read here.
interface TextNode {
  type: 'text';
  data: string;
}
interface ElementNode {
  type: 'tag' | 'script' | 'style';
  name: string;
  attribs: Record<string, string>;
  children: HtmlNode[];
}
type HtmlNode = TextNode | ElementNode | { type: 'comment' | 'directive' | 'cdata' | 'root' };

const isElement = (node: HtmlNode): node is ElementNode => node.type === 'tag';
const isText = (node: HtmlNode): node is TextNode => node.type === 'text';

const INLINE = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'big',
  'br',
  'code',
  'em',
  'font',
  'i',
  'label',
  'mark',
  's',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'u',
]);
const DROPPED = new Set([
  'script',
  'style',
  'head',
  'title',
  'iframe',
  'form',
  'input',
  'select',
  'textarea',
  'object',
  'embed',
  'video',
  'audio',
  'svg',
  'noscript',
  'template',
  'meta',
  'link',
]);
const MOST_BLOCKS = 120;

/** Turns HTML into blocks and words for a moment. Throws nothing: what is broken is read as browsers read it. */
export function importHtml(html: string, moment: string): ImportedHtml {
  const root = parseDocument(html) as unknown as { children: HtmlNode[] };
  const reader = new Reader(moment);
  reader.read(root.children);
  return reader.result(titleOf(root.children));
}

function titleOf(nodes: readonly HtmlNode[]): string {
  for (const node of nodes) {
    if (!isElement(node)) continue;
    if (node.name === 'title') return node.children.map(textOf).join('').trim();
    const inner = titleOf(node.children);
    if (inner !== '') return inner;
  }
  return '';
}

function textOf(node: HtmlNode): string {
  if (isText(node)) return node.data.replace(/\s+/g, ' ');
  return isElement(node) && !DROPPED.has(node.name) ? node.children.map(textOf).join('') : '';
}

class Reader {
  private readonly blocks: Block[] = [];
  private readonly words: Segments = {};
  private readonly notes = new Map<string, number>();
  private readonly counts = new Map<string, number>();
  /** Inline nodes that wait to become a paragraph. */
  private run: HtmlNode[] = [];

  constructor(private readonly moment: string) {}

  read(nodes: readonly HtmlNode[]): void {
    for (const node of nodes) this.node(node);
    this.flush();
  }

  private note(what: string): void {
    this.notes.set(what, (this.notes.get(what) ?? 0) + 1);
  }

  private node(node: HtmlNode): void {
    if (isText(node)) {
      this.run.push(node);
      return;
    }
    if (!isElement(node)) return;
    const { name, attribs } = node;
    if (DROPPED.has(name)) {
      if (!['head', 'title', 'meta', 'link', 'style'].includes(name)) this.note(say.nameLeftOut({ name }));
      else if (name === 'head') this.flush();
      return;
    }
    if (name === 'a' && looksLikeButton(node)) {
      this.flush();
      this.button(node);
    } else if (name === 'a' && onlyPicture(node)) {
      this.flush();
      this.picture(onlyPicture(node)!, attribs.href);
    } else if (INLINE.has(name) && !holdsBlocks(node)) this.run.push(node);
    else if (/^h[1-6]$/.test(name)) {
      this.flush();
      this.heading(node, name === 'h1');
    } else if (name === 'img') {
      this.flush();
      this.picture(node, undefined);
    } else if (name === 'hr') {
      this.flush();
      this.add({ kind: 'divider' });
    } else if (name === 'ul' || name === 'ol') {
      this.flush();
      this.list(node, name === 'ol' ? 'step' : 'item');
    } else if (name === 'table' && isDataTable(node)) {
      this.flush();
      this.ownHtml(node);
    } else {
      this.flush();
      for (const child of node.children) this.node(child);
      this.flush();
    }
  }

  /** What was inline up to here becomes a paragraph of the text before, or a text of its own. */
  private flush(): void {
    const pieces = trimmed(this.run.flatMap((n) => this.pieces(n, {})));
    this.run = [];
    if (pieces.length > 0) this.paragraph({ kind: 'p', pieces });
  }

  private open: { id: string; paragraphs: Paragraph[] } | undefined;

  private paragraph(paragraph: Paragraph): void {
    if (!this.open) {
      const id = this.add({ kind: 'text' });
      this.open = { id, paragraphs: [] };
    }
    this.open.paragraphs.push(paragraph);
    this.words[this.open.id] = source(this.open.paragraphs, true);
  }

  private list(node: ElementNode, kind: ParagraphKind): void {
    for (const item of node.children.filter(isElement)) {
      const pieces = trimmed(item.children.flatMap((n) => this.pieces(n, {})));
      if (pieces.length > 0) this.paragraph({ kind, pieces });
    }
  }

  private heading(node: ElementNode, headline: boolean): void {
    const pieces = trimmed(node.children.flatMap((n) => this.pieces(n, {})));
    if (pieces.length === 0) return;
    const id = this.add(headline ? { kind: 'heading' } : { kind: 'heading', size: 'heading' });
    this.words[id] = source([{ kind: 'p', pieces }], false);
  }

  private button(node: ElementNode): void {
    const pieces = trimmed(node.children.flatMap((n) => this.pieces(n, {})));
    const id = this.add({ kind: 'button', target: this.link(node.attribs.href ?? '') });
    this.words[id] = source([{ kind: 'p', pieces: pieces.map(({ marks: _marks, ...p }) => p) }], false);
  }

  private link(href: string): { url: string } | { variable: string } {
    const [foreign] = foreignPlaceholders(href, this.moment);
    if (foreign?.guess && foreign.text === href.trim() && placeholderType(foreign.guess) === 'url') {
      return { variable: foreign.guess };
    }
    if (safeUrl(href) === undefined) this.note(say.linkLeadsNowhereYet);
    return { url: safeUrl(href) ?? 'https://' };
  }

  private picture(node: ElementNode, href: string | undefined): void {
    const { src = '', alt = '', width = '' } = node.attribs;
    const url = safeUrl(src);
    // A picture of one pixel shows nothing: it reports who opened the message.
    if (/^[01](px)?$/.test(width.trim()) || /^[01](px)?$/.test((node.attribs.height ?? '').trim())) {
      this.note(say.pictureOfOnePixelLeft);
      return;
    }
    if (url === undefined) {
      this.note(say.pictureWithoutAFullAddress);
      return;
    }
    const shown = Number.parseInt(width, 10);
    const target = href === undefined ? undefined : this.link(href);
    const id = this.add({
      kind: 'image',
      picture: { url },
      ...(shown >= 16 && shown <= 800 && { width: shown }),
      ...(target && { target }),
    });
    this.words[id] = source([{ kind: 'p', pieces: this.chips(alt, {}) }], false);
    this.note(say.pictureIsStillFetchedFrom);
  }

  private ownHtml(node: ElementNode): void {
    const clean = cleanHtml(outerHtml(node))
      .map((p) => (typeof p === 'string' ? p : ''))
      .join('');
    if (clean.trim() === '') return;
    const id = this.add({ kind: 'html' });
    // In MessageFormat 2, braces and backslashes of the words are escaped.
    this.words[id] = this.htmlSource(clean);
    this.note(say.tableIsKeptAsOwn);
  }

  private htmlSource(html: string): string {
    const escape = (text: string): string => text.replace(/[\\{}]/g, '\\$&');
    let out = '';
    let at = 0;
    for (const f of foreignPlaceholders(html, this.moment)) {
      out += escape(html.slice(at, f.start)) + (f.guess ? `{$${f.guess}}` : escape(f.text));
      at = f.end;
    }
    return out + escape(html.slice(at));
  }

  private add(block: DistributiveOmit<Block, 'id'>): string {
    if (this.blocks.length >= MOST_BLOCKS) {
      this.note(say.blockLeftOutAtMost({ most: MOST_BLOCKS }));
      return 'none';
    }
    this.open = undefined;
    const n = (this.counts.get(block.kind) ?? 0) + 1;
    this.counts.set(block.kind, n);
    const id = `${block.kind}${n}`;
    this.blocks.push({ ...block, id } as Block);
    return id;
  }

  private pieces(node: HtmlNode, marks: Marks): Piece[] {
    if (isText(node)) return this.chips(node.data.replace(/\s+/g, ' '), marks);
    if (!isElement(node) || DROPPED.has(node.name)) return [];
    const { name, attribs, children } = node;
    const inside = (more: Marks): Piece[] => children.flatMap((c) => this.pieces(c, { ...marks, ...more }));
    if (name === 'br') return [{ type: 'break', ...(Object.keys(marks).length > 0 && { marks }) }];
    if (name === 'b' || name === 'strong') return inside({ b: true });
    if (name === 'i' || name === 'em') return inside({ i: true });
    if (name === 'img') return this.chips(attribs.alt ?? '', marks);
    if (name === 'a') {
      const target = this.link(attribs.href ?? '');
      if ('url' in target && target.url === 'https://') return inside({});
      return inside({ link: target });
    }
    return inside({});
  }

  /** A text with the placeholders of other programs as ours. */
  private chips(text: string, marks: Marks): Piece[] {
    const own = Object.keys(marks).length > 0 ? { marks } : {};
    const out: Piece[] = [];
    let at = 0;
    const words = (part: string): void => {
      if (part !== '') out.push({ type: 'text', text: part, ...own });
    };
    for (const foreign of foreignPlaceholders(text, this.moment)) {
      if (!foreign.guess) {
        this.note(say.textIsKeptAsWords({ text: foreign.text }));
        continue;
      }
      words(text.slice(at, foreign.start));
      out.push(chipPiece(foreign.guess, own));
      at = foreign.end;
    }
    words(text.slice(at));
    return out;
  }

  result(title: string): ImportedHtml {
    const notes = [...this.notes].map(([what, n]) => (n === 1 ? say.oneWhat({ what }) : say.nTimesWhat({ n, what })));
    return {
      blocks: this.blocks,
      words: this.words,
      subject: title === '' ? '' : source([{ kind: 'p', pieces: this.chips(title, {}) }], false),
      notes,
    };
  }
}

type DistributiveOmit<T, K extends PropertyKey> = T extends unknown ? Omit<T, K> : never;

/** A placeholder as a piece of words, with the function that its kind of value is written by. */
export function chipPiece(name: string, more: { marks?: Marks } = {}): Piece {
  const type = placeholderType(name);
  return { type: 'chip', name, ...(type && type !== 'url' && { fn: defaultFunction(type) }), ...more };
}

function source(paragraphs: Paragraph[], marked: boolean): string {
  return toSource({ selectors: [], marked, forms: [{ keys: [], paragraphs }] });
}

/** Without blank space and breaks at both ends, neighbouring texts made one. */
function trimmed(pieces: readonly Piece[]): Piece[] {
  const joined: Piece[] = [];
  for (const piece of pieces) {
    const last = joined.at(-1);
    if (piece.type === 'text' && last?.type === 'text' && JSON.stringify(piece.marks) === JSON.stringify(last.marks)) {
      joined[joined.length - 1] = { ...last, text: `${last.text}${piece.text}`.replace(/ {2,}/g, ' ') };
    } else joined.push(piece);
  }
  const blank = (p: Piece | undefined): boolean => p?.type === 'break' || (p?.type === 'text' && p.text.trim() === '');
  while (blank(joined[0])) joined.shift();
  while (blank(joined.at(-1))) joined.pop();
  const first = joined[0];
  if (first?.type === 'text') joined[0] = { ...first, text: first.text.trimStart() };
  const last = joined.at(-1);
  if (last?.type === 'text') joined[joined.length - 1] = { ...last, text: last.text.trimEnd() };
  return joined;
}

function holdsBlocks(node: ElementNode): boolean {
  return node.children.some((c) => isElement(c) && (!INLINE.has(c.name) || holdsBlocks(c)));
}

function onlyPicture(node: ElementNode): ElementNode | undefined {
  const inner = node.children.filter((c) => !(isText(c) && c.data.trim() === ''));
  const [only] = inner;
  return inner.length === 1 && only && isElement(only) && only.name === 'img' ? only : undefined;
}

/** A link with a ground of its own, room around its words, or a name that says so. */
function looksLikeButton(node: ElementNode): boolean {
  const { style = '', class: css = '', role = '' } = node.attribs;
  if (textOf(node).trim() === '' || holdsBlocks(node)) return false;
  return (
    /background/i.test(style) || /padding\s*:/i.test(style) || /\b(btn|button|cta)\b/i.test(css) || role === 'button'
  );
}

/** A table that holds figures, not one that lays out a page. */
function isDataTable(node: ElementNode): boolean {
  if (node.attribs.role === 'presentation') return false;
  const all = descendants(node);
  return all.some((e) => e.name === 'th') && !all.some((e) => ['table', 'img', 'h1', 'h2'].includes(e.name));
}

function descendants(node: ElementNode): ElementNode[] {
  return node.children.filter(isElement).flatMap((e) => [e, ...descendants(e)]);
}

function outerHtml(node: HtmlNode): string {
  if (isText(node)) return node.data.replace(/[&<>]/g, (c) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;' })[c]!);
  if (!isElement(node)) return '';
  const attributes = Object.entries(node.attribs)
    .map(([k, v]) => ` ${k}="${v.replace(/&/g, '&amp;').replace(/"/g, '&quot;')}"`)
    .join('');
  return `<${node.name}${attributes}>${node.children.map(outerHtml).join('')}${['br', 'hr', 'img'].includes(node.name) ? '' : `</${node.name}>`}`;
}
