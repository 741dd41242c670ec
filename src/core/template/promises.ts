/** The discount codes that a template promises, with what has to hold for the block that does. */
import { conditionHolds, type Condition, type OrderFacts } from '../conditions/condition';
import { promiseRef, type CodePromise } from '../codes';
import { layOut, type LaidBlock, type Passages } from './passages';
import type { Template } from './schema';

export interface LaidPromise extends CodePromise {
  conditions: readonly Condition[];
}

/** What laid-out blocks promise, in their order; blocks that name nothing yet are left out. */
export function promisesOf(blocks: readonly LaidBlock[]): LaidPromise[] {
  return blocks.flatMap((block): LaidPromise[] => {
    if (block.kind !== 'discount' || (block.series === undefined && block.code.trim() === '')) return [];
    return [
      {
        ref: promiseRef(block),
        whenGone: block.whenGone ?? 'leave-out',
        conditions: [...(block.also ?? []), ...(block.when ? [block.when] : [])],
      },
    ];
  });
}

/** What a template promises with its passages, each once; one that stops its message stands for all of the same code. */
export function promisesIn({ blocks }: Pick<Template, 'blocks'>, passages: Passages): CodePromise[] {
  const found = new Map<string, CodePromise>();
  for (const { ref, whenGone } of promisesOf(layOut({ blocks, words: {} }, '', passages, '').blocks))
    if (found.get(ref)?.whenGone !== 'stop') found.set(ref, { ref, whenGone });
  return [...found.values()];
}

/** What a template promises to an order, by its conditions. */
export const promisesTo = (
  { blocks }: Pick<Template, 'blocks'>,
  passages: Passages,
  facts: OrderFacts,
  language: string,
): CodePromise[] => promisesMet(promisesOf(layOut({ blocks, words: {} }, '', passages, '').blocks), facts, language);

/** Those whose conditions an order meets. */
export const promisesMet = (promised: readonly LaidPromise[], facts: OrderFacts, language: string): LaidPromise[] =>
  promised.filter(({ conditions }) => conditions.every((c) => conditionHolds(c, facts, language)));
