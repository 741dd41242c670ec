'use client';
/** The Desk's keys: undo and redo everywhere, the neighbouring notifications and leaving a selection outside of words. */
import { useEffect } from 'react';
import { isTyping, lettersAct } from '../shell/typing';

export interface DeskKeys {
  onUndo: (() => void) | undefined;
  onRedo: (() => void) | undefined;
  onPrevious: (() => void) | undefined;
  onNext: (() => void) | undefined;
  /** On to the next situation. */
  onSituation?: (() => void) | undefined;
  onEscape: () => void;
  /** Moves what is selected, wherever the cursor is. */
  onMove?: ((by: -1 | 1) => void) | undefined;
}

export function useDeskKeys(keys: DeskKeys): void {
  useEffect(() => {
    const press = (e: KeyboardEvent): void => {
      const key = e.key.toLowerCase();
      // A plain field has an undo of its own; the words on the sheet share the Desk's.
      const field = e.target instanceof HTMLElement && ['INPUT', 'TEXTAREA'].includes(e.target.tagName);
      // The outline moves by itself and takes the focus along.
      const inOutline = e.target instanceof HTMLElement && e.target.dataset.block !== undefined;
      if ((e.ctrlKey || e.metaKey) && !field && (key === 'z' || key === 'y')) {
        e.preventDefault();
        e.stopPropagation();
        if (key === 'y' || e.shiftKey) keys.onRedo?.();
        else keys.onUndo?.();
      } else if (
        e.altKey &&
        !e.ctrlKey &&
        (e.key === 'ArrowUp' || e.key === 'ArrowDown') &&
        keys.onMove &&
        !inOutline
      ) {
        e.preventDefault();
        e.stopPropagation();
        keys.onMove(e.key === 'ArrowUp' ? -1 : 1);
      } else if (
        !e.ctrlKey &&
        !e.metaKey &&
        !e.altKey &&
        !isTyping(e.target) &&
        !document.querySelector('[role="dialog"]')
      ) {
        if (e.key === 'Escape') keys.onEscape();
        else if (!lettersAct()) return;
        else if (e.key === '[') keys.onPrevious?.();
        else if (e.key === ']') keys.onNext?.();
        else if (e.key === 's') keys.onSituation?.();
      }
    };
    // Before the editor hears of it: its own undo knows nothing of blocks.
    window.addEventListener('keydown', press, true);
    return () => window.removeEventListener('keydown', press, true);
  });
}
