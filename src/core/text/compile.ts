/**
 * Words compiled for filling. A parsed message becomes a list of fixed strings and references to *writings*; a
 * writing is one placeholder in one form, and is done once for a message however often it is used in it.
 */
import { SENT_AT, writerFor, writingFunction, type Writer, type WritingContext } from './functions';
import { chooser } from './choosing';
import { cleanHtml, htmlMark, htmlToPlain } from './html';
import { isParagraph, linkTarget, type ParagraphKind, type SegmentForm } from './markup';
import { parseSource, resolveExpression, type Message, type Pattern, type Resolved } from './source';
import { bothForms, escapeHtml, safeUrl, type Both, type Direction, type Values, type ValueType } from './values';

/** What compiling needs to know besides the words. */
export interface WordsContext extends WritingContext {
  direction: Direction;
  typeOf: (placeholder: string) => ValueType | undefined;
  /** Inline CSS for links, already escaped for an attribute; the look decides it. */
  linkStyle?: string;
  /** Inline CSS for paragraphs but the last, and for the last. */
  paragraphStyle?: string;
  lastParagraphStyle?: string;
  /** Inline CSS for a list, and for the entries in it. */
  listStyle?: string;
  lastListStyle?: string;
  entryStyle?: string;
}

/** One placeholder in one form: the value read, its writer, and whether it must be kept apart from the words. */
interface Writing {
  key: string;
  variable: string;
  write: Writer;
  isolate: boolean;
}

/** The texts of one message's writings, made when first asked for. */
export interface Fill {
  readonly values: Values;
  readonly texts: (Both | undefined)[];
}

/** Produces a piece of a message from its fill. */
export type Op = string | ((fill: Fill) => string);

/** Registers the writings of one message, so that equal ones are shared between its subject, HTML and text part. */
export class Writings {
  private readonly list: Writing[] = [];
  private readonly byKey = new Map<string, number>();

  constructor(private readonly context: WordsContext) {}

  /** A new fill of these writings with one order's values. */
  begin(values: Values): Fill {
    return { values, texts: new Array<undefined>(this.list.length) };
  }

  private indexOf(resolved: Resolved): number {
    const variable = resolved.variable ?? '';
    const type = this.context.typeOf(variable) ?? 'text';
    const fn = writingFunction(resolved.fn, type);
    const key = JSON.stringify([variable, fn, resolved.options]);
    let index = this.byKey.get(key);
    if (index === undefined) {
      index = this.list.length;
      this.byKey.set(key, index);
      this.list.push({
        key,
        variable,
        write: writerFor(fn, resolved.options, this.context),
        isolate: fn === 'text',
      });
    }
    return index;
  }

  /** An op that writes a placeholder, escaped for HTML or as plain text for headers and the text part. */
  op(resolved: Resolved, form: keyof Both): Op {
    if (resolved.variable === undefined) {
      const text = this.literal(resolved);
      return form === 'html' ? escapeHtml(text) : text;
    }
    const index = this.indexOf(resolved);
    const { variable, write, isolate } = this.list[index]!;
    const { direction } = this.context;
    return (fill) =>
      (fill.texts[index] ??= bothForms(write(fill.values[variable], fill.values[SENT_AT]), direction, isolate))[form];
  }

  private literal(resolved: Resolved): string {
    const text = resolved.literal ?? '';
    const fn = writingFunction(resolved.fn, 'text');
    return fn === 'text' ? text : writerFor(fn, resolved.options, this.context)(Number(text));
  }
}

export interface CompiledWords {
  /** Ops for HTML content. */
  html: Op[];
  /** Ops for the text part and for headers. */
  plain: Op[];
  /** Whether they say nothing with these values; left out where they always say something. */
  blank?: (values: Values) => boolean;
}

/**
 * Compiles one segment. Words that cannot be parsed give empty ops: publishing refuses them long before, and a
 * preview shows the problem beside the sheet.
 */
