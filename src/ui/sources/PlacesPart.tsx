'use client';
/** What an order needs, and where each value of it comes from. */
import { useState } from 'react';
import type { Tried } from '@/contract/sources';
import type { MappedField, Mapping, Target } from '@/core/mapping';
import type { Failure } from '@/core/result';
import { Field, Pick as Choose, Search, Segments } from '../parts/fields';
import { PanelTitle } from '../parts/Page';
import { problemAt } from '../parts/result';
import { groupOf, placeLabel } from './labels';
import { EVENT, ID, problemOf, valuesAt } from './mapped';
import { PlaceRow, pointId, Table } from './PlaceRow';
import { say } from '@/words/sources';

export interface PlacesProps {
  mapping: Mapping;
  targets: readonly Target[];
  events: { type: string; label: string }[];
  channels: { id: string; name: string }[];
  currency: string;
  zone: string;
  tried: Tried | undefined;
  /** The shop's words for events in what came. */
  words: readonly string[];
  failure: Failure | undefined;
  active: string | undefined;
  mayEdit: boolean;
  onPoint: (to: string) => void;
  onChange: (mapping: Mapping) => void;
}

/** Places that are shown: what an order needs, what is filled, and what was added. */
export const shownPlaces = (targets: readonly Target[], mapping: Mapping, added: readonly string[] = []): Target[] => {
  const filled = new Set([...mapping.fields.map((f) => f.to), ...added]);
  return targets.filter((t) => t.required || filled.has(t.to));
};

export function PlacesPart(props: PlacesProps) {
  const { mapping, targets, channels, tried, failure, active, mayEdit, onPoint, onChange } = props;
  const [added, setAdded] = useState<string[]>([]);
  const shown = shownPlaces(targets, mapping, added);
  const groups = [...new Set(shown.map((t) => groupOf(t.to)))];
  const left = targets.filter((t) => !shown.includes(t));
  const change = (to: string, field: MappedField | undefined): void => {
    const others = mapping.fields.filter((f) => f.to !== to);
    if (!field) setAdded(added.filter((a) => a !== to));
    const there = mapping.fields.some((f) => f.to === to);
    onChange({
      ...mapping,
      fields: !field
        ? others
        : there
          ? mapping.fields.map((f) => (f.to === to ? field : f))
          : [...mapping.fields, field],
    });
  };
  return (
    <div className="flex flex-col gap-5">
      <EventPart {...props} />
      {groups.map((group) => {
        const inGroup = shown.filter((t) => groupOf(t.to) === group);
        return (
          <section key={group} aria-label={group}>
            <PanelTitle>{group}</PanelTitle>
            {mapping.lists.map(
              ({ to, from }, i) =>
                groupOf(`${to}/*/x`) === group && (
                  <Field
                    key={to}
                    label={say.entriesOf({ place: placeLabel(to) })}
                    problem={problemAt(failure, `/lists/${i}/from`)}
                  >
                    {(ids) => (
                      <input
                        {...ids}
                        className="input font-mono text-xs"
                        spellCheck={false}
                        maxLength={300}
                        readOnly={!mayEdit}
                        value={from}
                        onChange={(e) =>
                          onChange({
                            ...mapping,
                            lists:
                              e.target.value === ''
                                ? mapping.lists.filter((_, j) => j !== i)
                                : mapping.lists.map((l, j) => (j === i ? { ...l, from: e.target.value } : l)),
                          })
                        }
                      />
                    )}
                  </Field>
                ),
            )}
            <ul>
              {inGroup.map((target) => {
                const at = mapping.fields.findIndex((f) => f.to === target.to);
                return (
                  <PlaceRow
                    key={target.to}
                    target={target}
                    field={mapping.fields[at]}
                    values={tried && valuesAt(tried.data, target.to)}
                    problem={tried?.type === undefined ? undefined : problemOf(tried.problems, target.to)}
                    wrong={(within) => problemAt(failure, `/fields/${at}${within}`)}
                    channels={channels}
                    currency={props.currency}
                    zone={props.zone}
                    active={active === target.to}
                    mayEdit={mayEdit}
                    onPoint={() => onPoint(target.to)}
                    onChange={(field) => change(target.to, field)}
                  />
                );
              })}
            </ul>
          </section>
        );
      })}
      {mayEdit && (
        <Field label={say.addPlace}>
          {(ids) => (
            <Search
              id={ids.id}
              adding
              up
              placeholder={say.addPlaceHint}
              value={null}
              choices={left.map((t) => ({ value: t.to, label: placeLabel(t.to) }))}
              onChange={(to) => {
                setAdded([...added, to]);
                onPoint(to);
              }}
            />
          )}
        </Field>
      )}
    </div>
  );
}

