/** States of segments, as marks and words. */
import { OPEN_STATES, progress, type SegmentState, type StateCounts } from '@/core/translation';
import { inEachLanguage } from '@/words/speak';
import { say } from '@/words/languages';
import type { Tone } from '../parts/marks';

export const STATE_WORDS: Record<SegmentState, string> = inEachLanguage(() => ({
  missing: say.missing,
  changed: say.changed,
  same: say.same,
  begun: say.begun,
  done: say.done,
  checked: say.checked,
}));

export const STATE_TONES: Record<SegmentState, Tone> = {
  missing: 'quiet',
  changed: 'waiting',
  same: 'waiting',
  begun: 'waiting',
  done: 'good',
  checked: 'good',
};

const COUNT_WORDS = inEachLanguage(() => ({
  missing: say.nMissing,
  changed: say.nChanged,
  same: say.nSame,
  begun: say.nBegun,
}));

/** What is left to do of some segments in few words, the most pressing first: "4 missing, 2 changed"; how many are done when nothing is. */
export function leftWords(counts: StateCounts): string {
  const left = OPEN_STATES.flatMap((state) =>
    counts[state] > 0 ? [COUNT_WORDS[state as keyof typeof COUNT_WORDS]({ n: counts[state] })] : [],
  );
  return left.length > 0 ? left.slice(0, 2).join(', ') : say.allDone({ n: progress(counts).done });
}

export function toneOf(counts: StateCounts): Tone {
  if (counts.changed + counts.same + counts.begun > 0) return 'waiting';
  return counts.missing > 0 ? 'quiet' : 'good';
}

export const openIn = (counts: StateCounts | undefined): number =>
  counts === undefined ? 0 : OPEN_STATES.reduce((sum, state) => sum + counts[state], 0);
