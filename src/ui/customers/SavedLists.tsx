'use client';
/** Selections of the list of customers under names that everybody of the store sees: opened, kept, removed. */
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import type { CustomerFilterState, SavedList, SaveList } from '@/contract/customers';
import type { Failure, Result } from '@/core/result';
import { say } from '@/words/customers';
import { say as common } from '@/words/common';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { customersAddress } from './address';

export interface KeepingLists {
  onSaveList: (input: SaveList) => Promise<Result<SavedList>>;
  onRemoveList: (id: string) => Promise<Result<null>>;
}

const isSame = (a: CustomerFilterState, b: CustomerFilterState): boolean =>
  Object.entries(a).every(([key, value]) => b[key as keyof CustomerFilterState] === value);

export function SavedLists({
  base,
  filter,
  saved,
  keeping,
}: {
  base: string;
  filter: CustomerFilterState;
  saved: readonly SavedList[];
  /** Left out for who may not. */
  keeping?: KeepingLists | undefined;
}) {
  const router = useRouter();
  const [naming, setNaming] = useState(false);
  const shown = saved.find((s) => isSame(s.filter, filter));
  const narrowed = Object.values(filter).some((v) => v !== '');
  const remove = async ({ id, name }: SavedList): Promise<void> => {
    const result = await answered(keeping!.onRemoveList(id));
    if (result.ok) toast.success(say.selectionRemoved({ name }));
    else toast.error(result.error.message);
  };
  return (
    <>
      {saved.length > 0 && (
        <Pick
          label={say.savedSelections}
          className="w-48"
          value={shown?.id ?? ''}
          choices={[
            { value: '', label: narrowed ? say.savedSelections : say.allCustomers },
            ...saved.map((s) => ({ value: s.id, label: s.name })),
          ]}
          onChange={(id) => router.push(customersAddress(base, saved.find((s) => s.id === id)?.filter ?? {}))}
        />
      )}
      {keeping && shown && (
        <button type="button" className="btn" onClick={() => void remove(shown)}>
          {say.removeSelection}
        </button>
      )}
      {keeping && narrowed && !shown && (
        <button type="button" className="btn" onClick={() => setNaming(true)}>
          {say.saveSelection}
        </button>
      )}
      {keeping && naming && (
        <NameDialog {...{ filter, saved }} onSave={keeping.onSaveList} onClose={() => setNaming(false)} />
      )}
    </>
  );
}

function NameDialog({
  filter,
  saved,
  onSave,
  onClose,
}: {
  filter: CustomerFilterState;
  saved: readonly SavedList[];
  onSave: KeepingLists['onSaveList'];
  onClose: () => void;
}) {
  const [name, setName] = useState('');
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const replaces = saved.some((s) => s.name.toLowerCase() === name.trim().toLowerCase());
  const save = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onSave({ name, filter: { ...filter } }));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    toast.success(say.selectionSaved({ name: result.value.name }));
    onClose();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.saveThisSelection}
      foot={
        <>
          <button type="button" className="btn" onClick={onClose}>
            {common.close}
          </button>
          <button type="submit" form="saved-list" className="btn btn-main" disabled={busy || name.trim() === ''}>
            {common.save}
          </button>
        </>
      }
    >
      <form
        id="saved-list"
        className="flex flex-col gap-3 text-sm"
        onSubmit={(e) => {
          e.preventDefault();
          void save();
        }}
      >
        <p>{say.selectionNote}</p>
        <Field label={say.selectionName} problem={problemAt(failure, '/name')}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={120}
              value={name}
              onChange={(e) => {
                setName(e.target.value);
                setFailure(undefined);
              }}
            />
          )}
        </Field>
        {replaces && <p role="status">{say.selectionReplaces}</p>}
        {failure && !problemAt(failure, '/name') && <Trouble>{failure.message}</Trouble>}
      </form>
    </Dialog>
  );
}