function EventPart({ mapping, events, words, failure, active, mayEdit, onPoint, onChange }: PlacesProps) {
  const { event } = mapping;
  const choices = events.map((e) => ({ value: e.type, label: e.label, note: e.type }));
  const missing = words.filter((w) => w !== '' && !event.table.some((line) => line.is === w));
  const point = (to: string, place: string) =>
    mayEdit && (
      <button
        type="button"
        id={pointId(to)}
        aria-label={say.pointAtName({ place })}
        aria-pressed={active === to}
        className="btn btn-quiet"
        onClick={() => onPoint(to)}
      >
        {say.pointAt}
      </button>
    );
  const path = (label: string, value: string, problem: string | undefined, onPath: (path: string) => void) => (
    <input
      aria-label={label}
      aria-invalid={problem !== undefined || undefined}
      className="input min-w-0 flex-1 font-mono text-xs"
      spellCheck={false}
      maxLength={300}
      readOnly={!mayEdit}
      value={value}
      onChange={(e) => onPath(e.target.value)}
    />
  );
  const withFrom = (from: string): Mapping => {
    const { from: _before, ...rest } = event;
    return { ...mapping, event: from === '' ? rest : { ...rest, from } };
  };
  return (
    <section aria-label={say.whichEvent} className="flex flex-col gap-2 text-sm">
      <PanelTitle>{say.whichEvent}</PanelTitle>
      <fieldset disabled={!mayEdit} className="flex flex-col gap-2">
        <Segments
          label={say.whichEvent}
          value={event.from === undefined ? 'one' : 'says'}
          choices={[
            { value: 'one', label: say.everyRequestIs },
            { value: 'says', label: say.itSaysWhich },
          ]}
          onChange={(how) =>
            how === 'one'
              ? onChange({ ...mapping, event: { table: [], otherwise: event.otherwise ?? 'order.placed' } })
              : onChange({ ...mapping, event: { table: event.table, from: '$' } })
          }
        />
        {event.from !== undefined && (
          <>
            <div className="flex items-center gap-2">
              {path(say.path({ place: say.whichEvent }), event.from, problemAt(failure, '/event/from'), (next) =>
                onChange(withFrom(next === '' ? '$' : next)),
              )}
              {point(EVENT, say.whichEvent)}
            </div>
            {problemAt(failure, '/event/from') && (
              <p className="text-xs text-madder">{problemAt(failure, '/event/from')}</p>
            )}
            <Table
              table={event.table}
              choices={choices}
              onChange={(table) => onChange({ ...mapping, event: { ...event, table } })}
            />
            {missing.slice(0, 8).map((word) => (
              <button
                key={word}
                type="button"
                className="link min-h-6 self-start"
                onClick={() =>
                  onChange({
                    ...mapping,
                    event: { ...event, table: [...event.table, { is: word, means: 'order.placed' }] },
                  })
                }
              >
                {say.addWord({ word })}
              </button>
            ))}
          </>
        )}
        <Field label={event.from === undefined ? say.event : say.otherwiseEvent}>
          {(ids) => (
            <Choose
              id={ids.id}
              value={event.otherwise ?? ''}
              choices={event.from === undefined ? choices : [{ value: '', label: say.notListened }, ...choices]}
              onChange={(next) => {
                const { otherwise: _before, ...rest } = event;
                onChange({ ...mapping, event: next === '' ? rest : { ...rest, otherwise: next } });
              }}
            />
          )}
        </Field>
        <span className="text-slate">{say.eventId}</span>
        <div className="-mt-1 flex items-center gap-2">
          {path(say.eventId, mapping.id ?? '', problemAt(failure, '/id'), (next) => {
            const { id: _before, ...rest } = mapping;
            onChange(next === '' ? rest : { ...rest, id: next });
          })}
          {point(ID, say.eventId)}
        </div>
        <p className="-mt-1 text-xs text-slate">{problemAt(failure, '/id') ?? say.eventIdHint}</p>
      </fieldset>
    </section>
  );
}
