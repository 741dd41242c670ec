'use client';
/** Each segment's source as the editor's document, and the form of its words that the chosen order takes. */
import { useMemo } from 'react';
import { placeholderType } from '@/core/placeholders';
import {
  chooser,
  EMPTY_DOCUMENT,
  NotEditable,
  parseSource,
  toDocument,
  type Values,
  type WordsDocument,
} from '@/core/text';
import type { Segments } from '@/core/template';

export interface SegmentView {
  source: string;
  /** Undefined when only the source view can edit these words. */
  words: WordsDocument | undefined;
  /** The form that the chosen order takes. */
  ownForm: number;
}

export function viewSegment(source: string, values: Values, locale: string): SegmentView {
  if (source === '') return { source, words: EMPTY_DOCUMENT, ownForm: 0 };
  const parsed = parseSource(source);
  if (!parsed.ok) return { source, words: undefined, ownForm: 0 };
  const { message } = parsed;
  const ownForm = message.type === 'select' ? chooser(message, { locale, typeOf: placeholderType })(values) : 0;
  try {
    return { source, words: toDocument(message), ownForm };
  } catch (error) {
    if (error instanceof NotEditable) return { source, words: undefined, ownForm };
    throw error;
  }
}

export function useSegment(
  segments: Segments | undefined,
  id: string | undefined,
  values: Values,
  locale: string,
): SegmentView | undefined {
  const source = id === undefined ? undefined : (segments?.[id] ?? '');
  return useMemo(
    () => (source === undefined ? undefined : viewSegment(source, values, locale)),
    [source, values, locale],
  );
}
