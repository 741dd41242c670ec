/** The colours of a picture, and what a look could make of them. */
import { converter, formatHex } from 'culori';
import { lightnessOf, nearestPassing, withLightness } from './contrast';
import type { Look } from './schema';

const toOklch = converter('oklch');

export interface PictureColour {
  colour: string;
  /** Part of the picture that has it, 0 to 1. */
  share: number;
}

/**
 * The main colours of a picture, most frequent first: pixels fall into cells of a coarse grid, near cells are joined.
 * `pixels` holds red, green, blue and opacity of each, as bytes. What is see-through counts for nothing.
 */
export function mainColours(pixels: Uint8Array, most = 6): PictureColour[] {
  const cells = new Map<number, { r: number; g: number; b: number; n: number }>();
  let counted = 0;
  for (let i = 0; i + 3 < pixels.length; i += 4) {
    const [r, g, b, a] = [pixels[i]!, pixels[i + 1]!, pixels[i + 2]!, pixels[i + 3]!];
    if (a < 128) continue;
    counted += 1;
    const key = ((r >> 4) << 8) | ((g >> 4) << 4) | (b >> 4);
    const cell = cells.get(key) ?? { r: 0, g: 0, b: 0, n: 0 };
    cell.r += r;
    cell.g += g;
    cell.b += b;
    cell.n += 1;
    cells.set(key, cell);
  }
  const found: { r: number; g: number; b: number; n: number }[] = [];
  for (const cell of [...cells.values()].sort((x, y) => y.n - x.n)) {
    const [r, g, b] = [cell.r / cell.n, cell.g / cell.n, cell.b / cell.n];
    const near = found.find((f) => Math.hypot(f.r - r, f.g - g, f.b - b) < 48);
    if (near) near.n += cell.n;
    else found.push({ r, g, b, n: cell.n });
  }
  return found
    .sort((x, y) => y.n - x.n)
    .filter((f) => f.n / counted >= 0.01)
    .slice(0, most)
    .map(({ r, g, b, n }) => ({
      colour: formatHex({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 }),
      share: n / counted,
    }));
}

/** A look's colours made from a picture's: its strongest colour leads, everything passes its contrast. */
export function coloursFrom(found: readonly PictureColour[], base: Look['colours']): Look['colours'] {
  const strength = ({ colour, share }: PictureColour): number => (toOklch(colour)?.c ?? 0) * Math.sqrt(share);
  const lead = [...found].sort((a, b) => strength(b) - strength(a))[0]?.colour;
  if (!lead) return { ...base };
  const sheet = lightnessOf(base.sheet) > 0.5 ? '#ffffff' : base.sheet;
  const dark = lightnessOf(sheet) < 0.5;
  const page = dark ? base.page : withLightness(lead, 0.955, 0.012);
  const band = dark ? base.band : withLightness(lead, 0.97, 0.012);
  const grounds = [sheet, page, band];
  const action = nearestPassing(lead, [sheet, '#ffffff'], dark ? 3 : 4.5);
  return {
    page,
    sheet,
    band,
    words: dark ? base.words : withLightness(lead, 0.25, 0.03),
    quietWords: nearestPassing(withLightness(lead, 0.5, 0.03), grounds, 4.5),
    brand: nearestPassing(lead, grounds, 4.5),
    links: nearestPassing(lead, grounds, 4.5),
    action,
    actionWords: nearestPassing('#ffffff', [action], 4.5),
    lines: dark ? base.lines : withLightness(lead, 0.88, 0.02),
  };
}
