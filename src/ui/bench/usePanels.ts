'use client';
/** How many panels a screen with a sheet has room for, by what the sheet itself needs. */
import { useWidth, type Measured } from '../parts/useWidth';

/** All side by side; the sheet and one of the others; or one at a time. */
export type Room = 'all' | 'two' | 'one';

export interface Panels {
  measure: Measured['measure'];
  /** Undefined until it was measured. */
  room: Room | undefined;
  /** What there is, in CSS pixels; what the sheet needs until it was measured. */
  width: number;
}

/** Around a sheet, in pixels. */
export const MARGINS = 32;

/** What there is room for: `sheet` is the width of the message, `sides` those of the panels beside it. */
export function roomFor(width: number, sheet: number, sides: readonly number[]): Room {
  const all = sides.reduce((a, b) => a + b, 0);
  if (width >= sheet + MARGINS + all) return 'all';
  return width >= sheet + MARGINS + Math.max(...sides) ? 'two' : 'one';
}

export function usePanels(sheet: number, sides: readonly number[]): Panels {
  const { measure, width } = useWidth();
  // The sheet is as wide as its message; panels of words grow with the type that a person has set.
  const type = width === undefined ? 1 : parseFloat(getComputedStyle(document.documentElement).fontSize) / 16;
  const grown = sides.map((side) => side * type);
  return {
    measure,
    room: width === undefined ? undefined : roomFor(width, sheet, grown),
    width: width ?? sheet + MARGINS,
  };
}
