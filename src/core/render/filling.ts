/** One message being filled: the texts of its values, where a repeating range stands, and what is in it at all. */
import { conditionHolds } from '../conditions/condition';
import type { Snapshot, TotalRow } from '../snapshot/snapshot';
import type { OrderStanding } from '../summary';
import type { Link } from '../template/schema';
import type { Fill as WordsFill } from '../text/compile';
import { safeUrl, type Both } from '../text/values';
import type { Gate, Range } from './marks';

export const NOTHING: Both = { html: '', plain: '' };

export interface LineTexts {
  name: Both;
  options: Both;
  sku: Both;
  quantity: string;
  unitPrice: Both;
  total: Both;
  imageUrl: string;
  notes: readonly NoteTexts[];
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

export interface SuggestionTexts {
  name: Both;
  price: Both;
  url: string;
  imageUrl: string;
}

export interface OrderTexts {
  number: Both;
  item: Both;
  pieces: string;
  total: Both;
  url: string;
  standing: OrderStanding;
}

/** One message being filled: the words' texts, and the row that a repeating range stands at. */
export interface Filling extends WordsFill {
  subject: string;
  preheader: string;
  snapshot: Snapshot;
  lines: LineTexts[];
  /** Of the lines, those that travel in a parcel. */
  shippable: LineTexts[];
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
  /** By block, made when they are first asked for. */
  suggestions: (block: string) => readonly SuggestionTexts[];
  suggestion: SuggestionTexts | undefined;
  orders: () => readonly OrderTexts[];
  order: OrderTexts | undefined;
}

/** Writes what stands in a range once for each of its rows. */
export function repeat(range: Range, filling: Filling, inner: (filling: Filling) => string): string {
  let out = '';
  if (range === 'lines' || range === 'shippable') {
    for (const line of filling[range]) {
      filling.line = line;
      out += inner(filling);
    }
  } else if (range === 'totals' || range === 'refund') {
    for (const total of filling[range]) {
      filling.total = total;
      out += inner(filling);
    }
  } else if (range === 'notes' || range === 'lineNotes') {
    for (const note of range === 'notes' ? filling.notes : (filling.line?.notes ?? [])) {
      filling.note = note;
      out += inner(filling);
    }
  } else if (range === 'downloads') {
    for (const download of filling.downloads) {
      filling.download = download;
      out += inner(filling);
    }
  } else if (range.startsWith('orders ')) {
    for (const order of filling.orders().slice(0, Number(range.slice('orders '.length)))) {
      filling.order = order;
      out += inner(filling);
    }
  } else if (range.startsWith('suggestions ')) {
    for (const suggestion of filling.suggestions(range.slice('suggestions '.length))) {
      filling.suggestion = suggestion;
      out += inner(filling);
    }
  } else {
    for (const address of filling[range as 'billing' | 'shipping']) {
      filling.address = address;
      out += inner(filling);
    }
  }
  return out;
}

/** Whether what a gate guards is in this message. */
export function isOpen(gate: Gate, filling: Filling, language: string): boolean {
  if ('has' in gate) {
    return (gate.has === 'shippable' ? filling.shippable : (filling.snapshot[gate.has] ?? '')).length > 0;
  }
  if ('link' in gate) return hrefOf(gate.link, filling) !== undefined;
  if ('line' in gate) {
    return gate.line === 'options' ? filling.line?.options.html !== '' : filling.line?.imageUrl !== '';
  }
  if ('pictures' in gate) return filling.pictured;
  if ('rowNot' in gate) return !gate.rowNot.includes(filling.total!.row.label);
  if ('strong' in gate) return filling.total?.row.strong === gate.strong;
  if ('note' in gate) return filling.note?.url !== '';
  if ('anyOf' in gate) return gate.anyOf.some((name) => (filling.values[name] ?? '') !== '');
  // Whether words say anything is known where they are compiled.
  if ('words' in gate) return true;
  if ('order' in gate) {
    return gate.order === 'url' ? filling.order?.url !== '' : filling.order?.standing === gate.order;
  }
  if ('suggests' in gate) return (filling.snapshot.suggestions[gate.suggests] ?? []).length > 0;
  if ('suggestion' in gate) return isSaid(filling.suggestion?.[gate.suggestion]);
  if ('code' in gate) return filling.snapshot.codes[gate.code] !== null;
  return gate.when.every((condition) => conditionHolds(condition, filling.snapshot.facts, language));
}

const isSaid = (value: Both | string | undefined): boolean =>
  value !== undefined && (typeof value === 'string' ? value : value.plain) !== '';

/** Where a link leads in this message, or undefined when it leads nowhere. */
export function hrefOf(link: Link, filling: Filling): string | undefined {
  let href = filling.links.get(link);
  if (href === undefined) {
    const target = 'url' in link ? link.url : filling.values[link.variable];
    href = (typeof target === 'string' ? safeUrl(target) : undefined) ?? null;
    filling.links.set(link, href);
  }
  return href ?? undefined;
}
