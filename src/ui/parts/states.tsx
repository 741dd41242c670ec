/** A delivery's state as a mark and a word. */
import { DELIVERY_STATE_WORDS, type DeliveryState } from '@/core/mail/state';
import { Mark, type Tone } from './marks';
import { say } from '@/words/parts';

const TONES: Record<DeliveryState, Tone> = {
  planned: 'quiet',
  sending: 'quiet',
  held: 'waiting',
  deferred: 'waiting',
  accepted: 'good',
  failed: 'failing',
  bounced: 'failing',
  withheld: 'quiet',
  cancelled: 'quiet',
};

/** `waits`: for its time, and not for a worker. */
export function StateWord({ state, waits = false }: { state: DeliveryState; waits?: boolean | undefined }) {
  const tone = TONES[state];
  return (
    <span
      className={`inline-flex items-baseline gap-1.5 whitespace-nowrap ${tone === 'failing' ? 'font-semibold text-madder' : ''}`}
    >
      <span className="translate-y-0.5">
        <Mark tone={tone} size={12} />
      </span>
      {waits ? say.waits : DELIVERY_STATE_WORDS[state]}
    </span>
  );
}
