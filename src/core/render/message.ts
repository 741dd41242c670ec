/** Skeleton, words, phrasebook and values joined: the message as it is sent, and as it is previewed. */
import { conditionHolds } from '../conditions/condition';
import type { LineValues, Snapshot, TotalRow } from '../snapshot/snapshot';
import { wordsOfLook } from '../look/schema';
import { moneyFormatter, numberFormatter } from '../text/formatters';
import {
  runner,
  type CompiledWords,
  type Fill as WordsFill,
  type Op as WordsOp,
  type WordsContext,
} from '../text/compile';
import { bothForms, escapeHtml, plainLine, safeUrl, type Both, type Money, type ValueType } from '../text/values';
import { PHRASES, type Phrase, type Phrasebook } from '../template/phrasebook';
import type { Laid } from '../template/passages';
import { segmentsOf, type Link } from '../template/schema';
import { wordsCompiler, type KeptWords } from './kept';
import type { Gate, Node, Range } from './marks';
import type { Skeleton } from './skeleton';
import { textPart } from './text-part';

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
  /** Put before the paths of the store's own pictures; empty where they are looked at within Libellus. */
  assetBase?: string;
}

export interface CompiledMessage {
  /** Fills the message with one order's values. Pure, and safe to call many times. */
  fill: (snapshot: Snapshot) => RenderedMessage;
}

const NOTHING: Both = { html: '', plain: '' };
const NONE: never[] = [];

export interface LineTexts {
  name: Both;
  options: Both;
  sku: Both;
  quantity: string;
  unitPrice: Both;
  total: Both;
  imageUrl: string;
}

export interface TotalTexts {
  row: TotalRow;
  amount: Both;
}

export interface NoteTexts {
  product: Both;
  words: Both;
  url: string;
}

export interface DownloadTexts {
  name: Both;
  url: string;
}

/** One message being filled: the words' texts, and the row that a repeating range stands at. */
export interface Filling extends WordsFill {
  subject: string;
  preheader: string;
  snapshot: Snapshot;
  lines: LineTexts[];
  /** Any line has a picture. */
  pictured: boolean;
  totals: TotalTexts[];
  billing: Both[];
  shipping: Both[];
  refund: TotalTexts[];
  notes: NoteTexts[];
  downloads: DownloadTexts[];
  /** Addresses of buttons, looked up once; null for one that leads nowhere. */
  links: Map<Link, string | null>;
  line: LineTexts | undefined;
  total: TotalTexts | undefined;
  address: Both;
  note: NoteTexts | undefined;
  download: DownloadTexts | undefined;
}

type Op = string | ((filling: Filling) => string);

/** Words that name the order, left out of messages that are about none: of an account, say. */
function aboutOrder(words: CompiledWords): CompiledWords {
  const only =
    (write: (f: WordsFill) => string): WordsOp =>
    (f) =>
      f.values['order.number'] === undefined ? '' : write(f);
  return { ...words, html: [only(runner(words.html))], plain: [only(runner(words.plain))] };
}

/**
 * Joins a skeleton with the words of one language, passages put in. Done once for an edition, look and language.
 * @param kept words of an earlier compilation, for those who compile at every keystroke
 */
