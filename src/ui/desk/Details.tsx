'use client';
/** The details of what is selected: a chip, a block, or the words of the subject and preheader; below, the findings. */
import type { ReactNode } from 'react';
import type { OrderFacts } from '@/core/conditions';
import { findingProblem, type Finding, type Fix } from '@/core/preflight';
import { placeholdersAt } from '@/core/placeholders';
import { BLOCK_LABELS, type Block } from '@/core/template';
import type { SegmentForm, WordsDocument } from '@/core/text';
import { FindingList } from '../bench/FindingList';
import { CodeEditor } from '../parts/CodeEditor';
import { Check } from '../parts/Check';
import type { BringPicture } from '../parts/bringPicture';
import { BlockFields } from './BlockFields';
import { ChipDetails, type ChipOpen } from './ChipDetails';
import { Forms } from './Forms';
import type { FormsInHand } from './useForms';
import { conditionSentence } from '@/core/conditions';
import { ConditionForm } from '../conditions/ConditionForm';
import { conditionNames } from '../conditions/conditionNames';
import type { SuggestionsAnswer } from '@/contract/suggestions';
import type { DeskStore } from '@/contract/templates';
import { say } from '@/words/desk';
import { say as common } from '@/words/common';

export interface DetailsProps {
  moment: string;
  store: DeskStore;
  base: string;
  block: Block | undefined;
  segment:
    { id: string; label: string; form: SegmentForm; source: string; words: WordsDocument | undefined } | undefined;
  chip: ChipOpen | undefined;
  facts: OrderFacts;
  /** Said of what is selected, above its details. */
  note: ReactNode;
  /** For the translators of what is selected, below its details. */
  briefing: ReactNode;
  suggestions: SuggestionsAnswer | undefined;
  orderNumber: string;
  language: string;
  forms: FormsInHand;
  /** The form that the chosen order takes. */
  ownForm: number;
  findings: readonly Finding[];
  /** What was said of screenshots of it, above the findings. */
  remarks: ReactNode;
  editable: boolean;
  newId: (kind: Block['kind']) => string;
  onBring: BringPicture;
  onSource: (source: string) => void;
  onBlock: (change: Partial<Block>) => void;
  onMove: (by: -1 | 1) => void;
  onDuplicate: () => void;
  onRemove: () => void;
  /** Absent where there is nowhere to copy to, or where it is a passage already. */
  onCopy: (() => void) | undefined;
  onMakePassage: (() => void) | undefined;
  onGo: (finding: Finding) => void;
  onFix: (fix: Fix) => void;
}

export function Details(props: DetailsProps) {
  const { block, segment, chip, findings, editable, onGo, onFix } = props;
  return (
    <div className="flex flex-col lg:h-full lg:min-h-0">
      <div className="flex-1 px-4 py-3 lg:min-h-0 lg:overflow-auto">
        {chip ? (
          <ChipDetails key={chip.attributes.name} chip={chip} editable={editable} />
        ) : block ? (
          <BlockDetails key={block.id} {...props} block={block} />
        ) : segment ? (
          <>
            <h2 className="mb-3 font-serif text-lg">{segment.label}</h2>
            {props.note}
            <SegmentFields {...props} segment={segment} />
            <div className="mt-3">{props.briefing}</div>
          </>
        ) : (
          <p className="text-sm text-slate">{say.selectABlockOnThe}</p>
        )}
      </div>
      <div className="shrink-0 border-t border-rule px-4 py-3 lg:max-h-[45%] lg:overflow-auto">
        {props.remarks}
        <FindingList
          findings={findings.map((f) => ({
            severity: f.severity,
            place: findingProblem(f).path,
            words: `: ${f.message}`,
            onGo: () => onGo(f),
            fix: f.fix && editable ? { label: f.fix.label, act: () => onFix(f.fix!) } : undefined,
          }))}
        />
      </div>
    </div>
  );
}

