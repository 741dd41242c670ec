/**
 * Whether the words of a message stand out from their ground, read off its HTML as it arrived: colours where they are written (`style`,
 * `bgcolor`, `color`) and where its style sheets say them, each on the nearest ground around it, in the light and in the dark. WCAG 2.2, 1.4.3; what stands on a picture cannot be told and is left out.
 */
import { parse, wcagContrast, type Color } from 'culori';
import { Parser } from 'htmlparser2';
import { rootOf, sheetOf, spotIn, styleAt, type Where } from './styles';

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

/** What is found of a message where it is read. */
class Reading {
  private readonly places: Place[] = [{ colour: BLACK, ground: WHITE, px: 16, bold: false, hidden: false }];
  private readonly faint = new Map<string, Faint>();
  private least: number | undefined;

  into(name: string, attributes: Record<string, string>, style: string): void {
    this.places.push(within(this.places.at(-1)!, name, attributes, readStyle(style)));
  }

  out(): void {
    this.places.pop();
  }

  words(text: string): void {
    const { colour, ground, px, bold, hidden } = this.places.at(-1)!;
    // Tables have letters of no size around those of theirs that have one.
    if (hidden || px <= 1 || !ground) return;
    const ratio = contrastOf(colour, ground);
    this.least = Math.min(this.least ?? ratio, ratio);
    const wanted = px >= LARGE_PX || (bold && px >= LARGE_BOLD_PX) ? LARGE : WORDS;
    // As much as rounding may take.
    if (ratio + 0.005 >= wanted) return;
    const key = JSON.stringify([colour, ground]);
    if (!this.faint.has(key)) this.faint.set(key, { ratio, words: text.replace(/\s+/g, ' ').trim().slice(0, SHOWN) });
  }

  found(): Legibility {
    return { least: this.least, faint: [...this.faint.values()].toSorted((a, b) => a.ratio - b.ratio) };
  }
}

/** Contrasts of colours, by the objects that {@link colourOf} keeps of them. */
const contrasts = new WeakMap<Color, WeakMap<Color, number>>();

function contrastOf(colour: Color, ground: Color): number {
  const known = contrasts.get(colour) ?? new WeakMap<Color, number>();
  contrasts.set(colour, known);
  let ratio = known.get(ground);
  if (ratio === undefined) {
    ratio = wcagContrast(colour, ground);
    known.set(ground, ratio);
  }
  return ratio;
}

/** Looks at all words of a message's HTML; in the dark as well, where the message says how it looks there. */
export function legibilityOf(html: string): { light: Legibility; dark: Legibility | undefined } {
  const sheet = sheetOf(html);
  const light = new Reading();
  const dark = sheet.dark.length > sheet.light.length ? new Reading() : undefined;
  const readings: readonly (readonly [Where, Reading])[] = dark
    ? [
        ['light', light],
        ['dark', dark],
      ]
    : [['light', light]];
  let spot = rootOf(sheet);
  const parser = new Parser({
    onopentag(name, attributes) {
      spot = spotIn(sheet, spot, name, attributes['class'] ?? '');
      const own = attributes['style'] ?? '';
      for (const [where, reading] of readings) reading.into(name, attributes, styleAt(sheet, where, spot, own));
    },
    onclosetag() {
      if (!spot.around) return;
      spot = spot.around;
      for (const [, reading] of readings) reading.out();
    },
    ontext(text) {
      if (!/[\p{L}\p{N}]/u.test(text)) return;
      for (const [, reading] of readings) reading.words(text);
    },
  });
  parser.end(html);
  return { light: light.found(), dark: dark?.found() };
}
