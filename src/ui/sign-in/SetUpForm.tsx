'use client';
/** The first thing of all: the store and its owner. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import { languageName } from '@/core/names';
import type { Failure, Result } from '@/core/result';
import { Field, Pick, Search } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { say } from '@/words/signIn';

export interface SetUpProps {
  languages: string[];
  currencies: string[];
  timeZones: string[];
  onSetUp: (input: unknown) => Promise<Result<{ storeId: string }>>;
}

const EMPTY = {
  code: '',
  store: '',
  url: 'https://',
  storeEmail: '',
  language: 'en',
  currency: 'EUR',
  timeZone: 'Europe/Berlin',
  name: '',
  email: '',
  password: '',
};
type Form = typeof EMPTY;

export function SetUpForm({ languages, currencies, timeZones, onSetUp }: SetUpProps) {
  const router = useRouter();
  const [form, setForm] = useState(EMPTY);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const set = (name: keyof Form, value: string): void => setForm({ ...form, [name]: value });

  const text = (
    name: keyof Form,
    label: string,
    extra: { hint?: string; type?: string; autoComplete?: string } = {},
  ) => (
    <Field label={label} hint={extra.hint} problem={problemAt(failure, `/${name}`)}>
      {(ids) => (
        <input
          {...ids}
          className="input"
          type={extra.type ?? 'text'}
          autoComplete={extra.autoComplete ?? 'off'}
          value={form[name]}
          onChange={(e) => set(name, e.target.value)}
        />
      )}
    </Field>
  );
  const search = (name: keyof Form, label: string, values: string[]) => (
    <Field label={label} problem={problemAt(failure, `/${name}`)}>
      {(ids) => (
        <Search
          id={ids.id}
          value={form[name]}
          choices={values.map((v) => ({ value: v, label: v }))}
          onChange={(v) => set(name, v)}
        />
      )}
    </Field>
  );

  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onSetUp(form));
    if (!result.ok) {
      setFailure(result.error);
      setBusy(false);
      return;
    }
    const signedIn = await fetch('/api/auth/sign-in/email', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ email: form.email.trim(), password: form.password }),
    });
    router.replace(signedIn.ok ? `/s/${result.value.storeId}/today` : '/sign-in');
    router.refresh();
  };

  return (
    <main className="flex h-full items-center justify-center overflow-auto p-6">
      <form onSubmit={(e) => void submit(e)} noValidate className="w-full max-w-3xl bg-sheet p-8 shadow-sheet">
        <h1 className="font-serif text-2xl font-medium">{say.setUpLibellus}</h1>
        <p className="mt-1 mb-5 text-sm text-slate">{say.theFirstStoreAndIts}</p>
        {failure && <Trouble>{failure.message}</Trouble>}
        <div className="mt-4 grid sm:grid-cols-2 gap-x-8 gap-y-3">
          <PanelTitle>{say.theStore}</PanelTitle>
          <PanelTitle>{say.theOwner}</PanelTitle>
          {text('store', say.name)}
          {text('name', say.yourName, { autoComplete: 'name' })}
          {text('url', say.addressOnTheWeb)}
          {text('email', say.yourEmailAddress, { type: 'email', autoComplete: 'username' })}
          {text('storeEmail', say.emailAddressForCustomers, { type: 'email' })}
          {text('password', say.password, {
            type: 'password',
            autoComplete: 'new-password',
            hint: say.atLeast10Characters,
          })}
          <Field label={say.ownLanguage} problem={problemAt(failure, '/language')}>
            {(ids) => (
              <Pick
                id={ids.id}
                value={form.language}
                choices={languages.map((l) => ({ value: l, label: languageName(l) }))}
                onChange={(v) => set('language', v)}
              />
            )}
          </Field>
          {text('code', say.setUpCode, { hint: say.printedByLibellusStart })}
          {search('currency', say.currency, currencies)}
          {search('timeZone', say.timeZone, timeZones)}
        </div>
        <button type="submit" className="btn btn-main mt-6" disabled={busy}>
          {busy ? say.makingTheStore : say.makeTheStore}
        </button>
      </form>
    </main>
  );
}
