/** Findings on a look: what cannot be read, what mail programs leave away, what leads nowhere. */
import { safeUrl } from '../text/values';
import { contrastPairs, type ContrastPair } from './contrast';
import { readCss } from '../css/css';
import support from '../css/css-support.json';
import { COLOUR_LABELS, type ColourRole, type Look } from './schema';

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
  const say = (
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
      say('blocker', 'logo', 'Logo', 'The logo has no alternative text: many mail programs show no pictures at first.');
    }
    if (logo.link !== '' && safeUrl(logo.link) === undefined) {
      say('blocker', 'logo', 'Logo link', 'The link leads nowhere. Enter a full link that begins with https://.');
    }
    if (logo.light.bytes > 200_000) {
      say(
        'warning',
        'logo',
        'Logo',
        `The logo has ${Math.round(logo.light.bytes / 1000)} kB; below 100 kB it shows at once on a phone.`,
      );
    }
    if (look.dark === 'adapt' && !logo.dark) {
      say(
        'hint',
        'logo',
        'Logo for the dark',
        'There is no logo for dark mode. Check in the dark previews that the logo can be seen.',
      );
    }
  } else if (look.masthead.name.trim() === '') {
    say('warning', 'masthead', 'Shop name', 'There is no shop name and no logo: nobody sees whom the message is from.');
  }
  if (look.type.webFont) {
    say(
      'warning',
      'type',
      'Web font',
      `The font is loaded from elsewhere and shown by ${percent(support.atRules['font-face'])} of mail programs; the others show the font behind it. Whoever serves it learns when messages are opened.`,
    );
  }
  if (look.type.small < 12) say('hint', 'type', 'Small print', 'Small print below 12 px is hard to read on a phone.');
  if (look.shape.shadow) {
    say(
      'hint',
      'shape',
      'Shadow',
      `The shadow is drawn by ${percent(support.properties['box-shadow'])} of mail programs; the others leave it away.`,
    );
  }
  look.footer.links.forEach((link, i) => {
    if (link.label.trim() === '') {
      say(
        'blocker',
        'footer',
        `Link ${i + 1}`,
        'The link has no text: who cannot see its icon would not know where it leads.',
      );
    }
    if (safeUrl(link.url) === undefined) {
      say(
        'blocker',
        'footer',
        `Link ${i + 1}, ${link.label}`,
        'The link leads nowhere. Enter a full link (https://, mailto: or tel:).',
      );
    }
  });
  for (const problem of readCss(look.css).problems) {
    say(problem.severity, 'css', `Own CSS, line ${problem.line}`, problem.message);
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
    message: `${ratio < 2 ? 'cannot be read' : 'is hard to read'}: contrast ${ratio.toFixed(1)} of the ${wanted} it needs.`,
    fix: { label: `${COLOUR_LABELS[role]} ${offer}`, change: (look) => withColour(look, role, offer) },
  };
}

/** A look with one of its colours changed. */
export function withColour(look: Look, role: ColourRole, colour: string): Look {
  return { ...look, colours: { ...look.colours, [role]: colour } };
}
