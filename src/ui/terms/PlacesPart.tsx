'use client';
/** Places that goods leave from and are collected at: where they are, and when they are open. */
import { Trash2 } from 'lucide-react';
import { weekdayName } from '@/core/time';
import { hoursIn, type Opening, type Place } from '@/core/terms';
import { Field } from '../parts/fields';
import { Empty } from '../parts/Page';
import { UseLine } from '../parts/UseLine';
import type { PartProps } from './TermsScreen';
import { say } from '@/words/terms';
import { readerLocale } from '@/words/speak';

const WORKING_DAYS: Opening = { days: [1, 2, 3, 4, 5], opens: '09:00', closes: '17:00' };
const DAYS = [1, 2, 3, 4, 5, 6, 7];

export function PlacesPart({ page, terms, mayEdit, change, problem }: PartProps) {
  const places = terms.places ?? [];
  const set = (i: number, place: Place | undefined): void =>
    change({ places: places.flatMap((p, k) => (k === i ? (place ? [place] : []) : [p])) });
  return (
    <div className="flex max-w-5xl flex-col gap-4">
      <p className="max-w-3xl text-sm text-slate">{say.placesNote}</p>
      {places.length === 0 && <Empty title={say.noPlacesYet}>{say.customersReadWhere}</Empty>}
      {places.map((place, i) => (
        <section key={i} aria-label={place.name || say.newPlace} className="border border-rule bg-sheet p-4">
          <fieldset disabled={!mayEdit} className="contents">
            <div className="grid items-start gap-3 sm:grid-cols-[14rem_1fr_auto]">
              <Field label={say.nameAsOrdersSayIt} problem={problem(`/places/${i}/name`)}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    value={place.name}
                    onChange={(e) => set(i, { ...place, name: e.target.value })}
                  />
                )}
              </Field>
              <Field label={say.addressInOneLine} problem={problem(`/places/${i}/address`)}>
                {(ids) => (
                  <input
                    {...ids}
                    className="input"
                    autoComplete="off"
                    value={place.address}
                    onChange={(e) => set(i, { ...place, address: e.target.value })}
                  />
                )}
              </Field>
              {mayEdit && (
                <button
                  type="button"
                  className="btn btn-quiet justify-self-start sm:mt-6"
                  aria-label={say.removeN({ n: place.name || say.newPlace })}
                  onClick={() => set(i, undefined)}
                >
                  <Trash2 size={15} aria-hidden />
                </button>
              )}
            </div>
            <div className="mt-3 flex flex-col gap-2">
              {place.hours.map((opening, k) => (
                <OpeningRow
                  key={k}
                  n={k + 1}
                  opening={opening}
                  mayEdit={mayEdit}
                  problem={
                    problem(`/places/${i}/hours/${k}/closes`) ??
                    problem(`/places/${i}/hours/${k}/opens`) ??
                    problem(`/places/${i}/hours/${k}/days`)
                  }
                  onChange={(next) =>
                    set(i, { ...place, hours: place.hours.flatMap((o, n) => (n === k ? (next ? [next] : []) : [o])) })
                  }
                />
              ))}
              <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
                {mayEdit && (
                  <button
                    type="button"
                    className="btn"
                    onClick={() => set(i, { ...place, hours: [...place.hours, WORKING_DAYS] })}
                  >
                    {say.addHours}
                  </button>
                )}
                <p className="text-xs text-slate" suppressHydrationWarning>
                  {place.hours.length === 0
                    ? say.noHoursSaid
                    : say.messagesSayHours({ hours: hoursIn(place.hours, readerLocale()) ?? '' })}
                </p>
              </div>
            </div>
          </fieldset>
          <UseLine page={page} kind="place" name={place.name} />
        </section>
      ))}
      {mayEdit && (
        <button
          type="button"
          className="btn self-start"
          onClick={() => change({ places: [...places, { name: '', address: '', hours: [] }] })}
        >
          {say.addAPlace}
        </button>
      )}
    </div>
  );
}

function OpeningRow({
  n,
  opening,
  mayEdit,
  problem,
  onChange,
}: {
  n: number;
  opening: Opening;
  mayEdit: boolean;
  problem: string | undefined;
  onChange: (next: Opening | undefined) => void;
}) {
  const { days } = opening;
  const toggle = (day: number): void =>
    onChange({ ...opening, days: days.includes(day) ? days.filter((d) => d !== day) : [...days, day].toSorted() });
  return (
    <div role="group" aria-label={say.hoursN({ n })}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1 text-sm">
        {DAYS.map((day) => (
          <label key={day} className="inline-flex min-h-6 items-center gap-1.5">
            <input
              type="checkbox"
              className="size-4 accent-petrol"
              checked={days.includes(day)}
              onChange={() => toggle(day)}
            />
            {weekdayName(day, 'short')}
          </label>
        ))}
        <span className="inline-flex items-center gap-2">
          <input
            type="time"
            aria-label={say.opensAt({ n })}
            className="input w-32"
            value={opening.opens}
            onChange={(e) => e.target.value && onChange({ ...opening, opens: e.target.value })}
          />
          <span aria-hidden>–</span>
          <input
            type="time"
            aria-label={say.closesAt({ n })}
            aria-invalid={problem ? true : undefined}
            className="input w-32"
            value={opening.closes}
            onChange={(e) => e.target.value && onChange({ ...opening, closes: e.target.value })}
          />
        </span>
        {mayEdit && (
          <button
            type="button"
            className="btn btn-quiet"
            aria-label={say.removeHoursN({ n })}
            onClick={() => onChange(undefined)}
          >
            <Trash2 size={15} aria-hidden />
          </button>
        )}
      </div>
      {problem && <p className="text-xs text-madder">{problem}</p>}
    </div>
  );
}
