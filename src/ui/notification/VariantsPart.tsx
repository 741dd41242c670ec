'use client';
/** The versions of a notification, in the order in which they are tried, and which of them an order gets. */
import Link from '../parts/Link';
import { useState } from 'react';
import { conditionWords, type Condition, type TestAbout } from '@/core/conditions';
import type { NotificationSettings, TriedNotification, TriedVariant } from '@/core/plan';
import type { Failure } from '@/core/result';
import { ConditionForm, type ConditionFormProps } from '../conditions/ConditionForm';
import { Check } from '../parts/Check';
import { Field, Pick } from '../parts/fields';
import { Mark, type Tone } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { problemAt } from '../parts/result';
import type { NotificationView, NotificationStore } from '@/contract/notifications';
import { namesOf } from './types';
import { inEachLanguage, listed } from '@/words/speak';
import { say } from '@/words/notification';
import { say as common } from '@/words/common';
import { say as follows } from '@/words/follows';

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
  /** It goes out. */
  on: boolean;
  /** What conditions can ask, when not everything. */
  abouts?: readonly TestAbout[] | undefined;
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
    ? say.notReached
    : tried.verdict === 'nothing'
      ? say.nothingIsSent
      : VERDICT_WORDS[tried.verdict];

const VERDICT_WORDS: Record<TriedVariant['verdict'], string> = inEachLanguage(() => ({
  taken: 'used',
  nothing: say.nothingIsSent,
  'does not fit': say.noMatch,
  'comes later': say.notUsedAnEarlierVersion,
}));

