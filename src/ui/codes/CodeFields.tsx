'use client';
/** What a code and the codes of a series have in common: what they take off, and for what. */
import type { Failure } from '@/core/result';
import { Field, Segments } from '../parts/fields';
import { problemAt } from '../parts/result';
import { Several } from '../parts/Several';
import { say } from '@/words/codes';
import type { TypedCode } from './codeForm';

export interface CodeChoices {
  currency: string;
  products: { sku: string; name: string }[];
  categories: string[];
}

/** A field of text whose problem stands below it. */
export function TextField({
  label,
  hint,
  path,
  failure,
  value,
  type = 'text',
  fixed = false,
  onChange,
}: {
  label: string;
  hint?: string | undefined;
  path: string;
  failure: Failure | undefined;
  value: string;
  type?: 'text' | 'date';
  fixed?: boolean;
  onChange: (value: string) => void;
}) {
  return (
    <Field label={label} hint={hint} problem={problemAt(failure, path)}>
      {(ids) => (
        <input
          {...ids}
          type={type}
          className="input w-full"
          spellCheck={false}
          autoComplete="off"
          readOnly={fixed}
          value={value}
          onChange={(e) => onChange(e.target.value)}
        />
      )}
    </Field>
  );
}

export function ValueFields({
  typed,
  currency,
  failure,
  onChange,
}: {
  typed: TypedCode;
  currency: string;
  failure: Failure | undefined;
  onChange: (typed: TypedCode) => void;
}) {
  return (
    <div className="grid gap-3 sm:grid-cols-2 sm:items-end">
      <div role="group" aria-label={say.takesOff}>
        <div className="mb-1 text-sm text-slate">{say.takesOff}</div>
        <Segments
          label={say.takesOff}
          value={typed.kind}
          choices={[
            { value: 'percent', label: say.aPercentage },
            { value: 'amount', label: say.anAmount },
          ]}
          onChange={(kind) => onChange({ ...typed, kind })}
        />
      </div>
      <TextField
        label={typed.kind === 'percent' ? say.percent : say.amountIn({ currency })}
        path="/takesOff/value"
        failure={failure}
        value={typed.value}
        onChange={(value) => onChange({ ...typed, value })}
      />
    </div>
  );
}

export function ConditionFields({
  typed,
  choices,
  failure,
  single = false,
  onChange,
}: {
  typed: TypedCode;
  choices: CodeChoices;
  /** Each code can be used once only. */
  single?: boolean;
  failure: Failure | undefined;
  onChange: (typed: TypedCode) => void;
}) {
  const { currency, products, categories } = choices;
  const lists = [
    {
      name: 'products',
      label: say.forProducts,
      of: products.map((p) => ({ value: p.sku, label: p.name, note: p.sku })),
    },
    { name: 'categories', label: say.forCategories, of: categories.map((c) => ({ value: c, label: c })) },
  ] as const;
  return (
    <>
      <div className="grid grid-cols-2 gap-3">
        <TextField
          label={say.leastOrder({ currency })}
          path="/conditions/minimum"
          failure={failure}
          value={typed.minimum}
          onChange={(minimum) => onChange({ ...typed, minimum })}
        />
        {!single && (
          <TextField
            label={say.usesEach}
            path="/conditions/perCustomer"
            failure={failure}
            value={typed.perCustomer}
            onChange={(perCustomer) => onChange({ ...typed, perCustomer })}
          />
        )}
      </div>
      {lists.map(({ name, label, of }) => (
        <div key={name} role="group" aria-label={label}>
          <div className="mb-1 text-sm text-slate">{label}</div>
          <Several
            values={typed[name]}
            choices={of}
            least={0}
            label={label}
            placeholder={typed[name].length === 0 ? say.all : undefined}
            onChange={(values) => onChange({ ...typed, [name]: values })}
          />
          {problemAt(failure, `/conditions/${name}`) && (
            <p className="mt-1 text-xs text-madder">{problemAt(failure, `/conditions/${name}`)}</p>
          )}
        </div>
      ))}
    </>
  );
}
