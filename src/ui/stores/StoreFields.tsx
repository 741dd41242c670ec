'use client';
/** What is asked about a store when it is made: the first of all, and each further one. */
import { languageName } from '@/core/names';
import type { Failure } from '@/core/result';
import { Check } from '../parts/Check';
import { Field, Pick as Choose, Search } from '../parts/fields';
import { problemAt } from '../parts/result';
import { say } from '@/words/signIn';

export interface StoreForm {
  store: string;
  url: string;
  storeEmail: string;
  language: string;
  /** Languages of its messages besides its own. */
  further: string[];
  currency: string;
  timeZone: string;
}

export const EMPTY_STORE: StoreForm = {
  store: '',
  url: 'https://',
  storeEmail: '',
  language: 'en',
  further: [],
  currency: 'EUR',
  timeZone: 'Europe/Berlin',
};

interface Fields<F extends object> {
  form: F;
  onChange: (form: F) => void;
  failure: Failure | undefined;
}

/** A field for one line of a form. */
export function TextField<F extends object>({
  form,
  onChange,
  failure,
  name,
  label,
  hint,
  type = 'text',
  autoComplete = 'off',
}: Fields<F> & { name: keyof F & string; label: string; hint?: string; type?: string; autoComplete?: string }) {
  return (
    <Field label={label} hint={hint} problem={problemAt(failure, `/${name}`)}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          type={type}
          autoComplete={autoComplete}
          value={String(form[name])}
          onChange={(e) => onChange({ ...form, [name]: e.target.value })}
        />
      )}
    </Field>
  );
}

export function StoreNames<F extends StoreForm>(fields: Fields<F>) {
  return (
    <>
      <TextField {...fields} name="store" label={say.name} />
      <TextField {...fields} name="url" label={say.addressOnTheWeb} />
      <TextField {...fields} name="storeEmail" label={say.emailAddressForCustomers} type="email" />
    </>
  );
}

export interface StoreChoices {
  languages: readonly string[];
  currencies: readonly string[];
  timeZones: readonly string[];
}

/** The store's own language, and those that its messages are in besides. */
export function StoreTongue<F extends StoreForm>({
  form,
  onChange,
  failure,
  languages,
  shipped,
  there = [],
}: Fields<F> &
  Pick<StoreChoices, 'languages'> & {
    /** Languages that there are finished words in. */
    shipped: readonly string[];
    /** Languages that it has anyway. */
    there?: readonly string[];
  }) {
  const others = shipped.filter((l) => l !== form.language && !there.includes(l));
  return (
    <>
      <Field label={say.ownLanguage} problem={problemAt(failure, '/language')}>
        {(ids) => (
          <Choose
            id={ids.id}
            value={form.language}
            choices={languages.map((l) => ({ value: l, label: languageName(l) }))}
            onChange={(language) => onChange({ ...form, language })}
          />
        )}
      </Field>
      <fieldset className="text-sm">
        <legend className="mb-1 text-slate">{say.alsoIn}</legend>
        <div className="flex flex-wrap gap-x-4">
          {others.map((l) => (
            <Check
              key={l}
              label={languageName(l)}
              on={form.further.includes(l)}
              onChange={(on) =>
                onChange({ ...form, further: on ? [...form.further, l] : form.further.filter((f) => f !== l) })
              }
            />
          ))}
        </div>
        <p className="text-xs text-slate">{say.alsoInNote}</p>
      </fieldset>
    </>
  );
}

export function StoreMoneyAndTime<F extends Pick<StoreForm, 'currency' | 'timeZone'>>({
  form,
  onChange,
  failure,
  currencies,
  timeZones,
}: Fields<F> & Pick<StoreChoices, 'currencies' | 'timeZones'>) {
  const search = (name: 'currency' | 'timeZone', label: string, values: readonly string[]) => (
    <Field label={label} problem={problemAt(failure, `/${name}`)}>
      {(ids) => (
        <Search
          id={ids.id}
          value={form[name]}
          choices={values.map((v) => ({ value: v, label: v }))}
          onChange={(v) => onChange({ ...form, [name]: v })}
        />
      )}
    </Field>
  );
  return (
    <>
      {search('currency', say.currency, currencies)}
      {search('timeZone', say.timeZone, timeZones)}
    </>
  );
}
