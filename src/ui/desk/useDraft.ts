'use client';
/** The draft on the bench as state. What becomes of it is known at once, so that the sheet need not wait for the screen. */
import { startTransition, useCallback, useRef, useState, type RefObject } from 'react';
import type { Template } from '@/core/template';
import { draftReducer, startDraft, type DraftAction, type DraftState } from './draft';

/** @param onNext hears of each new template before the screen is drawn anew */
export function useDraft(
  first: Template,
  onNext: RefObject<((template: Template) => void) | undefined>,
): [DraftState, (action: DraftAction) => void] {
  const [draft, setDraft] = useState(() => startDraft(first));
  const latest = useRef(draft);
  const dispatch = useCallback(
    (action: DraftAction): void => {
      const next = draftReducer(latest.current, action);
      if (next === latest.current) return;
      latest.current = next;
      onNext.current?.(next.template);
      // Typed words stand in the editor and on the sheet already; the rest of the screen follows when there is time.
      if (action.type === 'words') startTransition(() => setDraft(next));
      else setDraft(next);
    },
    [onNext],
  );
  return [draft, dispatch];
}