export function compileWords(
  source: string,
  form: SegmentForm,
  context: WordsContext,
  writings: Writings,
): CompiledWords {
  const parsed = parseSource(source);
  if (!parsed.ok) return { html: [], plain: [] };
  const { message } = parsed;
  const compile = (pattern: Pattern): CompiledWords =>
    form === 'html'
      ? ownHtmlOps(message, pattern, writings)
      : {
          html: htmlOps(message, pattern, form, context, writings),
          plain: plainOps(message, pattern, writings),
        };
  if (message.type === 'message') return compile(message.pattern);
  const choose = chooser(message, context);
  const variants = message.variants.map((v) => compile(v.value));
  const html = variants.map((v) => runner(v.html));
  const plain = variants.map((v) => runner(v.plain));
  const blanks = message.variants.map((v) => saysNothing(v.value));
  return {
    ...(blanks.includes(true) && { blank: (values: Values) => blanks[choose(values)] ?? false }),
    html: [(fill) => html[choose(fill.values)]?.(fill) ?? ''],
    plain: [(fill) => plain[choose(fill.values)]?.(fill) ?? ''],
  };
}

/** Whether a pattern has neither words nor a placeholder. */
const saysNothing = (pattern: Pattern): boolean =>
  pattern.every((part) =>
    typeof part === 'string' ? part.trim() === '' : part.type === 'markup' && part.name !== 'br',
  );

/** Own HTML: cleaned once with marks for its placeholders, each then written as its place needs it. */
function ownHtmlOps(message: Message, pattern: Pattern, writings: Writings): CompiledWords {
  const expressions: Resolved[] = [];
  const source = pattern
    .map((part) => {
      if (typeof part === 'string') return part;
      if (part.type !== 'expression') return '';
      return htmlMark(expressions.push(resolveExpression(message, part)) - 1);
    })
    .join('');
  const pieces = cleanHtml(source);
  const address = (resolved: Resolved, fill: Fill): string => {
    const value = fill.values[resolved.variable ?? ''];
    return (typeof value === 'string' ? safeUrl(value) : undefined) ?? '';
  };
  const html = pieces.map((piece): Op => {
    if (typeof piece === 'string') return piece;
    const resolved = expressions[piece.index]!;
    if (piece.place === 'words') return writings.op(resolved, 'html');
    if (piece.place === 'address') return (fill) => escapeHtml(address(resolved, fill));
    const write = runner([writings.op(resolved, 'plain')]);
    return (fill) => encodeURIComponent(write(fill));
  });
  // The text part is read off the same HTML; the marks stand where the values go.
  const plain = htmlToPlain(pieces.map((p) => (typeof p === 'string' ? p : htmlMark(p.index))).join(''))
    .split(/\ue000(\d+)\ue001/)
    .map((text, i): Op => {
      if (i % 2 === 0) return text;
      const resolved = expressions[Number(text)]!;
      return pieces.some((p) => typeof p !== 'string' && p.index === Number(text) && p.place === 'address')
        ? (fill) => address(resolved, fill)
        : writings.op(resolved, 'plain');
    });
  return { html, plain };
}

/** Joins ops into one function, with neighbouring fixed strings made one: text, value, text, value, ..., text. */
export function runner<F>(ops: readonly (string | ((fill: F) => string))[]): (fill: F) => string {
  const texts: string[] = [''];
  const values: ((fill: F) => string)[] = [];
  for (const op of ops) {
    if (typeof op === 'string') texts[texts.length - 1] += op;
    else {
      values.push(op);
      texts.push('');
    }
  }
  const [first = ''] = texts;
  if (values.length === 0) return () => first;
  return (fill) => {
    let out = first;
    for (let i = 0; i < values.length; i += 1) {
      // One after the other: an engine joins a string that grows at its end with the least work.
      out += values[i]!(fill);
      out += texts[i + 1]!;
    }
    return out;
  };
}

