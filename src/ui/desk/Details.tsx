'use client';
/** The details of what is selected: a chip, a block, or the words of the subject and preheader. */
import type { Finding } from '@/core/preflight';
import { placeholder } from '@/core/placeholders';
import { languageName } from '@/core/plan/reasons';
import { BLOCK_LABELS, type Block } from '@/core/template';
import type { WordsDocument } from '@/core/text';
import { Segments } from '../parts/fields';
import { Mark } from '../parts/marks';
import { PanelTitle } from '../parts/Page';
import { BlockFields } from './BlockFields';
import { ChipDetails, type ChipOpen } from './ChipDetails';

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
              {editable && <BlockFields block={block} moment={props.moment} onBlock={props.onBlock} />}
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
