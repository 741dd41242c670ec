/** The words of one segment as they stand in a message: what a keystroke changes, without the rest. */
import { compileWords, runner, Writings, type WordsContext } from '../text/compile';
import type { SegmentForm } from '../text/markup';
import { parseSource } from '../text/source';
import type { Values } from '../text/values';
import type { Skeleton } from './skeleton';

export type WordsStyles = Pick<
  Skeleton,
  'linkStyle' | 'paragraphStyle' | 'lastParagraphStyle' | 'listStyle' | 'lastListStyle' | 'entryStyle' | 'direction'
>;

/** What words take from the skeleton they stand in. */
export function wordsStyles(skeleton: Skeleton): WordsStyles {
  const { linkStyle, paragraphStyle, lastParagraphStyle, listStyle, lastListStyle, entryStyle, direction } = skeleton;
  return { linkStyle, paragraphStyle, lastParagraphStyle, listStyle, lastListStyle, entryStyle, direction };
}

/** HTML content of one segment with an order's values, as `compileMessage` writes it; undefined for words that cannot be read. */
export function wordsHtml(
  source: string,
  form: SegmentForm,
  context: WordsContext,
  values: Values,
): string | undefined {
  if (!parseSource(source).ok) return undefined;
  const writings = new Writings(context);
  const { html } = compileWords(source, form, context, writings);
  return runner(html)(writings.begin(values));
}
