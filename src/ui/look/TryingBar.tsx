'use client';
/** Says that a look is only tried on the store's messages, with both ways on. */
import { say } from '@/words/look';
import { Said } from '../parts/Said';

export function TryingBar({ name, onBack, onTake }: { name: string; onBack: () => void; onTake: () => void }) {
  return (
    <div
      role="status"
      className="flex shrink-0 items-center gap-3 border-b border-rule bg-petrol-tint px-4 py-2 text-sm"
    >
      <span className="flex-1">
        <Said words={say.tryingName({ name })} marks={{ name: (words) => <b>{words}</b> }} />
      </span>
      <button type="button" className="btn" onClick={onBack}>
        {say.discard}
      </button>
      <button type="button" className="btn btn-main" onClick={onTake}>
        {say.useThisLook}
      </button>
    </div>
  );
}
