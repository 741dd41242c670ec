'use client';
/** A block's words typed where they stand on the sheet, in their own typography. */
import type { Ref } from 'react';
import { allBlocks, segmentFormOf, type Block, type SegmentPlace, type Template } from '@/core/template';
import type { Direction } from '@/core/text';
import type { ChipOpen } from '../ChipDetails';
import { WordsEditor, type EditingContext, type WordsEditorHandle } from '../editor/WordsEditor';
import type { SegmentView } from '../useSegments';
import type { Place } from './Sheet';

export interface WordsOnSheetProps {
  place: Place;
  block: Block;
  segment: SegmentView | undefined;
  segmentPlace: SegmentPlace | undefined;
  formIndex: number;
  onlyThis?: boolean;
  language: string;
  direction: Direction;
  context: EditingContext;
  /** Whether whoever selected the block goes on by typing, as usual. */
  typing?: boolean;
  editorRef: Ref<WordsEditorHandle>;
  onWords: (source: string) => void;
  onChip?: (chip: ChipOpen | undefined) => void;
  onEscape: () => void;
  onPictures?: ((files: File[]) => void) | undefined;
}

/** Whether a block's words are typed on the sheet; own HTML and the words of a picture are not. */
export function isTypedOnSheet(block: Block): boolean {
  const form = segmentFormOf(block.kind);
  return form !== undefined && form !== 'html' && block.kind !== 'image';
}

/** Inner blocks first: what stands in columns is selected before the columns. */
export function selectableIds(template: Template): string[] {
  return template.blocks.flatMap((b) => [...allBlocks([b]).slice(1), b].map(({ id }) => id));
}

export function WordsOnSheet(props: WordsOnSheetProps) {
  const { place, block, segment, segmentPlace, formIndex, language, direction, context, onWords, onChip, onEscape } =
    props;
  const form = segmentFormOf(block.kind);
  if (!form || !isTypedOnSheet(block) || !segment?.words) return null;
  const { top, left, width, height } = place.words;
  return (
    <div lang={language} className="absolute z-10" style={{ top, left, width, minHeight: height }}>
      <WordsEditor
        key={`${language} ${block.id}`}
        handle={props.editorRef}
        document={segment.words}
        formIndex={formIndex}
        onlyThis={props.onlyThis ?? false}
        onPictures={props.onPictures}
        form={form}
        context={context}
        label={segmentPlace?.label ?? ''}
        direction={direction}
        editable
        autoFocus={props.typing ?? true}
        className="on-sheet"
        style={{ ...place.style, minHeight: height }}
        onChange={onWords}
        {...(onChip && { onChip })}
        onEscape={onEscape}
      />
    </div>
  );
}
