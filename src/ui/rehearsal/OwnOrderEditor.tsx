'use client';
/** An order that is written step by step for rehearsals: who orders what, and what happens then. */
import { ArrowUp, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { OwnForeseen, SaveOwn } from '@/contract/rehearsal';
import { countryName } from '@/core/names';
import type { OwnScript } from '@/core/rehearsal/own';
import { STEP_KINDS, type StepKind, type Told } from '@/core/rehearsal/steps';
import type { Failure, Result } from '@/core/result';
import { inEachLanguage } from '@/words/speak';
import { Check } from '../parts/Check';
import { Field, Pick, Search, Segments } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered, corrected, problemAt } from '../parts/result';
import { useForecast } from '../parts/useForecast';
import { useKeptChanges } from '../parts/useKeptChanges';
import { OwnForeseenList } from './OwnForeseenList';
import { say } from '@/words/ownOrders';
import { say as common } from '@/words/common';

/** What an order can be written of. */
export interface OwnChoices {
  languages: { id: string; name: string }[];
  channels: { id: string; name: string }[];
  goods: { sku: string; name: string; category: string }[];
  places: string[];
  payments: string[];
}

const STEP_WORDS: Readonly<Record<StepKind, string>> = inEachLanguage(() => ({
  invoice: say.stepInvoice,
  'payment-fails': say.stepPaymentFails,
  'pays-half': say.stepPaysHalf,
  pays: say.stepPays,
  delay: say.stepDelay,
  pause: say.stepPause,
  'sends-part': say.stepSendsPart,
  sends: say.stepSends,
  follows: say.stepFollows,
  ready: say.stepReady,
  arrives: say.stepArrives,
  returns: say.stepReturns,
  'refunds-piece': say.stepRefundsPiece,
  'refunds-half': say.stepRefundsHalf,
  'refunds-rest': say.stepRefundsRest,
  'refunds-goods': say.stepRefundsGoods,
  'cancels-piece': say.stepCancelsPiece,
  cancels: say.stepCancels,
  note: say.stepNote,
  files: say.stepFiles,
  answers: say.stepAnswers,
}));

/** Steps of which the shop can tell more or less. */
const TELLING: readonly StepKind[] = ['payment-fails', 'delay', 'pause', 'sends-part', 'sends', 'cancels'];

interface Written {
  name: string;
  /** Hours and quantities as they are typed. */
  script: Omit<OwnScript, 'basket' | 'steps'> & {
    basket: { sku: string; quantity: string }[];
    steps: { do: StepKind; after: string; told: Told }[];
  };
}

const written = (name: string, { basket, steps, ...rest }: OwnScript): Written => ({
  name,
  script: {
    ...rest,
    basket: basket.map((b) => ({ ...b, quantity: String(b.quantity) })),
    steps: steps.map((s) => ({ ...s, after: String(s.after) })),
  },
});

/** As it is sent; a number that cannot be read is refused there with its place. */
const read = ({ basket, steps, ...rest }: Written['script']): OwnScript => ({
  ...rest,
  basket: basket.map((b) => ({ ...b, quantity: b.quantity.trim() === '' ? 0 : Number(b.quantity) })),
  steps: steps.map((s) => ({ ...s, after: s.after.trim() === '' ? -1 : Number(s.after) })),
});

const isWhole = ({ basket, steps }: OwnScript): boolean =>
  basket.length > 0 &&
  basket.every((b) => Number.isInteger(b.quantity) && b.quantity > 0) &&
  steps.every((s) => Number.isInteger(s.after) && s.after >= 0);

