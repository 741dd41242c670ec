/** The products that a template wants suggested, with what has to hold for the block that does. */
import { conditionHolds, type Condition, type OrderFacts } from '../conditions/condition';
import type { SuggestionRule } from '../suggest';
import { layOut, type LaidBlock, type Passages } from './passages';
import type { Template } from './schema';

/** What a block asks for; its id is that of the block as it is laid out. */
export interface SuggestionsWanted extends SuggestionRule {
  id: string;
}

interface LaidWant extends SuggestionsWanted {
  conditions: readonly Condition[];
}

/** What laid-out blocks want suggested, in their order. */
export function wantsOf(blocks: readonly LaidBlock[]): LaidWant[] {
  return blocks.flatMap((block): LaidWant[] => {
    if (block.kind !== 'suggestions') return [];
    const { id, rule, count, products, fill } = block;
    return [
      {
        id,
        rule,
        count,
        products,
        fill,
        conditions: [...(block.also ?? []), ...(block.when ? [block.when] : [])],
      },
    ];
  });
}

/** Those whose conditions an order meets. */
export const wantsMet = (wants: readonly LaidWant[], facts: OrderFacts, language: string): SuggestionsWanted[] =>
  wants
    .filter(({ conditions }) => conditions.every((c) => conditionHolds(c, facts, language)))
    .map(({ id, rule, count, products, fill }) => ({
      id,
      rule,
      count,
      ...(products && { products }),
      ...(fill !== undefined && { fill }),
    }));

/** All that a template wants with its passages, whatever an order is like. */
export const wantsIn = ({ blocks }: Pick<Template, 'blocks'>, passages: Passages): SuggestionsWanted[] =>
  wantsOf(layOut({ blocks, words: {} }, '', passages, '').blocks).map(({ id, rule, count, products, fill }) => ({
    id,
    rule,
    count,
    ...(products && { products }),
    ...(fill !== undefined && { fill }),
  }));
