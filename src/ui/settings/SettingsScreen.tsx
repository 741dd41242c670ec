'use client';
/** What the store has set about itself. What a change means is said before it is saved. */
import { useRouter } from 'next/navigation';
import { useState, type ReactNode } from 'react';
import { toast } from 'sonner';
import type { HolidaysFound, SaveSettings, StoreSettings } from '@/contract/settings';
import { RetentionSchema, type Retention } from '@/core/retention';
import type { Failure, Result } from '@/core/result';
import { Dialog, DialogFoot } from '../parts/Dialog';
import { Field } from '../parts/fields';
import { Page, PanelTitle, Trouble } from '../parts/Page';
import { answered, problemAt } from '../parts/result';
import { useKeptChanges } from '../parts/useKeptChanges';
import { StoreMoneyAndTime, TextField } from '../stores/StoreFields';
import { StoreTabs } from '../terms/StoreTabs';
import { DaysOffPart } from './DaysOffPart';
import { say } from '@/words/settings';
import { say as common } from '@/words/common';
import { say as terms } from '@/words/terms';
import { inEachLanguage } from '@/words/speak';

export interface SettingsProps {
  settings: StoreSettings;
  currencies: readonly string[];
  timeZones: readonly string[];
  base: string;
  mayEdit: boolean;
  onLook: (input: SaveSettings) => Promise<Result<string[]>>;
  onSave: (input: SaveSettings) => Promise<Result<null>>;
  onReadHolidays: (text: string) => Promise<Result<HolidaysFound>>;
}

const KEPT: readonly { kind: keyof Retention; label: string }[] = inEachLanguage(() => [
  { kind: 'bodies', label: say.bodies },
  { kind: 'dialogues', label: say.dialogues },
  { kind: 'events', label: say.events },
  { kind: 'people', label: say.people },
]);

