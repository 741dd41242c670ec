import { compileWords, Writings, type CompiledWords, type WordsContext } from '../text/compile';
import type { SegmentForm } from '../text/markup';
import type { Skeleton } from './skeleton';

export interface WordsCompiler {
  writings: Writings;
  compile: (source: string, form: SegmentForm) => CompiledWords;
}

/** Compiles words for one language; placeholders written in the same form share one writing. */
export function wordsCompiler(context: WordsContext): WordsCompiler {
  const writings = new Writings(context);
  return { writings, compile: (source, form) => compileWords(source, form, context, writings) };
}

/** So many compiled segments are kept; then all are made anew, with the writings of placeholders they share. */
const MOST = 400;

/**
 * Compiled words kept from one compilation to the next, while skeleton and way of writing stay the same: typing changes one
 * segment of many.
 */
export class KeptWords {
  private of: { skeleton: Skeleton; locale: string; timeZone: string } | undefined;
  private known = new Map<string, CompiledWords>();
  private compiler: WordsCompiler | undefined;

  for(skeleton: Skeleton, context: WordsContext): WordsCompiler {
    const { locale, timeZone } = context;
    const same = this.of?.skeleton === skeleton && this.of.locale === locale && this.of.timeZone === timeZone;
    if (!same || !this.compiler || this.known.size > MOST) {
      this.of = { skeleton, locale, timeZone };
      this.known = new Map();
      this.compiler = wordsCompiler(context);
    }
    const { writings, compile } = this.compiler;
    return {
      writings,
      compile: (source, form) => {
        const key = `${form} ${source}`;
        let words = this.known.get(key);
        if (!words) {
          words = compile(source, form);
          this.known.set(key, words);
        }
        return words;
      },
    };
  }
}
