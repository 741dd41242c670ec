'use client';
/** The details of what is selected: a chip, a block, or the words of the subject and preheader. */
import type { Finding } from '@/core/preflight';
import { placeholder, placeholdersAt } from '@/core/placeholders';
import { languageName } from '@/core/plan/reasons';
import { BLOCK_LABELS, type Block } from '@/core/template';
import { safeUrl, type WordsDocument } from '@/core/text';
import { Field, Pick, Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { chipOptions, type ChipAttributes } from './editor/documents';

export interface ChipOpen {
  attributes: ChipAttributes;
  update: (attributes: ChipAttributes) => void;
}

export interface DetailsProps {
  moment: string;
  block: Block | undefined;
  segment: { id: string; label: string; source: string; words: WordsDocument | undefined } | undefined;
  chip: ChipOpen | undefined;
  language: string;
  formIndex: number;
  /** The form that the chosen order takes. */
  ownForm: number;
  findings: readonly Finding[];
  editable: boolean;
  onForm: (index: number) => void;
  onSource: (source: string) => void;
  onBlock: (change: Partial<Block>) => void;
  onMove: (by: -1 | 1) => void;
  onDuplicate: () => void;
  onRemove: () => void;
  onGo: (finding: Finding) => void;
}

export function Details(props: DetailsProps) {
  const { block, segment, chip, findings, editable, onMove, onDuplicate, onRemove, onGo } = props;
  return (
    <div className="flex h-full min-h-0 flex-col">
      <div className="min-h-0 flex-1 overflow-auto px-4 py-3">
        {chip ? (
          <ChipDetails key={chip.attributes.name} chip={chip} editable={editable} />
        ) : block ? (
          <>
            <h2 className="mb-3 font-serif text-lg">{BLOCK_LABELS[block.kind]}</h2>
            <div className="flex flex-col gap-3">
              <BlockFields {...props} block={block} />
              {segment && <SegmentFields {...props} segment={segment} />}
              {editable && (
                <div className="flex flex-wrap gap-x-1 border-t border-rule pt-2">
                  <button type="button" className="btn btn-quiet" onClick={() => onMove(-1)}>
                    Up
                  </button>
                  <button type="button" className="btn btn-quiet" onClick={() => onMove(1)}>
                    Down
                  </button>
                  <button type="button" className="btn btn-quiet" onClick={onDuplicate}>
                    Duplicate
                  </button>
                  <button type="button" className="btn btn-quiet" onClick={onRemove}>
                    Take out
                  </button>
                </div>
              )}
            </div>
          </>
        ) : segment ? (
          <>
            <h2 className="mb-3 font-serif text-lg">{segment.label}</h2>
            <SegmentFields {...props} segment={segment} />
          </>
        ) : (
          <p className="text-sm text-slate">
            Select a block on the sheet or in the outline; its words are typed right there.
          </p>
        )}
      </div>
      <div className="max-h-[45%] shrink-0 overflow-auto border-t border-rule px-4 py-3">
        <Findings findings={findings} onGo={onGo} />
      </div>
    </div>
  );
}

function Findings({ findings, onGo }: { findings: readonly Finding[]; onGo: (finding: Finding) => void }) {
  const stop = findings.filter((f) => f.severity === 'blocker').length;
  return (
    <>
      <PanelTitle
        aside={
          findings.length === 0
            ? undefined
            : `${stop} ${stop === 1 ? 'stops' : 'stop'} it · ${findings.length - stop} to look at`
        }
      >
        Findings
      </PanelTitle>
      {findings.length === 0 && (
        <p className="mt-1 flex items-center gap-2 text-sm">
          <Mark tone="good" size={12} /> Nothing to mend
        </p>
      )}
      <ul className="mt-1">
        {findings.map((f) => (
          <li key={`${f.place} ${f.language ?? ''} ${f.message}`} className="flex gap-2 py-1 text-sm">
            <span className="translate-y-0.5">
              <Mark
                tone={f.severity === 'blocker' ? 'failing' : f.severity === 'warning' ? 'waiting' : 'quiet'}
                size={13}
              />
            </span>
            <span>
              <button type="button" className="link" onClick={() => onGo(f)}>
                {f.placeLabel}
                {f.language ? `, ${languageName(f.language)}` : ''}
              </button>
              : {f.message}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}

const ALIGN = [
  { value: 'start', label: 'start' },
  { value: 'centre', label: 'centre' },
  { value: 'end', label: 'end' },
] as const;

function BlockFields({ block, editable, moment, onBlock }: DetailsProps & { block: Block }) {
  if (!editable) return null;
  switch (block.kind) {
    case 'heading':
    case 'text':
      return (
        <>
          <div>
            <div className="mb-1 text-sm text-slate">Alignment</div>
            <Segments
              label="Alignment"
              value={block.align ?? 'start'}
              choices={ALIGN}
              onChange={(align) => onBlock({ align })}
            />
          </div>
          <div>
            <div className="mb-1 text-sm text-slate">Size</div>
            {block.kind === 'heading' ? (
              <Segments
                label="Size"
                value={block.size ?? 'headline'}
                choices={[
                  { value: 'headline', label: 'headline' },
                  { value: 'heading', label: 'heading' },
                ]}
                onChange={(size) => onBlock({ size })}
              />
            ) : (
              <Segments
                label="Size"
                value={block.size ?? 'words'}
                choices={[
                  { value: 'small', label: 'small print' },
                  { value: 'words', label: 'words' },
                  { value: 'lead', label: 'lead' },
                ]}
                onChange={(size) => onBlock({ size })}
              />
            )}
          </div>
        </>
      );
    case 'button': {
      const targets = placeholdersAt(moment).filter((p) => p.type === 'url');
      const fixed = 'url' in block.target;
      const wrong = 'url' in block.target && block.target.url !== '' && safeUrl(block.target.url) === undefined;
      return (
        <>
          <div>
            <div className="mb-1 text-sm text-slate">Alignment</div>
            <Segments
              label="Alignment"
              value={block.align ?? 'start'}
              choices={ALIGN}
              onChange={(align) => onBlock({ align })}
            />
          </div>
          <Field label="Leads to">
            {(ids) => (
              <Pick
                id={ids.id}
                value={'variable' in block.target ? block.target.variable : ''}
                choices={[
                  ...targets.map((p) => ({ value: p.name, label: p.label })),
                  { value: '', label: 'A fixed address' },
                ]}
                onChange={(variable) => onBlock({ target: variable === '' ? { url: 'https://' } : { variable } })}
              />
            )}
          </Field>
          {fixed && 'url' in block.target && (
            <Field label="Address" problem={wrong ? 'must be complete, with https:// at the beginning' : undefined}>
              {(ids) => (
                <input
                  {...ids}
                  className="input"
                  value={'url' in block.target ? block.target.url : ''}
                  onChange={(e) => onBlock({ target: { url: e.target.value } })}
                />
              )}
            </Field>
          )}
        </>
      );
    }
    case 'items':
      return (
        <>
          <Check label="Product pictures" on={block.pictures ?? true} onChange={(pictures) => onBlock({ pictures })} />
          <Check label="Amounts" on={block.prices ?? true} onChange={(prices) => onBlock({ prices })} />
        </>
      );
    case 'addresses':
      return (
        <Field label="Shows">
          {(ids) => (
            <Pick
              id={ids.id}
              value={block.show ?? 'both'}
              choices={[
                { value: 'both', label: 'both addresses' },
                { value: 'delivery', label: 'where it goes' },
                { value: 'billing', label: 'who pays' },
              ]}
              onChange={(show) => onBlock({ show })}
            />
          )}
        </Field>
      );
    default:
      return (
        <p className="text-sm text-slate">
          {block.kind === 'masthead' || block.kind === 'footer'
            ? 'Comes from the look of the store.'
            : 'Filled from the order.'}
        </p>
      );
  }
}

function Check({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  return (
    <label className="flex items-center gap-2 text-sm">
      <input
        type="checkbox"
        className="size-4 accent-petrol"
        checked={on}
        onChange={(e) => onChange(e.target.checked)}
      />
      {label}
    </label>
  );
}

function SegmentFields({
  segment,
  language,
  formIndex,
  ownForm,
  findings,
  editable,
  onForm,
  onSource,
}: DetailsProps & { segment: NonNullable<DetailsProps['segment']> }) {
  const { words } = segment;
  const own = findings.filter((f) => f.place === segment.id && f.language === language && f.severity === 'blocker');
  const selector = words?.selectors[0];
  return (
    <>
      {words && words.forms.length > 1 && selector && (
        <div>
          <div className="mb-1 text-sm text-slate">
            Words when {placeholder(selector.name)?.label.toLowerCase() ?? selector.name} is
          </div>
          <Segments
            label="Form"
            value={String(formIndex)}
            choices={words.forms.map((f, i) => ({
              value: String(i),
              label: `${f.keys.map((k) => (k === '*' ? 'anything else' : k)).join(', ')}${i === ownForm ? ' (this order)' : ''}`,
            }))}
            onChange={(i) => onForm(Number(i))}
          />
        </div>
      )}
      <details open={words === undefined || own.length > 0}>
        <summary className="link text-sm">Source (MessageFormat 2)</summary>
        <textarea
          aria-label={`Source of ${segment.label}`}
          aria-invalid={own.length > 0 || undefined}
          className="input mt-1 font-mono text-xs leading-5"
          rows={8}
          spellCheck={false}
          readOnly={!editable}
          value={segment.source}
          onChange={(e) => onSource(e.target.value)}
        />
        {own.map((f) => (
          <p key={f.message} className="mt-1 text-xs text-madder">
            {f.message}
          </p>
        ))}
      </details>
    </>
  );
}

function ChipDetails({ chip, editable }: { chip: ChipOpen; editable: boolean }) {
  const { attributes, update } = chip;
  const known = placeholder(attributes.name);
  const options = chipOptions(attributes);
  const set = (name: string, value: string): void => {
    const next = { ...options };
    if (value === '') delete next[name];
    else next[name] = value;
    update({
      ...attributes,
      fn: attributes.fn ?? (known && known.type !== 'url' ? known.type : 'text'),
      options: Object.keys(next).length > 0 ? JSON.stringify(next) : null,
    });
  };
  return (
    <>
      <h2 className="font-serif text-lg">{known?.label ?? 'Unknown placeholder'}</h2>
      <p className="mb-3 font-mono text-xs text-slate">{`{$${attributes.name}}`}</p>
      {known && editable && (
        <div className="flex flex-col gap-3">
          {known.type === 'date' && (
            <>
              <Field label="Form">
                {(ids) => (
                  <Pick
                    id={ids.id}
                    value={options.fields ?? 'year-month-day'}
                    choices={[
                      { value: 'year-month-day', label: 'day, month and year' },
                      { value: 'year-month-day-weekday', label: 'with year and weekday' },
                      { value: 'month-day', label: 'day and month' },
                      { value: 'month-day-weekday', label: 'weekday, day and month' },
                      { value: 'day-weekday', label: 'weekday and day' },
                      { value: 'weekday', label: 'weekday' },
                    ]}
                    onChange={(v) => set('fields', v)}
                  />
                )}
              </Field>
              <Field label="Length">
                {(ids) => (
                  <Pick
                    id={ids.id}
                    value={options.length ?? 'medium'}
                    choices={[
                      { value: 'long', label: 'long' },
                      { value: 'medium', label: 'medium' },
                      { value: 'short', label: 'short' },
                    ]}
                    onChange={(v) => set('length', v)}
                  />
                )}
              </Field>
            </>
          )}
          {known.type === 'money' && (
            <Field label="Currency as">
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={options.currencyDisplay ?? 'symbol'}
                  choices={[
                    { value: 'symbol', label: 'its sign' },
                    { value: 'code', label: 'its code' },
                    { value: 'name', label: 'its name' },
                  ]}
                  onChange={(v) => set('currencyDisplay', v === 'symbol' ? '' : v)}
                />
              )}
            </Field>
          )}
          {known.type === 'text' && (
            <Field label="Letters">
              {(ids) => (
                <Pick
                  id={ids.id}
                  value={options.case ?? ''}
                  choices={[
                    { value: '', label: 'as they are' },
                    { value: 'upper', label: 'capitals' },
                    { value: 'lower', label: 'small' },
                  ]}
                  onChange={(v) => set('case', v)}
                />
              )}
            </Field>
          )}
          <Field
            label="When it is missing"
            hint={known.canBeMissing ? 'Some orders have none: say what stands there then' : 'Every order has it'}
          >
            {(ids) => (
              <input
                {...ids}
                className="input"
                value={options.default ?? ''}
                onChange={(e) => set('default', e.target.value)}
              />
            )}
          </Field>
        </div>
      )}
    </>
  );
}
