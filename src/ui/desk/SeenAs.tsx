'use client';
/** On the reading strip: which form of the selected words is looked at, by numbers and values that lead to it. */
import { placeholder } from '@/core/placeholders';
import type { ValuesAs, WordsDocument } from '@/core/text';
import { Pick } from '../parts/fields';
import { formWords } from '../bench/formWords';
import type { FormsInHand } from './useForms';
import { say } from '@/words/desk';
import { listed } from '@/words/speak';

export interface SeenAsProps {
  /** Of the selected segment. */
  words: WordsDocument | undefined;
  forms: FormsInHand;
  /** The form that the order takes. */
  ownForm: number;
  language: string;
  lookedAs: ValuesAs | undefined;
  onOwn: () => void;
}

const OWN = 'own';

export function SeenAs({ words, forms, ownForm, language, lookedAs, onOwn }: SeenAsProps) {
  const several = words !== undefined && words.selectors.length > 0;
  if (!several && !lookedAs) return null;
  const as = lookedAs && { value: 'as', label: say.lookedAtAs({ values: asWords(lookedAs) }) };
  if (!several) {
    return (
      <Pick
        up
        label={say.form}
        className="w-28"
        value="as"
        choices={[{ value: OWN, label: say.asTheOrderHasIt }, as!]}
        onChange={(value) => value === OWN && onOwn()}
      />
    );
  }
  const value = String(forms.index);
  return (
    <Pick
      up
      label={say.form}
      className="w-28"
      value={value}
      choices={words.forms.map((form, i) => ({
        value: String(i),
        label: formWords(form, words, language),
        ...(i === ownForm && { note: say.formOfThisOrder }),
      }))}
      onChange={(next) => forms.choose(Number(next))}
    />
  );
}

/** "number of items 1, without first name". */
function asWords(as: ValuesAs): string {
  return listed(
    Object.entries(as).map(([name, value]) => {
      const label = placeholder(name)?.label ?? name;
      if (value === null) return say.withoutSaid({ said: label });
      return typeof value === 'number' ? `${label} ${value}` : say.withSaid({ said: label });
    }),
  );
}
