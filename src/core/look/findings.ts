/** Findings on a look: what cannot be read, what mail programs leave away, what leads nowhere. */
import { safeUrl } from '../text/values';
import { contrastOf, contrastPairs, type ContrastPair } from './contrast';
import { darkColours } from './dark';
import type { PictureColour } from './palette';
import { readCss } from '../css/css';
import support from '../css/css-support.json';
import { COLOUR_LABELS, type ColourRole, type Look } from './schema';
import { say } from '../../words/findings';

/** The parts of a look, as its screen has them. */
export type LookPart = 'logo' | 'colours' | 'type' | 'shape' | 'masthead' | 'tables' | 'footer' | 'css';

export interface LookFinding {
  severity: 'blocker' | 'warning' | 'hint';
  part: LookPart;
  place: string;
  message: string;
  /** A change that mends it. */
  fix?: { label: string; change: (look: Look) => Look };
}

/** The main colours of a look's logos, where they are known. */
export interface LogoColours {
  light?: readonly PictureColour[] | undefined;
  dark?: readonly PictureColour[] | undefined;
}

/** Less of a picture than this is an edge and no part of its drawing. */
const LEAST_SHARE = 0.03;

/**
 * How far a logo stands out from what lies behind it, as WCAG 2.2 measures it (1.4.11): the contrast of the colour that does most. In the
 * dark the logo is the one for the dark, or the same.
 */
export function logoContrast(look: Look, { light, dark }: LogoColours): { light?: number; dark?: number } {
  if (!look.logo) return {};
  const { arrangement, place } = look.masthead;
  const ground = arrangement === 'band' ? 'action' : place === 'above' ? 'page' : 'sheet';
  const best = (colours: readonly PictureColour[] | undefined, on: string): number | undefined => {
    const drawn = colours?.filter((c) => c.share >= LEAST_SHARE) ?? [];
    return drawn.length > 0 ? Math.max(...drawn.map((c) => contrastOf(c.colour, on))) : undefined;
  };
  const inLight = best(light, look.colours[ground]);
  const inDark =
    look.dark === 'adapt' ? best(look.logo.dark ? dark : light, darkColours(look.colours)[ground]) : undefined;
  return { ...(inLight !== undefined && { light: inLight }), ...(inDark !== undefined && { dark: inDark }) };
}

const percent = (share: number): string => `${Math.round(share * 100)}%`;

/** What is wrong with a look, each at its part and place, with a fix where a click can make it. */
export function lookFindings(look: Look, logos: LogoColours = {}): LookFinding[] {
  const findings: LookFinding[] = [];
  const tell = (
    severity: LookFinding['severity'],
    part: LookPart,
    place: string,
    message: string,
    fix?: LookFinding['fix'],
  ): void => {
    findings.push({ severity, part, place, message, ...(fix && { fix }) });
  };
  for (const pair of contrastPairs(look)) if (!pair.passes) findings.push(contrastFinding(pair));

  const { logo } = look;
  if (logo) {
    if (logo.alt.trim() === '') {
      tell('blocker', 'logo', say.logo, say.theLogoHasNoAlternative);
    }
    if (logo.link !== '' && safeUrl(logo.link) === undefined) {
      tell('blocker', 'logo', say.logoLink, say.theLinkLeadsNowhereEnter);
    }
    if (logo.light.bytes > 200_000) {
      tell('warning', 'logo', say.logo, say.theLogoHasRoundKB({ round: Math.round(logo.light.bytes / 1000) }));
    }
    const seen = logoContrast(look, logos);
    const badly = (ratio: number | undefined): ratio is number => ratio !== undefined && ratio < 3;
    if (badly(seen.light)) tell('warning', 'logo', say.logo, say.logoHardToSee({ ratio: seen.light.toFixed(1) }));
    if (badly(seen.dark)) {
      tell('warning', 'logo', say.logoForTheDark, say.logoHardToSeeInTheDark({ ratio: seen.dark.toFixed(1) }));
    } else if (look.dark === 'adapt' && !logo.dark && seen.dark === undefined) {
      tell('hint', 'logo', say.logoForTheDark, say.thereIsNoLogoFor);
    }
  } else if (look.masthead.name.trim() === '') {
    tell('warning', 'masthead', say.shopName, say.thereIsNoShopName);
  }
  if (look.type.webFont) {
    tell('warning', 'type', say.webFont, say.theFontIsLoadedFrom({ percent: percent(support.atRules['font-face']) }));
  }
  if (look.type.small < 12) tell('hint', 'type', say.smallPrint, say.smallPrintBelow12Px);
  if (look.shape.shadow) {
    tell('hint', 'shape', say.shadow, say.theShadowIsDrawnBy({ percent: percent(support.properties['box-shadow']) }));
  }
  look.footer.links.forEach((link, i) => {
    if (link.label.trim() === '') {
      tell('blocker', 'footer', say.linkN({ n: i + 1 }), say.theLinkHasNoText);
    }
    if (safeUrl(link.url) === undefined) {
      tell('blocker', 'footer', say.linkNLabel({ n: i + 1, label: link.label }), say.theLinkLeadsNowhereEnterA);
    }
  });
  for (const problem of readCss(look.css).problems) {
    tell(problem.severity, 'css', say.ownCssLineLine({ line: problem.line }), problem.message);
  }
  const weight = { blocker: 0, warning: 1, hint: 2 };
  return findings.sort((a, b) => weight[a.severity] - weight[b.severity]);
}

function contrastFinding(pair: ContrastPair): LookFinding {
  const { role, ratio, wanted, offer, label } = pair;
  return {
    severity: ratio < 2 ? 'blocker' : 'warning',
    part: 'colours',
    place: label,
    message: say.valueContrastToFixedOfThe({
      value: ratio < 2 ? say.cannotBeRead : say.isHardToRead,
      toFixed: ratio.toFixed(1),
      wanted,
    }),
    fix: { label: `${COLOUR_LABELS[role]} ${offer}`, change: (look) => withColour(look, role, offer) },
  };
}

/** A look with one of its colours changed. */
export function withColour(look: Look, role: ColourRole, colour: string): Look {
  return { ...look, colours: { ...look.colours, [role]: colour } };
}
