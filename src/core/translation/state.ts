/** How far the words of a segment are in a language, compared with the source that they are made from. */
import { parseSource, patternsOf } from '../text';

/**
 * In the order of what is to be done first: nothing is written; the source was changed since; it is a copy of the source that nobody said
 * is right; it was begun; it is done; somebody else read it as well.
 */
export const SEGMENT_STATES = ['missing', 'changed', 'same', 'begun', 'done', 'checked'] as const;
export type SegmentState = (typeof SEGMENT_STATES)[number];

/** States in which there is something left for a translator to do. */
export const OPEN_STATES: readonly SegmentState[] = ['missing', 'changed', 'same', 'begun'];

/** What somebody said of a translation, and what they saw. */
export interface TranslationNote {
  state: 'begun' | 'done' | 'checked';
  /** The source that it was made from. */
  source: string;
  /** The words it was said of. */
  words: string;
}

export interface SegmentFacts {
  source: string;
  words: string;
  note?: TranslationNote | undefined;
  /** Source and words of what was published last. */
  live?: { source: string; words: string } | undefined;
  /** It was known to be older than its source when that was published. */
  stale?: boolean;
  /** They ship with the product. */
  ships?: boolean;
}

export interface SegmentStanding {
  state: SegmentState;
  /** Of words whose source was changed since: the source that they were made from, where it is known. */
  madeFrom?: string;
}

/** How far a segment is. Words that nobody said anything of count as done, unless they are empty, older than their source, or a copy of it. */
export function segmentStanding({ source, words, note, live, stale, ships }: SegmentFacts): SegmentStanding {
  if (words.trim() === '') return { state: 'missing' };
  if (note) {
    if (note.source !== source) return { state: 'changed', madeFrom: note.source };
    if (note.state === 'begun') return { state: words === source && needsTranslation(source) ? 'same' : 'begun' };
    // What was read is not what stands there now.
    return { state: note.words === words ? note.state : 'done' };
  }
  if (live && live.words === words && live.source !== source) return { state: 'changed', madeFrom: live.source };
  if (stale) return { state: 'changed' };
  return { state: !ships && words === source && needsTranslation(source) ? 'same' : 'done' };
}

/** Whether a source has anything to translate: letters besides its placeholders. What cannot be read has. */
export function needsTranslation(source: string): boolean {
  const parsed = parseSource(source);
  if (!parsed.ok) return true;
  return patternsOf(parsed.message).some((pattern) =>
    pattern.some((part) => typeof part === 'string' && /\p{L}/u.test(part)),
  );
}

export type StateCounts = Record<SegmentState, number>;

/** How many segments are in each state. */
export function countStates(states: readonly SegmentState[]): StateCounts {
  const counts: StateCounts = { missing: 0, changed: 0, same: 0, begun: 0, done: 0, checked: 0 };
  for (const state of states) counts[state] += 1;
  return counts;
}

/** Of how many segments counts speak, and of how many of them nothing is left to do. */
export function progress(counts: StateCounts): { all: number; done: number } {
  const all = SEGMENT_STATES.reduce((sum, state) => sum + counts[state], 0);
  return { all, done: counts.done + counts.checked };
}

/** Counts taken together. */
export function sumCounts(counts: readonly StateCounts[]): StateCounts {
  const sum = countStates([]);
  for (const one of counts) for (const state of SEGMENT_STATES) sum[state] += one[state];
  return sum;
}
