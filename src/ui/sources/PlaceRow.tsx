'use client';
/** A place of an order, where its value comes from, and what it is in the request at hand. */
import { useState } from 'react';
import type { MappedField, Target } from '@/core/mapping';
import { amountText } from '@/core/order';
import { Check } from '../parts/Check';
import { timeWords } from '../parts/format';
import { Field, Pick as Choose, Segments } from '../parts/fields';
import { shortLabel, placeLabel } from './labels';
import { say } from '@/words/sources';

export interface PlaceRowProps {
  target: Target;
  field: MappedField | undefined;
  /** What is found in the request at hand; undefined where there is none at hand. */
  values: unknown[] | undefined;
  problem: string | undefined;
  /** Wrong by itself, whatever the request: by its place within the field. */
  wrong: (within: string) => string | undefined;
  channels: { id: string; name: string }[];
  /** Of amounts, and of times, as they are shown. */
  currency: string;
  zone: string;
  active: boolean;
  mayEdit: boolean;
  onPoint: () => void;
  onChange: (field: MappedField | undefined) => void;
}

export const pointId = (to: string): string => `point ${to}`;

export function PlaceRow(props: PlaceRowProps) {
  const { target, field, values, problem, active, mayEdit, onPoint, onChange } = props;
  const { to, required } = target;
  const [open, setOpen] = useState(false);
  const place = placeLabel(to);
  const said = values?.map((v) => shown(v, props)) ?? [];
  return (
    <li className={`border-b border-rule py-1.5 ${active ? 'bg-petrol-tint' : ''}`}>
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className={`w-40 min-w-0 shrink-0 truncate text-sm ${required ? 'font-semibold' : ''}`} title={place}>
          {shortLabel(to)}
        </span>
        <span className="min-w-0 flex-1 truncate text-sm" title={said.join(', ')}>
          {said.length > 0 ? said.slice(0, 3).join(', ') + (said.length > 3 ? ' …' : '') : null}
          {said.length === 0 && field && values && <span className="text-slate">{say.nothingFound}</span>}
        </span>
        {mayEdit && (
          <>
            <button
              type="button"
              id={pointId(to)}
              aria-label={say.pointAtName({ place })}
              aria-pressed={active}
              className="btn btn-quiet"
              onClick={onPoint}
            >
              {say.pointAt}
            </button>
            <button
              type="button"
              aria-expanded={open}
              aria-label={open ? say.lessName({ place }) : say.moreName({ place })}
              className="link min-h-6 text-sm"
              onClick={() => setOpen(!open)}
            >
              {open ? say.less : say.more}
            </button>
          </>
        )}
      </div>
      {problem && (field !== undefined || required) && (
        <p className="text-xs text-madder">{field === undefined ? say.isNeeded : problem}</p>
      )}
      {open && <Details {...props} field={field ?? { to, from: [] }} onChange={onChange} />}
    </li>
  );
}

/** A value as people read it: amounts with their currency, times in the store's zone, channels by name. */
function shown(value: unknown, { target, currency, zone, channels }: PlaceRowProps): string {
  if (target.kind === 'money' && typeof value === 'number') return `${amountText(value, currency)} ${currency}`;
  if (target.kind === 'time' && typeof value === 'string') return timeWords(value, zone);
  if (target.to === '/order/channel') return channels.find((c) => c.id === value)?.name ?? String(value);
  return typeof value === 'object' ? JSON.stringify(value) : String(value);
}

