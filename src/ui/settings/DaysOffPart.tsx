'use client';
/** Days on which nobody works: typed, or from a calendar file. */
import { useState } from 'react';
import type { HolidaysFound } from '@/contract/settings';
import type { Failure, Result } from '@/core/result';
import type { Holiday } from '@/core/time';
import { Field } from '../parts/fields';
import { PanelTitle, Trouble } from '../parts/Page';
import { answered } from '../parts/result';
import { say } from '@/words/settings';
import { say as common } from '@/words/common';

const MOST_BYTES = 2_000_000;

export function DaysOffPart({
  holidays,
  problem,
  mayEdit,
  onChange,
  onRead,
}: {
  holidays: Holiday[];
  problem: (path: string) => string | undefined;
  mayEdit: boolean;
  onChange: (holidays: Holiday[]) => void;
  onRead: (text: string) => Promise<Result<HolidaysFound>>;
}) {
  const [failure, setFailure] = useState<Failure>();
  const [told, setTold] = useState<string>();
  const bring = async (file: File): Promise<void> => {
    setTold(undefined);
    if (file.size > MOST_BYTES) {
      return setFailure({ code: 'invalid', message: say.tooLargeCalendar, problems: [] });
    }
    const result = await answered(onRead(await file.text()));
    setFailure(result.ok ? undefined : result.error);
    if (!result.ok) return;
    const there = new Set(holidays.map((h) => h.on));
    const fresh = result.value.holidays.filter((h) => !there.has(h.on));
    if (fresh.length > 0) onChange([...holidays, ...fresh].toSorted((a, b) => (a.on < b.on ? -1 : 1)));
    const { left } = result.value;
    setTold(
      [fresh.length > 0 ? say.daysFound({ n: fresh.length }) : say.noneNew, left > 0 && say.othersLeft({ n: left })]
        .filter(Boolean)
        .join(' '),
    );
  };
  const change = (i: number, day: Partial<Holiday>): void =>
    onChange(holidays.map((h, j) => (j === i ? { ...h, ...day } : h)));
  return (
    <section aria-label={say.workingDays} className="flex min-w-0 flex-col gap-3">
      <PanelTitle>{say.workingDays}</PanelTitle>
      <p className="-mt-2 text-sm text-slate">{say.workingDaysNote}</p>
      {holidays.length === 0 && <p className="text-sm">{say.noHolidays}</p>}
      {holidays.length > 0 && (
        <ol className="flex max-h-64 flex-col gap-1.5 overflow-auto pe-1">
          {holidays.map(({ on, name }, i) => {
            const wrong = problem(`/holidays/${i}/on`) ?? problem(`/holidays/${i}/name`);
            return (
              <li key={i}>
                <div className="flex items-center gap-2">
                  <input
                    type="date"
                    aria-label={say.dayN({ n: i + 1 })}
                    aria-invalid={wrong !== undefined || undefined}
                    className="input w-40 shrink-0"
                    value={on}
                    onChange={(e) => change(i, { on: e.target.value })}
                  />
                  <input
                    aria-label={say.reasonN({ n: i + 1 })}
                    className="input min-w-0 flex-1"
                    maxLength={120}
                    value={name}
                    onChange={(e) => change(i, { name: e.target.value })}
                  />
                  {mayEdit && (
                    <button
                      type="button"
                      className="link min-h-6 text-sm"
                      aria-label={say.removeDayN({ n: i + 1 })}
                      onClick={() => onChange(holidays.filter((_, j) => j !== i))}
                    >
                      {common.remove}
                    </button>
                  )}
                </div>
                {wrong && <p className="text-xs text-madder">{wrong}</p>}
              </li>
            );
          })}
        </ol>
      )}
      {mayEdit && (
        <>
          <button
            type="button"
            className="btn self-start"
            onClick={() => onChange([...holidays, { on: '', name: '' }])}
          >
            {say.addDay}
          </button>
          <Field label={say.fromCalendar} hint={say.fromCalendarNote}>
            {(ids) => (
              <input
                {...ids}
                type="file"
                accept=".ics,text/calendar"
                className="text-sm"
                onChange={(e) => {
                  const [file] = e.target.files ?? [];
                  if (file) void bring(file);
                  e.target.value = '';
                }}
              />
            )}
          </Field>
        </>
      )}
      {failure && <Trouble>{failure.message}</Trouble>}
      {told && (
        <p role="status" className="text-sm">
          {told}
        </p>
      )}
    </section>
  );
}
