'use client';
/** The draft on the bench as state. What becomes of it is known at once, so that the sheet need not wait for the screen. */
import { startTransition, useCallback, useRef, useState, type RefObject } from 'react';
import type { Template } from '@/core/template';
import { draftReducer, startDraft, type DraftAction, type DraftState } from './draft';

/**
 * @param onNext hears of each new template before the screen is drawn anew
 * @param marks what is noted in each new template
 */
export function useDraft(
  first: Template,
  onNext: RefObject<((template: Template) => void) | undefined>,
  marks: RefObject<((template: Template) => Template) | undefined>,
): { draft: DraftState; dispatch: (action: DraftAction) => void; latest: () => Template } {
  const [draft, setDraft] = useState(() => startDraft(first));
  const latest = useRef(draft);
  const dispatch = useCallback(
    (action: DraftAction): void => {
      const changed = draftReducer(latest.current, action);
      if (changed === latest.current) return;
      const template = marks.current?.(changed.template) ?? changed.template;
      const next = template === changed.template ? changed : { ...changed, template };
      latest.current = next;
      onNext.current?.(next.template);
      // Typed words stand in the editor and on the sheet already; the rest of the screen follows when there is time.
      if (action.type === 'words' && !action.apart) startTransition(() => setDraft(next));
      else setDraft(next);
    },
    [onNext, marks],
  );
  // What stands in the draft now, where the screen has not caught up with what was typed.
  const newest = useCallback((): Template => latest.current.template, []);
  return { draft, dispatch, latest: newest };
}
