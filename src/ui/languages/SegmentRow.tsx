'use client';
/** One segment: its source, its words in the language, and, while it is worked on, what is wrong with them and what can be done. */
import { memo, useDeferredValue, useMemo, useState, type ReactNode } from 'react';
import type { SegmentToTranslate, TextKind } from '@/contract/languages';
import { glossaryFindings, termWords, type GlossaryBetween, type GlossaryEntry } from '@/core/glossary';
import { languageName } from '@/core/names';
import {
  beginForms,
  translationFindings,
  type MemoryMatch,
  type SegmentStanding,
  type SegmentState,
} from '@/core/translation';
import { directionOf, type ChipPiece, type ValuesAs } from '@/core/text';
import { say } from '@/words/languages';
import { say as briefing } from '@/words/briefing';
import { ChangedText } from '../bench/ChangedText';
import { BriefingPart, type BriefingRights } from '../briefing/BriefingPart';
import { pieceToJson } from '../desk/editor/documents';
import { FormatBar } from '../desk/editor/FormatBar';
import { WordsEditor, type EditingContext, type WordsEditorHandle } from '../desk/editor/WordsEditor';
import { Forms } from '../desk/Forms';
import { useForms } from '../desk/useForms';
import { viewSegment } from '../desk/useSegments';
import { Mark } from '../parts/marks';
import { Trouble } from '../parts/Page';
import { Time } from '../parts/format';
import { ReadWords } from './ReadWords';
import { TermsOfSource } from './SourceTerms';
import { STATE_TONES, STATE_WORDS } from './states';
import type { SegmentTrouble } from './useTranslating';

export interface SegmentRowProps {
  segment: SegmentToTranslate;
  source: string;
  words: string;
  state: SegmentState;
  standing: SegmentStanding;
  trouble: SegmentTrouble | undefined;
  editable: boolean;
  language: string;
  sourceLanguage: string;
  moment: string;
  zone: string;
  context: EditingContext;
  onType: (source: string) => void;
  onSay: (state: 'done' | 'checked') => void;
  onTakeOver: () => void;
  /** What was translated before for this source, or one that is like it. */
  matches: readonly MemoryMatch[];
  glossary: GlossaryBetween;
  document: { kind: TextKind; slug: string };
  briefing: BriefingRights;
  onSettle: (theirs: boolean) => void;
  onLookAs: (as: ValuesAs | undefined) => void;
}

/** A row of the list: how far the segment is, its source, and its words. */
function Row({
  segment,
  state,
  active,
  source,
  children,
}: {
  segment: SegmentToTranslate;
  state: SegmentState;
  active: boolean;
  source: ReactNode;
  children: ReactNode;
}) {
  return (
    <li
      data-segment={segment.id}
      aria-current={active ? true : undefined}
      className={`grid grid-cols-[1.75rem_minmax(0,1fr)] border-b border-rule text-sm md:grid-cols-[1.75rem_minmax(0,1fr)_minmax(0,1fr)] ${active ? 'bg-sheet' : ''}`}
    >
      <span className="row-span-2 pt-3 ps-2" title={STATE_WORDS[state]}>
        <Mark tone={STATE_TONES[state]} size={13} />
      </span>
      <div className="min-w-0 px-3 py-2.5 text-slate">
        <div className="text-xs">
          {segment.label}
          {segment.briefing?.questions.some((q) => !q.answer) && (
            <span className="ms-2 inline-flex items-center gap-1">
              <Mark tone="waiting" size={11} />
              {briefing.questions}
            </span>
          )}
        </div>
        <div className="text-ink">{source}</div>
      </div>
      <div className={`min-w-0 max-md:col-start-2 ${active ? 'border-2 border-petrol px-2.5 py-2' : ''}`}>
        {children}
      </div>
    </li>
  );
}

