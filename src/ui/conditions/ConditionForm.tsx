'use client';
/** A condition: read as a sentence, built from a few choices, tried against an order. */
import {
  tryCondition,
  type Condition,
  type ConditionNames,
  type OrderFacts,
  type Test,
  type TestAbout,
} from '@/core/conditions';
import { Pick, Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import type { ConditionStore } from '@/contract/notifications';
import { ABOUT, freshTest, TestFields } from './TestFields';
import { say } from '@/words/conditions';

export interface ConditionFormProps {
  label: string;
  condition: Condition | undefined;
  store: ConditionStore;
  names: ConditionNames;
  /** What can be asked about, when not everything; a fresh test asks about the first. */
  abouts?: readonly TestAbout[] | undefined;
  /** What is so without a condition, and a condition as a sentence. */
  always: string;
  sentence: (condition: Condition) => string;
  /** The order it is tried against, with the words for its verdict. */
  tried?: { facts: OrderFacts; language: string; orderNumber: string; holds: string; holdsNot: string } | undefined;
  onChange: (condition: Condition | undefined) => void;
}

export function ConditionForm(props: ConditionFormProps) {
  const { label, condition, store, names, abouts, always, sentence, tried, onChange } = props;
  const choices = abouts
    ? abouts.map((a) => ABOUT.find((c) => c.value === a)!)
    : ABOUT.filter((c) => c.value !== 'supplier' || store.products.some((p) => p.supplier));
  const result = condition && tried && tryCondition(condition, tried.facts, tried.language, names);
  const asked = condition?.tests ?? [];
  const unasked = choices.find((c) => !asked.some((t) => t.about === c.value));
  const set = (tests: Test[], match = condition?.match ?? 'all'): void =>
    onChange(tests.length > 0 ? { match, tests } : undefined);
  return (
    <section aria-label={label} className="border-t border-rule pt-2">
      <div className="flex items-baseline">
        <h3 className="font-serif text-sm text-slate italic">{label}</h3>
        <button
          type="button"
          className="link ms-auto min-h-6 text-sm"
          onClick={() => set([...asked, freshTest((unasked ?? choices[0]!).value, store)])}
        >
          {say.addACondition}
        </button>
      </div>
      {!condition ? (
        <p className="text-sm">{always}</p>
      ) : (
        <>
          <p className="text-sm" data-testid="sentence">
            {sentence(condition)}.
          </p>
          {result && tried && (
            <p className="mt-1 flex items-center gap-1.5 text-sm font-semibold" data-testid="tried">
              <Mark tone={result.holds ? 'good' : 'quiet'} size={12} />
              {result.holds ? tried.holds : tried.holdsNot}
            </p>
          )}
          {condition.tests.length > 1 && (
            <div className="mt-2">
              <Segments
                label={say.match}
                value={condition.match}
                choices={[
                  { value: 'all', label: say.allConditions },
                  { value: 'any', label: say.anyCondition },
                ]}
                onChange={(match) => set(condition.tests, match)}
              />
            </div>
          )}
          <ul className="mt-2 flex flex-col gap-2">
            {condition.tests.map((test, i) => {
              const found = result?.tests[i];
              return (
                <li key={i} className="rounded-control border border-rule bg-sheet p-2">
                  <div className="flex items-center gap-1">
                    <Pick
                      label={say.conditionOn}
                      value={test.about}
                      choices={choices}
                      onChange={(about) => set(condition.tests.map((t, j) => (j === i ? freshTest(about, store) : t)))}
                    />
                    <button
                      type="button"
                      aria-label={say.removeLabel({
                        label: ABOUT.find((a) => a.value === test.about)?.label ?? test.about,
                      })}
                      className="btn btn-quiet"
                      onClick={() => set(condition.tests.filter((_, j) => j !== i))}
                    >
                      ×
                    </button>
                  </div>
                  <div className="mt-1.5 flex flex-col gap-1.5">
                    <TestFields
                      test={test}
                      store={store}
                      onChange={(next) => set(condition.tests.map((t, j) => (j === i ? next : t)))}
                    />
                  </div>
                  {found && tried && (
                    <p className="mt-1 text-xs text-slate">
                      {tried.orderNumber}: {found.found}. {found.holds ? say.conditionMet : say.conditionNotMet}
                    </p>
                  )}
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}
