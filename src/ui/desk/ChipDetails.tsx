'use client';
/** How one placeholder is written, and what stands there when an order has no such value. */
import { placeholder } from '@/core/placeholders';
import type { ValueType } from '@/core/text';
import { Field, Pick, type Choice } from '../parts/fields';
import { chipOptions, type ChipAttributes } from './editor/documents';

export interface ChipOpen {
  attributes: ChipAttributes;
  update: (attributes: ChipAttributes) => void;
}

/** An option of a function, as people choose it. The first choice is what holds when nothing is said. */
interface OptionField {
  label: string;
  option: string;
  choices: readonly [Choice<string>, ...Choice<string>[]];
}

const OPTIONS: Partial<Record<ValueType, readonly OptionField[]>> = {
  date: [
    {
      label: 'Form',
      option: 'fields',
      choices: [
        { value: 'year-month-day', label: 'day, month and year' },
        { value: 'year-month-day-weekday', label: 'with year and weekday' },
        { value: 'month-day', label: 'day and month' },
        { value: 'month-day-weekday', label: 'weekday, day and month' },
        { value: 'day-weekday', label: 'weekday and day' },
        { value: 'weekday', label: 'weekday' },
      ],
    },
    {
      label: 'Length',
      option: 'length',
      choices: [
        { value: 'medium', label: 'medium' },
        { value: 'long', label: 'long' },
        { value: 'short', label: 'short' },
      ],
    },
  ],
  money: [
    {
      label: 'Currency as',
      option: 'currencyDisplay',
      choices: [
        { value: 'symbol', label: 'its sign' },
        { value: 'code', label: 'its code' },
        { value: 'name', label: 'its name' },
      ],
    },
  ],
  text: [
    {
      label: 'Letters',
      option: 'case',
      choices: [
        { value: '', label: 'as they are' },
        { value: 'upper', label: 'capitals' },
        { value: 'lower', label: 'small' },
      ],
    },
  ],
};

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
      <h2 className="font-serif text-lg">{known?.label ?? 'Unknown placeholder'}</h2>
      <p className="mb-3 font-mono text-xs text-slate">{`{$${attributes.name}}`}</p>
      {known && editable && (
        <div className="flex flex-col gap-3">
          {OPTIONS[known.type]?.map(({ label, option, choices }) => (
            <Field key={option} label={label}>
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
            label="When it is missing"
            hint={known.canBeMissing ? 'Some orders have none: say what stands there then' : 'Every order has it'}
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
