'use client';
/** From when on the stock of all products of a category is low. */
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { SaveThreshold, StockPage } from '@/contract/stock';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Search } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { answered, corrected, problemAt } from '../parts/result';
import { useKeptForm } from '../parts/useKeptChanges';
import { LowAtField, readLowAt } from './LowAtField';
import { say } from '@/words/stock';
import { say as common } from '@/words/common';

export function ThresholdDialog({
  categories,
  onSave,
  onDone,
  onClose,
}: {
  categories: StockPage['categories'];
  onSave: (wanted: SaveThreshold) => Promise<Result<{ changed: number }>>;
  onDone: () => void;
  onClose: () => void;
}) {
  const [category, setCategory] = useState(categories[0]?.category ?? '');
  const [typed, setTyped] = useState('');
  const value = useMemo(() => ({ category, typed }), [category, typed]);
  const forget = useKeptForm('thresholds', value, (back) => {
    setCategory(back.category);
    setTyped(back.typed);
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const number = categories.find((c) => c.category === category)?.products ?? 0;
  const save = async (): Promise<void> => {
    const lowAt = readLowAt(typed);
    if (lowAt === undefined) {
      setFailure({ code: 'invalid', message: '', problems: [{ path: '/lowAt', message: say.enterAThreshold }] });
      return;
    }
    setBusy(true);
    const result = await answered(onSave({ category, lowAt }));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    toast.success(say.thresholdSet({ n: result.value.changed }));
    forget();
    onDone();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={say.changeThresholds}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy || category === ''} onClick={() => void save()}>
            {common.save}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure?.message && <Trouble>{failure.message}</Trouble>}
        <Field label={say.category}>
          {(ids) => (
            <Search
              id={ids.id}
              value={category}
              choices={categories.map((c) => ({
                value: c.category,
                label: c.category,
                note: say.categoryProducts({ n: c.products }),
              }))}
              onChange={setCategory}
            />
          )}
        </Field>
        <LowAtField
          value={typed}
          problem={problemAt(failure, '/lowAt')}
          onChange={(next) => {
            setTyped(next);
            setFailure((f) => corrected(f, '/lowAt'));
          }}
        />
        <p>{say.thresholdEffect({ n: number })}</p>
      </div>
    </Dialog>
  );
}
