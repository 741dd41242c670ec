/**
 * Slots travel through MJML as marks of private-use characters (U+E000 n U+E001), which no look and no value can hold.
 * The HTML that comes out is cut at them into a tree.
 */
import type { Condition } from '../conditions/condition';
import type { TotalRow } from '../snapshot';
import type { OrderStanding } from '../summary';
import type { Phrase } from '../template/phrasebook';
import type { Link } from '../template/schema';

export type LineField = 'name' | 'alt' | 'options' | 'sku' | 'quantity' | 'unitPrice' | 'total' | 'imageUrl';
export type OrderField = 'number' | 'item' | 'pieces' | 'total' | 'url';
export type SuggestionField = 'name' | 'price' | 'imageUrl' | 'url';
/** Orders of a summary, so many at most. */
export type OrdersRange = `orders ${number}`;
/** The products that a block suggests, by its id. */
export type SuggestionsRange = `suggestions ${string}`;
export type Range =
  | 'lines'
  | 'shippable'
  | 'totals'
  | 'billing'
  | 'shipping'
  | 'refund'
  | 'notes'
  | 'lineNotes'
  | 'downloads'
  | OrdersRange
  | SuggestionsRange;

/** What has to hold for a range of a message to be in it. */
export type Gate =
  | {
      has:
        Exclude<Range, 'totals' | 'lines' | 'lineNotes' | OrdersRange | SuggestionsRange> | 'transferCode' | 'orders';
    }
  /** An order of a summary stands so, or can be looked at. */
  | { order: OrderStanding | 'url' }
  /** A block has products to suggest. */
  | { suggests: string }
  | { suggestion: 'price' | 'imageUrl' | 'url' }
  | { link: Link }
  /** Any of these placeholders has a value. */
  | { anyOf: readonly string[] }
  /** Any line has a picture: without one the column for them is left out. */
  | { pictures: true }
  | { line: 'options' | 'imageUrl' }
  | { note: 'url' }
  | { strong: boolean }
  /** A row of the sums is none of these. */
  | { rowNot: readonly TotalRow['label'][] }
  /** The words of a segment say something: words in forms can be empty for some orders. */
  | { words: string }
  | { when: readonly Condition[] }
  /** A code is there to be given. */
  | { code: string };

export type Slot =
  | { kind: 'words'; segment: string }
  | { kind: 'alt'; segment: string }
  | { kind: 'phrase'; phrase: Phrase }
  | { kind: 'value'; name: string }
  | { kind: 'asset'; path: string }
  /** Words of the look: in the store's language, and in others by tag. */
  | { kind: 'look'; own: string; others?: Record<string, string> | undefined }
  | { kind: 'language' }
  | { kind: 'subject' }
  | { kind: 'preheader' }
  | { kind: 'href'; link: Link }
  | { kind: 'line'; field: LineField }
  | { kind: 'total'; field: 'label' | 'amount' }
  | { kind: 'note'; field: 'product' | 'words' | 'url' }
  | { kind: 'download'; field: 'name' | 'url' }
  | { kind: 'suggestion'; field: SuggestionField }
  | { kind: 'order'; field: OrderField }
  | { kind: 'addressLine' }
  | { kind: 'code'; ref: string; code: string }
  /** Address of the picture that banking apps scan. */
  | { kind: 'transferCode' }
  | { kind: 'each'; range: Range }
  | { kind: 'if'; gate: Gate }
  | { kind: 'end' };

/** The skeleton as a tree: fixed HTML, slots to fill, ranges with what they hold. */
export type Node =
  | string
  | Exclude<Slot, { kind: 'each' | 'if' | 'end' }>
  | { kind: 'each'; range: Range; inner: Node[] }
  | { kind: 'if'; gate: Gate; inner: Node[] };

const OPEN = '\ue000';
const CLOSE = '\ue001';

export class Marks {
  readonly slots: Slot[] = [];

  mark(slot: Slot): string {
    this.slots.push(slot);
    return `${OPEN}${this.slots.length - 1}${CLOSE}`;
  }

  each(range: Range, inner: string): string {
    return this.mark({ kind: 'each', range }) + inner + this.mark({ kind: 'end' });
  }

  when(gate: Gate, inner: string): string {
    return this.mark({ kind: 'if', gate }) + inner + this.mark({ kind: 'end' });
  }

  /** As {@link when}, around MJML elements. */
  gateElements(gate: Gate, inner: string): string {
    return `<mj-raw>${this.mark({ kind: 'if', gate })}</mj-raw>${inner}<mj-raw>${this.mark({ kind: 'end' })}</mj-raw>`;
  }
}

/** Cuts compiled HTML at its marks. */
export function parseMarks(html: string, slots: readonly Slot[]): Node[] {
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
