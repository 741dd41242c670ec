/** Skeleton, words, phrasebook and values joined: the message as it is sent, and as it is previewed. */
import type { LineValues, Snapshot, TotalRow } from '../order/snapshot';
import { moneyFormatter, numberFormatter } from '../text/formatters';
import {
  compileWords,
  runner,
  Writings,
  type CompiledWords,
  type Fill as WordsFill,
  type WordsContext,
} from '../text/compile';
import type { SegmentForm } from '../text/markup';
import { bothForms, escapeHtml, safeUrl, type Both, type Money, type ValueType } from '../text/values';
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

const NOTHING: Both = { html: '', plain: '' };

interface LineTexts {
  name: Both;
  options: Both;
  quantity: string;
  total: Both;
  imageUrl: string;
}

interface TotalTexts {
  row: TotalRow;
  amount: Both;
}

/** One message being filled: the words' texts, and the row that a repeating range stands at. */
interface Filling extends WordsFill {
  subject: string;
  preheader: string;
  snapshot: Snapshot;
  lines: LineTexts[];
  totals: TotalTexts[];
  billing: Both[];
  shipping: Both[];
  /** Addresses of buttons, looked up once; null for one that leads nowhere. */
  links: Map<Link, string | null>;
  line: LineTexts | undefined;
  total: TotalTexts | undefined;
  address: Both;
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
  let amountsAreOrdinary = false;
  const amountBoth = (money: Money): Both => {
    if (money.currency !== currency) {
      currency = money.currency;
      writeAmount = moneyFormatter(context.locale, currency);
      // Amounts of a currency differ in their digits only: what one needs in HTML, all need.
      amountsAreOrdinary = escapeHtml(writeAmount(-123456)) === writeAmount(-123456);
    }
    const plain = writeAmount(money.minor);
    return { html: amountsAreOrdinary ? plain : escapeHtml(plain), plain };
  };
  const both = (text: string): Both => bothForms(text, direction, true);

  const totalLabel = (form: 'html' | 'plain'): ((filling: Filling) => string) => {
    const labels = new Map([...phrases].map(([key, words]) => [key, runner(words[form])]));
    return (filling) => {
      if (!filling.total) return '';
      const { label, name } = filling.total.row;
      if (!name) return labels.get(label)?.(filling) ?? '';
      return label === 'taxIncluded' ? `${labels.get(label)?.(filling) ?? ''} ${both(name)[form]}` : both(name)[form];
    };
  };

  const slotOp = (slot: Exclude<Node, string | { kind: 'each' | 'if' }>): Op[] => {
    switch (slot.kind) {
      case 'words':
        return segments.get(slot.segment)?.html ?? [];
      case 'phrase':
        return phrases.get(slot.phrase)?.html ?? [];
      case 'language':
        return [escapeHtml(options.language)];
      case 'subject':
      case 'preheader': {
        const { kind } = slot;
        return [(f) => escapeHtml(f[kind])];
      }
      case 'href':
        return [(f) => escapeHtml(hrefOf(slot.link, f) ?? '')];
      case 'addressLine':
        return [(f) => f.address.html];
      case 'total':
        return slot.field === 'label' ? [totalLabel('html')] : [(f) => f.total?.amount.html ?? ''];
      case 'line':
        switch (slot.field) {
          case 'quantity':
            return [(f) => f.line?.quantity ?? ''];
          case 'total':
            return [(f) => f.line?.total.html ?? ''];
          case 'imageUrl':
            return [(f) => escapeHtml(f.line?.imageUrl ?? '')];
          case 'alt':
            return [(f) => escapeHtml(f.line?.name.plain ?? '')];
          case 'name':
            return [(f) => f.line?.name.html ?? ''];
          case 'options':
            return [(f) => f.line?.options.html ?? ''];
        }
    }
  };

  const opsOf = (nodes: readonly Node[]): Op[] =>
    nodes.flatMap((node): Op[] => {
      if (typeof node === 'string') return [node];
      if (node.kind === 'each') {
        const inner = runner(opsOf(node.inner));
        return [(f) => repeat(node.range, f, inner)];
      }
      if (node.kind === 'if') {
        const inner = runner(opsOf(node.inner));
        const { condition } = node;
        return [(f) => (holds(condition, f) ? inner(f) : '')];
      }
      return slotOp(node);
    });

