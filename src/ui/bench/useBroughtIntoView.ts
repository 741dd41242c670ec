'use client';
/** What is selected elsewhere is brought into view where it stands, unless some of it can be seen already. */
import { useEffect, useRef } from 'react';

/** The nearest element around one that scrolls up and down. */
function scrollerOf(element: HTMLElement): HTMLElement | undefined {
  for (let up = element.parentElement; up; up = up.parentElement) {
    if (/auto|scroll/.test(getComputedStyle(up).overflowY) && up.scrollHeight > up.clientHeight) return up;
  }
  return undefined;
}

/** So much of an element has to be seen for it to be in view, px. */
const SEEN = 16;

/**
 * Scrolls to what `find` gives, once for each `id`, as soon as it is there.
 * @param find the element, undefined as long as it is not drawn
 */
export function useBroughtIntoView(id: string | undefined, find: () => HTMLElement | null | undefined): void {
  const done = useRef<string>(undefined);
  useEffect(() => {
    if (id === undefined || done.current === id) {
      done.current = id;
      return;
    }
    const element = find();
    if (!element) return;
    done.current = id;
    const scroller = scrollerOf(element);
    if (!scroller) return;
    const [here, there] = [element.getBoundingClientRect(), scroller.getBoundingClientRect()];
    const seen = here.bottom > there.top + SEEN && here.top < there.bottom - SEEN;
    if (!seen) element.scrollIntoView({ block: 'center' });
  });
}
