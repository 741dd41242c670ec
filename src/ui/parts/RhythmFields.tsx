'use client';
/** When something comes again and again: every day, every working day or once a week, at a time of day. */
import { comesNext, RHYTHMS, weekdayName, type Rhythm } from '@/core/time';
import { Field, Pick } from './fields';
import { Time } from './format';
import { useDaysOff } from './daysOff';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/parts';

const EVERY: Record<(typeof RHYTHMS)[number], string> = inEachLanguage(() => ({
  day: say.everyDay,
  'working-day': say.everyWorkingDay,
  week: say.everyWeek,
}));
const CHOICES = inEachLanguage(() => RHYTHMS.map((value) => ({ value, label: EVERY[value] })));
const MONDAY = 1;

export function RhythmFields({
  rhythm,
  zone,
  now,
  onChange,
}: {
  rhythm: Rhythm;
  zone: string;
  now: number;
  onChange: (rhythm: Rhythm) => void;
}) {
  const { every, at } = rhythm;
  const daysOff = useDaysOff();
  const weekdays = Array.from({ length: 7 }, (_, i) => ({ value: String(i + 1), label: weekdayName(i + 1) }));
  return (
    <div>
      <div className="mt-1 flex flex-wrap items-end gap-3">
        <Field label={say.every}>
          {(ids) => (
            <Pick
              id={ids.id}
              className="w-38"
              value={every}
              choices={CHOICES}
              onChange={(next) => onChange(next === 'week' ? { every: next, on: MONDAY, at } : { every: next, at })}
            />
          )}
        </Field>
        {rhythm.every === 'week' && (
          <Field label={say.onWeekday}>
            {(ids) => (
              <Pick
                id={ids.id}
                className="w-38"
                value={String(rhythm.on)}
                choices={weekdays}
                onChange={(on) => onChange({ ...rhythm, on: Number(on) })}
              />
            )}
          </Field>
        )}
        <Field label={say.atTime}>
          {(ids) => (
            <input
              {...ids}
              type="time"
              className="input w-26"
              value={at}
              onChange={(e) => e.target.value && onChange({ ...rhythm, at: e.target.value })}
            />
          )}
        </Field>
      </div>
      <p className="mt-1.5 text-xs text-slate">
        {say.nextTime} <Time at={new Date(comesNext(rhythm, now, zone, daysOff)).toISOString()} zone={zone} />
      </p>
    </div>
  );
}
