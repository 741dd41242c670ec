/** What each place of a skeleton writes while a message is filled. */
import { wordsOfLook } from '../look/schema';
import type { Phrase } from '../template/phrasebook';
import { runner, type CompiledWords } from '../text/compile';
import { escapeHtml, plainLine, type Both } from '../text/values';
import { hrefOf, isOpen, repeat, type Filling } from './filling';
import type { Node } from './marks';

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
  language: string;
  assetBase: string;
}

/** The label of a row below the items: a phrase, or the name that the order gives it. */
export function totalLabel({ phrases, both }: Pick<SlotsOf, 'phrases' | 'both'>, form: 'html' | 'plain'): Write {
  const labels = new Map([...phrases].map(([key, words]) => [key, runner(words[form])]));
  return (filling) => {
    if (!filling.total) return '';
    const { label, name } = filling.total.row;
    if (!name) return label === 'goods' ? '' : (labels.get(label)?.(filling) ?? '');
    return label === 'taxIncluded' ? `${labels.get(label)?.(filling) ?? ''} ${both(name)[form]}` : both(name)[form];
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
      const inner = runner(nodeOps(node.inner, parts));
      const { gate } = node;
      return [(f) => (isOpen(gate, f, parts.language) ? inner(f) : '')];
    }
    return slotOps(node, parts);
  });
}
