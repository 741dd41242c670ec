/**
 * Whether the words of a message stand out from their ground, read off its HTML as it arrived: colours where they are written (`style`,
 * `bgcolor`, `color`) and where its style sheets say them, each on the nearest ground around it, in the light and in the dark. WCAG 2.2, 1.4.3; what stands on a picture cannot be told and is left out.
 */
import { parse, wcagContrast, type Color } from 'culori';
import { Parser } from 'htmlparser2';
import { sheetOf, styleOf, type Element } from './styles';

export interface Faint {
  /** Contrast, 1 to 21. */
  ratio: number;
  /** What can hardly be read, shortened. */
  words: string;
}

export interface Legibility {
  /** The least contrast of words, 1 to 21; undefined for a message without words on a known ground. */
  least: number | undefined;
  /** Words that stand out too little, each pair of colours once, worst first. */
  faint: Faint[];
}

const WORDS = 4.5;
const LARGE = 3;
const LARGE_PX = 24;
const LARGE_BOLD_PX = 18.66;
const SHOWN = 60;

interface Place {
  colour: Color;
  /** Undefined where a picture lies under the words. */
  ground: Color | undefined;
  px: number;
  bold: boolean;
  hidden: boolean;
}

const BLACK = parse('#000000')!;
const WHITE = parse('#ffffff')!;
const SILENT = new Set(['style', 'script', 'title', 'head', 'noscript']);

/** What is longer is no colour that one can tell. */
const LONG = 200;

const known = new Map<string, Color | null>();

/** An opaque colour; null for one that is none, or lets through what is under it. */
function colourOf(written: string): Color | null {
  const text = written
    .slice(0, LONG)
    .replace(/!important/i, '')
    .trim();
  let colour = known.get(text);
  if (colour === undefined) {
    const read = parse(text);
    colour = read && (read.alpha ?? 1) === 1 ? read : null;
    if (known.size > 1_000) known.clear();
    known.set(text, colour);
  }
  return colour;
}

type Style = ReadonlyMap<string, string>;

/** Styles by their text: the elements of a message have few of them. */
const styles = new Map<string, Style>();

/** What a style says, the last of each property. */
function readStyle(text: string): Style {
  let style = styles.get(text);
  if (!style) {
    style = new Map(
      text.split(';').flatMap((said): [string, string][] => {
        const colon = said.indexOf(':');
        const value = said.slice(colon + 1).trim();
        return colon < 0 || value === '' ? [] : [[said.slice(0, colon).trim().toLowerCase(), value]];
      }),
    );
    if (styles.size > 1_000) styles.clear();
    styles.set(text, style);
  }
  return style;
}

/** The ground that an element paints: a colour, a picture (null), or none. */
function groundOf(style: Style, attributes: Record<string, string>): Color | null | undefined {
  if (attributes['background']) return null;
  const painted = (style.get('background') ?? '').slice(0, LONG);
  const written = [style.get('background-color'), painted, attributes['bgcolor']];
  if (/url\(|gradient/i.test(`${style.get('background-image') ?? ''} ${painted}`)) return null;
  for (const value of written) {
    for (const part of value?.slice(0, LONG).split(/\s+(?![^(]*\))/) ?? []) {
      const colour = colourOf(part);
      if (colour) return colour;
    }
  }
  return undefined;
}

const HIDES: readonly [string, RegExp][] = [
  ['display', /^none/i],
  ['visibility', /^hidden/i],
  ['opacity', /^0(?![.\d])/],
  ['max-height', /^0/],
];

const isHidden = (style: Style): boolean => HIDES.some(([property, value]) => value.test(style.get(property) ?? ''));

function within(outer: Place, name: string, attributes: Record<string, string>, style: Style): Place {
  const ground = groundOf(style, attributes);
  const size = Number(/^([\d.]+)(?:px|$)/.exec(style.get('font-size') ?? '')?.[1] ?? outer.px);
  const weight = style.get('font-weight');
  return {
    colour: colourOf(style.get('color') ?? attributes['color'] ?? '') ?? outer.colour,
    ground: ground === undefined ? outer.ground : (ground ?? undefined),
    px: size,
    bold: weight === undefined ? outer.bold || name === 'b' || name === 'strong' : /bold|[6-9]00/.test(weight),
    hidden: outer.hidden || SILENT.has(name) || isHidden(style),
  };
}

/** Whether a message says how it looks where mail programs are dark. */
export const knowsTheDark = (html: string): boolean => sheetOf(html).dark.length > sheetOf(html).light.length;

/** Looks at all words of a message's HTML. */
export function legibilityOf(html: string, where: 'light' | 'dark' = 'light'): Legibility {
  const rules = sheetOf(html)[where];
  const way: Element[] = [];
  const places: Place[] = [{ colour: BLACK, ground: WHITE, px: 16, bold: false, hidden: false }];
  const faint = new Map<string, Faint>();
  let least: number | undefined;
  const parser = new Parser({
    onopentag(name, attributes) {
      way.push({ name, classes: new Set((attributes['class'] ?? '').split(/\s+/)) });
      places.push(within(places.at(-1)!, name, attributes, readStyle(styleOf(rules, way, attributes['style'] ?? ''))));
    },
    onclosetag() {
      if (places.length > 1) {
        places.pop();
        way.pop();
      }
    },
    ontext(text) {
      const { colour, ground, px, bold, hidden } = places.at(-1)!;
      // Tables have letters of no size around those of theirs that have one.
      if (hidden || px <= 1 || !ground || !/[\p{L}\p{N}]/u.test(text)) return;
      const ratio = wcagContrast(colour, ground);
      least = Math.min(least ?? ratio, ratio);
      const wanted = px >= LARGE_PX || (bold && px >= LARGE_BOLD_PX) ? LARGE : WORDS;
      const key = JSON.stringify([colour, ground]);
      // As much as rounding may take.
      if (ratio + 0.005 >= wanted || faint.has(key)) return;
      faint.set(key, { ratio, words: text.replace(/\s+/g, ' ').trim().slice(0, SHOWN) });
    },
  });
  parser.end(html);
  return { least, faint: [...faint.values()].toSorted((a, b) => a.ratio - b.ratio) };
}
