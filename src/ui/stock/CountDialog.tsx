'use client';
/** A product counted by hand, place by place, and from when on it is low: with what saving does, before it is done. */
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { CountEffect, SaveStock, StockRow } from '@/contract/stock';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Pick } from '../parts/fields';
import { Mark } from '../parts/marks';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, corrected, problemAt } from '../parts/result';
import { useForecast } from '../parts/useForecast';
import { useKeptForm } from '../parts/useKeptChanges';
import { LowAtField, readLowAt } from './LowAtField';
import { say } from '@/words/stock';
import { say as common } from '@/words/common';

export interface CountDialogProps {
  row: StockRow;
  places: readonly string[];
  onEffects: (wanted: SaveStock) => Promise<Result<CountEffect[]>>;
  onSave: (wanted: SaveStock) => Promise<Result<{ written: number }>>;
  onDone: () => void;
  onClose: () => void;
}

const WHOLE = /^-?\d{1,9}$/;

export function CountDialog({ row, places, onEffects, onSave, onDone, onClose }: CountDialogProps) {
  const begun = row.counts.length > 0 ? row.counts : [{ location: places[0] ?? '', left: undefined }];
  const [lowAt, setLowAt] = useState(row.lowAt === undefined ? '' : String(row.lowAt));
  const [counts, setCounts] = useState(
    begun.map(({ location, left }) => ({ location, typed: left === undefined ? '' : String(left) })),
  );
  const value = useMemo(() => ({ lowAt, counts }), [lowAt, counts]);
  const forget = useKeptForm(`count ${row.sku}`, value, (back) => {
    setLowAt(back.lowAt);
    setCounts(back.counts);
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const { wanted, problems } = read(row, lowAt, counts);
  const effects = useEffects(wanted, onEffects);
  const further = places.filter((p) => !counts.some((c) => c.location === p));

  const save = async (): Promise<void> => {
    if (problems.length > 0) {
      setFailure({ code: 'invalid', message: '', problems });
      return;
    }
    setBusy(true);
    const result = await answered(onSave(wanted));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    toast.success(result.value.written > 0 ? say.savedWritten({ n: result.value.written }) : say.saved);
    forget();
    onDone();
  };

  return (
    <Dialog
      open
      onClose={onClose}
      title={say.countName({ name: row.name })}
      foot={
        <>
          <button type="button" className="btn btn-quiet" onClick={onClose}>
            {common.close}
          </button>
          <button type="button" className="btn btn-main" disabled={busy} onClick={() => void save()}>
            {common.save}
          </button>
        </>
      }
    >
      <div className="flex flex-col gap-4 text-sm">
        {failure?.message && <Trouble>{failure.message}</Trouble>}
        {counts.map(({ location, typed }, i) => (
          <Field
            key={location}
            label={location === '' ? say.leftHere : say.leftHereAt({ place: location })}
            problem={problemAt(failure, `/counts/${i}/left`)}
          >
            {(ids) => (
              <input
                {...ids}
                className="input w-32"
                inputMode="numeric"
                value={typed}
                onChange={(e) => {
                  const { value } = e.target;
                  setCounts((all) => all.map((c, j) => (j === i ? { ...c, typed: value } : c)));
                  setFailure((f) => corrected(f, `/counts/${i}/left`));
                }}
              />
            )}
          </Field>
        ))}
        {further.length > 0 && (
          <Field label={say.addAPlace}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-64 max-w-full"
                value=""
                choices={[{ value: '', label: '–' }, ...further.map((p) => ({ value: p, label: p }))]}
                onChange={(location) => location && setCounts((all) => [...all, { location, typed: '' }])}
              />
            )}
          </Field>
        )}
        <LowAtField
          value={lowAt}
          problem={problemAt(failure, '/lowAt')}
          onChange={(typed) => {
            setLowAt(typed);
            setFailure((f) => corrected(f, '/lowAt'));
          }}
        />
        <section aria-label={say.whatSavingDoes} aria-live="polite">
          <PanelTitle>{say.whatSavingDoes}</PanelTitle>
          {wanted.counts.length === 0 && <p className="mt-1 text-slate">{say.nothingCounted}</p>}
          <ul className="mt-1">
            {effects.map(({ location, words, tells }) => (
              <li key={location} className="flex items-baseline gap-2">
                <Mark tone={tells ? 'waiting' : 'quiet'} size={12} />
                <span>{location === '' ? words : say.atPlace({ place: location, words })}</span>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </Dialog>
  );
}

/** What was typed as what is sent: counts that differ from what is known, and what is wrong, at its place. */
function read(
  row: StockRow,
  lowAt: string,
  counts: readonly { location: string; typed: string }[],
): { wanted: SaveStock; problems: Failure['problems'] } {
  const problems: Failure['problems'][number][] = [];
  const changed = counts.flatMap(({ location, typed }, i) => {
    const text = typed.trim();
    const known = row.counts.find((c) => c.location === location);
    if (text === '' && !known) return [];
    if (!WHOLE.test(text)) {
      problems.push({ path: `/counts/${i}/left`, message: say.enterAWholeNumber });
      return [];
    }
    return Number(text) === known?.left ? [] : [{ location, left: Number(text) }];
  });
  const threshold = readLowAt(lowAt);
  if (threshold === undefined) problems.push({ path: '/lowAt', message: say.enterAThreshold });
  return { wanted: { sku: row.sku, lowAt: threshold ?? null, counts: changed }, problems };
}

/** What saving would do, asked anew when something else is typed. */
const useEffects = (wanted: SaveStock, onEffects: CountDialogProps['onEffects']): CountEffect[] =>
  useForecast(wanted.counts.length === 0 ? undefined : wanted, onEffects) ?? [];
