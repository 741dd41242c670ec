/** What a chip shows: the chosen order's value, written as the message writes it. */
import { isProvided, placeholder } from '@/core/placeholders';
import { defaultFunction, SENT_AT, writerFor, writingFunction, type Values, type WritingContext } from '@/core/text';
import { chipOptions, type ChipAttributes } from './editor/documents';
import type { ChipFace } from './editor/extensions';
import { say } from '@/words/desk';

export function chipFace(
  attributes: ChipAttributes,
  values: Values,
  moment: string,
  context: WritingContext,
): ChipFace {
  const known = placeholder(attributes.name);
  if (!known)
    return {
      text: `{$${attributes.name}}`,
      title: say.thereIsNoPlaceholderName({ name: `{$${attributes.name}}` }),
      problem: true,
    };
  if (!isProvided(known, moment)) {
    return { text: known.label, title: say.labelIsNotKnownAt({ label: known.label }), problem: true };
  }
  const fn = writingFunction(attributes.fn ?? undefined, known.type);
  const text = writerFor(fn, chipOptions(attributes), context)(values[attributes.name], values[SENT_AT]);
  return {
    text: text || known.label,
    title: text ? `${known.label} {$${attributes.name}}` : say.labelIsMissingFromThis({ label: known.label }),
    problem: false,
  };
}

/** A placeholder's value for the chosen order, as lists show it. */
export function valueText(name: string, values: Values, context: WritingContext): string {
  const known = placeholder(name);
  return known ? writerFor(defaultFunction(known.type), {}, context)(values[name]) : '';
}
