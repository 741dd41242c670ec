'use client';
/** Form parts: labelled fields with their problem, a choice from a list, a row of alternatives. */
import {
  Field as BaseField,
  Combobox,
  ComboboxButton,
  ComboboxInput,
  ComboboxOption,
  ComboboxOptions,
  Description,
  Listbox,
  ListboxButton,
  ListboxOption,
  ListboxOptions,
} from '@headlessui/react';
import { ChevronDown } from 'lucide-react';
import { createContext, use, useId, useState, type ReactNode } from 'react';
import { say } from '@/words/parts';
import { say as common } from '@/words/common';

/** The field that a choice stands in: its label, and whether what was chosen is refused. */
const InField = createContext<{ label: string; invalid: boolean } | undefined>(undefined);

export function Field({
  label,
  hint,
  problem,
  children,
}: {
  label: string;
  hint?: ReactNode;
  problem?: string | undefined;
  children: (ids: { id: string; 'aria-invalid'?: true; 'aria-describedby'?: string }) => ReactNode;
}) {
  const id = useId();
  const about = problem || hint ? `${id}-about` : undefined;
  return (
    <BaseField as="div">
      <label htmlFor={id} className="mb-1 block text-sm text-slate">
        {label}
      </label>
      <InField value={{ label, invalid: Boolean(problem) }}>
        {children({ id, ...(problem && { 'aria-invalid': true }), ...(about && { 'aria-describedby': about }) })}
      </InField>
      {about && (
        <Description as="p" id={about} className={`mt-1 text-xs ${problem ? 'text-madder' : 'text-slate'}`}>
          {problem ?? hint}
        </Description>
      )}
    </BaseField>
  );
}

export interface Choice<T extends string> {
  value: T;
  label: string;
  note?: string;
}

const POPOVER =
  'z-40 max-h-80 overflow-auto rounded-control border border-rule bg-sheet py-1 text-sm shadow-sheet focus:outline-none [--anchor-gap:4px]';
const OPTION = 'flex items-baseline gap-3 px-3 py-1.5 data-focus:bg-petrol-tint data-selected:font-semibold';

/** One value from a short list. */
export function Pick<T extends string>({
  value,
  choices,
  onChange,
  label,
  id,
  className = '',
  up = false,
}: {
  value: T;
  choices: readonly Choice<T>[];
  onChange: (value: T) => void;
  /** For screen readers, when no label stands beside it. What is chosen is always said with it. */
  label?: string;
  id?: string;
  className?: string;
  up?: boolean;
}) {
  const chosen = choices.find((c) => c.value === value);
  const field = use(InField);
  const named = label ?? field?.label;
  return (
    <Listbox value={value} onChange={onChange}>
      <ListboxButton
        id={id}
        aria-label={named && [`${named}: ${chosen?.label ?? value}`, chosen?.note].filter(Boolean).join(' ')}
        aria-invalid={field?.invalid || undefined}
        className={`input inline-flex items-center gap-2 text-start ${className}`}
      >
        <span className="min-w-0 flex-1 truncate">
          {chosen?.label ?? value} {chosen?.note && <span className="ms-2 text-slate">{chosen.note}</span>}
        </span>
        <ChevronDown size={14} aria-hidden className="shrink-0 text-slate" />
      </ListboxButton>
      <ListboxOptions anchor={up ? 'top start' : 'bottom start'} className={`${POPOVER} min-w-(--button-width)`}>
        {choices.map((c) => (
          <ListboxOption key={c.value} value={c.value} className={OPTION}>
            <span>{c.label}</span>
            {c.note && <span className="ms-auto text-xs text-slate">{c.note}</span>}
          </ListboxOption>
        ))}
      </ListboxOptions>
    </Listbox>
  );
}