export function SettingsScreen(props: SettingsProps) {
  const { settings: saved, base, mayEdit, onLook, onSave } = props;
  const router = useRouter();
  const [form, setForm] = useState(saved);
  // What the form began with: somebody may save other settings while this one is filled in.
  const [seen, setSeen] = useState(saved);
  const [follows, setFollows] = useState<string[]>();
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const dirty = JSON.stringify(form) !== JSON.stringify(seen);
  if (!dirty && JSON.stringify(saved) !== JSON.stringify(seen)) {
    setForm(saved);
    setSeen(saved);
  }
  useKeptChanges({
    ...{ key: `${base}/store/settings`, revision: JSON.stringify(seen), value: form },
    ...{ dirty, enabled: mayEdit, onBack: setForm },
  });
  const change = (next: StoreSettings): void => {
    setForm(next);
    setFailure(undefined);
  };
  const begin = (from: StoreSettings): void => {
    setForm(from);
    setSeen(from);
    setFailure(undefined);
  };
  const save = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onSave({ seen, next: form }));
    setBusy(false);
    setFollows(undefined);
    if (!result.ok) return setFailure(inForm(result.error));
    begin(form);
    router.refresh();
    toast.success(say.saved);
  };
  const look = async (): Promise<void> => {
    setBusy(true);
    const result = await answered(onLook({ seen, next: form }));
    setBusy(false);
    setFailure(result.ok ? undefined : inForm(result.error));
    if (result.ok && result.value.length > 0) setFollows(result.value);
    else if (result.ok) await save();
  };
  const fields = { form, failure, onChange: change };
  return (
    <Page
      title={terms.store}
      note={<StoreTabs base={base} part="settings" />}
      actions={
        mayEdit && (
          <>
            {dirty && (
              <button type="button" className="btn btn-quiet" onClick={() => begin(saved)}>
                {say.discard}
              </button>
            )}
            <button type="submit" form="settings" className="btn btn-main" disabled={!dirty || busy}>
              {busy ? common.saving : say.saveSettings}
            </button>
          </>
        )
      }
    >
      <form
        id="settings"
        noValidate
        className="lg:h-full lg:overflow-auto px-5 py-4"
        onSubmit={(e) => {
          e.preventDefault();
          void look();
        }}
      >
        {failure && (
          <div className="mb-4 max-w-5xl">
            <Trouble>
              {failure.message}
              {failure.code === 'conflict' && (
                <button type="button" className="link ms-2" onClick={() => begin(saved)}>
                  {say.lookAgain}
                </button>
              )}
            </Trouble>
          </div>
        )}
        <fieldset disabled={!mayEdit} className="grid max-w-5xl gap-x-10 gap-y-6 lg:grid-cols-2">
          <Part title={say.theStore} note={say.theStoreNote}>
            <TextField {...fields} name="name" label={say.name} />
            <TextField {...fields} name="url" label={say.url} />
            <TextField {...fields} name="email" label={say.email} type="email" />
            <TextField {...fields} name="phone" label={say.phone} type="tel" />
            <TextField {...fields} name="address" label={say.address} hint={say.addressHint} />
          </Part>
          <DaysOffPart
            holidays={form.holidays}
            problem={(path) => problemAt(failure, path)}
            mayEdit={mayEdit}
            onChange={(holidays) => change({ ...form, holidays })}
            onRead={props.onReadHolidays}
          />
          <Part title={say.moneyAndTime}>
            <StoreMoneyAndTime {...fields} currencies={props.currencies} timeZones={props.timeZones} />
          </Part>
          <Part title={say.ordersMadeHere} note={say.ordersMadeHereNote}>
            <TextField
              {...fields}
              onChange={(next) => change({ ...next, ownOrders: next.ownOrders.toUpperCase() })}
              name="ownOrders"
              label={say.ownOrders}
              hint={say.ownOrdersHint({ example: `${form.ownOrders}1042` })}
            />
          </Part>
          <Part title={say.howLong} note={say.howLongNote}>
            <div className="grid gap-3 sm:grid-cols-2">
              {KEPT.map(({ kind, label }) => (
                <Days
                  key={kind}
                  label={label}
                  kind={kind}
                  retention={form.retention}
                  problem={problemAt(failure, `/retention/${kind}`)}
                  onChange={(retention) => change({ ...form, retention })}
                />
              ))}
            </div>
          </Part>
        </fieldset>
      </form>
      {follows && (
        <Dialog
          open
          onClose={() => setFollows(undefined)}
          title={say.whatFollows}
          foot={
            <DialogFoot
              label={say.saveSettings}
              busy={busy}
              onDo={() => void save()}
              onClose={() => setFollows(undefined)}
            />
          }
        >
          <ul className="flex list-disc flex-col gap-1.5 ps-4 text-sm">
            {follows.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
        </Dialog>
      )}
    </Page>
  );
}

/** Problems with their places in the form, whoever found them: the shape of what goes in has it as `next`. */
const inForm = (failure: Failure): Failure => ({
  ...failure,
  problems: failure.problems.map((p) => ({ ...p, path: p.path.replace(/^\/next\//, '/') })),
});

function Part({ title, note, children }: { title: string; note?: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="flex min-w-0 flex-col gap-3">
      <PanelTitle>{title}</PanelTitle>
      {note && <p className="-mt-2 text-sm text-slate">{note}</p>}
      {children}
    </section>
  );
}

/** A number of days within what is allowed; while it is empty, the last that was typed is kept. */
function Days({
  kind,
  label,
  retention,
  problem,
  onChange,
}: {
  kind: keyof Retention;
  label: string;
  retention: Retention;
  problem: string | undefined;
  onChange: (retention: Retention) => void;
}) {
  const [text, setText] = useState<string>();
  const { minimum, maximum } = RetentionSchema.properties[kind];
  return (
    <Field label={label} problem={problem}>
      {(ids) => (
        <input
          {...ids}
          className="input w-24"
          type="number"
          min={minimum}
          max={maximum}
          value={text ?? retention[kind]}
          onBlur={() => setText(undefined)}
          onChange={(e) => {
            setText(e.target.value);
            const days = Math.round(Number(e.target.value));
            if (e.target.value.trim() !== '' && Number.isFinite(days)) onChange({ ...retention, [kind]: days });
          }}
        />
      )}
    </Field>
  );
}
