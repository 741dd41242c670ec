'use client';
/** Two windows on one draft: who saved meanwhile, and which version to go on with. */
import type { SaveState } from './useAutosave';
import { say } from '@/words/bench';

export function Conflict<T>({
  state,
  onMine,
  onTheirs,
}: {
  state: Extract<SaveState<T>, { kind: 'conflict' }>;
  onMine: (revision: number, theirs: T) => void;
  onTheirs: (revision: number, theirs: T) => void;
}) {
  return (
    <div
      role="alert"
      className="flex shrink-0 items-center gap-3 border-b border-madder bg-madder-tint px-5 py-2 text-sm"
    >
      <span className="flex-1">{state.message}</span>
      <button type="button" className="btn" onClick={() => onTheirs(state.theirRevision, state.theirs)}>
        {state.by ? say.useBySChanges({ by: state.by }) : say.useTheOtherChanges}
      </button>
      <button type="button" className="btn" onClick={() => onMine(state.theirRevision, state.theirs)}>
        {say.keepMyChanges}
      </button>
    </div>
  );
}
