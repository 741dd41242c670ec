'use client';
/** Whom a notice goes to: a few questions of what people have ordered, each of which may be left open. */
import { useState } from 'react';
import type { Selection } from '@/core/notices';
import { countryName, languageName } from '@/core/names';
import { amountText, parseAmount } from '@/core/order/amounts';
import { Field, Segments, type Choice } from '../parts/fields';
import { Several } from '../parts/Several';
import { say } from '@/words/notices';

export interface SelectionChoices {
  products: { sku: string; name: string }[];
  categories: string[];
  channels: { id: string; name: string }[];
  languages: string[];
  countries: string[];
  currency: string;
}

type ListName = 'products' | 'categories' | 'countries' | 'languages' | 'channels';

/** A selection without what is left open. */
function without<K extends keyof Selection>(selection: Selection, ...names: K[]): Selection {
  return Object.fromEntries(Object.entries(selection).filter(([name]) => !(names as string[]).includes(name)));
}

export function SelectionForm({
  selection,
  choices,
  onChange,
}: {
  selection: Selection;
  choices: SelectionChoices;
  onChange: (selection: Selection) => void;
}) {
  const lists: { name: ListName; label: string; of: Choice<string>[] }[] = [
    {
      name: 'products',
      label: say.boughtAnyOf,
      of: choices.products.map((p) => ({ value: p.sku, label: p.name, note: p.sku })),
    },
    { name: 'categories', label: say.boughtAnyFrom, of: choices.categories.map((c) => ({ value: c, label: c })) },
    {
      name: 'countries',
      label: say.inCountries,
      of: choices.countries.map((c) => ({ value: c, label: countryName(c) })),
    },
    {
      name: 'languages',
      label: say.inLanguages,
      of: choices.languages.map((l) => ({ value: l, label: languageName(l) })),
    },
    { name: 'channels', label: say.inChannels, of: choices.channels.map((c) => ({ value: c.id, label: c.name })) },
  ];
  return (
    <div className="flex flex-col gap-3">
      {lists
        .filter((l) => l.of.length > 1 || selection[l.name])
        .map(({ name, label, of }) => (
          <div key={name} role="group" aria-label={label}>
            <div className="mb-1 text-sm text-slate">{label}</div>
            <Several
              values={selection[name] ?? []}
              choices={of}
              least={0}
              label={label}
              placeholder={selection[name] ? undefined : say.anyOf}
              onChange={(values) =>
                onChange(values.length > 0 ? { ...selection, [name]: values } : without(selection, name))
              }
            />
          </div>
        ))}
      <LastOrder selection={selection} onChange={onChange} />
      <div className="grid grid-cols-2 gap-3">
        <Typed
          label={say.spent({ currency: choices.currency })}
          value={selection.spentAtLeast}
          show={(n) => amountText(n, choices.currency)}
          read={(text) => parseAmount(text, choices.currency)}
          onChange={(n) => onChange(n ? { ...selection, spentAtLeast: n } : without(selection, 'spentAtLeast'))}
        />
        <Typed
          label={say.orderCount}
          value={selection.ordersAtLeast}
          show={String}
          read={wholeNumber}
          onChange={(n) =>
            onChange(n && n > 1 ? { ...selection, ordersAtLeast: n } : without(selection, 'ordersAtLeast'))
          }
        />
      </div>
    </div>
  );
}

const wholeNumber = (text: string): number | undefined => (/^\d{1,5}$/.test(text.trim()) ? Number(text) : undefined);

function LastOrder({ selection, onChange }: { selection: Selection; onChange: (selection: Selection) => void }) {
  const { orderedWithin, notOrderedFor } = selection;
  const form = orderedWithin !== undefined ? 'within' : notOrderedFor !== undefined ? 'before' : 'any';
  const days = orderedWithin ?? notOrderedFor ?? 90;
  const set = (next: 'any' | 'within' | 'before', n: number): void => {
    const rest = without(selection, 'orderedWithin', 'notOrderedFor');
    onChange(next === 'any' ? rest : { ...rest, [next === 'within' ? 'orderedWithin' : 'notOrderedFor']: n });
  };
  return (
    <div role="group" aria-label={say.lastOrder}>
      <div className="mb-1 text-sm text-slate">{say.lastOrder}</div>
      <Segments
        label={say.lastOrder}
        value={form}
        choices={[
          { value: 'any', label: say.anyTime },
          { value: 'within', label: say.withinDays },
          { value: 'before', label: say.beforeDays },
        ]}
        onChange={(next) => set(next, days)}
      />
      {form !== 'any' && (
        <div className="mt-2 w-32">
          <Typed
            label={say.daysLabel}
            value={days}
            show={String}
            read={wholeNumber}
            onChange={(n) => n && n <= 3_650 && set(form, n)}
          />
        </div>
      )}
    </div>
  );
}

/** A number that is typed: what cannot be read yet changes nothing. */
function Typed({
  label,
  value,
  show,
  read,
  onChange,
}: {
  label: string;
  value: number | undefined;
  show: (n: number) => string;
  read: (text: string) => number | undefined;
  onChange: (n: number | undefined) => void;
}) {
  const [text, setText] = useState(value === undefined ? '' : show(value));
  const wrong = text.trim() !== '' && read(text) === undefined;
  return (
    <Field label={label}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          inputMode="decimal"
          aria-invalid={wrong || undefined}
          value={text}
          onChange={(e) => {
            setText(e.target.value);
            if (e.target.value.trim() === '') onChange(undefined);
            else {
              const n = read(e.target.value);
              if (n !== undefined) onChange(n);
            }
          }}
        />
      )}
    </Field>
  );
}