export function VariantsPart(props: VariantsPartProps) {
  const { base, store, kept, variants, tried, triedOn, failure, editable, onChange } = props;
  const names = namesOf(store);
  const [open, setOpen] = useState<number>();
  const change = (i: number, part: Partial<Variant>): void =>
    onChange(variants.map((v, j) => (j === i ? withoutEmpty({ ...v, ...part }) : v)));
  const followers = (id: string | undefined): string[] =>
    id === undefined ? [] : kept.filter((k) => k.follows === id && saved.includes(k.id)).map((k) => nameOf(k.id));
  const move = (i: number, by: -1 | 1): void => {
    const next = [...variants];
    [next[i], next[i + by]] = [next[i + by]!, next[i]!];
    onChange(next);
    setOpen(undefined);
  };
  /** Of a version that is there, by its id. */
  const nameOf = (id: string): string => {
    const at = variants.findIndex((v) => v.id === id);
    return at < 0 ? '' : at === variants.length - 1 ? say.everyoneElse : variants[at]!.name;
  };
  const saved = variants.flatMap((v) => v.id ?? []);
  const add = (): void => {
    const last = variants.at(-1)!.id!;
    const leads = kept.find((k) => k.id === last)?.follows ?? last;
    const fresh: Variant = {
      name: '',
      nothing: false,
      begins: { from: leads, follows: true },
      when: { match: 'all', tests: [{ about: 'customer', is: 'guest' }] },
    };
    onChange([...variants.slice(0, -1), fresh, variants.at(-1)!]);
    setOpen(variants.length - 1);
  };
  return (
    <section aria-label={say.versions}>
      <div className="flex items-baseline">
        <PanelTitle>{say.versionsTriedFromTheTop}</PanelTitle>
        {editable && (
          <button type="button" className="link ms-auto text-sm" onClick={add}>
            {say.addAVersion}
          </button>
        )}
      </div>
      <ol className="mt-1 flex flex-col gap-1.5">
        {variants.map((variant, i) => {
          const last = i === variants.length - 1;
          const there = kept.find((k) => k.id === variant.id);
          const result = tried?.variants[i];
          const title = last ? say.everyoneElse : variant.name || say.aVersionWithoutAName;
          const problem = failure?.problems.find((p) => p.path.startsWith(`/variants/${i}`))?.message;
          return (
            <li
              key={variant.id ?? `new-${i}`}
              aria-label={title}
              className={`border bg-sheet px-3 py-2 text-sm ${
                result?.verdict === 'taken' || result?.verdict === 'nothing' ? 'border-petrol' : 'border-rule'
              }`}
            >
              <div className="flex items-center gap-2 max-sm:flex-wrap">
                <span className="font-semibold">{title}</span>
                {variant.nothing && <span className="text-slate">{say.sendsNothing}</span>}
                {result && (
                  <span className="flex items-center gap-1 text-xs">
                    <Mark tone={VERDICTS[result.verdict]} size={11} />
                    {verdictWords(result, tried?.condition?.holds ?? true)}
                  </span>
                )}
                <span className="ms-auto flex items-center gap-1 text-xs text-slate">
                  {!there ? (
                    beginsWords(variant, nameOf)
                  ) : variant.nothing ? (
                    ''
                  ) : !there.edition ? (
                    props.on ? (
                      <span className="font-semibold text-madder">{say.onWithoutIt}</span>
                    ) : (
                      say.notPublished
                    )
                  ) : there.changed ? (
                    say.editionAndDraft({ edition: there.edition })
                  ) : (
                    say.editionEdition({ edition: there.edition })
                  )}
                </span>
                {there?.follows && !variant.nothing && (
                  <span className="text-xs text-slate">· {follows.followsName({ name: nameOf(there.follows) })}</span>
                )}
                {there && !variant.nothing && (
                  <Link className="link" href={`${base}/desk/${there.address}`}>
                    {say.words}
                  </Link>
                )}
                {editable && !last && (
                  <>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={say.moveTitleUp({ title })}
                      disabled={i === 0}
                      onClick={() => move(i, -1)}
                    >
                      ↑
                    </button>
                    <button
                      type="button"
                      className="btn btn-quiet"
                      aria-label={say.moveTitleDown({ title })}
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
                    {open === i ? common.close : say.change}
                  </button>
                )}
              </div>
              <p className="text-slate">
                {last
                  ? variants.length === 1
                    ? say.forAllOrders2
                    : say.whenNoVersionAboveFits
                  : variant.when
                    ? say.whenConditionWords({ conditionWords: conditionWords(variant.when, names) })
                    : say.withoutACondition}
              </p>
              {result && result.verdict === 'does not fit' && result.tried && (
                <p className="text-xs text-slate">
                  {result.tried.tests
                    .filter((t) => !t.holds)
                    .map((t) =>
                      say.orderNumberHasFound({ orderNumber: triedOn?.orderNumber ?? say.theOrder, found: t.found }),
                    )
                    .join('; ')}
                </p>
              )}
              {problem && open !== i && <p className="text-xs text-madder">{problem}</p>}
              {open === i && (
                <div className="mt-2 flex flex-col gap-2">
                  {!last && (
                    <Field label={say.nameOfTheVersion} problem={problemAt(failure, `/variants/${i}/name`)}>
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
                  {variant.begins && (
                    <Field label={follows.begins} problem={problemAt(failure, `/variants/${i}/begins`)}>
                      {(ids) => (
                        <Pick
                          id={ids.id}
                          className="max-w-96"
                          value={`${variant.begins!.follows ? 'follow' : 'copy'} ${variant.begins!.from}`}
                          choices={[
                            ...saved
                              .filter((id) => !kept.find((k) => k.id === id)?.follows)
                              .map((id) => ({ value: `follow ${id}`, label: follows.sameAs({ name: nameOf(id) }) })),
                            ...saved.map((id) => ({
                              value: `copy ${id}`,
                              label: follows.copyOf({ name: nameOf(id) }),
                            })),
                          ]}
                          onChange={(value) => {
                            const [how, from] = value.split(' ') as [string, string];
                            change(i, { begins: { from, follows: how === 'follow' } });
                          }}
                        />
                      )}
                    </Field>
                  )}
                  <Check
                    label={say.sendNothingToThoseIt}
                    on={variant.nothing}
                    onChange={(nothing) => change(i, { nothing })}
                  />
                  {!last && (
                    <>
                      <ConditionForm
                        label={say.condition}
                        condition={variant.when}
                        store={store}
                        names={names}
                        abouts={props.abouts}
                        always={say.withoutAConditionItWould}
                        sentence={(when: Condition) =>
                          say.fitsWhenConditionWords({ conditionWords: conditionWords(when, names) })
                        }
                        tried={
                          triedOn && {
                            ...triedOn,
                            holds: say.fitsOrderNumber({ orderNumber: triedOn.orderNumber }),
                            holdsNot: say.doesNotFitOrderNumber({ orderNumber: triedOn.orderNumber }),
                          }
                        }
                        onChange={(when) => change(i, { when })}
                      />
                      {problemAt(failure, `/variants/${i}/when`) && (
                        <p className="text-xs text-madder">{problemAt(failure, `/variants/${i}/when`)}</p>
                      )}
                      {followers(variant.id).length > 0 && (
                        <p className="text-xs">
                          {follows.willStandAlone({
                            n: followers(variant.id).length,
                            names: listed(followers(variant.id)),
                          })}
                        </p>
                      )}
                      <button
                        type="button"
                        className="btn self-start"
                        onClick={() => {
                          onChange(variants.filter((_, j) => j !== i));
                          setOpen(undefined);
                        }}
                      >
                        {say.deleteThisVersion}
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

/** What a new version begins as. */
function beginsWords({ begins }: Variant, nameOf: (id: string) => string): string {
  if (!begins) return '';
  const name = nameOf(begins.from);
  return begins.follows ? follows.beginsSame({ name }) : follows.beginsCopy({ name });
}

function withoutEmpty({ when, ...rest }: Variant): Variant {
  return when ? { ...rest, when } : rest;
}
