/** Skeleton, words, phrasebook and values joined: the message as it is sent, and as it is previewed. */
import type { LineValues, Snapshot, TotalRow } from '../order/snapshot';
import { moneyFormatter, numberFormatter } from '../text/formatters';
import {
  compileWords,
  runner,
  Writings,
  type CompiledWords,
  type Fill as WordsFill,
  type Op as WordsOp,
  type WordsContext,
} from '../text/compile';
import type { SegmentForm } from '../text/markup';
import { escapeHtml, needsIsolation, safeUrl, type Money, type ValueType } from '../text/values';
import { PHRASES, type Phrase, type Phrasebook } from '../template/phrasebook';
import { segmentsOf, type Link, type Segments, type Template } from '../template/schema';
import type { Condition, Node, Range, Skeleton } from './skeleton';

export interface RenderedMessage {
  subject: string;
  preheader: string;
  html: string;
  text: string;
}

export interface MessageOptions {
  /** BCP 47 tag written into the message. */
  language: string;
  /** Locale for figures and dates, when it differs ("en-GB" for a store that writes "en"). */
  locale?: string;
  timeZone: string;
  typeOf: (placeholder: string) => ValueType | undefined;
}

export interface CompiledMessage {
  /** Fills the message with one order's values. Pure, and safe to call many times. */
  fill: (snapshot: Snapshot) => RenderedMessage;
}

/** One message being filled: the words' texts, and the row that a repeating range stands at. */
interface Filling {
  subject: string;
  preheader: string;
  words: WordsFill;
  snapshot: Snapshot;
  line: LineValues | undefined;
  total: TotalRow | undefined;
  address: string;
}

type Op = string | ((filling: Filling) => string);

/** Joins a skeleton with the words of one language. Done once for an edition, look and language. */
export function compileMessage(
  skeleton: Skeleton,
  template: Pick<Template, 'blocks'>,
  words: Segments,
  phrasebook: Phrasebook,
  options: MessageOptions,
): CompiledMessage {
  const { direction } = skeleton;
  const context: WordsContext = {
    locale: options.locale ?? options.language,
    timeZone: options.timeZone,
    direction,
    typeOf: options.typeOf,
    linkStyle: skeleton.linkStyle,
    paragraphStyle: skeleton.paragraphStyle,
    lastParagraphStyle: skeleton.lastParagraphStyle,
  };
  const writings = new Writings(context);
  const compile = (source: string, form: SegmentForm): CompiledWords => compileWords(source, form, context, writings);
  const segments = new Map(segmentsOf(template).map((s) => [s.id, compile(words[s.id] ?? '', s.form)]));
  const phrases = new Map<Phrase, CompiledWords>(PHRASES.map((p) => [p, compile(phrasebook[p], 'line')]));
  const subject = runner(segments.get('subject')?.plain ?? []);
  const preheader = runner(segments.get('preheader')?.plain ?? []);
  const integer = numberFormatter(context.locale);
  let currency = '';
  let writeAmount: (minor: number) => string = String;
  const amount = (money: Money): string => {
    if (money.currency !== currency) {
      currency = money.currency;
      writeAmount = moneyFormatter(context.locale, currency);
    }
    return writeAmount(money.minor);
  };
  const html = (text: string): string =>
    needsIsolation(text, direction) ? `<bdi>${escapeHtml(text)}</bdi>` : escapeHtml(text);
  const plain = (text: string): string => (needsIsolation(text, direction) ? `\u2068${text}\u2069` : text);

  const totalLabel = (form: 'html' | 'plain'): ((filling: Filling) => string) => {
    const labels = new Map([...phrases].map(([key, words]) => [key, runner(words[form])]));
    const write = form === 'html' ? html : plain;
    return ({ total, words }) => {
      if (!total) return '';
      const phrase = labels.get(total.label)?.(words) ?? '';
      if (!total.name) return phrase;
      return total.label === 'taxIncluded' ? `${phrase} ${write(total.name)}` : write(total.name);
    };
  };

  const opsOf = (nodes: readonly Node[]): Op[] =>
    nodes.flatMap((node): Op[] => {
      if (typeof node === 'string') return [node];
      switch (node.kind) {
        case 'words':
          return lift(segments.get(node.segment)?.html ?? []);
        case 'phrase':
          return lift(phrases.get(node.phrase)?.html ?? []);
        case 'language':
          return [escapeHtml(options.language)];
        case 'subject':
          return [(f) => escapeHtml(f.subject)];
        case 'preheader':
          return [(f) => escapeHtml(f.preheader)];
        case 'href':
          return [(f) => escapeHtml(hrefOf(node.link, f) ?? '')];
        case 'addressLine':
          return [(f) => html(f.address)];
        case 'total':
          return node.field === 'label'
            ? [totalLabel('html')]
            : [(f) => (f.total ? escapeHtml(amount(f.total.amount)) : '')];
        case 'line':
          switch (node.field) {
            case 'quantity':
              return [(f) => (f.line ? integer(f.line.quantity) : '')];
            case 'total':
              return [(f) => (f.line ? escapeHtml(amount(f.line.total)) : '')];
            case 'imageUrl':
              return [(f) => escapeHtml(safeUrl(f.line?.imageUrl ?? '') ?? '')];
            case 'alt':
              return [(f) => escapeHtml(plain(f.line?.name ?? ''))];
            case 'name':
            case 'options': {
              const { field } = node;
              return [(f) => html(f.line?.[field] ?? '')];
            }
          }
          break;
        case 'each': {
          const inner = run(opsOf(node.inner));
          return [(f) => repeat(node.range, f, inner)];
        }
        case 'if': {
          const inner = run(opsOf(node.inner));
          return [(f) => (holds(node.condition, f) ? inner(f) : '')];
        }
      }
      return [];
    });

  const page = run(opsOf(skeleton.nodes));
  const textPart = textOf(template, { segments, phrases, amount, integer, plain, totalLabel: totalLabel('plain') });

  return {
    fill: (snapshot) => {
      const begun = writings.begin(snapshot.values);
      const filling: Filling = {
        // A header is one line whatever the words hold (RFC 5322, 2.2).
        subject: oneLine(subject(begun)),
        preheader: oneLine(preheader(begun)),
        words: begun,
        snapshot,
        line: undefined,
        total: undefined,
        address: '',
      };
      return {
        subject: filling.subject,
        preheader: filling.preheader,
        html: page(filling),
        text: textPart(filling),
      };
    },
  };
}

