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
 * taken from `fallback`; with `gaps`, only those that are missing, from the first of these languages that has them.
 */
export function layOut(
  template: { blocks: readonly Block[]; words: Readonly<Record<string, Segments>> },
  language: string,
  passages: Passages,
  fallback: string,
  gaps: readonly string[] = [],
): Laid {
  const words: Segments = { ...filled(template.words, language, gaps) };
  const blocks = expand(template.blocks, '', [], [], { words, language, passages, fallback, gaps });
  return { blocks, words };
}

interface Context {
  words: Segments;
  language: string;
  passages: Passages;
  fallback: string;
  gaps: readonly string[];
}

/** The words of a language; where it has none, those of the first of `gaps` that has. */
function filled(words: Readonly<Record<string, Segments>>, language: string, gaps: readonly string[]): Segments {
  const own = words[language] ?? {};
  if (gaps.length === 0) return own;
  const all = [language, ...gaps]
    .flatMap((l) => Object.entries(words[l] ?? {}))
    .filter(([, text]) => text.trim() !== '');
  return Object.fromEntries(all.toReversed());
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
    const { language, fallback, gaps } = context;
    const complete = isComplete(passage, language, fallback);
    const written =
      gaps.length > 0
        ? filled(passage.words, language, gaps)
        : (passage.words[complete ? language : fallback] ?? passage.words[language] ?? {});
    for (const [id, source] of Object.entries(written)) {
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

/** Whether every passage that blocks show, directly or through others, is complete in a language; unknown ones show nothing. */
export function passagesComplete(blocks: readonly Block[], passages: Passages, language: string, own: string): boolean {
  return [
    ...passagesUsed(
      blocks.filter((b) => !b.hidden),
      passages,
    ),
  ].every((id) => {
    const passage = passages[id];
    return !passage || isComplete(passage, language, own);
  });
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
