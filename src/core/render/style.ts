/** A look as the layout reads it: font families, sides by writing direction, room between things. */
import { FONT_STACKS } from '../look/fonts';
import type { Look } from '../look/schema';
import type { Direction } from '../text/values';

export interface Style {
  direction: Direction;
  start: 'left' | 'right';
  end: 'left' | 'right';
  headings: string;
  words: string;
  /** Vertical room in pixels, scaled by the look. */
  room: (px: number) => number;
  side: (align: 'start' | 'centre' | 'end' | undefined) => 'left' | 'right' | 'center';
  /** CSS of a headline besides its size. */
  headline: string;
}

/** What a look comes to for laying out: directions, type stacks, room between blocks. */
export function styleOf(look: Look, direction: Direction): Style {
  const { type, shape } = look;
  const start = direction === 'rtl' ? 'right' : 'left';
  const end = direction === 'rtl' ? 'left' : 'right';
  const web = type.webFont;
  const family = (stack: string, use: boolean): string => (web && use ? `'${web.family}', ${stack}` : stack);
  const { headlineStyle, headlineWeight } = type;
  return {
    direction,
    start,
    end,
    headings: family(FONT_STACKS[type.headings], web !== null),
    words: family(FONT_STACKS[type.words], web?.for === 'all'),
    room: (px) => Math.round((px * shape.room) / 100),
    side: (align) => (align === 'centre' ? 'center' : align === 'end' ? end : start),
    headline:
      `font-weight:${headlineWeight}` +
      (headlineStyle === 'italic' ? ';font-style:italic' : '') +
      (headlineStyle === 'capitals' ? ';text-transform:uppercase;letter-spacing:.06em' : ''),
  };
}
