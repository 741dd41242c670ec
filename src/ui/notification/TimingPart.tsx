'use client';
/** When a notification goes out: at once, or once for each of a row of waits, until something ends it. */
import { momentOf } from '@/core/moments';
import { timerOf } from '@/core/moments/registry';
import type { Failure } from '@/core/result';
import {
  dueTimes,
  END_WORDS,
  ENDS,
  isWhole,
  ROW_MAX,
  timingWords,
  WAIT_UNITS,
  type Schedule,
  type Timing,
  type WaitUnit,
} from '@/core/time';
import { Check } from '../parts/Check';
import { Pick } from '../parts/fields';
import { useDaysOff } from '../parts/daysOff';
import { Time } from '../parts/format';
import { PanelTitle } from '../parts/Page';
import { problemAt } from '../parts/result';
import { say } from '@/words/notification';
import { Said } from '../parts/Said';
import { inEachLanguage } from '@/words/speak';

const UNIT_WORDS: Record<WaitUnit, string> = inEachLanguage(() => ({
  minutes: say.unitMinutes,
  hours: say.unitHours,
  days: say.unitDays,
  'working-days': say.unitWorkingDays,
  weeks: say.unitWeeks,
}));
const UNITS = inEachLanguage(() => WAIT_UNITS.map((u) => ({ value: u, label: UNIT_WORDS[u] })));

/** Waits that are offered for one more of a row: a day, three, five, and so on. */
const NEXT: Timing[] = [
  { wait: { amount: 24, unit: 'hours' } },
  { wait: { amount: 3, unit: 'days' } },
  { wait: { amount: 5, unit: 'days' } },
  { wait: { amount: 1, unit: 'weeks' } },
  { wait: { amount: 2, unit: 'weeks' } },
  { wait: { amount: 3, unit: 'weeks' } },
];

export interface TimingPartProps {
  moment: string;
  schedule: Schedule;
  zone: string;
  /** "If it happened now": read once, when the screen opens. */
  now: number;
  failure: Failure | undefined;
  onChange: (schedule: Schedule) => void;
}

export function TimingPart({ moment, schedule, zone, now, failure, onChange }: TimingPartProps) {
  const { row, ends } = schedule;
  const daysOff = useDaysOff();
  const set = (next: Timing[]): void => onChange({ ...schedule, row: next });
  const change = (i: number, timing: Timing): void => set(row.map((t, j) => (j === i ? timing : t)));
  const timer = timerOf(moment);
  // Half-typed, it has no times yet.
  const due = row.every(isWhole) ? dueTimes(schedule, now, zone, daysOff) : undefined;
  const started = timer ? (momentOf(timer.starts[0]!)?.words ?? '') : (momentOf(moment)?.words ?? '');
  const endProblem = failure?.problems.find((p) => p.path.startsWith('/schedule/ends'))?.message;
  const rowProblem = problemAt(failure, '/schedule/row');
  return (
    <section aria-label={say.when}>
      <PanelTitle>{say.when}</PanelTitle>
      {row.length === 0 && <p className="mt-1 text-sm">{say.atOnceStarted({ started })}</p>}
      <ol className="mt-1 flex flex-col gap-1.5">
        {row.map((timing, i) => {
          const problem = failure?.problems.find((p) => p.path.startsWith(`/schedule/row/${i}`))?.message;
          return (
            <li key={i} className="text-sm">
              <div className="flex flex-wrap items-center gap-2">
                <span className="w-5 text-slate">{i + 1}</span>
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="size-4 accent-petrol"
                    checked={timing.wait !== undefined}
                    onChange={(e) => {
                      const { wait: _wait, ...rest } = timing;
                      change(i, e.target.checked ? { ...rest, wait: { amount: 1, unit: 'days' } } : rest);
                    }}
                  />
                  {say.after}
                </label>
                <input
                  type="number"
                  aria-label={say.waitN({ n: i + 1 })}
                  aria-invalid={problem ? true : undefined}
                  className="input w-16"
                  disabled={!timing.wait}
                  value={timing.wait && !Number.isNaN(timing.wait.amount) ? timing.wait.amount : ''}
                  onChange={(e) =>
                    change(i, {
                      ...timing,
                      wait: { unit: timing.wait?.unit ?? 'days', amount: e.target.valueAsNumber },
                    })
                  }
                />
                <Pick
                  label={say.unitN({ n: i + 1 })}
                  value={timing.wait?.unit ?? 'days'}
                  choices={UNITS}
                  className="w-34"
                  onChange={(unit: WaitUnit) =>
                    change(i, { ...timing, wait: { amount: timing.wait?.amount ?? 1, unit } })
                  }
                />
                <label className="flex items-center gap-1.5">
                  <input
                    type="checkbox"
                    className="size-4 accent-petrol"
                    checked={timing.at !== undefined}
                    onChange={(e) => {
                      const { at: _at, ...rest } = timing;
                      change(i, e.target.checked ? { ...rest, at: '09:00' } : rest);
                    }}
                  />
                  {say.at}
                </label>
                <input
                  type="time"
                  aria-label={say.timeOfDayN({ n: i + 1 })}
                  className="input w-26"
                  disabled={timing.at === undefined}
                  value={timing.at ?? ''}
                  onChange={(e) => e.target.value && change(i, { ...timing, at: e.target.value })}
                />
                <button
                  type="button"
                  className="btn btn-quiet"
                  aria-label={say.removeDelayN({ n: i + 1 })}
                  onClick={() => set(row.filter((_, j) => j !== i))}
                >
                  ×
                </button>
              </div>
              <div className="ms-7 flex items-center gap-4">
                <Check
                  label={say.workingDaysOnly}
                  on={timing.workingDays === true}
                  onChange={(on) => {
                    const { workingDays: _days, ...rest } = timing;
                    change(i, on ? { ...rest, workingDays: true } : rest);
                  }}
                />
                {problem ? (
                  <p className="text-xs text-madder">{say.messageNProblem({ n: i + 1, problem })}</p>
                ) : (
                  due && (
                    <p className="text-xs text-slate">
                      <Said
                        words={say.ifBegunNow({})}
                        marks={{ at: () => <Time at={new Date(due[i]!).toISOString()} zone={zone} /> }}
                      />
                    </p>
                  )
                )}
              </div>
            </li>
          );
        })}
      </ol>
      {rowProblem && <p className="text-xs text-madder">{rowProblem}</p>}
      <button
        type="button"
        className="link mt-1 text-sm"
        disabled={row.length >= ROW_MAX}
        onClick={() => set([...row, nextOf(row)])}
      >
        {row.length === 0 ? say.addADelay : say.addAnotherMessage}
      </button>
      {row.length > 0 && (
        <fieldset className="mt-2">
          <legend className="text-sm text-slate">{say.stopTheSeriesWhenThe}</legend>
          <div className="mt-1 flex flex-wrap gap-x-4 gap-y-1">
            {ENDS.map((end) => (
              <Check
                key={end}
                label={END_WORDS[end]}
                on={ends.includes(end)}
                onChange={(on) =>
                  onChange({ ...schedule, ends: ENDS.filter((e) => (e === end ? on : ends.includes(e))) })
                }
              />
            ))}
          </div>
          {endProblem && <p className="text-xs text-madder">{endProblem}</p>}
        </fieldset>
      )}
    </section>
  );
}

function nextOf(row: readonly Timing[]): Timing {
  const words = new Set(row.map(timingWords));
  return (
    NEXT.slice(row.length).find((t) => !words.has(timingWords(t))) ?? {
      wait: { amount: row.length + 3, unit: 'weeks' },
    }
  );
}
