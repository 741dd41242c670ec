'use client';
/** How many panels a screen with a sheet has room for, by what the sheet itself needs. */
import { useCallback, useState } from 'react';

/** All side by side; the sheet and one of the others; or one at a time. */
export type Room = 'all' | 'two' | 'one';

export interface Panels {
  /** Goes to the element whose width is what there is. */
  measure: (element: HTMLElement | null) => (() => void) | undefined;
  /** Undefined until it was measured. */
  room: Room | undefined;
  /** What there is, in CSS pixels. */
  width: number;
}

/** What there is room for: `sheet` is the width of the message, `sides` those of the panels beside it, the broadest last. */
export function roomFor(width: number, sheet: number, sides: readonly number[]): Room {
  const around = 32;
  const all = sides.reduce((a, b) => a + b, 0);
  if (width >= sheet + around + all) return 'all';
  return width >= sheet + around + Math.max(...sides) ? 'two' : 'one';
}

export function usePanels(sheet: number, sides: readonly number[]): Panels {
  const [width, setWidth] = useState<number>();
  const measure = useCallback((element: HTMLElement | null) => {
    if (!element) return undefined;
    const watch = new ResizeObserver(() => setWidth(element.clientWidth));
    watch.observe(element);
    setWidth(element.clientWidth);
    return () => watch.disconnect();
  }, []);
  return { measure, room: width === undefined ? undefined : roomFor(width, sheet, sides), width: width ?? sheet };
}