/** One line. Values are clean already (see `plainLine`); words can hold line breaks of their own. */
function oneLine(text: string): string {
  return /[\r\n\t\v\f\u2028\u2029]|\s\s|^\s|\s$/.test(text) ? text.replace(/\s+/g, ' ').trim() : text;
}

function lift(ops: readonly WordsOp[]): Op[] {
  return ops.map((op) => (typeof op === 'string' ? op : (f: Filling) => op(f.words)));
}

function run(ops: Op[]): (filling: Filling) => string {
  const merged: Op[] = [];
  for (const op of ops) {
    const last = merged.at(-1);
    if (typeof op === 'string' && typeof last === 'string') merged[merged.length - 1] = last + op;
    else if (op !== '') merged.push(op);
  }
  return (filling) => {
    let out = '';
    for (const op of merged) out += typeof op === 'string' ? op : op(filling);
    return out;
  };
}

function repeat(range: Range, filling: Filling, inner: (filling: Filling) => string): string {
  let out = '';
  const { snapshot } = filling;
  if (range === 'lines') {
    for (const line of snapshot.lines) {
      filling.line = line;
      out += inner(filling);
    }
  } else if (range === 'totals') {
    for (const total of snapshot.totals) {
      filling.total = total;
      out += inner(filling);
    }
  } else {
    for (const address of snapshot[range]) {
      filling.address = address;
      out += inner(filling);
    }
  }
  return out;
}

function holds(condition: Condition, filling: Filling): boolean {
  if ('has' in condition) return filling.snapshot[condition.has].length > 0;
  if ('link' in condition) return hrefOf(condition.link, filling) !== undefined;
  if ('line' in condition) {
    const value = filling.line?.[condition.line] ?? '';
    return condition.line === 'options' ? value !== '' : safeUrl(value) !== undefined;
  }
  return filling.total?.strong === condition.strong;
}

function hrefOf(link: Link, filling: Filling): string | undefined {
  if ('url' in link) return safeUrl(link.url);
  const value = filling.snapshot.values[link.variable];
  return typeof value === 'string' ? safeUrl(value) : undefined;
}

interface TextParts {
  segments: Map<string, CompiledWords>;
  phrases: Map<Phrase, CompiledWords>;
  amount: (money: Money) => string;
  integer: (value: number) => string;
  plain: (text: string) => string;
  totalLabel: (filling: Filling) => string;
}

/** The text part, made from the same blocks as the HTML (not from the HTML). */
function textOf(template: Pick<Template, 'blocks'>, parts: TextParts): (filling: Filling) => string {
  const words = (id: string): ((f: Filling) => string) => {
    const go = runner(parts.segments.get(id)?.plain ?? []);
    return (f) => go(f.words);
  };
  const phrase = (key: Phrase): ((f: Filling) => string) => {
    const go = runner(parts.phrases.get(key)?.plain ?? []);
    return (f) => go(f.words);
  };
  const blocks = template.blocks.map((block): ((f: Filling) => string) => {
    switch (block.kind) {
      case 'masthead':
        return phrase('mastheadNote');
      case 'heading':
      case 'text':
        return words(block.id);
      case 'button': {
        const label = words(block.id);
        return (f) => {
          const href = hrefOf(block.target, f);
          return href === undefined ? '' : `${label(f)}: ${href}`;
        };
      }
      case 'items': {
        const prices = block.prices ?? true;
        return (f) =>
          f.snapshot.lines
            .map((l) => {
              const options = l.options ? ` (${parts.plain(l.options)})` : '';
              const price = prices ? `: ${parts.amount(l.total)}` : '';
              return `${parts.integer(l.quantity)} \u00d7 ${parts.plain(l.name)}${options}${price}`;
            })
            .join('\n');
      }
      case 'totals':
        return (f) =>
          f.snapshot.totals
            .map((total) => {
              f.total = total;
              return `${parts.totalLabel(f)}: ${parts.amount(total.amount)}`;
            })
            .join('\n');
      case 'addresses': {
        const show = block.show ?? 'both';
        const deliver = phrase('deliverTo');
        const bill = phrase('billTo');
        const panel = (label: string, lines: string[]): string =>
          lines.length > 0 ? `${label}\n${lines.map(parts.plain).join('\n')}` : '';
        return (f) =>
          [
            show === 'billing' ? '' : panel(deliver(f), f.snapshot.shipping),
            show === 'delivery' ? '' : panel(bill(f), f.snapshot.billing),
          ]
            .filter((p) => p !== '')
            .join('\n\n');
      }
      case 'divider':
        return () => '----';
      case 'footer': {
        const footer = phrase('footer');
        return (f) => `----\n${footer(f)}`;
      }
    }
  });
  return (filling) =>
    `${blocks
      .map((block) => block(filling).trim())
      .filter((t) => t !== '')
      .join('\n\n')}\n`;
}
