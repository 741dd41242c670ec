/**
 * Messages where mail programs are dark. Some keep to colours a message declares for it; others turn all colours over
 * by themselves. The first are computed here, the second is imitated for looking at.
 */
import { contrastOf, lightnessOf, nearestPassing, withLightness } from './contrast';
import type { ColourRole, Look } from './schema';

/** A look's colours for the dark. A sheet that is dark already stays as it is. */
export function darkColours(colours: Look['colours']): Record<ColourRole, string> {
  if (lightnessOf(colours.sheet) < 0.45) return { ...colours };
  const sheet = withLightness(colours.sheet, 0.235, 0.02);
  const page = withLightness(colours.page, 0.175, 0.02);
  const band = withLightness(colours.band, 0.29, 0.03);
  const grounds = [sheet, page, band];
  const action = contrastOf(colours.action, sheet) >= 3 ? colours.action : nearestPassing(colours.action, [sheet], 3);
  return {
    page,
    sheet,
    band,
    words: nearestPassing(withLightness(colours.words, 0.93, 0.02), grounds, 7),
    quietWords: nearestPassing(withLightness(colours.quietWords, 0.77, 0.04), grounds, 4.5),
    brand: nearestPassing(withLightness(colours.brand, Math.max(lightnessOf(colours.brand), 0.78)), grounds, 4.5),
    links: nearestPassing(withLightness(colours.links, Math.max(lightnessOf(colours.links), 0.78)), grounds, 4.5),
    action,
    actionWords: nearestPassing(colours.actionWords, [action], 4.5),
    lines: withLightness(colours.lines, 0.38, 0.03),
  };
}

/** A rendered message where pictures are not loaded: their words stand in their place. */
export const withoutPictures = (html: string): string => html.replace(/<img\b([^>]*?)\ssrc="[^"]*"/g, '<img$1');

const HEX = /#([0-9a-f]{6}|[0-9a-f]{3})\b/gi;

const full = (hex: string): string =>
  hex.length === 4 ? `#${[...hex.slice(1)].map((c) => c + c).join('')}` : hex.toLowerCase();

/** A colour turned over in lightness, as a mail program does that inverts by force. */
export function turnedOver(colour: string): string {
  return withLightness(colour, Math.min(0.97, 1.15 - lightnessOf(colour)), 0.12);
}

/**
 * A rendered message as the two kinds of dark mail programs show it: `declared` applies the message's own dark colours,
 * `forced` turns every colour of it over and knows nothing of what it declares.
 */
export function asInTheDark(html: string, how: 'declared' | 'forced'): string {
  if (how === 'declared') {
    return html.replace(/@media\s*\(\s*prefers-color-scheme:\s*dark\s*\)/g, '@media all');
  }
  const bare = html.replace(/@media\s*\(\s*prefers-color-scheme:\s*dark\s*\)/g, '@media not all');
  const ground = '<style>html{background:#121212}</style></head>';
  return bare
    .replace(/(\sstyle="|\sbgcolor="|\scolor=")([^"]*)"/gi, (_m, open: string, value: string) => {
      return `${open}${value.replace(HEX, (hex) => turnedOver(full(hex)))}"`;
    })
    .replace('</head>', ground);
}