export function OwnOrderEditor({
  base,
  id,
  revision,
  name,
  script,
  choices,
  onSave,
  onForesee,
  onSaved,
  children,
}: {
  base: string;
  /** Of one that is kept already. */
  id?: string;
  revision?: number;
  name: string;
  script: OwnScript;
  choices: OwnChoices;
  onSave: (wanted: SaveOwn) => Promise<Result<{ id: string }>>;
  onForesee: (script: OwnScript) => Promise<Result<OwnForeseen>>;
  onSaved: (id: string) => void;
  /** What else can be done with it. */
  children?: React.ReactNode;
}) {
  const first = useMemo(() => written(name, script), [name, script]);
  const [now, setNow] = useState(first);
  const [failure, setFailure] = useState<Failure>();
  const [busy, setBusy] = useState(false);
  const dirty = JSON.stringify(now) !== JSON.stringify(first);
  const forget = useKeptChanges({
    key: `${base}/rehearsal/orders ${id ?? 'new'}`,
    revision: revision ?? 0,
    value: now,
    dirty,
    enabled: true,
    onBack: setNow,
  });
  const asked = read(now.script);
  const foreseen = useForecast(isWhole(asked) ? asked : undefined, onForesee);
  const change = (to: Partial<Written['script']>, path?: string): void => {
    setNow((was) => ({ ...was, script: { ...was.script, ...to } }));
    if (path) setFailure((f) => corrected(f, `/script/${path}`));
  };
  const troubleAt = (path: string): string | undefined =>
    problemAt(failure, `/script/${path}`) ?? foreseen?.troubles.find((t) => t.path === `/${path}`)?.message;
  const save = async (): Promise<void> => {
    setBusy(true);
    setFailure(undefined);
    const result = await answered(
      onSave({ ...(id !== undefined && { id, revision }), name: now.name.trim(), script: asked }),
    );
    setBusy(false);
    if (!result.ok) return setFailure(result.error);
    forget();
    onSaved(result.value.id);
  };
  const { language, channel, guest, paid, told, payment, place, country, basket, steps } = now.script;
  return (
    <form
      className="text-sm lg:grid lg:h-full lg:min-h-0 lg:grid-cols-[minmax(0,3fr)_minmax(0,2fr)]"
      onSubmit={(e) => {
        e.preventDefault();
        void save();
      }}
    >
      <div className="flex flex-col gap-4 px-5 py-4 lg:min-h-0 lg:overflow-auto">
        {failure && <Trouble>{failure.message}</Trouble>}
        <Field label={say.name} problem={problemAt(failure, '/name')}>
          {(ids) => (
            <input
              {...ids}
              className="input"
              maxLength={120}
              value={now.name}
              onChange={(e) => {
                setNow({ ...now, name: e.target.value });
                setFailure((f) => corrected(f, '/name'));
              }}
            />
          )}
        </Field>
        <div className="flex flex-wrap items-center gap-2">
          <button
            type="submit"
            className="btn btn-main"
            disabled={busy || now.name.trim() === '' || basket.length === 0}
          >
            {common.save}
          </button>
          {dirty && <span className="text-slate">{say.notSaved}</span>}
          <span className="ms-auto flex gap-2">{children}</span>
        </div>
        <div className="grid gap-3 sm:grid-cols-2">
          <Field label={say.language} problem={troubleAt('language')}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-full"
                value={language}
                choices={choices.languages.map((l) => ({ value: l.id, label: l.name }))}
                onChange={(value) => change({ language: value }, 'language')}
              />
            )}
          </Field>
          <Field label={common.channel} problem={troubleAt('channel')}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-full"
                value={channel}
                choices={choices.channels.map((c) => ({ value: c.id, label: c.name }))}
                onChange={(value) => change({ channel: value }, 'channel')}
              />
            )}
          </Field>
          <Field label={say.paysBy} problem={troubleAt('payment')}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-full"
                value={payment}
                choices={usualOr(choices.payments, payment)}
                onChange={(value) => change({ payment: value }, 'payment')}
              />
            )}
          </Field>
          <Field label={say.leavesFrom} problem={troubleAt('place')}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-full"
                value={place}
                choices={usualOr(choices.places, place)}
                onChange={(value) => change({ place: value }, 'place')}
              />
            )}
          </Field>
          <Field
            label={say.country}
            problem={troubleAt('country')}
            hint={/^[A-Z]{2}$/.test(country) ? countryName(country) : say.countryHint}
          >
            {(ids) => (
              <input
                {...ids}
                className="input"
                maxLength={2}
                value={country}
                onChange={(e) => change({ country: e.target.value.toUpperCase() }, 'country')}
              />
            )}
          </Field>
          <div className="flex flex-col gap-1.5 self-center">
            <Check label={say.asGuest} on={guest} onChange={(on) => change({ guest: on })} />
            <Check label={say.paidAtOnce} on={paid} onChange={(on) => change({ paid: on })} />
            <Check
              label={say.tellsAll}
              on={told === 'all'}
              onChange={(on) => change({ told: on ? 'all' : 'little' })}
            />
          </div>
        </div>
        <section aria-label={say.goods} className="flex flex-col gap-2">
          <PanelTitle>{say.goods}</PanelTitle>
          <ul>
            {basket.map((line, i) => {
              const product = choices.goods.find((g) => g.sku === line.sku);
              const problem = troubleAt(`basket/${i}/sku`) ?? troubleAt(`basket/${i}/quantity`);
              const called = product?.name ?? line.sku;
              return (
                <li key={line.sku} className="flex flex-wrap items-center gap-2 border-b border-rule py-1">
                  <input
                    className="input w-20"
                    inputMode="numeric"
                    aria-label={say.quantityOf({ name: called })}
                    aria-invalid={problem ? true : undefined}
                    value={line.quantity}
                    onChange={(e) =>
                      change({ basket: basket.with(i, { ...line, quantity: e.target.value }) }, `basket/${i}`)
                    }
                  />
                  <span className="min-w-0 flex-1">{called}</span>
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-label={say.removeOf({ name: called })}
                    onClick={() => change({ basket: basket.filter((b) => b !== line) }, 'basket')}
                  >
                    <X size={14} aria-hidden />
                  </button>
                  {problem && <p className="w-full text-xs text-madder">{problem}</p>}
                </li>
              );
            })}
          </ul>
          <Field label={say.addGoods} problem={troubleAt('basket')}>
            {(ids) => (
              <Search
                id={ids.id}
                value={null}
                placeholder={say.nameOrCategory}
                choices={choices.goods
                  .filter((g) => !basket.some((b) => b.sku === g.sku))
                  .map((g) => ({ value: g.sku, label: g.name, note: g.category }))}
                adding
                onChange={(sku) => change({ basket: [...basket, { sku, quantity: '1' }] }, 'basket')}
              />
            )}
          </Field>
        </section>
        <section aria-label={say.steps} className="flex flex-col gap-2">
          <PanelTitle>{say.steps}</PanelTitle>
          <ol>
            {steps.map((step, i) => {
              const problem = troubleAt(`steps/${i}`) ?? troubleAt(`steps/${i}/after`);
              const set = (to: Partial<typeof step>): void =>
                change({ steps: steps.with(i, { ...step, ...to }) }, `steps/${i}`);
              return (
                <li key={i} className="flex flex-wrap items-center gap-2 border-b border-rule py-1.5">
                  <span className="w-5 text-slate tabular-nums">{i + 1}</span>
                  <input
                    className="input w-16"
                    inputMode="numeric"
                    aria-label={say.hoursBefore({ step: i + 1 })}
                    aria-invalid={problem ? true : undefined}
                    value={step.after}
                    onChange={(e) => set({ after: e.target.value })}
                  />
                  <span className="text-slate">{say.hours}</span>
                  <Pick
                    className="min-w-52 flex-1"
                    label={say.whatHappens({ step: i + 1 })}
                    value={step.do}
                    choices={STEP_KINDS.map((kind) => ({ value: kind, label: STEP_WORDS[kind] }))}
                    onChange={(kind) => set({ do: kind })}
                  />
                  <button
                    type="button"
                    className="btn btn-quiet"
                    disabled={i === 0}
                    aria-label={say.earlier({ step: i + 1 })}
                    onClick={() => change({ steps: steps.with(i, steps[i - 1]!).with(i - 1, step) }, 'steps')}
                  >
                    <ArrowUp size={14} aria-hidden />
                  </button>
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-label={say.removeStep({ step: i + 1 })}
                    onClick={() => change({ steps: steps.filter((s) => s !== step) }, 'steps')}
                  >
                    <X size={14} aria-hidden />
                  </button>
                  {TELLING.includes(step.do) && (
                    <div className="w-full ps-7">
                      <Segments
                        label={say.toldHow({ step: i + 1 })}
                        value={step.told}
                        choices={[
                          { value: 'all', label: say.inFull },
                          { value: 'little', label: say.inShort },
                        ]}
                        onChange={(how) => set({ told: how })}
                      />
                    </div>
                  )}
                  {problem && (
                    <p role="alert" className="w-full ps-7 text-xs text-madder">
                      {problem}
                    </p>
                  )}
                </li>
              );
            })}
          </ol>
          <div>
            <button
              type="button"
              className="btn"
              disabled={steps.length >= 40}
              onClick={() => change({ steps: [...steps, { do: nextOf(steps), after: '24', told: 'all' }] })}
            >
              {say.addStep}
            </button>
          </div>
        </section>
      </div>
      <div className="border-rule bg-panel px-5 py-4 max-lg:border-t lg:min-h-0 lg:overflow-auto lg:border-s">
        <OwnForeseenList foreseen={foreseen} />
      </div>
    </form>
  );
}

/** What usually follows on what there is already. */
function nextOf(steps: Written['script']['steps']): StepKind {
  const done = steps.at(-1)?.do;
  if (done === 'sends' || done === 'ready' || done === 'sends-part') return 'arrives';
  return done === undefined || done === 'pays' || done === 'invoice' ? 'sends' : 'note';
}

const usualOr = (names: readonly string[], chosen: string): { value: string; label: string }[] => [
  { value: '', label: say.theUsual },
  ...[...new Set([...names, ...(chosen ? [chosen] : [])])].map((name) => ({ value: name, label: name })),
];
