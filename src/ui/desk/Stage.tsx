'use client';
/** The middle of the Desk: the inbox row, and the sheet, its text part or its source, with words typed in place. */
import type { ReactNode, Ref } from 'react';
import { DETAIL_WORDS, type DetailName, type MomentDetails } from '@/core/moments';
import { nextAfter } from '@/core/plan';
import { sampleDetails } from '@/core/placeholders';
import { languageName } from '@/core/names';
import type { Attachment } from '@/core/attach';
import type { Order } from '@/core/order';
import type { Snapshot } from '@/core/snapshot';
import type { Finding } from '@/core/preflight';
import {
  BLOCK_LABELS,
  segmentFormOf,
  type Block,
  type SegmentPlace,
  type SentAs,
  type Template,
} from '@/core/template';
import type { Direction } from '@/core/text';
import type { Rendered } from '@/workers/protocol';
import type { ReadTemplate } from '../bench/useRenderer';
import { TemplateAttachments } from '../attach/TemplateAttachments';
import type { Shelf } from '../attach/useShelf';
import { Trouble } from '../parts/Page';
import type { ChipOpen } from './ChipDetails';
import type { Dragged } from './Dragging';
import { FormatBar } from './editor/FormatBar';
import type { EditingContext, WordsEditorHandle } from './editor/WordsEditor';
import { InboxRow } from './InboxRow';
import type { DroppedAt } from './usePictureFiles';
import { SentAsPart } from './SentAsPart';
import type { StripState } from './strip';
import { SheetGrip, SheetPlaces } from './sheet/SheetPlaces';
import { Sheet, type SheetHandle } from './sheet/Sheet';
import { isTypedOnSheet, selectableIds, WordsOnSheet } from './sheet/WordsOnSheet';
import { SourceView } from './SourceView';
import type { DeskStore } from '@/contract/templates';
import type { FormsInHand } from './useForms';
import type { SegmentView } from './useSegments';
import { say } from '@/words/desk';
import { listed, readerLocale } from '@/words/speak';

export const PHONE = 375;

export interface StageProps {
  /** A passage has no subject of its own. */
  head: boolean;
  template: Template;
  places: readonly SegmentPlace[];
  store: DeskStore;
  strip: StripState;
  direction: Direction;
  context: EditingContext;
  sender: { name: string; address: string };
  now: number;
  /** How broad the panel is that it stands in, in pixels. */
  room: number;
  rendered: Rendered | undefined;
  findings: readonly Finding[];
  written: boolean;
  subject: SegmentView | undefined;
  preheader: SegmentView | undefined;
  block: Block | undefined;
  segment: SegmentView | undefined;
  segmentPlace: SegmentPlace | undefined;
  forms: FormsInHand;
  editable: boolean;
  active: Dragged | undefined;
  /** Whether whoever selected the block goes on by typing. */
  typing: boolean;
  editor: WordsEditorHandle | null;
  editorRef: Ref<WordsEditorHandle>;
  sheetRef: Ref<SheetHandle>;
  onSelect: (
    selected: { kind: 'block'; id: string } | { kind: 'head'; id: 'subject' | 'preheader' } | undefined,
  ) => void;
  /** Out of the words. */
  onEscape: () => void;
  onWords: (segment: string, source: string) => void;
  readTemplate: ReadTemplate;
  onTemplate: (template: Template) => void;
  onChip: (chip: ChipOpen | undefined) => void;
  onBegin: () => void;
  shelf: Shelf;
  mayBring: boolean;
  order: Order;
  /** What is known of what its messages are about now. */
  details: MomentDetails | undefined;
  snapshot: Snapshot;
  /** What is to be known of the order and the language on the sheet, as broad as it. */
  notes?: (width: number) => ReactNode;
  orderNumber: string;
  onAttachments: (attachments: readonly Attachment[]) => void;
  onSentAs: (sentAs: SentAs) => void;
  /** Files that were dropped on the sheet, or pictures that were pasted into a block. */
  onPictures: (files: File[], at: DroppedAt) => void;
  /** A picture is on its way in. */
  bringing: boolean;
}