export function compileMessage(
  skeleton: Skeleton,
  { blocks, words }: Laid,
  phrasebook: Phrasebook,
  options: MessageOptions,
  kept?: KeptWords,
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
    listStyle: skeleton.listStyle,
    lastListStyle: skeleton.lastListStyle,
    entryStyle: skeleton.entryStyle,
  };
  const { writings, compile } = kept?.for(skeleton, context) ?? wordsCompiler(context);
  const segments = new Map(segmentsOf({ blocks }).map((s) => [s.id, compile(words[s.id] ?? '', s.form)]));
  const phrases = new Map<Phrase, CompiledWords>(PHRASES.map((p) => [p, compile(phrasebook[p], 'line')]));
  if (phrasebook.mastheadNote.includes('$order.')) {
    phrases.set('mastheadNote', aboutOrder(phrases.get('mastheadNote')!));
  }
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
      if (!name) return label === 'goods' ? '' : (labels.get(label)?.(filling) ?? '');
      return label === 'taxIncluded' ? `${labels.get(label)?.(filling) ?? ''} ${both(name)[form]}` : both(name)[form];
    };
  };

  const slotOp = (slot: Exclude<Node, string | { kind: 'each' | 'if' }>): Op[] => {
    switch (slot.kind) {
      case 'words':
        return segments.get(slot.segment)?.html ?? [];
      case 'alt': {
        // An attribute holds words without markup, escaped.
        const write = runner(segments.get(slot.segment)?.plain ?? []);
        return [(f) => escapeHtml(write(f))];
      }
      case 'value':
        return [writings.op({ variable: slot.name, options: {} }, 'html')];
      case 'asset':
        return [escapeHtml(`${options.assetBase ?? ''}${slot.path}`)];
      case 'look':
        return [escapeHtml(plainLine(wordsOfLook(options.language, slot.own, slot.others)))];
      case 'note': {
        const { field } = slot;
        return [(f) => (field === 'url' ? escapeHtml(f.note?.url ?? '') : (f.note?.[field].html ?? ''))];
      }
      case 'download': {
        const { field } = slot;
        return [(f) => (field === 'url' ? escapeHtml(f.download?.url ?? '') : (f.download?.name.html ?? ''))];
      }
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
          case 'unitPrice':
            return [(f) => f.line?.unitPrice.html ?? ''];
          case 'sku':
            return [(f) => f.line?.sku.html ?? ''];
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
        const { gate } = node;
        return [(f) => (isOpen(gate, f, options.language) ? inner(f) : '')];
      }
      return slotOp(node);
    });

  const shown = lineFields(skeleton.nodes);
  const lineTexts = (line: LineValues): LineTexts => ({
    name: both(line.name),
    options: line.options === '' ? NOTHING : both(line.options),
    sku: shown.has('sku') ? both(line.sku) : NOTHING,
    quantity: integer(line.quantity),
    unitPrice: shown.has('unitPrice') ? amountBoth(line.unitPrice) : NOTHING,
    total: amountBoth(line.total),
    imageUrl: line.imageUrl === '' ? '' : (safeUrl(line.imageUrl) ?? ''),
  });
  const noteTexts = (n: Snapshot['notes'][number]): NoteTexts => ({
    product: both(n.product),
    words: both(n.words),
    url: safeUrl(n.url) ?? '',
  });
  const downloadTexts = (d: Snapshot['downloads'][number]): DownloadTexts => ({
    name: both(d.name),
    url: safeUrl(d.url) ?? '',
  });
  const totalTexts = (row: TotalRow): TotalTexts => ({ row, amount: amountBoth(row.amount) });

  const page = runner(opsOf(skeleton.nodes));
  const text = textPart(blocks, {
    segments,
    phrases,
    totalLabel: totalLabel('plain'),
    value: (name) => runner([writings.op({ variable: name, options: {} }, 'plain')]),
    language: options.language,
    links: skeleton.links
      .map(({ label, labels, url }) => {
        const words = plainLine(wordsOfLook(options.language, label, labels));
        return `${words}: ${safeUrl(url)!.replace(/^(mailto|tel):/i, '')}`;
      })
      .join('\n'),
    linksInFooter: !blocks.some((b) => b.kind === 'links'),
  });

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
        pictured: snapshot.lines.some((l) => l.imageUrl !== ''),
        totals: snapshot.totals.map(totalTexts),
        billing: snapshot.billing.map(both),
        shipping: snapshot.shipping.map(both),
        refund: snapshot.refund.length > 0 ? snapshot.refund.map(totalTexts) : NONE,
        notes: snapshot.notes.length > 0 ? snapshot.notes.map(noteTexts) : NONE,
        downloads: snapshot.downloads.length > 0 ? snapshot.downloads.map(downloadTexts) : NONE,
        links: new Map(),
        line: undefined,
        total: undefined,
        address: NOTHING,
        note: undefined,
        download: undefined,
      };
      // A header is one line whatever the words hold (RFC 5322, 2.2).
      filling.subject = oneLine(subject(filling));
      filling.preheader = oneLine(preheader(filling));
      return { subject: filling.subject, preheader: filling.preheader, html: page(filling), text: text(filling) };
    },
  };
}

/** The fields of an order's lines that a skeleton shows. */
function lineFields(nodes: readonly Node[], found = new Set<string>()): Set<string> {
  for (const node of nodes) {
    if (typeof node === 'string') continue;
    if (node.kind === 'line') found.add(node.field);
    else if (node.kind === 'each' || node.kind === 'if') lineFields(node.inner, found);
  }
  return found;
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
  } else if (range === 'totals' || range === 'refund') {
    for (const total of filling[range]) {
      filling.total = total;
      out += inner(filling);
    }
  } else if (range === 'notes') {
    for (const note of filling.notes) {
      filling.note = note;
      out += inner(filling);
    }
  } else if (range === 'downloads') {
    for (const download of filling.downloads) {
      filling.download = download;
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

/** Whether what a gate guards is in this message. */
export function isOpen(gate: Gate, filling: Filling, language: string): boolean {
  if ('has' in gate) return filling.snapshot[gate.has].length > 0;
  if ('link' in gate) return hrefOf(gate.link, filling) !== undefined;
  if ('line' in gate) {
    return gate.line === 'options' ? filling.line?.options.html !== '' : filling.line?.imageUrl !== '';
  }
  if ('pictures' in gate) return filling.pictured;
  if ('strong' in gate) return filling.total?.row.strong === gate.strong;
  if ('note' in gate) return filling.note?.url !== '';
  if ('anyOf' in gate) return gate.anyOf.some((name) => (filling.values[name] ?? '') !== '');
  return gate.when.every((condition) => conditionHolds(condition, filling.snapshot.facts, language));
}

export function hrefOf(link: Link, filling: Filling): string | undefined {
  let href = filling.links.get(link);
  if (href === undefined) {
    const target = 'url' in link ? link.url : filling.values[link.variable];
    href = (typeof target === 'string' ? safeUrl(target) : undefined) ?? null;
    filling.links.set(link, href);
  }
  return href ?? undefined;
}
