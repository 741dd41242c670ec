'use client';
/** A field of several values. */
import { Search, type Choice } from './fields';
import { say } from '@/words/conditions';
import { say as common } from '@/words/common';

/** Several values out of a list, each to be taken out again, down to so many as have to stay. */
export function Several({
  values,
  choices,
  least = 1,
  label = say.oneMoreOfThem,
  placeholder = common.oneMore,
  onChange,
}: {
  values: readonly string[];
  choices: readonly Choice<string>[];
  least?: number;
  label?: string;
  placeholder?: string;
  onChange: (values: string[]) => void;
}) {
  const rest = choices.filter((c) => !values.includes(c.value));
  return (
    <div>
      <ul className="mb-1 flex flex-wrap gap-1">
        {values.map((v) => {
          const name = choices.find((c) => c.value === v)?.label ?? v;
          return (
            <li key={v} className="flex items-center rounded-control bg-petrol-tint ps-2 text-xs">
              {name}
              <button
                type="button"
                aria-label={say.withoutName({ name })}
                disabled={values.length <= least}
                className="px-1.5 py-0.5 disabled:opacity-30"
                onClick={() => onChange(values.filter((x) => x !== v))}
              >
                ×
              </button>
            </li>
          );
        })}
      </ul>
      {rest.length > 0 && (
        <Search
          label={label}
          value={null}
          placeholder={placeholder}
          choices={rest}
          onChange={(v) => onChange([...values, v])}
        />
      )}
    </div>
  );
}
