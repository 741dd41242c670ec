/** Contrast as WCAG 2.2 measures it (1.4.3), for every pair of colours that a look puts together. */
import { clampChroma, converter, formatHex, wcagContrast } from 'culori';
import { COLOUR_LABELS, type ColourRole, type Look } from './schema';
import { say } from '../../words/findings';
import { inSentence } from '../../words/speak';

const toOklch = converter('oklch');

/** The contrast ratio of two colours, 1 to 21. */
export function contrastOf(a: string, b: string): number {
  return wcagContrast(a, b);
}

/** A colour with another lightness (OKLCH, 0 to 1), its hue and as much of its chroma as the screen has. */
export function withLightness(colour: string, lightness: number, maxChroma = 1): string {
  const { c = 0, h } = toOklch(colour) ?? { c: 0, h: 0 };
  const made = clampChroma(
    { mode: 'oklch', l: lightness, c: Math.min(c, maxChroma), ...(h !== undefined && { h }) },
    'oklch',
  );
  return formatHex(made) ?? colour;
}

/** Lightness of a colour in OKLCH, from 0 for black to 1 for white. */
export function lightnessOf(colour: string): number {
  return toOklch(colour)?.l ?? 0;
}

const STEP = 0.01;

/** The colour nearest to `colour` in lightness that has at least `wanted` contrast against all of `against`. */
export function nearestPassing(colour: string, against: readonly string[], wanted: number): string {
  const passes = (c: string): boolean => against.every((a) => contrastOf(c, a) >= wanted);
  if (passes(colour)) return colour;
  const from = lightnessOf(colour);
  for (let away = STEP; away <= 1; away += STEP) {
    for (const lightness of [from - away, from + away]) {
      if (lightness < 0 || lightness > 1) continue;
      const candidate = withLightness(colour, lightness);
      if (passes(candidate)) return candidate;
    }
  }
  return contrastOf('#000000', against[0]!) > contrastOf('#ffffff', against[0]!) ? '#000000' : '#ffffff';
}

export interface ContrastPair {
  /** The colour that is read or seen, and what it stands on. */
  role: ColourRole;
  on: ColourRole;
  ratio: number;
  /** 4.5 for words, 3 for large words and shapes. */
  wanted: number;
  passes: boolean;
  /** The nearest colour for `role` that passes on everything it stands on. */
  offer: string;
  label: string;
}

/** Every pair of colours that this look uses, with its contrast. */
export function contrastPairs(look: Look): ContrastPair[] {
  const { colours, masthead, footer, items } = look;
  const WORDS = 4.5;
  const LARGE = 3;
  const mastheadOn: ColourRole =
    masthead.arrangement === 'band' ? 'action' : masthead.place === 'above' ? 'page' : 'sheet';
  const footerOn: ColourRole = footer.place === 'below' ? 'page' : 'sheet';
  const used: [ColourRole, ColourRole, number][] = [
    ['words', 'sheet', WORDS],
    ['quietWords', 'sheet', WORDS],
    ['links', 'sheet', WORDS],
    ['actionWords', 'action', WORDS],
    ['action', 'sheet', LARGE],
  ];
  if (!look.logo && mastheadOn !== 'action') used.push(['brand', mastheadOn, LARGE]);
  if (mastheadOn === 'page' || footerOn === 'page') used.push(['quietWords', 'page', WORDS]);
  if (footerOn === 'page' && footer.links.length > 0) used.push(['links', 'page', WORDS]);
  if (items.style === 'banded' || look.addresses.panel === 'boxed') {
    used.push(['words', 'band', WORDS], ['quietWords', 'band', WORDS]);
  }
  return used.map(([role, on, wanted]) => {
    const ratio = contrastOf(colours[role], colours[on]);
    const everything = used.filter(([r]) => r === role);
    return {
      role,
      on,
      ratio,
      wanted,
      passes: ratio >= wanted,
      offer: nearestPassing(
        colours[role],
        everything.map(([, o]) => colours[o]),
        Math.max(...everything.map(([, , w]) => w)),
      ),
      label: say.colourOn({
        colour: COLOUR_LABELS[role],
        on: inSentence(COLOUR_LABELS[on]),
      }),
    };
  });
}
