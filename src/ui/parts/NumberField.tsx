'use client';
/** A whole number within bounds, by typing, arrows or the slider. */
import { useId, useState } from 'react';
import { say } from '@/words/parts';

export function NumberField({
  label,
  value,
  min,
  max,
  unit = 'px',
  disabled = false,
  onChange,
}: {
  label: string;
  value: number;
  min: number;
  max: number;
  unit?: string;
  disabled?: boolean;
  onChange: (value: number) => void;
}) {
  const id = useId();
  const [text, setText] = useState<string>();
  const take = (typed: string): void => {
    const n = Math.round(Number(typed));
    if (typed.trim() !== '' && Number.isFinite(n) && n >= min && n <= max) onChange(n);
  };
  const wrong = text !== undefined && !(Number(text) >= min && Number(text) <= max);
  return (
    <div>
      <label htmlFor={id} className="text-sm text-slate">
        {label}
      </label>
      <div className="flex items-center gap-2 text-sm">
        <input
          type="range"
          aria-label={label}
          tabIndex={-1}
          className="h-6 min-w-0 flex-1 accent-petrol"
          disabled={disabled}
          {...{ min, max, value }}
          onChange={(e) => onChange(Number(e.target.value))}
        />
        <input
          id={id}
          type="number"
          className="input w-17"
          readOnly={disabled}
          aria-invalid={wrong || undefined}
          {...{ min, max }}
          value={text ?? value}
          onChange={(e) => {
            setText(e.target.value);
            take(e.target.value);
          }}
          onBlur={() => setText(undefined)}
        />
        <span className="w-5 text-xs text-slate">{unit}</span>
      </div>
      {wrong && <p className="mt-0.5 text-end text-xs text-madder">{say.fromMinToMax({ min, max })}</p>}
    </div>
  );
}