function htmlOps(
  message: Message,
  pattern: Pattern,
  form: SegmentForm,
  context: WordsContext,
  writings: Writings,
): Op[] {
  const ops: Op[] = [];
  const kinds = paragraphKinds(pattern);
  const paragraphs = kinds.length;
  const style = (css: string | undefined): string => (css ? ` style="${css}"` : '');
  let paragraph = 0;
  const linkOpen: boolean[] = [];
  for (const part of pattern) {
    if (typeof part === 'string') {
      // Blank space between paragraphs is how the source is laid out, not part of the words.
      if (paragraphs > 0 && part.trim() === '') ops.push(part.includes('\n') ? '' : part);
      else ops.push(escapeHtml(part).replaceAll('\n', form === 'paragraphs' ? '<br>' : ' '));
    } else if (part.type === 'expression') {
      ops.push(writings.op(resolveExpression(message, part), 'html'));
    } else if (part.name === 'b' || part.name === 'i') {
      const tag = part.name === 'b' ? 'strong' : 'em';
      ops.push(part.kind === 'close' ? `</${tag}>` : `<${tag}>`);
    } else if (part.name === 'br') {
      ops.push('<br>');
    } else if (isParagraph(part.name)) {
      // Neighbouring entries of one kind make a list.
      const list = part.name === 'item' ? 'ul' : part.name === 'step' ? 'ol' : undefined;
      if (part.kind === 'open') {
        const last = !kinds.slice(paragraph).some((kind) => kind !== part.name);
        if (!list) {
          const css = paragraph === paragraphs - 1 ? context.lastParagraphStyle : context.paragraphStyle;
          ops.push(`<p${style(css)}>`);
        } else {
          if (kinds[paragraph - 1] !== part.name) {
            ops.push(`<${list}${style(last ? context.lastListStyle : context.listStyle)}>`);
          }
          ops.push(`<li${style(context.entryStyle)}>`);
        }
      } else {
        ops.push(list ? '</li>' : '</p>');
        paragraph += 1;
        if (list && kinds[paragraph] !== part.name) ops.push(`</${list}>`);
      }
    } else if (part.name === 'link') {
      if (part.kind === 'open') {
        const { url, variable } = linkTarget(part);
        const fixed = url === undefined ? undefined : safeUrl(url);
        if (fixed !== undefined) ops.push(`<a href="${escapeHtml(fixed)}"${style(context.linkStyle)}>`);
        // An anchor without an address is plain words to every mail program, so a missing address needs no second shape.
        else if (variable) ops.push('<a', linkOp(variable), `${style(context.linkStyle)}>`);
        else ops.push('<a>');
        linkOpen.push(true);
      } else if (linkOpen.pop()) ops.push('</a>');
    }
  }
  return ops;
}

/** What kind each paragraph of a pattern is, in order. */
function paragraphKinds(pattern: Pattern): ParagraphKind[] {
  return pattern.flatMap((part) =>
    typeof part !== 'string' && part.type === 'markup' && part.kind === 'open' && isParagraph(part.name)
      ? [part.name]
      : [],
  );
}

/** ` href="..."` for a placeholder's address, or nothing when the address is missing or not safe. */
export function linkOp(variable: string): Op {
  return (fill) => {
    const value = fill.values[variable];
    const url = typeof value === 'string' ? safeUrl(value) : undefined;
    return url === undefined ? '' : ` href="${escapeHtml(url)}"`;
  };
}

function plainOps(message: Message, pattern: Pattern, writings: Writings): Op[] {
  const ops: Op[] = [];
  const targets: Op[][] = [];
  let paragraph = 0;
  let step = 0;
  const kinds = paragraphKinds(pattern);
  const hasParagraphs = kinds.length > 0;
  for (const part of pattern) {
    if (typeof part === 'string') {
      if (!(hasParagraphs && part.trim() === '' && part.includes('\n'))) ops.push(part);
    } else if (part.type === 'expression') {
      ops.push(writings.op(resolveExpression(message, part), 'plain'));
    } else if (part.name === 'br') {
      ops.push('\n');
    } else if (isParagraph(part.name) && part.kind === 'open') {
      const inList = part.name !== 'p' && kinds[paragraph - 1] === part.name;
      if (paragraph > 0) ops.push(inList ? '\n' : '\n\n');
      step = part.name === 'step' && inList ? step + 1 : 1;
      if (part.name === 'item') ops.push('- ');
      else if (part.name === 'step') ops.push(`${step}. `);
      paragraph += 1;
    } else if (part.name === 'link') {
      if (part.kind === 'open') {
        const { url, variable } = linkTarget(part);
        const fixed = url === undefined ? undefined : safeUrl(url);
        if (fixed !== undefined) targets.push([` (${fixed})`]);
        else if (variable) {
          targets.push([
            (fill) => {
              const value = fill.values[variable];
              const safe = typeof value === 'string' ? safeUrl(value) : undefined;
              return safe === undefined ? '' : ` (${safe})`;
            },
          ]);
        } else targets.push([]);
      } else ops.push(...(targets.pop() ?? []));
    }
  }
  return ops;
}