/** A segment that is not worked on now: the same while another one is typed into. */
export const RestingRow = memo(function RestingRow({
  segment,
  source,
  words,
  state,
  language,
  sourceLanguage,
  onChoose,
}: Pick<SegmentRowProps, 'segment' | 'source' | 'words' | 'state' | 'language' | 'sourceLanguage'> & {
  onChoose: (segment: string) => void;
}) {
  return (
    <Row {...{ segment, state }} active={false} source={<ReadWords source={source} language={sourceLanguage} />}>
      <button
        type="button"
        className="h-full min-h-11 w-full px-3 py-2.5 text-start hover:bg-petrol-tint"
        onClick={() => onChoose(segment.id)}
      >
        <span className="sr-only">
          {say.translationOf({ label: segment.label, language: languageName(language) })}: {STATE_WORDS[state]}.
        </span>
        {words.trim() === '' ? (
          <span className="text-slate italic">{say.notYet}</span>
        ) : (
          <ReadWords source={words} language={language} />
        )}
      </button>
    </Row>
  );
});

/** The segment that is worked on. */
export function SegmentRow(props: SegmentRowProps) {
  const { segment, source, state, standing, editable, sourceLanguage } = props;
  const [handle, setHandle] = useState<WordsEditorHandle | null>(null);
  const editor = editable ? handle?.editor : undefined;
  const put = editor
    ? (piece: ChipPiece) => void editor.chain().focus().insertContent(pieceToJson(piece)).run()
    : undefined;
  const { said } = props.glossary;
  const about = (entry: GlossaryEntry): string => termWords(entry, props.glossary);
  return (
    <Row
      {...{ segment, state }}
      active
      source={
        <>
          {state === 'changed' && standing.madeFrom !== undefined ? (
            <>
              <span className="text-xs text-slate">{say.sourceChanged}</span>
              <ChangedText before={standing.madeFrom} after={source} language={sourceLanguage} />
            </>
          ) : (
            <ReadWords source={source} language={sourceLanguage} onChip={put} terms={{ index: said, about }} />
          )}
          <TermsOfSource source={source} glossary={props.glossary} />
          <div className="mt-2">
            <BriefingPart
              key={segment.id}
              {...props.briefing}
              place={{ ...props.document, segment: segment.id }}
              briefing={segment.briefing}
              language={props.language}
              zone={props.zone}
            />
          </div>
        </>
      }
    >
      <Working {...props} handle={handle} onHandle={setHandle} />
    </Row>
  );
}

