'use client';
/** A series of codes made or changed. */
import { useMemo, useState } from 'react';
import { toast } from 'sonner';
import type { SaveSeries, SeriesOnScreen } from '@/contract/codes';
import { sampleCodeOf } from '@/core/codes';
import type { Failure, Result } from '@/core/result';
import { Dialog } from '../parts/Dialog';
import { Field, Segments } from '../parts/fields';
import { Trouble } from '../parts/Page';
import { useKeptForm } from '../parts/useKeptChanges';
import { answered, corrected, problemAt } from '../parts/result';
import { say } from '@/words/codes';
import { say as common } from '@/words/common';
import { ConditionFields, TextField, ValueFields, type CodeChoices } from './CodeFields';
import { savedWords } from './CodeDialog';
import { Typed, typedCode } from './codeForm';
import { FormFoot } from './FormFoot';
import { PromisedBy } from './PromisedBy';

export interface SeriesDialogProps {
  base: string;
  series: SeriesOnScreen | undefined;
  choices: CodeChoices;
  onSave: (series: SaveSeries) => Promise<Result<{ id: string; added: number; released: number }>>;
  onDone: () => void;
  onClose: () => void;
}

export function SeriesDialog({ base, series, choices, onSave, onDone, onClose }: SeriesDialogProps) {
  const { currency } = choices;
  const [form, setForm] = useState({
    name: series?.name ?? '',
    prefix: series?.prefix ?? '',
    per: series?.per ?? ('customer' as const),
    supply: series?.supply ?? ('made' as const),
    endsOn: series?.endsOn ?? '',
    days: series?.days === undefined ? '' : String(series.days),
    most: series?.most === undefined ? '' : String(series.most),
    codes: '',
  });
  const [typed, setTyped] = useState(typedCode(series?.takesOff, series?.conditions ?? {}, currency));
  const value = useMemo(() => ({ form, typed }), [form, typed]);
  const forget = useKeptForm(`series ${series?.id ?? ''}`, value, (back) => {
    setForm(back.form);
    setTyped(back.typed);
  });
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const set = (change: Partial<typeof form>): void => {
    setForm((f) => ({ ...f, ...change }));
    setFailure((f) => corrected(f, `/${Object.keys(change)[0]}`));
  };
  const save = async (): Promise<void> => {
    const read = new Typed();
    const days = read.count('/days', form.days);
    const most = form.supply === 'made' ? read.count('/most', form.most) : undefined;
    const takesOff = read.takesOff(typed, currency);
    const { customer: _nobody, perCustomer: _once, ...conditions } = read.conditions(typed, currency);
    const body: SaveSeries = {
      ...(series && { id: series.id }),
      name: form.name.trim(),
      prefix: form.supply === 'made' ? form.prefix : '',
      per: form.per,
      supply: form.supply,
      takesOff,
      conditions,
      ...(form.endsOn && { endsOn: form.endsOn }),
      ...(days !== undefined && { days }),
      ...(most !== undefined && { most }),
      ...(form.supply === 'brought' && form.codes.trim() !== '' && { codes: form.codes }),
    };
    if (read.problems.length > 0) {
      setFailure({ code: 'invalid', message: say.correctTheMarked, problems: read.problems });
      return;
    }
    setBusy(true);
    const result = await answered(onSave(body));
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    const { added, released } = result.value;
    toast.success(added > 0 ? say.codesAdded({ name: body.name, n: added }) : savedWords(body.name, released));
    onDone();
  };
  return (
    <Dialog
      open
      onClose={onClose}
      title={series ? say.editSeries({ name: series.name }) : say.newSeries}
      foot={
        <FormFoot
          busy={busy}
          label={series ? common.save : say.addSeries}
          onSave={() => void save()}
          onClose={() => {
            forget();
            onClose();
          }}
        />
      }
    >
      <div className="flex flex-col gap-3">
        {failure && <Trouble>{failure.message}</Trouble>}
        <TextField
          label={say.name}
          hint={say.seriesNameHint}
          path="/name"
          failure={failure}
          value={form.name}
          onChange={(name) => set({ name })}
        />
        <Supply {...{ form, failure }} fixed={series !== undefined} onChange={set} />
        <div role="group" aria-label={say.whoGetsOne}>
          <div className="mb-1 text-sm text-slate">{say.whoGetsOne}</div>
          <Segments
            label={say.whoGetsOne}
            value={form.per}
            choices={[
              { value: 'customer', label: say.eachCustomer },
              { value: 'order', label: say.eachOrder },
            ]}
            onChange={(per) => set({ per })}
          />
          <p className={`mt-1 text-xs ${problemAt(failure, '/per') ? 'text-madder' : 'text-slate'}`}>
            {problemAt(failure, '/per') ?? (form.per === 'customer' ? say.eachCustomerHint : say.eachOrderHint)}
          </p>
        </div>
        <ValueFields {...{ typed, currency, failure }} onChange={setTyped} />
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label={say.validDays}
            path="/days"
            failure={failure}
            value={form.days}
            onChange={(days) => set({ days })}
          />
          <TextField
            label={say.lastDay}
            path="/endsOn"
            type="date"
            failure={failure}
            value={form.endsOn}
            onChange={(endsOn) => set({ endsOn })}
          />
        </div>
        <ConditionFields {...{ typed, choices, failure }} single onChange={setTyped} />
        {series && series.given > 0 && <p className="text-sm text-slate">{say.givenStay({ n: series.given })}</p>}
        {series && series.promisedBy.length > 0 && (
          <div className="text-sm">
            <div className="mb-1 text-slate">{say.promisedByLive}</div>
            <PromisedBy base={base} by={series.promisedBy} />
          </div>
        )}
      </div>
    </Dialog>
  );
}

