/** What a value means, of what kind it is, an example, and what happens where an order has none. */
import type { Placeholder } from '@/core/placeholders';
import { defaultFunction, writerFor, type WritingContext } from '@/core/text';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/values';

const TYPES = inEachLanguage(() => ({
  text: say.typeText,
  number: say.typeNumber,
  money: say.typeMoney,
  date: say.typeDate,
  url: say.typeUrl,
}));

/** The sample that ships, as it is written in a language. */
export const sampleText = ({ type, sample }: Placeholder, context: WritingContext): string =>
  writerFor(defaultFunction(type), {}, context)(sample);

export function ValueFacts({ value, context }: { value: Placeholder; context?: WritingContext }) {
  return (
    <div className="text-xs leading-5 text-slate">
      <p className="text-ink">{value.meaning}</p>
      <p>
        {TYPES[value.type]}
        {context && (
          <>
            {' · '}
            {say.example}: <span dir="auto">{sampleText(value, context)}</span>
          </>
        )}
      </p>
      <p>{value.canBeMissing ? `${say.canBeEmpty} ${say.emptyThenBlock}` : say.neverEmpty}</p>
    </div>
  );
}
