import type { LeafState } from '@/contract/notifications';
import { say } from '@/words/parts';
import { inEachLanguage } from '@/words/speak';
/** State marks: a leaf of paper, different in shape for each state and always beside its word. */

export const LEAF_WORDS: Record<LeafState, string> = inEachLanguage(() => ({
  off: say.leafOff,
  draft: say.leafDraft,
  live: say.leafLive,
  failing: say.leafFailing,
  stale: say.leafStale,
}));

export function Leaf({ state, size = 14, label }: { state: LeafState; size?: number; label?: string }) {
  const shape = {
    off: <path d="M3 1.5h7l4 4v9H3z M10 1.5v4h4" fill="none" stroke="var(--color-slate)" strokeWidth="1.3" />,
    draft: (
      <>
        <path d="M3 8h11v6.5H3z" fill="var(--color-marigold)" />
        <path d="M3 1.5h7l4 4v9H3z M3 8h11" fill="none" stroke="var(--color-ink)" strokeWidth="1.3" />
      </>
    ),
    live: <path d="M3 1.5h6.5v4.5H14v8.5H3z M10.5 1.5l3.5 3.5h-3.5z" fill="var(--color-ink)" />,
    stale: (
      <path
        d="M3 1.5h7l4 4v9H3z"
        fill="var(--color-petrol-tint)"
        stroke="var(--color-ink)"
        strokeWidth="1.6"
        strokeDasharray="1.4 1.6"
      />
    ),
    failing: <path d="M3 1.5h11l-3 3 3 2-4 2.500 4 5.500H3z" fill="var(--color-madder)" />,
  }[state];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      role="img"
      aria-label={label ?? LEAF_WORDS[state]}
      className="shrink-0"
    >
      {shape}
    </svg>
  );
}

export type Tone = 'good' | 'waiting' | 'failing' | 'quiet';

/** A mark for facts: a tick, a waiting stroke, a cross, a ring. Never the colour alone. */
export function Mark({ tone, size = 14 }: { tone: Tone; size?: number }) {
  const shape = {
    good: <path d="M3 8.500l3.500 3.500L13 4.500" fill="none" stroke="var(--color-moss)" strokeWidth="2" />,
    waiting: (
      <>
        <path d="M8 1.500L15 14H1z" fill="var(--color-marigold)" stroke="var(--color-marigold-ink)" strokeWidth="1" />
        <path d="M8 6v4M8 11.500v1" stroke="var(--color-on-marigold)" strokeWidth="1.3" />
      </>
    ),
    failing: <path d="M3.500 3.500l9 9M12.500 3.500l-9 9" stroke="var(--color-madder)" strokeWidth="2.200" />,
    quiet: <circle cx="8" cy="8" r="4" fill="none" stroke="var(--color-slate)" strokeWidth="1.3" />,
  }[tone];
  const words = { good: say.good, waiting: say.toLookAt, failing: say.failing, quiet: say.notYet }[tone];
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" role="img" aria-label={words} className="shrink-0">
      {shape}
    </svg>
  );
}
