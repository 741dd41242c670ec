/** What each place of a skeleton writes while a message is filled. */
import { wordsOfLook } from '../look/schema';
import type { Phrase } from '../template/phrasebook';
import { runner, type CompiledWords } from '../text/compile';
import { escapeHtml, plainLine, type Both } from '../text/values';
import { hrefOf, isOpen, repeat, type Filling } from './filling';
import { transferCodePath } from './transfer-code';
import type { Node, OrderField, SuggestionField } from './marks';

/** A piece of a message: fixed, or written for each order. */
export type Op = string | ((filling: Filling) => string);
type Write = (filling: Filling) => string;

export interface SlotsOf {
  segments: ReadonlyMap<string, CompiledWords>;
  phrases: ReadonlyMap<Phrase, CompiledWords>;
  /** Writes a placeholder's value as HTML. */
  value: (name: string) => Op;
  /** Text of an order's own, for its place. */
  both: (text: string) => Both;
  /** A rate in percent, as the language writes it. */
  percent: (rate: number) => string;
  language: string;
  assetBase: string;
  /** A block that stays where its words say nothing. */
  edited?: string;
}

/**
 * The label of a row of sums: a phrase, or the name that the order or the store gives it. A tax without a name is its rate and the
 * phrase for tax; a discount has its code behind it.
 */
export function totalLabel(
  { phrases, both, percent }: Pick<SlotsOf, 'phrases' | 'both' | 'percent'>,
  form: 'html' | 'plain',
): Write {
  const labels = new Map([...phrases].map(([key, words]) => [key, runner(words[form])]));
  // Made once, as this runs for each row of sums of every message.
  const phrase = (key: Phrase, filling: Filling): string => labels.get(key)?.(filling) ?? '';
  return (filling) => {
    if (!filling.total) return '';
    const { label, name, rate, code } = filling.total.row;
    if (label === 'goods') return name ? both(name)[form] : '';
    const named = name && both(name)[form];
    if (rate !== undefined) {
      const tax = named ?? `${percent(rate)} ${phrase('tax', filling)}`;
      return label === 'taxIncluded' ? `${phrase(label, filling)} ${tax}` : tax;
    }
    return `${named ?? phrase(label, filling)}${code ? ` (${both(code)[form]})` : ''}`;
  };
}

type Slot = Exclude<Node, string | { kind: 'each' | 'if' }>;
type LineField = Extract<Slot, { kind: 'line' }>['field'];

/** What a row of the items shows, by field. */
const LINE: Record<LineField, Write> = {
  quantity: (f) => f.line?.quantity ?? '',
  total: (f) => f.line?.total.html ?? '',
  unitPrice: (f) => f.line?.unitPrice.html ?? '',
  sku: (f) => f.line?.sku.html ?? '',
  imageUrl: (f) => escapeHtml(f.line?.imageUrl ?? ''),
  alt: (f) => escapeHtml(f.line?.name.plain ?? ''),
  name: (f) => f.line?.name.html ?? '',
  options: (f) => f.line?.options.html ?? '',
};

/** What a suggested product shows, by field. */
const SUGGESTION: Record<SuggestionField, Write> = {
  name: (f) => f.suggestion?.name.html ?? '',
  price: (f) => f.suggestion?.price.html ?? '',
  imageUrl: (f) => escapeHtml(f.suggestion?.imageUrl ?? ''),
  url: (f) => escapeHtml(f.suggestion?.url ?? ''),
};

/** What an order of a summary shows, by field. */
const ORDER: Record<OrderField, Write> = {
  number: (f) => f.order?.number.html ?? '',
  item: (f) => f.order?.item.html ?? '',
  pieces: (f) => f.order?.pieces ?? '',
  total: (f) => f.order?.total.html ?? '',
  url: (f) => escapeHtml(f.order?.url ?? ''),
};

function slotOps(slot: Slot, parts: SlotsOf): readonly Op[] {
  switch (slot.kind) {
    case 'words':
      return parts.segments.get(slot.segment)?.html ?? [];
    case 'alt': {
      // An attribute holds words without markup, escaped.
      const write = runner(parts.segments.get(slot.segment)?.plain ?? []);
      return [(f) => escapeHtml(write(f))];
    }
    case 'value':
      return [parts.value(slot.name)];
    case 'asset':
      return [escapeHtml(`${parts.assetBase}${slot.path}`)];
    case 'look':
      return [escapeHtml(plainLine(wordsOfLook(parts.language, slot.own, slot.others)))];
    case 'note': {
      const { field } = slot;
      return [(f) => (field === 'url' ? escapeHtml(f.note?.url ?? '') : (f.note?.[field].html ?? ''))];
    }
    case 'download': {
      const { field } = slot;
      return [(f) => (field === 'url' ? escapeHtml(f.download?.url ?? '') : (f.download?.name.html ?? ''))];
    }
    case 'suggestion':
      return [SUGGESTION[slot.field]];
    case 'order':
      return [ORDER[slot.field]];
    case 'phrase':
      return parts.phrases.get(slot.phrase)?.html ?? [];
    case 'language':
      return [escapeHtml(parts.language)];
    case 'subject':
    case 'preheader': {
      const { kind } = slot;
      return [(f) => escapeHtml(f[kind])];
    }
    case 'href':
      return [(f) => escapeHtml(hrefOf(slot.link, f) ?? '')];
    case 'transferCode': {
      const { assetBase } = parts;
      return [(f) => escapeHtml(`${assetBase}${transferCodePath(f.snapshot.transferCode ?? '')}`)];
    }
    case 'code': {
      const { ref, code } = slot;
      return [(f) => escapeHtml(plainLine(f.snapshot.codes[ref] ?? code))];
    }
    case 'addressLine':
      return [(f) => f.address.html];
    case 'total':
      return slot.field === 'label' ? [totalLabel(parts, 'html')] : [(f) => f.total?.amount.html ?? ''];
    case 'line':
      return [LINE[slot.field]];
  }
}

/** A skeleton's nodes as what they write, ranges and gates around what stands in them. */
export function nodeOps(nodes: readonly Node[], parts: SlotsOf): Op[] {
  return nodes.flatMap((node): readonly Op[] => {
    if (typeof node === 'string') return [node];
    if (node.kind === 'each') {
      const inner = runner(nodeOps(node.inner, parts));
      return [(f) => repeat(node.range, f, inner)];
    }
    if (node.kind === 'if') {
      const { gate } = node;
      if ('words' in gate) {
        const blank = parts.segments.get(gate.words)?.blank;
        if (!blank || gate.words === parts.edited) return nodeOps(node.inner, parts);
        const inner = runner(nodeOps(node.inner, parts));
        return [(f) => (blank(f.values) ? '' : inner(f))];
      }
      const inner = runner(nodeOps(node.inner, parts));
      return [(f) => (isOpen(gate, f, parts.language) ? inner(f) : '')];
    }
    return slotOps(node, parts);
  });
}
