/** What became of a message, as a mark that differs in shape and not in colour alone. */
import type { MessageOutcome } from '@/contract/rehearsal';
import { OUTCOME_WORDS } from './views';

const SHAPES: Readonly<Record<MessageOutcome, React.ReactNode>> = {
  right: <path d="M3 8.500l3.500 3.500L13 4.500" fill="none" stroke="var(--color-moss)" strokeWidth="2" />,
  noted: (
    <>
      <path d="M3 6.500l3.500 3.500L13 2.500" fill="none" stroke="var(--color-moss)" strokeWidth="2" />
      <path d="M3 14h10" stroke="var(--color-marigold-ink)" strokeWidth="2" strokeDasharray="2 2" />
    </>
  ),
  wrong: <path d="M3.500 3.500l9 9M12.500 3.500l-9 9" stroke="var(--color-madder)" strokeWidth="2.200" />,
  missing: (
    <path
      d="M2.500 4.500h11v8h-11z M5 8.500h6"
      fill="none"
      stroke="var(--color-madder)"
      strokeWidth="1.500"
      strokeDasharray="2 1.500"
    />
  ),
  surplus: <path d="M8 2.500v11M2.500 8h11" stroke="var(--color-madder)" strokeWidth="2.200" />,
};

/** `label` is empty where its word stands beside it. */
export function VerdictMark({ outcome, size = 12, label }: { outcome: MessageOutcome; size?: number; label?: string }) {
  const words = label ?? OUTCOME_WORDS[outcome];
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      {...(words === '' ? { 'aria-hidden': true } : { role: 'img', 'aria-label': words })}
      className="shrink-0"
    >
      {SHAPES[outcome]}
    </svg>
  );
}