function Working({
  handle,
  onHandle,
  ...props
}: SegmentRowProps & { handle: WordsEditorHandle | null; onHandle: (handle: WordsEditorHandle | null) => void }) {
  const { segment, source, words, state, standing, trouble, editable, language, sourceLanguage, context } = props;
  const { locale } = context.writing;
  const view = useMemo(() => {
    const seen = viewSegment(words, context.values, locale);
    return words === '' ? { ...seen, words: beginForms(source, language) } : seen;
  }, [words, source, language, context.values, locale]);
  const forms = useForms({
    key: `${language} ${segment.id}`,
    segment: view,
    locale,
    values: context.values,
    latest: () => words,
    onSource: props.onType,
    onLookAs: props.onLookAs,
  });
  const named = languageName(language);
  const label = say.translationOf({ label: segment.label, language: named });
  const asSource = segment.form === 'html' || !view.words;
  const checked = useDeferredValue(words);
  const findings = useMemo(
    () => [
      ...translationFindings(source, checked, {
        place: segment,
        moment: props.moment,
        language,
        sourceLanguage,
        most: segment.briefing?.note?.most ?? segment.most,
      }),
      ...glossaryFindings(source, checked, segment.form, props.glossary).map((f) => ({
        ...f,
        severity: 'warning' as const,
      })),
    ],
    [source, checked, segment, props.moment, props.glossary, language, sourceLanguage],
  );
  return (
    <div className="flex flex-col gap-2">
      {asSource ? (
        <textarea
          className="input font-mono text-xs"
          aria-label={label}
          rows={8}
          dir="auto"
          autoFocus
          readOnly={!editable}
          value={words}
          onChange={(e) => props.onType(e.target.value)}
        />
      ) : (
        <WordsEditor
          key={`${language} ${segment.id}`}
          document={view.words!}
          formIndex={forms.index}
          onlyThis={forms.onlyThis}
          form={segment.form}
          context={context}
          label={label}
          direction={directionOf(language)}
          editable={editable}
          autoFocus
          className="min-h-6"
          onChange={props.onType}
          handle={onHandle}
        />
      )}
      {editable && !asSource && segment.form !== 'plain' && handle?.editor && (
        <div>
          <FormatBar
            editor={handle.editor}
            moment={props.moment}
            lists={segment.form === 'paragraphs'}
            onPlaceholder={() => handle.openPicker()}
          />
        </div>
      )}
      {trouble && <TroubleOf trouble={trouble} language={language} onSettle={props.onSettle} />}
      <ul className="flex flex-col gap-1" aria-live="polite">
        {state === 'changed' && standing.madeFrom === undefined && <Noted words={say.sourceChangedUnknown} />}
        {state === 'same' && <Noted words={say.isACopy({ language: named })} />}
        {findings.map((f) => (
          <li key={f.message} className="flex items-baseline gap-1.5 text-xs">
            <Mark tone={f.severity === 'blocker' ? 'failing' : 'waiting'} size={11} />
            <span>
              {f.message}{' '}
              {f.fix && editable && (
                <button type="button" className="link py-0.5 font-semibold" onClick={() => props.onType(f.fix!.source)}>
                  {f.fix.label}
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
      {editable && <TranslatedBefore {...props} />}
      {editable && (
        <div className="flex flex-wrap items-center gap-2">
          <button type="button" className="btn btn-main" onClick={() => props.onSay('done')}>
            {say.doneNext}
          </button>
          {state === 'done' && (
            <button type="button" className="btn" onClick={() => props.onSay('checked')}>
              {say.markChecked}
            </button>
          )}
          {words !== source && (
            <button type="button" className="link min-h-6" onClick={props.onTakeOver}>
              {say.takeOver}
            </button>
          )}
        </div>
      )}
      {!asSource && view.words!.selectors.length > 0 && (
        <Forms
          words={view.words!}
          forms={forms}
          ownForm={view.ownForm}
          moment={props.moment}
          language={language}
          editable={editable}
        />
      )}
      {segment.said && (state === 'done' || state === 'checked') && (
        <p className="text-xs text-slate">
          {STATE_WORDS[state]}: {segment.said.by}, <Time at={segment.said.at} zone={props.zone} />
        </p>
      )}
    </div>
  );
}

/** What may be used: the words, how much their source is like this one, and what differs in it. */
function TranslatedBefore({ matches, words, source, language, sourceLanguage, onType }: SegmentRowProps) {
  const shown = matches.filter((m) => m.words !== words);
  if (shown.length === 0) return null;
  return (
    <section aria-label={say.before} className="border-t border-rule pt-2 text-sm">
      <h3 className="font-serif text-sm text-slate italic">{say.before}</h3>
      <ul className="flex flex-col">
        {shown.map((m) => (
          <li key={m.words} className="flex items-start gap-3 border-b border-rule py-1.5 last:border-b-0">
            <div className="min-w-0 flex-1">
              <ReadWords source={m.words} language={language} />
              <p className="text-xs text-slate">
                <span className={m.share === 1 ? 'font-semibold text-moss' : 'font-semibold'}>
                  {m.share === 1 ? say.verySame : say.alike({ share: Math.floor(m.share * 100) })}
                </span>{' '}
                · {m.where}
                {m.times > 1 && <> · {say.inPlaces({ n: m.times })}</>}
              </p>
              {m.share < 1 && (
                <div className="text-xs">
                  <ChangedText before={m.source} after={source} language={sourceLanguage} />
                </div>
              )}
            </div>
            <button type="button" className="btn shrink-0" onClick={() => onType(m.words)}>
              {say.use}
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

function Noted({ words }: { words: string }) {
  return (
    <li className="flex items-baseline gap-1.5 text-xs">
      <Mark tone="waiting" size={11} />
      {words}
    </li>
  );
}

function TroubleOf({
  trouble,
  language,
  onSettle,
}: {
  trouble: SegmentTrouble;
  language: string;
  onSettle: (theirs: boolean) => void;
}) {
  const { meanwhile } = trouble;
  return (
    <Trouble>
      {trouble.message}
      {meanwhile && (
        <>
          <div className="mt-1 text-xs text-slate">{say.theirsIs}</div>
          {meanwhile.words === '' ? say.nothingThere : <ReadWords source={meanwhile.words} language={language} />}
          <div className="mt-2 flex gap-3">
            <button type="button" className="btn" onClick={() => onSettle(true)}>
              {say.takeTheirs}
            </button>
            <button type="button" className="btn" onClick={() => onSettle(false)}>
              {say.keepMine}
            </button>
          </div>
        </>
      )}
    </Trouble>
  );
}