function Details({ target, field, wrong, channels, onChange }: PlaceRowProps & { field: MappedField }) {
  const place = placeLabel(target.to);
  const paths = field.from.length > 0 ? field.from : [''];
  const set = (change: Partial<MappedField>): void => {
    const next = { ...field, ...change };
    for (const key of ['join', 'unit', 'table', 'otherwise'] as const) if (next[key] === undefined) delete next[key];
    const empty = next.from.length === 0 && next.otherwise === undefined;
    onChange(empty && !next.table ? undefined : next);
  };
  const choices =
    target.to === '/order/channel'
      ? channels.map((c) => ({ value: c.id, label: c.name }))
      : target.choices?.map((c) => ({ value: c, label: c }));
  return (
    <div className="mt-1.5 mb-1 flex flex-col gap-2 border-s-2 border-rule ps-3">
      {paths.map((path, i) => (
        <Field
          key={i}
          label={i === 0 ? say.pathShort : say.secondPath({ n: i + 1, place })}
          problem={wrong(`/from/${i}`)}
        >
          {(ids) => (
            <input
              {...ids}
              {...(i === 0 && { 'aria-label': say.path({ place }) })}
              className="input font-mono text-xs"
              spellCheck={false}
              maxLength={300}
              value={path}
              onChange={(e) => {
                const from = paths.map((p, j) => (j === i ? e.target.value : p)).filter((p) => p !== '');
                set({ from });
              }}
            />
          )}
        </Field>
      ))}
      {field.from.length > 0 && field.from.length < 6 && (
        <button
          type="button"
          className="link min-h-6 self-start text-sm"
          onClick={() => set({ from: [...field.from, '$.'] })}
        >
          {say.addPath}
        </button>
      )}
      {field.from.length > 1 && target.kind === 'text' && (
        <Check label={say.join} on={field.join !== undefined} onChange={(on) => set({ join: on ? ' ' : undefined })} />
      )}
      {field.join !== undefined && (
        <Field label={say.joinWith} hint={say.joinHint}>
          {(ids) => (
            <input
              {...ids}
              className="input w-24 font-mono text-xs"
              maxLength={20}
              value={field.join}
              onChange={(e) => set({ join: e.target.value })}
            />
          )}
        </Field>
      )}
      {(target.kind === 'money' || target.kind === 'number') && (
        <Segments
          label={say.unit}
          value={field.unit ?? 'usual'}
          choices={
            target.kind === 'money'
              ? [
                  { value: 'usual', label: say.unitMajor },
                  { value: 'minor', label: say.unitMinor },
                ]
              : [
                  { value: 'usual', label: say.unitPercent },
                  { value: 'share', label: say.unitShare },
                ]
          }
          onChange={(unit) => set({ unit: unit === 'usual' ? undefined : unit })}
        />
      )}
      <Table
        table={field.table ?? []}
        choices={choices}
        problem={wrong('/table')}
        onChange={(table) => set({ table: table.length > 0 ? table : undefined })}
      />
      <Field label={say.otherwise} hint={say.otherwiseHint}>
        {(ids) =>
          choices ? (
            <Choose
              id={ids.id}
              value={field.otherwise ?? ''}
              choices={[{ value: '', label: '–' }, ...choices]}
              onChange={(next) => set({ otherwise: next === '' ? undefined : next })}
            />
          ) : (
            <input
              {...ids}
              className="input"
              maxLength={300}
              value={field.otherwise ?? ''}
              onChange={(e) => set({ otherwise: e.target.value === '' ? undefined : e.target.value })}
            />
          )
        }
      </Field>
      <button type="button" className="link min-h-6 self-start text-sm" onClick={() => onChange(undefined)}>
        {say.removePlace({ place })}
      </button>
    </div>
  );
}

export type Line = { is: string; means: string };

/** The shop's words and what each means. */
export function Table({
  table,
  choices,
  problem,
  onChange,
}: {
  table: readonly Line[];
  choices?: { value: string; label: string }[] | undefined;
  problem?: string | undefined;
  onChange: (table: Line[]) => void;
}) {
  const change = (i: number, line: Partial<Line>): void =>
    onChange(table.map((row, j) => (j === i ? { ...row, ...line } : row)));
  return (
    <fieldset className="flex flex-col gap-1.5 text-sm">
      <legend className="text-slate">{say.table}</legend>
      {table.map((line, i) => (
        <div key={i} className="flex items-center gap-2">
          <input
            aria-label={say.theirs({ n: i + 1 })}
            className="input min-w-0 flex-1"
            maxLength={300}
            value={line.is}
            onChange={(e) => change(i, { is: e.target.value })}
          />
          <span aria-hidden className="text-slate">
            →
          </span>
          <div className="min-w-0 flex-1">
            {choices ? (
              <Choose
                label={say.ours({ n: i + 1 })}
                value={line.means}
                choices={choices}
                onChange={(means) => change(i, { means })}
              />
            ) : (
              <input
                aria-label={say.ours({ n: i + 1 })}
                className="input w-full"
                maxLength={300}
                value={line.means}
                onChange={(e) => change(i, { means: e.target.value })}
              />
            )}
          </div>
          <button
            type="button"
            aria-label={say.removeLine({ n: i + 1 })}
            className="btn btn-quiet"
            onClick={() => onChange(table.filter((_, j) => j !== i))}
          >
            ×
          </button>
        </div>
      ))}
      <button
        type="button"
        className="link min-h-6 self-start"
        onClick={() => onChange([...table, { is: '', means: choices?.[0]?.value ?? '' }])}
      >
        {say.addLine}
      </button>
      {problem && <p className="text-xs text-madder">{problem}</p>}
    </fieldset>
  );
}
