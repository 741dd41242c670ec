'use client';
/** How one placeholder is written, and what stands there when an order has no such value. */
import { placeholder } from '@/core/placeholders';
import type { ValueType } from '@/core/text';
import { Field, Pick, type Choice } from '../parts/fields';
import { ValueFacts } from './ValueFacts';
import { chipOptions, type ChipAttributes } from './editor/documents';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/desk';

export interface ChipOpen {
  attributes: ChipAttributes;
  update: (attributes: ChipAttributes) => void;
}

/** An option of a function, as people choose it. The first choice is what holds when nothing is said. */
interface OptionField {
  label: string;
  option: string;
  choices: readonly [Choice<string>, ...Choice<string>[]];
  /** What is said of a choice that is made. */
  hints?: Readonly<Record<string, string>>;
  /** An option with which this one says nothing. */
  unless?: string;
}

const OPTIONS: Partial<Record<ValueType, readonly OptionField[]>> = inEachLanguage(() => ({
  date: [
    {
      label: say.saidAs,
      option: 'as',
      choices: [
        { value: '', label: say.aDate },
        { value: 'distance', label: say.aDistance },
      ],
      hints: { distance: say.aDistanceNote },
    },
    {
      label: say.form,
      unless: 'as',
      option: 'fields',
      choices: [
        { value: 'year-month-day', label: say.dayMonthAndYear },
        { value: 'year-month-day-weekday', label: say.withYearAndWeekday },
        { value: 'month-day', label: say.dayAndMonth },
        { value: 'month-day-weekday', label: say.weekdayDayAndMonth },
        { value: 'day-weekday', label: say.weekdayAndDay },
        { value: 'weekday', label: say.weekday },
      ],
    },
    {
      label: say.length,
      unless: 'as',
      option: 'length',
      choices: [
        { value: 'medium', label: say.medium },
        { value: 'long', label: say.long },
        { value: 'short', label: say.short },
      ],
    },
  ],
  money: [
    {
      label: say.currencyAs,
      option: 'currencyDisplay',
      choices: [
        { value: 'symbol', label: say.itsSign },
        { value: 'code', label: say.itsCode },
        { value: 'name', label: say.itsName },
      ],
    },
  ],
  text: [
    {
      label: say.letters,
      option: 'case',
      choices: [
        { value: '', label: say.asTheyAre },
        { value: 'upper', label: say.capitals },
        { value: 'lower', label: say.small },
      ],
    },
  ],
}));

export function ChipDetails({ chip, editable }: { chip: ChipOpen; editable: boolean }) {
  const { attributes, update } = chip;
  const known = placeholder(attributes.name);
  const options = chipOptions(attributes);
  const set = (name: string, value: string, usual = ''): void => {
    const next = { ...options };
    if (value === usual) delete next[name];
    else next[name] = value;
    update({
      ...attributes,
      fn: attributes.fn ?? (known && known.type !== 'url' ? known.type : 'text'),
      options: Object.keys(next).length > 0 ? JSON.stringify(next) : null,
    });
  };
  return (
    <>
      <h2 className="font-serif text-lg">{known?.label ?? say.unknownPlaceholder}</h2>
      <p className="mb-2 font-mono text-xs text-slate">{`{$${attributes.name}}`}</p>
      {known && (
        <div className="mb-3">
          <ValueFacts value={known} />
        </div>
      )}
      {known && editable && (
        <div className="flex flex-col gap-3">
          {OPTIONS[known.type]
            ?.filter(({ unless }) => !unless || !options[unless])
            .map(({ label, option, choices, hints }) => (
              <Field key={option} label={label} hint={hints?.[options[option] ?? '']}>
                {(ids) => (
                  <Pick
                    id={ids.id}
                    value={options[option] ?? choices[0].value}
                    choices={choices}
                    onChange={(value) => set(option, value, choices[0].value)}
                  />
                )}
              </Field>
            ))}
          <Field
            label={say.whenItIsMissing}
            hint={known.canBeMissing ? say.someOrdersHaveNoneSay : say.everyOrderHasIt}
          >
            {(ids) => (
              <input
                {...ids}
                className="input"
                value={options.default ?? ''}
                onChange={(e) => set('default', e.target.value)}
              />
            )}
          </Field>
        </div>
      )}
    </>
  );
}
