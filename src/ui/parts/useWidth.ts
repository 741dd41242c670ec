'use client';
/** How broad an element is, for what has to fit into it. */
import { useCallback, useState } from 'react';

export interface Measured {
  /** Goes to the element as its `ref`. */
  measure: (element: HTMLElement | null) => (() => void) | undefined;
  /** In CSS pixels; undefined until it was measured. */
  width: number | undefined;
}

export function useWidth(): Measured {
  const [width, setWidth] = useState<number>();
  const measure = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    setWidth(element.clientWidth);
    return () => watch.disconnect();
  }, []);
  return { measure, width };
}