export function Stage(props: StageProps) {
  const { head, template, places, store, strip, direction, context, rendered, findings, written } = props;
  const { subject, preheader, block, segment, segmentPlace, forms, editable, active, editor } = props;
  const formIndex = forms.index;
  const { onSelect, onWords, onChip } = props;
  const { language } = strip;
  // Before a sender is set up, it is the store's own address.
  const domains =
    store.senderDomains.length > 0 ? store.senderDomains : [props.sender.address.split('@').at(-1)!.toLowerCase()];
  const message = rendered?.message;
  const width = strip.width === 'phone' ? Math.min(PHONE, props.room) : store.look.shape.width;
  const form = block && segmentFormOf(block.kind);
  const made = Object.keys(sampleDetails(context.moment))
    .filter((name) => !props.details?.[name as DetailName])
    .map((name) => DETAIL_WORDS[name as DetailName]);
  const typedHere = block !== undefined && isTypedOnSheet(block);

  const formOf = (id: string, of: SegmentView): number => (segmentPlace?.id === id ? formIndex : of.ownForm);

  if (strip.part === 'source') {
    return (
      <SourceView
        template={template}
        moment={context.moment}
        places={places}
        language={language}
        findings={findings}
        html={message?.html ?? ''}
        editable={editable}
        segment={segmentPlace?.id}
        readTemplate={props.readTemplate}
        onTemplate={props.onTemplate}
        onWords={onWords}
      />
    );
  }
  return (
    <>
      {head && (
        <InboxRow
          sender={template.sentAs?.fromName ?? props.sender.name}
          address={template.sentAs?.fromAddress ?? props.sender.address}
          time={new Intl.DateTimeFormat(readerLocale(), {
            hour: '2-digit',
            minute: '2-digit',
            timeZone: store.timeZone,
          }).format(props.now)}
          subject={subject?.words && { words: subject.words, formIndex: formOf('subject', subject) }}
          preheader={preheader?.words && { words: preheader.words, formIndex: formOf('preheader', preheader) }}
          onlyThis={forms.onlyThis}
          rendered={message}
          context={context}
          direction={direction}
          editable={editable && written}
          width={width}
          language={language}
          onChange={onWords}
          onFocus={(id) => onSelect({ kind: 'head', id })}
          onChip={onChip}
        />
      )}
      {head && (
        <TemplateAttachments
          attachments={template.attachments ?? []}
          shelf={props.shelf}
          mayBring={props.mayBring}
          {...{ store, language, width, editable }}
          order={props.order}
          moment={context.moment}
          snapshot={props.snapshot}
          orderNumber={props.orderNumber}
          onChange={props.onAttachments}
          aside={
            <SentAsPart
              sentAs={template.sentAs ?? {}}
              sender={props.sender}
              domains={domains}
              editable={editable}
              onChange={props.onSentAs}
            />
          }
        />
      )}
      {made.length > 0 && (
        <p className="mx-auto mb-2 text-xs text-slate" style={{ width }}>
          {say.sampleValues({ placeholders: listed(made) })}
        </p>
      )}
      {props.notes?.(width)}
      {!written ? (
        <div className="mx-auto max-w-md py-10 text-center">
          <p className="font-serif text-lg">{say.noWordsInLanguageNameYet({ languageName: languageName(language) })}</p>
          <p className="mt-1 text-sm text-slate">
            {say.fallbackLanguage({
              language: languageName(language),
              fallback: languageName(nextAfter(language, { own: store.language, fallbacks: store.fallbacks })),
            })}
          </p>
          {editable && (
            <button type="button" className="btn mt-4" onClick={props.onBegin}>
              {say.beginFromTheLanguageNameWords({ languageName: languageName(store.language) })}
            </button>
          )}
        </div>
      ) : strip.part === 'text' ? (
        <pre
          dir={direction}
          className="mx-auto bg-sheet p-6 text-sm whitespace-pre-wrap shadow-sheet"
          style={{ maxWidth: store.look.shape.width }}
          data-testid="text-part"
        >
          {message?.text ?? ''}
        </pre>
      ) : (
        <>
          {rendered?.trouble && <Trouble>{say.theSheetCouldNotBe({ trouble: rendered.trouble })}</Trouble>}
          <Sheet
            handle={props.sheetRef}
            html={rendered?.sheet}
            width={width}
            blockIds={selectableIds(template)}
            selected={block?.id}
            selectedLabel={block ? labelInForms(BLOCK_LABELS[block.kind], segment, formIndex) : ''}
            onSelect={(id) => onSelect(id === undefined ? undefined : { kind: 'block', id })}
            tools={block && editable ? <SheetGrip block={block} /> : undefined}
            bar={
              !editable ? undefined : typedHere && segment?.words && editor?.editor ? (
                <FormatBar
                  editor={editor.editor}
                  moment={context.moment}
                  lists={form === 'paragraphs'}
                  onPlaceholder={() => editor.openPicker()}
                />
              ) : (
                <span className="text-xs text-slate">{props.bringing ? say.bringingPicture : say.clickTextToType}</span>
              )
            }
            onFiles={editable ? props.onPictures : undefined}
            overlay={(doc) => active && <SheetPlaces doc={doc} blocks={template.blocks} active={active} />}
          >
            {(place) =>
              block && editable ? (
                <WordsOnSheet
                  {...{ place, block, segment, segmentPlace, formIndex, language, direction, context, onChip }}
                  onlyThis={forms.onlyThis}
                  typing={props.typing}
                  editorRef={props.editorRef}
                  onWords={(source) => onWords(block.id, source)}
                  onEscape={props.onEscape}
                  onPictures={(files) => props.onPictures(files, { id: block.id, after: true })}
                />
              ) : null
            }
          </Sheet>
        </>
      )}
    </>
  );
}

/** What stands over the selected block: where its words have forms, which of them this is. */
function labelInForms(label: string, segment: SegmentView | undefined, index: number): string {
  const n = segment?.words?.forms.length ?? 1;
  return n > 1 ? say.labelFormOf({ label, form: index + 1, n }) : label;
}
