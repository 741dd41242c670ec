'use client';
/** What the parts of a look share: their props, a change of one part, and small fields. */
import type { ReactNode } from 'react';
import type { Look } from '@/core/look';
import { Field } from '../../parts/fields';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/look';

export interface PartProps {
  look: Look;
  editable: boolean;
  /** `key` names what is changed, so that one sitting of it is one step back. */
  onLook: (look: Look, key: string) => void;
}

/** Which of the look's words are shown: those of the language on the sheets. */
export interface LookLanguage {
  language: string;
  /** The store's. */
  own: string;
}

/** Words in further languages with one changed; emptied, the store's own stand for it. */
export function withWords(
  others: Record<string, string> | undefined,
  language: string,
  words: string,
): Record<string, string> {
  const { [language]: _before, ...rest } = others ?? {};
  return words === '' ? rest : { ...rest, [language]: words };
}

type Change<K extends keyof Look> = (change: Partial<Look[K]>, key?: string) => void;

export function changer<K extends keyof Look>({ look, onLook }: PartProps, part: K): Change<K> {
  return (change, key) =>
    onLook(
      { ...look, [part]: { ...(look[part] as object), ...change } },
      `${part} ${key ?? Object.keys(change).join()}`,
    );
}

export const SIDES = inEachLanguage(
  () =>
    [
      { value: 'start', label: say.start },
      { value: 'centre', label: say.centre },
      { value: 'end', label: say.end },
    ] as const,
);

export function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <div>
      <div className="mb-1 text-sm text-slate">{label}</div>
      {children}
    </div>
  );
}

export function Text({
  label,
  value,
  problem,
  placeholder,
  disabled,
  max,
  onChange,
}: {
  label: string;
  value: string;
  problem?: string | undefined;
  placeholder?: string;
  disabled: boolean;
  max: number;
  onChange: (value: string) => void;
}) {
  return (
    <Field label={label} problem={problem}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          maxLength={max}
          readOnly={disabled}
          placeholder={placeholder}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}
