/** Changes to the blocks of a template: pure, each gives a new list, or the same one when there is nothing to do. */
import {
  allBlocks,
  isSimple,
  type Block,
  type BlockKind,
  type Segments,
  type SimpleBlock,
  type Template,
} from './schema';

/** A place among the blocks: in the template itself, or in a column; `at` counts within that list. */
export interface Place {
  column?: { of: string; index: number };
  at: number;
}

/** Where a block stands: in the list itself, or in which column; undefined when it is not there. */
export function placeOfBlock(blocks: readonly Block[], id: string): Place | undefined {
  for (const [at, block] of blocks.entries()) {
    if (block.id === id) return { at };
    if (block.kind !== 'columns') continue;
    for (const [index, list] of block.columns.entries()) {
      const within = list.findIndex((b) => b.id === id);
      if (within >= 0) return { column: { of: block.id, index }, at: within };
    }
  }
  return undefined;
}

/** A block by its id, also within columns. */
export function blockOf(blocks: readonly Block[], id: string): Block | undefined {
  return allBlocks(blocks).find((b) => b.id === id);
}

/** Whether a block may stand at a place: in columns only what is simple. */
export function fits(block: Block, place: Place): boolean {
  return place.column === undefined || isSimple(block);
}

function mapLists(
  blocks: readonly Block[],
  top: (list: readonly Block[]) => Block[],
  column: (list: readonly SimpleBlock[], of: string, index: number) => SimpleBlock[],
): Block[] {
  return top(
    blocks.map((b) =>
      b.kind === 'columns' ? { ...b, columns: b.columns.map((list, i) => column(list, b.id, i)) } : b,
    ),
  );
}

/** Blocks with one more at a place; unchanged where it may not stand there. */
export function insertBlock(blocks: readonly Block[], block: Block, place: Place): Block[] {
  if (!fits(block, place)) return [...blocks];
  const { column, at } = place;
  return mapLists(
    blocks,
    (list) => (column ? [...list] : list.toSpliced(at, 0, block)),
    (list, of, index) =>
      column?.of === of && column.index === index ? list.toSpliced(at, 0, block as SimpleBlock) : [...list],
  );
}

/** Blocks without one, also within columns. */
export function removeBlock(blocks: readonly Block[], id: string): Block[] {
  const without = <B extends Block>(list: readonly B[]): B[] => list.filter((b) => b.id !== id);
  return mapLists(blocks, without, without);
}

/** Blocks with one changed, also within columns. The change keeps its kind. */
export function changeBlock(blocks: readonly Block[], id: string, change: (block: Block) => Block): Block[] {
  const changed = <B extends Block>(list: readonly B[]): B[] => list.map((b) => (b.id === id ? (change(b) as B) : b));
  return mapLists(blocks, changed, changed);
}

/** Moves a block to a place, counted with the block still where it was. */
export function moveBlock(blocks: readonly Block[], id: string, to: Place): Block[] {
  const from = placeOfBlock(blocks, id);
  const block = blockOf(blocks, id);
  if (!from || !block || !fits(block, to) || to.column?.of === id) return [...blocks];
  const sameList = from.column?.of === to.column?.of && from.column?.index === to.column?.index;
  const at = sameList && to.at > from.at ? to.at - 1 : to.at;
  return insertBlock(removeBlock(blocks, id), block, { ...to, at });
}

/**
 * Moves a block one step up or down as a person sees it: past its neighbour, into columns that stand there when it
 * may, from one column to the next, and out of them again.
 */
export function stepBlock(blocks: readonly Block[], id: string, by: -1 | 1): Block[] {
  const from = placeOfBlock(blocks, id);
  const block = blockOf(blocks, id);
  if (!from || !block) return [...blocks];
  if (from.column) {
    const { of, index } = from.column;
    const at = blocks.findIndex((b) => b.id === of);
    const columns = blocks[at];
    if (columns?.kind !== 'columns') return [...blocks];
    const list = columns.columns[index] ?? [];
    const next = from.at + by;
    if (next >= 0 && next < list.length) {
      return moveBlock(blocks, id, { column: from.column, at: by > 0 ? from.at + 2 : from.at - 1 });
    }
    const column = columns.columns[index + by];
    if (column) return moveBlock(blocks, id, { column: { of, index: index + by }, at: by > 0 ? 0 : column.length });
    return moveBlock(blocks, id, { at: by > 0 ? at + 1 : at });
  }
  const neighbour = blocks[from.at + by];
  if (!neighbour) return [...blocks];
  if (neighbour.kind === 'columns' && isSimple(block)) {
    const index = by > 0 ? 0 : neighbour.columns.length - 1;
    return moveBlock(blocks, id, {
      column: { of: neighbour.id, index },
      at: by > 0 ? 0 : (neighbour.columns[index]?.length ?? 0),
    });
  }
  return moveBlock(blocks, id, { at: by > 0 ? from.at + 2 : from.at - 1 });
}

/** A block as it is when it is added: of use at once. */
export function newBlock(kind: BlockKind, id: string, idFor: (kind: BlockKind) => string): Block {
  switch (kind) {
    case 'button':
      return { id, kind, target: { variable: 'order.statusUrl' } };
    case 'space':
      return { id, kind, height: 24 };
    case 'discount':
      return { id, kind, code: '' };
    case 'suggestions':
      return { id, kind, rule: 'bought-with', count: 3, fill: true };
    case 'passage':
      return { id, kind, passage: 'none' };
    case 'columns': {
      const text = (): SimpleBlock => ({ id: idFor('text'), kind: 'text' });
      return { id, kind, split: 'even', columns: [[text()], [text()]] };
    }
    default:
      return { id, kind } as Block;
  }
}

/** Ids for new blocks of a template: short, and never used again after a removal. */
export function freshIds(template: Pick<Template, 'blocks' | 'words'>): (kind: BlockKind) => string {
  const used = new Set([
    ...allBlocks(template.blocks).map((b) => b.id),
    ...Object.values(template.words).flatMap((w) => Object.keys(w)),
  ]);
  return (kind) => {
    for (let n = 2; ; n += 1) {
      const id = `${kind}${n}`;
      if (used.has(id)) continue;
      used.add(id);
      return id;
    }
  };
}

/** A block with ids of its own, and the words that go with it, for another place or template. */
export function copyBlock(
  block: Block,
  words: Readonly<Record<string, Segments>>,
  idFor: (kind: BlockKind) => string,
): { block: Block; words: Record<string, Segments> } {
  const ids = new Map(allBlocks([block]).map((b) => [b.id, idFor(b.kind)]));
  const renamed = <B extends Block>(b: B): B => ({ ...b, id: ids.get(b.id)! });
  const copy: Block =
    block.kind === 'columns'
      ? { ...renamed(block), columns: block.columns.map((c) => c.map(renamed)) }
      : renamed(block);
  const own = Object.fromEntries(
    Object.entries(words).map(([language, segments]) => [
      language,
      Object.fromEntries(
        [...ids].flatMap(([from, to]) => (segments[from] === undefined ? [] : [[to, segments[from]]])),
      ),
    ]),
  );
  return { block: copy, words: own };
}

/** Words of several languages over those of a template. */
export function withWords(
  words: Readonly<Record<string, Segments>>,
  more: Readonly<Record<string, Segments>>,
): Record<string, Segments> {
  const out: Record<string, Segments> = { ...words };
  for (const [language, segments] of Object.entries(more)) {
    // Only languages that the template has: a language is begun as a whole.
    if (out[language]) out[language] = { ...out[language], ...segments };
  }
  return out;
}
