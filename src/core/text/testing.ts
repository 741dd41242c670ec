/** Shared by the tests of core: filling one segment as a message would be. */
import { placeholderType } from '../placeholders';
import { compileWords, runner, Writings, type WordsContext } from './compile';
import type { SegmentForm } from './markup';
import { directionOf, type Values } from './values';

export function fillWords(
  source: string,
  values: Values,
  options: { locale?: string; timeZone?: string; form?: SegmentForm } = {},
): { html: string; plain: string } {
  const locale = options.locale ?? 'en';
  const context: WordsContext = {
    locale,
    timeZone: options.timeZone ?? 'UTC',
    direction: directionOf(locale),
    typeOf: placeholderType,
  };
  const writings = new Writings(context);
  const words = compileWords(source, options.form ?? 'paragraphs', context, writings);
  const fill = writings.begin(values);
  return { html: runner(words.html)(fill), plain: runner(words.plain)(fill) };
}
