/**
 * Font stacks of typefaces that mail programs have, each ending in ones of much the same measures, so that lines break
 * alike where the first is missing.
 */
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';
export const FONT_STACKS = {
  bookish: "Georgia, 'DejaVu Serif', 'Times New Roman', serif",
  old: "'Palatino Linotype', Palatino, 'Book Antiqua', 'URW Palladio L', Georgia, serif",
  roman: "'Times New Roman', Times, 'Liberation Serif', serif",
  plain: "'Helvetica Neue', Helvetica, Arial, 'Liberation Sans', sans-serif",
  open: "Verdana, 'DejaVu Sans', Geneva, sans-serif",
  humane: "'Trebuchet MS', 'Lucida Grande', Tahoma, sans-serif",
  typed: "'Courier New', Courier, 'Liberation Mono', monospace",
} as const;
export type FontStack = keyof typeof FONT_STACKS;

export const FONT_LABELS: Record<FontStack, string> = inEachLanguage(() => ({
  bookish: say.georgiaAndItsLike,
  old: say.palatinoAndItsLike,
  roman: say.timesAndItsLike,
  plain: say.helveticaArial,
  open: say.verdanaAndItsLike,
  humane: say.trebuchetAndItsLike,
  typed: say.courierAndItsLike,
}));