function BlockDetails(props: DetailsProps & { block: Block }) {
  const { block, segment, editable, onMove, onDuplicate, onRemove, onCopy, onMakePassage, onBlock } = props;
  return (
    <>
      <h2 className="mb-3 font-serif text-lg">{BLOCK_LABELS[block.kind]}</h2>
      {props.note}
      <div className="flex flex-col gap-3">
        {segment && block.kind === 'image' && <AltWords {...props} segment={segment} />}
        {editable && (
          <BlockFields
            block={block}
            moment={props.moment}
            store={props.store}
            base={props.base}
            suggestions={props.suggestions}
            orderNumber={props.orderNumber}
            newId={props.newId}
            onBring={props.onBring}
            onBlock={onBlock}
          />
        )}
        {segment && <SegmentFields {...props} segment={segment} />}
        {segment && props.briefing}
        {editable && (
          <>
            <ConditionForm
              label={say.condition}
              condition={block.when}
              store={props.store}
              names={conditionNames(props.store)}
              always={say.shownAlways}
              sentence={(condition) => conditionSentence(condition, conditionNames(props.store))}
              tried={{
                facts: props.facts,
                language: props.language,
                orderNumber: props.orderNumber,
                holds: say.inTheMessageOfOrderNumber({ orderNumber: props.orderNumber }),
                holdsNot: say.notInTheMessageOf({ orderNumber: props.orderNumber }),
              }}
              onChange={(when) => onBlock({ when } as Partial<Block>)}
            />
            <Check
              label={say.hiddenKeptHereInNo}
              on={block.hidden === true}
              onChange={(hidden) => onBlock({ hidden: hidden || undefined } as Partial<Block>)}
            />
            <div
              role="group"
              aria-label={say.block}
              className="grid grid-cols-2 gap-1.5 border-t border-rule pt-3 [&>button]:px-2"
            >
              <button type="button" className="btn justify-center" onClick={() => onMove(-1)}>
                {common.moveUp}
              </button>
              <button type="button" className="btn justify-center" onClick={() => onMove(1)}>
                {common.moveDown}
              </button>
              <button type="button" className="btn justify-center" onClick={onDuplicate}>
                {say.duplicate}
              </button>
              <button type="button" className="btn justify-center" onClick={onRemove}>
                {common.remove}
              </button>
              {onCopy && (
                <button type="button" className="btn justify-center" onClick={onCopy}>
                  {say.copyTo}
                </button>
              )}
              {onMakePassage && (
                <button type="button" className="btn justify-center" onClick={onMakePassage}>
                  {say.makeAPassage}
                </button>
              )}
            </div>
          </>
        )}
      </div>
    </>
  );
}

/** A picture's words are not on the sheet, so they are written here. */
function AltWords({ segment, editable, onSource }: DetailsProps & { segment: NonNullable<DetailsProps['segment']> }) {
  return (
    <label className="text-sm">
      <span className="mb-1 block text-slate">{say.alternativeText}</span>
      <input
        className="input"
        readOnly={!editable}
        value={segment.source}
        onChange={(e) => onSource(e.target.value)}
        placeholder={say.whatThePictureShows}
      />
    </label>
  );
}

function SegmentFields({
  segment,
  moment,
  language,
  forms,
  ownForm,
  findings,
  editable,
  onSource,
}: DetailsProps & { segment: NonNullable<DetailsProps['segment']> }) {
  const { words } = segment;
  const own = findings.filter((f) => f.place === segment.id && f.language === language && f.severity === 'blocker');
  const html = segment.form === 'html';
  return (
    <>
      {words && !html && <Forms {...{ words, forms, ownForm, moment, language, editable }} />}
      <details open={html || words === undefined || own.length > 0}>
        <summary className="link min-h-6 text-sm">{html ? 'HTML' : say.sourceMessageFormat2}</summary>
        {html ? (
          <div className="mt-1 h-56">
            <CodeEditor
              label={say.htmlOfLabel({ label: segment.label })}
              language="html"
              value={segment.source}
              readOnly={!editable}
              placeholders={placeholdersAt(moment)}
              problems={own.map((f) => ({
                from: f.start ?? 0,
                to: f.end ?? f.start ?? 0,
                severity: 'error',
                message: f.message,
              }))}
              onChange={onSource}
            />
          </div>
        ) : (
          <textarea
            aria-label={say.sourceOfLabel({ label: segment.label })}
            aria-invalid={own.length > 0 || undefined}
            className="input mt-1 font-mono text-xs leading-5"
            rows={8}
            spellCheck={false}
            readOnly={!editable}
            value={segment.source}
            onChange={(e) => onSource(e.target.value)}
          />
        )}
        {own.map((f) => (
          <p key={f.message} className="mt-1 text-xs text-madder">
            {f.message}
          </p>
        ))}
      </details>
    </>
  );
}
