'use client';
/** The versions of a notification, in the order in which they are tried, and which of them an order gets. */
import Link from '../parts/Link';
import { useState } from 'react';
import { conditionWords, type Condition } from '@/core/conditions';
import type { NotificationSettings, TriedNotification, TriedVariant } from '@/core/plan';
import type { Failure } from '@/core/result';
import { ConditionForm, type ConditionFormProps } from '../conditions/ConditionForm';
import { Check } from '../parts/Check';
import { Field } from '../parts/fields';
import { Mark, type Tone } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { problemAt } from '../parts/result';
import type { NotificationView, NotificationStore } from '@/contract/notifications';
import { namesOf } from './types';

type Variant = NotificationSettings['variants'][number];

export interface VariantsPartProps {
  base: string;
  store: NotificationStore;
  kept: NotificationView['variants'];
  variants: Variant[];
  tried: TriedNotification | undefined;
  triedOn: ConditionFormProps['tried'];
  failure: Failure | undefined;
  editable: boolean;
  onChange: (variants: Variant[]) => void;
}

const VERDICTS: Record<TriedVariant['verdict'], Tone> = {
  taken: 'good',
  nothing: 'quiet',
  'does not fit': 'quiet',
  'comes later': 'quiet',
};

const verdictWords = (tried: TriedVariant, condition: boolean): string =>
  !condition && tried.verdict === 'comes later'
    ? 'not reached'
    : tried.verdict === 'nothing'
      ? 'nothing is sent'
      : VERDICT_WORDS[tried.verdict];

const VERDICT_WORDS: Record<TriedVariant['verdict'], string> = {
  taken: 'used',
  nothing: 'nothing is sent',
  'does not fit': 'no match',
  'comes later': 'not used: an earlier version matches',
};

export function VariantsPart(props: VariantsPartProps) {
  const { base, store, kept, variants, tried, triedOn, failure, editable, onChange } = props;
  const names = namesOf(store);
  const [open, setOpen] = useState<number>();
  const change = (i: number, part: Partial<Variant>): void =>
    onChange(variants.map((v, j) => (j === i ? withoutEmpty({ ...v, ...part }) : v)));
  const move = (i: number, by: -1 | 1): void => {
    const next = [...variants];
    [next[i], next[i + by]] = [next[i + by]!, next[i]!];
    onChange(next);
    setOpen(undefined);
  };
  const add = (): void => {
    const fresh: Variant = {
      name: '',
      nothing: false,
      when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] },
    };
    onChange([...variants.slice(0, -1), fresh, variants.at(-1)!]);
    setOpen(variants.length - 1);
  };
  return (
    <section aria-label="Versions">
      <div className="flex items-baseline">
        <PanelTitle>Versions, tried from the top</PanelTitle>
        {editable && (
          <button type="button" className="link ms-auto text-sm" onClick={add}>
            Add a version
          </button>
        )}
      </div>
      <ol className="mt-1 flex flex-col gap-1.5">
        {variants.map((variant, i) => {
          const last = i === variants.length - 1;
          const there = kept.find((k) => k.id === variant.id);
          const result = tried?.variants[i];
          const title = last ? 'Everyone else' : variant.name || 'A version without a name';
          const problem = failure?.problems.find((p) => p.path.startsWith(`/variants/${i}`))?.message;
          return (
            <li
              key={variant.id ?? `new-${i}`}
              aria-label={title}
              className={`border bg-sheet px-3 py-2 text-sm ${
                result?.verdict === 'taken' || result?.verdict === 'nothing' ? 'border-petrol' : 'border-rule'
              }`}
            >
              <div className="flex items-center gap-2">
                <span className="font-semibold">{title}</span>
                {variant.nothing && <span className="text-slate">sends nothing</span>}
                {result && (
                  <span className="flex items-center gap-1 text-xs">
                    <Mark tone={VERDICTS[result.verdict]} size={11} />
                    {verdictWords(result, tried?.condition?.holds ?? true)}
                  </span>
                )}
                <span className="ms-auto flex items-center gap-1 text-xs text-slate">
                  {!there
                    ? 'new: begins with the words for everybody'
                    : variant.nothing
                      ? ''
                      : `${there.edition ? `edition ${there.edition}` : 'not published'}${there.changed && there.edition ? ', draft to publish' : ''}`}
                </span>
                {there && !variant.nothing && (
                  <Link className="link" href={`${base}/desk/${there.address}`}>
                    Words
                  </Link>
                )}
                {editable && !last && (
                  <>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={`Move ${title} up`}
                      disabled={i === 0}
                      onClick={() => move(i, -1)}
                    >
                      ↑
                    </button>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={`Move ${title} down`}
                      disabled={i === variants.length - 2}
                      onClick={() => move(i, 1)}
                    >
                      ↓
                    </button>
                  </>
                )}
                {editable && (
                  <button
                    type="button"
                    className="btn btn-quiet"
                    aria-expanded={open === i}
                    onClick={() => setOpen(open === i ? undefined : i)}
                  >
                    {open === i ? 'Close' : 'Change'}
                  </button>
                )}
              </div>
              <p className="text-slate">
                {last
                  ? variants.length === 1
                    ? 'For all orders.'
                    : 'When no version above fits.'
                  : variant.when
                    ? `When ${conditionWords(variant.when, names)}.`
                    : 'Without a condition.'}
              </p>
              {result && result.verdict === 'does not fit' && result.tried && (
                <p className="text-xs text-slate">
                  {result.tried.tests
                    .filter((t) => !t.holds)
                    .map((t) => `${triedOn?.orderNumber ?? 'The order'} has ${t.found}`)
                    .join('; ')}
                </p>
              )}
              {problem && open !== i && <p className="text-xs text-madder">{problem}</p>}
              {open === i && (
                <div className="mt-2 flex flex-col gap-2">
                  {!last && (
                    <Field label="Name of the version" problem={problemAt(failure, `/variants/${i}/name`)}>
                      {(ids) => (
                        <input
                          {...ids}
                          className="input max-w-80"
                          value={variant.name}
                          onChange={(e) => change(i, { name: e.target.value })}
                        />
                      )}
                    </Field>
                  )}
                  <Check
                    label="Send nothing to those it fits"
                    on={variant.nothing}
                    onChange={(nothing) => change(i, { nothing })}
                  />
                  {!last && (
                    <>
                      <ConditionForm
                        label="Condition"
                        condition={variant.when}
                        store={store}
                        names={names}
                        always="Without a condition it would fit everybody"
                        sentence={(when: Condition) => `Fits when ${conditionWords(when, names)}`}
                        tried={
                          triedOn && {
                            ...triedOn,
                            holds: `Fits ${triedOn.orderNumber}`,
                            holdsNot: `Does not fit ${triedOn.orderNumber}`,
                          }
                        }
                        onChange={(when) => change(i, { when })}
                      />
                      {problemAt(failure, `/variants/${i}/when`) && (
                        <p className="text-xs text-madder">{problemAt(failure, `/variants/${i}/when`)}</p>
                      )}
                      <button
                        type="button"
                        className="btn self-start"
                        onClick={() => {
                          onChange(variants.filter((_, j) => j !== i));
                          setOpen(undefined);
                        }}
                      >
                        Delete this version
                      </button>
                    </>
                  )}
                </div>
              )}
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function withoutEmpty({ when, ...rest }: Variant): Variant {
  return when ? { ...rest, when } : rest;
}
