'use client';
/** The first thing of all: the store and its owner. */
import { useRouter } from 'next/navigation';
import { useState, type FormEvent } from 'react';
import type { Failure, Result } from '@/core/result';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import {
  EMPTY_STORE,
  StoreMoneyAndTime,
  StoreNames,
  StoreTongue,
  TextField,
  type StoreChoices,
} from '../stores/StoreFields';
import { say } from '@/words/signIn';

export interface SetUpProps extends StoreChoices {
  onSetUp: (input: unknown) => Promise<Result<{ storeId: string }>>;
}

const EMPTY = { ...EMPTY_STORE, code: '', name: '', email: '', password: '' };

export function SetUpForm({ languages, currencies, timeZones, onSetUp }: SetUpProps) {
  const router = useRouter();
  const [form, setForm] = useState(EMPTY);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const fields = { form, onChange: setForm, failure };

  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(onSetUp({ ...form, further: form.further.filter((l) => l !== form.language) }));
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
    <main className="flex h-full overflow-auto p-6">
      <form onSubmit={(e) => void submit(e)} noValidate className="m-auto w-full max-w-3xl bg-sheet p-8 shadow-sheet">
        <h1 className="font-serif text-2xl font-medium">{say.setUpLibellus}</h1>
        <p className="mt-1 mb-5 text-sm text-slate">{say.theFirstStoreAndIts}</p>
        {failure && <Trouble>{failure.message}</Trouble>}
        <div className="mt-4 grid sm:grid-cols-2 gap-x-8 gap-y-3">
          <PanelTitle>{say.theStore}</PanelTitle>
          <PanelTitle>{say.theOwner}</PanelTitle>
          <div className="flex flex-col gap-3">
            <StoreNames {...fields} />
            <StoreTongue {...fields} languages={languages} shipped={languages} />
            <StoreMoneyAndTime {...fields} {...{ currencies, timeZones }} />
          </div>
          <div className="flex flex-col gap-3">
            <TextField {...fields} name="name" label={say.yourName} autoComplete="name" />
            <TextField {...fields} name="email" label={say.yourEmailAddress} type="email" autoComplete="username" />
            <TextField
              {...fields}
              name="password"
              label={say.password}
              type="password"
              autoComplete="new-password"
              hint={say.atLeast10Characters}
            />
            <TextField {...fields} name="code" label={say.setUpCode} hint={say.printedByLibellusStart} />
          </div>
        </div>
        <button type="submit" className="btn btn-main mt-6" disabled={busy}>
          {busy ? say.makingTheStore : say.makeTheStore}
        </button>
      </form>
    </main>
  );
}
