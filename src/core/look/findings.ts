/** Findings on a look: what cannot be read, what mail programs leave away, what leads nowhere. */
import { safeUrl } from '../text/values';
import { contrastPairs, type ContrastPair } from './contrast';
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

const percent = (share: number): string => `${Math.round(share * 100)}%`;

/** What is wrong with a look, each at its part and place, with a fix where a click can make it. */
export function lookFindings(look: Look): LookFinding[] {
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
    if (look.dark === 'adapt' && !logo.dark) {
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
