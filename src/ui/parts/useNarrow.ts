'use client';
/** Whether the window has no room for what stands side by side. */
import { useSyncExternalStore } from 'react';

/** The width under which the spine is a bar, as in the style sheet's `md`. */
const NARROW = '(width < 48rem)';

function subscribe(changed: () => void): () => void {
  const query = window.matchMedia(NARROW);
  query.addEventListener('change', changed);
  return () => query.removeEventListener('change', changed);
}

/** True on a narrow window. While a page is made on the server nobody knows, and it is taken to be wide. */
export const useNarrow = (): boolean =>
  useSyncExternalStore(
    subscribe,
    () => window.matchMedia(NARROW).matches,
    () => false,
  );