/** One value from a long list, by typing a part of it. */
export function Search<T extends string>({
  value,
  choices,
  onChange,
  label,
  id,
  placeholder,
  className = '',
  up = false,
  adding = false,
  onQuery,
}: {
  value: T | null;
  choices: readonly Choice<T>[];
  onChange: (value: T) => void;
  /** Hears what is searched for, when the choices at hand are not all there are. */
  onQuery?: (query: string) => void;
  label?: string;
  id?: string;
  placeholder?: string;
  className?: string;
  up?: boolean;
  /** What is chosen is added to a list below: the choices open when one types or asks for them, so as not to lie over that list. */
  adding?: boolean;
}) {
  const [query, setQuery] = useState('');
  const field = use(InField);
  const wanted = query.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = choices
    .filter((c) => {
      const text = `${c.label} ${c.note ?? ''}`.toLowerCase();
      return wanted.every((w) => text.includes(w));
    })
    .slice(0, 80);
  return (
    <Combobox
      value={value}
      onChange={(v) => v !== null && onChange(v)}
      onClose={() => setQuery('')}
      immediate={!adding}
    >
      <div className="relative">
        <ComboboxInput
          id={id}
          aria-label={label}
          aria-invalid={field?.invalid || undefined}
          placeholder={placeholder}
          className={`input ${adding ? 'pe-8' : ''} ${className}`}
          displayValue={(v: T | null) => {
            const c = choices.find((x) => x.value === v);
            return c ? [c.label, c.note].filter(Boolean).join(' · ') : '';
          }}
          onChange={(e) => {
            setQuery(e.target.value);
            onQuery?.(e.target.value);
          }}
          onFocus={(e) => e.target.select()}
          autoComplete="off"
        />
        {adding && (
          <ComboboxButton
            aria-label={say.showTheChoices}
            className="absolute end-0 top-0 flex h-full w-8 items-center justify-center text-slate"
          >
            <ChevronDown size={14} aria-hidden />
          </ComboboxButton>
        )}
      </div>
      <ComboboxOptions
        modal={false}
        anchor={up ? 'top start' : 'bottom start'}
        className={`${POPOVER} w-(--input-width) min-w-72`}
      >
        {shown.length === 0 && (
          <div role="status" className="px-3 py-1.5 text-slate">
            {common.nothingMatches}
          </div>
        )}
        {shown.map((c) => (
          <ComboboxOption key={c.value} value={c.value} className={OPTION}>
            <span>{c.label}</span>
            {c.note && <span className="ms-auto text-xs text-slate">{c.note}</span>}
          </ComboboxOption>
        ))}
      </ComboboxOptions>
    </Combobox>
  );
}

/** A few alternatives side by side. */
export function Segments<T extends string>({
  value,
  choices,
  onChange,
  label,
}: {
  value: T;
  choices: readonly Choice<T>[];
  onChange: (value: T) => void;
  label: string;
}) {
  return (
    <div
      role="radiogroup"
      aria-label={label}
      className="inline-flex max-w-full flex-wrap self-start rounded-control border border-rule bg-sheet"
    >
      {choices.map((c, i) => (
        <button
          key={c.value}
          type="button"
          role="radio"
          aria-checked={value === c.value}
          tabIndex={value === c.value ? 0 : -1}
          onClick={() => onChange(c.value)}
          onKeyDown={(e) => {
            const step =
              e.key === 'ArrowRight' || e.key === 'ArrowDown'
                ? 1
                : e.key === 'ArrowLeft' || e.key === 'ArrowUp'
                  ? -1
                  : 0;
            if (step === 0) return;
            e.preventDefault();
            const next = choices[(i + step + choices.length) % choices.length]!;
            onChange(next.value);
            (e.currentTarget.parentElement?.children[choices.indexOf(next)] as HTMLElement | undefined)?.focus();
          }}
          className={`min-h-7 px-3 text-sm ${i > 0 ? 'border-s border-rule' : ''} ${
            value === c.value ? 'bg-petrol-tint font-semibold text-petrol-deep' : 'hover:bg-ground'
          }`}
        >
          {c.label}
        </button>
      ))}
    </div>
  );
}