  const lineTexts = (line: LineValues): LineTexts => ({
    name: both(line.name),
    options: line.options === '' ? NOTHING : both(line.options),
    quantity: integer(line.quantity),
    total: amountBoth(line.total),
    imageUrl: line.imageUrl === '' ? '' : (safeUrl(line.imageUrl) ?? ''),
  });
  const totalTexts = (row: TotalRow): TotalTexts => ({ row, amount: amountBoth(row.amount) });

  const page = runner(opsOf(skeleton.nodes));
  const textPart = textOf(template, { segments, phrases, totalLabel: totalLabel('plain') });

  return {
    fill: (snapshot) => {
      const { values, texts } = writings.begin(snapshot.values);
      // Written out field by field: a spread would make an object that is slower to read, and this is read for every piece.
      const filling: Filling = {
        values,
        texts,
        subject: '',
        preheader: '',
        snapshot,
        lines: snapshot.lines.map(lineTexts),
        totals: snapshot.totals.map(totalTexts),
        billing: snapshot.billing.map(both),
        shipping: snapshot.shipping.map(both),
        links: new Map(),
        line: undefined,
        total: undefined,
        address: NOTHING,
      };
      // A header is one line whatever the words hold (RFC 5322, 2.2).
      filling.subject = oneLine(subject(filling));
      filling.preheader = oneLine(preheader(filling));
      return { subject: filling.subject, preheader: filling.preheader, html: page(filling), text: textPart(filling) };
    },
  };
}

/** One line. Values are clean already (see `plainLine`); words can hold line breaks of their own. */
function oneLine(text: string): string {
  return /[\r\n\t\v\f\u2028\u2029]|\s\s|^\s|\s$/.test(text) ? text.replace(/\s+/g, ' ').trim() : text;
}

function repeat(range: Range, filling: Filling, inner: (filling: Filling) => string): string {
  let out = '';
  if (range === 'lines') {
    for (const line of filling.lines) {
      filling.line = line;
      out += inner(filling);
    }
  } else if (range === 'totals') {
    for (const total of filling.totals) {
      filling.total = total;
      out += inner(filling);
    }
  } else {
    for (const address of filling[range]) {
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
    return condition.line === 'options' ? filling.line?.options.html !== '' : filling.line?.imageUrl !== '';
  }
  return filling.total?.row.strong === condition.strong;
}

function hrefOf(link: Link, filling: Filling): string | undefined {
  let href = filling.links.get(link);
  if (href === undefined) {
    const target = 'url' in link ? link.url : filling.values[link.variable];
    href = (typeof target === 'string' ? safeUrl(target) : undefined) ?? null;
    filling.links.set(link, href);
  }
  return href ?? undefined;
}

interface TextParts {
  segments: Map<string, CompiledWords>;
  phrases: Map<Phrase, CompiledWords>;
  totalLabel: (filling: Filling) => string;
}

/** The text part, made from the same blocks as the HTML (not from the HTML). */
function textOf(template: Pick<Template, 'blocks'>, parts: TextParts): (filling: Filling) => string {
  const words = (id: string): ((f: Filling) => string) => runner(parts.segments.get(id)?.plain ?? []);
  const phrase = (key: Phrase): ((f: Filling) => string) => runner(parts.phrases.get(key)?.plain ?? []);
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
        return (f) => {
          let out = '';
          for (const { quantity, name, options, total } of f.lines) {
            if (out !== '') out += '\n';
            out += `${quantity} \u00d7 ${name.plain}`;
            if (options.plain !== '') out += ` (${options.plain})`;
            if (prices) out += `: ${total.plain}`;
          }
          return out;
        };
      }
      case 'totals':
        return (f) => {
          let out = '';
          for (const total of f.totals) {
            f.total = total;
            if (out !== '') out += '\n';
            out += `${parts.totalLabel(f)}: ${total.amount.plain}`;
          }
          return out;
        };
      case 'addresses': {
        const show = block.show ?? 'both';
        const deliver = phrase('deliverTo');
        const bill = phrase('billTo');
        const panel = (label: string, lines: Both[]): string =>
          lines.length > 0 ? `${label}\n${lines.map((l) => l.plain).join('\n')}` : '';
        return (f) =>
          [
            show === 'billing' ? '' : panel(deliver(f), f.shipping),
            show === 'delivery' ? '' : panel(bill(f), f.billing),
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
  return (filling) => {
    let out = '';
    for (const block of blocks) {
      const text = block(filling).trim();
      if (text !== '') out += out === '' ? text : `\n\n${text}`;
    }
    return `${out}\n`;
  };
}