interface SupplyForm {
  supply: 'made' | 'brought';
  prefix: string;
  most: string;
  codes: string;
}

/** Where the codes come from: made here, or the shop's own. */
function Supply({
  form,
  failure,
  fixed,
  onChange,
}: {
  form: SupplyForm;
  failure: Failure | undefined;
  fixed: boolean;
  onChange: (change: Partial<SupplyForm>) => void;
}) {
  return (
    <>
      {!fixed && (
        <div role="group" aria-label={say.whereCodesComeFrom}>
          <div className="mb-1 text-sm text-slate">{say.whereCodesComeFrom}</div>
          <Segments
            label={say.whereCodesComeFrom}
            value={form.supply}
            choices={[
              { value: 'made', label: say.madeInLibellus },
              { value: 'brought', label: say.fromTheShop },
            ]}
            onChange={(supply) => onChange({ supply })}
          />
          <p className="mt-1 text-xs text-slate">{form.supply === 'made' ? say.madeHint : say.broughtHint}</p>
        </div>
      )}
      {form.supply === 'made' ? (
        <div className="grid grid-cols-2 gap-3">
          <TextField
            label={say.begin}
            hint={say.forExample({ code: sampleCodeOf({ prefix: form.prefix }) })}
            path="/prefix"
            failure={failure}
            value={form.prefix}
            onChange={(prefix) => onChange({ prefix: prefix.toUpperCase() })}
          />
          <TextField
            label={say.mostCodes}
            hint={say.asOftenAsOneLikes}
            path="/most"
            failure={failure}
            value={form.most}
            onChange={(most) => onChange({ most })}
          />
        </div>
      ) : (
        <Field label={fixed ? say.addCodesOneALine : say.codesOneALine} problem={problemAt(failure, '/codes')}>
          {(ids) => (
            <textarea
              {...ids}
              className="input h-28 w-full font-mono text-xs"
              spellCheck={false}
              value={form.codes}
              onChange={(e) => onChange({ codes: e.target.value })}
            />
          )}
        </Field>
      )}
    </>
  );
}
