/**
 * A store's own CSS, read before it goes into a message: what could do harm stops it, what mail programs do not know is
 * a finding. Shares of mail programs come from `css-support.json` (see `ops/css-support.ts`).
 */
import postcss, { CssSyntaxError, type AtRule, type Declaration, type Root, type Rule } from 'postcss';
import support from './css-support.json';

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
    return 'fetches a file from elsewhere: by it others learn who reads a message, and when. Use a picture block';
  }
  if (/expression\s*\(|javascript:|vbscript:/.test(text)) return 'runs code';
  if (name === 'behavior' || name === '-moz-binding') return 'runs code';
  if (name === 'position') return 'could lay words of a message over others, or over the mail program';
  if (/[<>]/.test(text)) return 'holds a < or >, by which it could end the styles';
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
          message: `Rules stand ${depth} deep in each other; a mail needs at most ${MAX_DEPTH}.`,
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
          message: `The CSS cannot be read: ${error.reason.toLowerCase()}.`,
          line: error.line ?? 1,
          column: error.column ?? 1,
        },
      ],
      safe: '',
    };
  }
  const problems: CssProblem[] = [];
  const say = (severity: CssProblem['severity'], node: AtRule | Declaration | Rule, message: string): void => {
    problems.push({ severity, message, ...at(node) });
  };
  let rules = 0;
  root.walk((node) => {
    if (node.type === 'comment') node.remove();
    else if (node.type === 'atrule') {
      const name = unescaped(node.name);
      if (!['media', 'supports'].includes(name) || /[<>]|url\s*\(/.test(unescaped(node.params))) {
        const few = SUPPORT.atRules[name];
        say(
          'blocker',
          node,
          `@${name} cannot stand in a message${name === 'import' || name === 'font-face' ? ': it fetches a file from elsewhere' : ''}. Of rules with an @, @media and @supports may be used${few === undefined ? '' : ` (${percent(few)} of mail programs know @${name})`}.`,
        );
        node.remove();
      } else if ((SUPPORT.atRules[name] ?? 1) < FEW) {
        say('warning', node, `@${name} is known by ${percent(SUPPORT.atRules[name]!)} of mail programs.`);
      }
    } else if (node.type === 'rule') {
      rules += 1;
      if (node.selector.length > MAX_SELECTOR || /[<>{}]/.test(unescaped(node.selector).replace(/\s>\s/g, ' '))) {
        say(
          'blocker',
          node,
          node.selector.length > MAX_SELECTOR
            ? `A selector has ${node.selector.length} characters; at most ${MAX_SELECTOR} are read.`
            : 'A selector holds a character that could end the styles.',
        );
        node.remove();
        return;
      }
      for (const [, pseudo] of node.selector.matchAll(/::?([a-z-]+)/gi)) {
        const known = SUPPORT.pseudo[pseudo!.toLowerCase()];
        if (known !== undefined && known < FEW) {
          say('warning', node, `:${pseudo} is known by ${percent(known)} of mail programs.`);
        }
      }
    } else {
      const harm = harmOf(node.prop, node.value);
      if (harm) {
        say('blocker', node, `"${node.prop}: ${node.value.slice(0, 60)}" ${harm}.`);
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
        say(
          'warning',
          node,
          `${node.prop} as it stands here is known by ${percent(known)} of mail programs: make sure that the message reads without it.`,
        );
      }
    }
  });
  if (rules > MAX_RULES) {
    problems.unshift({
      severity: 'blocker',
      message: `There are ${rules} rules; at most ${MAX_RULES} go into a message.`,
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
