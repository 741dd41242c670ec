/** What the choices of colours are called. */
import type { Theme } from '@/contract/theme';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/shell';

export const THEME_WORDS: Record<Theme, string> = inEachLanguage(() => ({
  system: say.asTheSystemHasThem,
  light: say.light,
  dark: say.dark,
}));
