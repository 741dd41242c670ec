'use client';
/** From how many pieces on stock is low: typed, or left empty for none. */
import { Field } from '../parts/fields';
import { say } from '@/words/stock';

const WHOLE = /^[1-9]\d{0,5}$/;

/** What was typed: a number, null for none, or undefined for what is neither. */
export function readLowAt(typed: string): number | null | undefined {
  const text = typed.trim();
  if (text === '') return null;
  return WHOLE.test(text) ? Number(text) : undefined;
}

export function LowAtField({
  value,
  problem,
  onChange,
}: {
  value: string;
  problem: string | undefined;
  onChange: (typed: string) => void;
}) {
  return (
    <Field label={say.lowAt} hint={say.lowAtHint} problem={problem}>
      {(ids) => (
        <input
          {...ids}
          className="input w-32"
          inputMode="numeric"
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}
