'use client';
/** A further store: its names, language, money and time, and what its messages begin with. */
import { useRouter } from 'next/navigation';
import { useMemo, useState, type FormEvent } from 'react';
import { whoMay } from '@/contract/policy';
import type { Failure, Result } from '@/core/result';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { useKeptChanges } from '../parts/useKeptChanges';
import { answered, problemAt } from '../parts/result';
import { EMPTY_STORE, StoreMoneyAndTime, StoreNames, StoreTongue } from './StoreFields';
import { say } from '@/words/stores';
import { say as signIn } from '@/words/signIn';

export interface NewStoreProps {
  mayMake: boolean;
  /** Stores whose messages it may begin with. */
  models: readonly { id: string; name: string; languages: readonly string[] }[];
  /** Languages of what ships. */
  shipped: readonly string[];
  currencies: readonly string[];
  timeZones: readonly string[];
  start: { currency: string; timeZone: string; language: string };
  onMake: (input: unknown) => Promise<Result<{ storeId: string }>>;
}

export function NewStoreScreen({ mayMake, models, shipped, currencies, timeZones, start, onMake }: NewStoreProps) {
  const router = useRouter();
  const [form, setForm] = useState({ ...EMPTY_STORE, ...start });
  const [like, setLike] = useState('');
  const value = useMemo(() => ({ form, like }), [form, like]);
  const empty = JSON.stringify({ form: { ...EMPTY_STORE, ...start }, like: '' });
  const forget = useKeptChanges({
    key: 'new store',
    revision: 0,
    value,
    dirty: JSON.stringify(value) !== empty,
    enabled: mayMake,
    onBack: (back) => {
      setForm(back.form);
      setLike(back.like);
    },
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const model = models.find((m) => m.id === like);
  const languages = model ? [...new Set([...model.languages, ...shipped])] : shipped;
  const language = languages.includes(form.language) ? form.language : languages[0]!;
  const fields = { form: { ...form, language }, onChange: setForm, failure };

  const submit = async (e: FormEvent): Promise<void> => {
    e.preventDefault();
    setBusy(true);
    const result = await answered(
      onMake({ ...form, language, further: form.further.filter((l) => l !== language), ...(like !== '' && { like }) }),
    );
    if (!result.ok) {
      setFailure(result.error);
      setBusy(false);
      return;
    }
    forget();
    router.push(`/s/${result.value.storeId}/today`);
    router.refresh();
  };
  const choice = (value: string, label: string, note: string) => (
    <label key={value} className="flex items-start gap-2 py-1">
      <input
        type="radio"
        name="like"
        className="mt-1 size-4 shrink-0 accent-petrol"
        checked={like === value}
        onChange={() => setLike(value)}
      />
      <span>
        <span className="font-semibold">{label}</span>
        <span className="block text-slate">{note}</span>
      </span>
    </label>
  );

  if (!mayMake) {
    return (
      <Page title={say.newStore}>
        <p className="px-5 py-4 text-sm text-slate">{say.whoMayMake({ who: whoMay('store.make') })}</p>
      </Page>
    );
  }
  return (
    <Page title={say.newStore} note={say.newStoreNote}>
      <form
        onSubmit={(e) => void submit(e)}
        noValidate
        className="grid max-w-4xl gap-x-8 gap-y-3 px-5 py-4 text-sm sm:grid-cols-2 lg:min-h-0 lg:overflow-auto"
      >
        <div className="flex flex-col gap-3">
          <PanelTitle>{signIn.theStore}</PanelTitle>
          {failure && <Trouble>{failure.message}</Trouble>}
          <StoreNames {...fields} />
          <StoreTongue {...fields} {...{ languages, shipped }} there={model?.languages ?? []} />
          <StoreMoneyAndTime {...fields} {...{ currencies, timeZones }} />
        </div>
        <fieldset className="flex flex-col gap-1">
          <legend className="contents">
            <PanelTitle>{say.beginsWith}</PanelTitle>
          </legend>
          {choice('', say.whatShips, say.whatShipsNote)}
          {models.map((m) => choice(m.id, say.likeStore({ name: m.name }), say.likeStoreNote))}
          {problemAt(failure, '/like') && <p className="text-madder">{problemAt(failure, '/like')}</p>}
        </fieldset>
        <div className="sm:col-span-2">
          <button type="submit" className="btn btn-main" disabled={busy}>
            {busy ? signIn.makingTheStore : signIn.makeTheStore}
          </button>
        </div>
      </form>
    </Page>
  );
}
