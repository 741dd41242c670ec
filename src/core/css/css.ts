/**
 * A store's own CSS, read before it goes into a message: what could do harm stops it, what mail programs do not know is
 * a finding. Shares of mail programs come from `css-support.json` (see `ops/css-support.ts`).
 */
import postcss, { CssSyntaxError, type AtRule, type Declaration, type Root, type Rule } from 'postcss';
import support from './css-support.json';
import { say } from '../../words/findings';

export interface CssProblem {
  severity: 'blocker' | 'warning' | 'hint';
  message: string;
  /** From 1. */
  line: number;
  column: number;
}

const SUPPORT = support as Record<'properties' | 'values' | 'atRules' | 'functions' | 'pseudo', Record<string, number>>;
const MAX_RULES = 400;
const MAX_DEPTH = 4;
const MAX_SELECTOR = 400;
/** Fewer mail programs than this know it: worth a word. */
const FEW = 0.7;

/** CSS escapes resolved (CSS Syntax 3, 4.3.7), so that nothing hides behind them. */
function unescaped(text: string): string {
  return text
    .replace(/\\([0-9a-f]{1,6})\s?/gi, (_m, hex: string) => {
      const code = parseInt(hex, 16);
      return code > 0 && code < 0x110000 ? String.fromCodePoint(code) : '\ufffd';
    })
    .replace(/\\(.)/g, '$1')
    .replace(/\/\*[\s\S]*?\*\//g, '')
    .toLowerCase();
}

/** Why a declaration may not stand in a message, or undefined. */
export function harmOf(property: string, value: string): string | undefined {
  const name = unescaped(property);
  const text = unescaped(value);
  if (/url\s*\(|image-set\s*\(|src\s*\(/.test(text)) {
    return say.fetchesAFileFromElsewhere;
  }
  if (/expression\s*\(|javascript:|vbscript:/.test(text)) return say.runsCode;
  if (name === 'behavior' || name === '-moz-binding') return say.runsCode;
  if (name === 'position') return say.couldLayWordsOfA;
  if (/[<>]/.test(text)) return say.holdsAOrByWhich;
  return undefined;
}

export interface ReadCss {
  problems: CssProblem[];
  /** What of it may go into a message: without what does harm. Empty when it cannot be read. */
  safe: string;
}

const at = (node: AtRule | Declaration | Rule): { line: number; column: number } => ({
  line: node.source?.start?.line ?? 1,
  column: node.source?.start?.column ?? 1,
});

const percent = (share: number): string => `${Math.round(share * 100)}%`;

/** Reads CSS: its problems with their places, and what is left of it without harm. */
export function readCss(css: string): ReadCss {
  if (css.trim() === '') return { problems: [], safe: '' };
  const depth = deepest(css);
  if (depth > MAX_DEPTH) {
    return {
      problems: [
        {
          severity: 'blocker',
          message: say.rulesStandDepthDeepIn({ depth, most: MAX_DEPTH }),
          line: 1,
          column: 1,
        },
      ],
      safe: '',
    };
  }
  let root: Root;
  try {
    root = postcss.parse(css);
  } catch (error) {
    if (!(error instanceof CssSyntaxError)) throw error;
    return {
      problems: [
        {
          severity: 'blocker',
          message: say.theCssCannotBeRead({ reason: error.reason.toLowerCase() }),
          line: error.line ?? 1,
          column: error.column ?? 1,
        },
      ],
      safe: '',
    };
  }
  const problems: CssProblem[] = [];
  const tell = (severity: CssProblem['severity'], node: AtRule | Declaration | Rule, message: string): void => {
    problems.push({ severity, message, ...at(node) });
  };
  let rules = 0;
  root.walk((node) => {
    if (node.type === 'comment') node.remove();
    else if (node.type === 'atrule') {
      const name = unescaped(node.name);
      if (!['media', 'supports'].includes(name) || /[<>]|url\s*\(/.test(unescaped(node.params))) {
        const few = SUPPORT.atRules[name];
        tell(
          'blocker',
          node,
          (name === 'import' || name === 'font-face' ? say.ruleFetches : say.ruleNotAllowed)({ name }) +
            (few === undefined ? '' : ` ${say.ruleKnownBy({ name, percent: percent(few) })}`),
        );
        node.remove();
      } else if ((SUPPORT.atRules[name] ?? 1) < FEW) {
        tell('warning', node, say.nameIsKnownByPercent({ name, percent: percent(SUPPORT.atRules[name]!) }));
      }
    } else if (node.type === 'rule') {
      rules += 1;
      if (node.selector.length > MAX_SELECTOR || /[<>{}]/.test(unescaped(node.selector).replace(/\s>\s/g, ' '))) {
        tell(
          'blocker',
          node,
          node.selector.length > MAX_SELECTOR
            ? say.aSelectorHasNCharacters({ n: node.selector.length, most: MAX_SELECTOR })
            : say.aSelectorHoldsACharacter,
        );
        node.remove();
        return;
      }
      for (const [, pseudo] of node.selector.matchAll(/::?([a-z-]+)/gi)) {
        const known = SUPPORT.pseudo[pseudo!.toLowerCase()];
        if (known !== undefined && known < FEW) {
          tell('warning', node, say.pseudoIsKnownByPercent({ pseudo: pseudo!, percent: percent(known) }));
        }
      }
    } else {
      const harm = harmOf(node.prop, node.value);
      if (harm) {
        tell('blocker', node, `"${node.prop}: ${node.value.slice(0, 60)}": ${harm}.`);
        node.remove();
        return;
      }
      const property = node.prop.toLowerCase();
      const known =
        SUPPORT.values[`${property}: ${node.value.trim().toLowerCase()}`] ??
        [...node.value.matchAll(/([a-z-]+)\(/gi)]
          .map(([, fn]) => SUPPORT.functions[fn!.toLowerCase()])
          .find((k) => k !== undefined && k < FEW) ??
        (property.startsWith('--') ? SUPPORT.properties['variables'] : SUPPORT.properties[property]);
      if (known !== undefined && known < FEW) {
        tell('warning', node, say.propAsItStandsHere({ prop: node.prop, percent: percent(known) }));
      }
    }
  });
  if (rules > MAX_RULES) {
    problems.unshift({
      severity: 'blocker',
      message: say.thereAreRulesRulesAt({ rules, most: MAX_RULES }),
      line: 1,
      column: 1,
    });
    return { problems, safe: '' };
  }
  return { problems, safe: root.toString().replace(/</g, '') };
}

/** How deep braces stand in each other, before anything recursive looks at them. */
function deepest(css: string): number {
  let depth = 0;
  let most = 0;
  for (const c of css) {
    if (c === '{') most = Math.max(most, (depth += 1));
    else if (c === '}') depth -= 1;
  }
  return most;
}

/** The declarations of a style attribute that may stand in a message. */
export function safeStyle(style: string): string {
  const { safe } = readCss(`x{${style.replace(/[{}]/g, '')}}`);
  return (
    /\{([\s\S]*)\}/
      .exec(safe)?.[1]
      ?.trim()
      .replace(/\s*\n\s*/g, ' ')
      .replace(/>/g, '') ?? ''
  );
}
