/**
 * Passages: pieces of the store, edited once, that show wherever a template uses them. Before a message is laid out each
 * use is replaced by the passage's blocks, under ids of their own, on the conditions of the use and of the block.
 */
import type { Condition } from '../conditions/condition';
import { isComplete, segmentFormOf, type Block, type Segments, type SimpleBlock } from './schema';

export interface Passage {
  /** As templates name it. */
  id: string;
  /** As people name it. */
  name: string;
  blocks: Block[];
  words: Record<string, Segments>;
}

export type Passages = Readonly<Record<string, Passage>>;

/** A block as it is laid out: with what else has to hold for it. */
export type LaidBlock = Block & { also?: Condition[] };

export interface Laid {
  blocks: LaidBlock[];
  words: Segments;
}

/** Between the id of a use and the ids of the blocks in the passage. No stored id holds it. */
export const WITHIN = '_';

/**
 * Blocks and words of one language with every passage put in. Hidden blocks, unknown passages and passages that hold
 * themselves are left out. The words of a passage that is not complete in this language are
 * taken from `fallback`.
 */
export function layOut(
  template: { blocks: readonly Block[]; words: Readonly<Record<string, Segments>> },
  language: string,
  passages: Passages,
  fallback: string,
): Laid {
  const words: Segments = { ...(template.words[language] ?? {}) };
  const blocks = expand(template.blocks, '', [], [], { words, language, passages, fallback });
  return { blocks, words };
}

interface Context {
  words: Segments;
  language: string;
  passages: Passages;
  fallback: string;
}

function expand(
  blocks: readonly Block[],
  prefix: string,
  also: readonly Condition[],
  within: readonly string[],
  context: Context,
): LaidBlock[] {
  return blocks.flatMap((block): LaidBlock[] => {
    if (block.hidden) return [];
    if (block.kind !== 'passage') {
      const named = prefix === '' ? block : withPrefix(block, prefix);
      const shown = named.kind === 'columns' ? withoutHidden(named) : named;
      return [also.length > 0 ? { ...shown, also: [...also] } : shown];
    }
    const passage = context.passages[block.passage];
    if (!passage || within.includes(block.passage)) return [];
    const own = `${prefix}${block.id}${WITHIN}`;
    const { language, fallback } = context;
    const written = isComplete(passage, language, fallback) ? language : fallback;
    for (const [id, source] of Object.entries(passage.words[written] ?? passage.words[language] ?? {})) {
      context.words[own + id] = source;
    }
    const conditions = block.when ? [...also, block.when] : also;
    return expand(passage.blocks, own, conditions, [...within, block.passage], context);
  });
}

function withPrefix<B extends Block>(block: B, prefix: string): B {
  const named = { ...block, id: prefix + block.id };
  if (named.kind !== 'columns') return named;
  return { ...named, columns: named.columns.map((c) => c.map((b) => ({ ...b, id: prefix + b.id }) as SimpleBlock)) };
}

function withoutHidden(block: Extract<Block, { kind: 'columns' }>): Block {
  return { ...block, columns: block.columns.map((c) => c.filter((b) => !b.hidden)) };
}

/** The passages that blocks use, directly or through others. */
export function passagesUsed(blocks: readonly Block[], passages: Passages, seen = new Set<string>()): Set<string> {
  for (const block of blocks) {
    if (block.kind !== 'passage' || seen.has(block.passage)) continue;
    seen.add(block.passage);
    passagesUsed(passages[block.passage]?.blocks ?? [], passages, seen);
  }
  return seen;
}

/** The way in which a passage would hold itself, as names in their order; undefined when it does not. */
export function passageCycle(id: string, passages: Passages, path: readonly string[] = []): string[] | undefined {
  if (path.includes(id)) return [...path.slice(path.indexOf(id)), id].map((p) => passages[p]?.name ?? p);
  for (const block of passages[id]?.blocks ?? []) {
    if (block.kind !== 'passage') continue;
    const cycle = passageCycle(block.passage, passages, [...path, id]);
    if (cycle) return cycle;
  }
  return undefined;
}

/** Whether a block has words of its own. */
export function hasWords(block: Block): boolean {
  return segmentFormOf(block.kind) !== undefined;
}
