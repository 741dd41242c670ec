/**
 * Rules of a message's style sheets, as far as they decide about words and their ground: which of them meet an element, in the light and
 * in the dark (Media Queries 5, `prefers-color-scheme`), with the weight of CSS Cascading 4.
 */
import { parse as selectorsOf, type Selector } from 'css-what';
import postcss, { type AtRule, type Rule } from 'postcss';

/** An element on the way from the root to the one that is looked at. */
export interface Element {
  name: string;
  classes: ReadonlySet<string>;
}

interface StyleRule {
  /** Compounds from the left to the right, and how each is joined to the one before it. */
  compounds: { tokens: Selector[]; child: boolean }[];
  /** Classes and names that it asks for: what asks for more goes before. */
  weight: number;
  /** What it says, as a style attribute has it. */
  plain: string;
  important: string;
}

export interface Sheet {
  light: readonly StyleRule[];
  dark: readonly StyleRule[];
}

const EVERYWHERE = /^(all|screen|only screen)?$/i;
const DARK = /^\(\s*prefers-color-scheme\s*:\s*dark\s*\)$/i;
const DECIDES =
  /^(color|background|background-color|background-image|display|visibility|opacity|max-height|font-size|font-weight)$/i;

/** Sheets by their text: the messages of a look have the same. */
const known = new Map<string, Sheet>();
const NOTHING: Sheet = { light: [], dark: [] };

/** The rules in a message's HTML. What cannot be read as CSS has none, as mail programs have it. */
export function sheetOf(html: string): Sheet {
  const text = [...html.matchAll(/<style\b[^>]*>([\s\S]*?)<\/style>/gi)].map((m) => m[1]!).join('\n');
  if (text === '') return NOTHING;
  let sheet = known.get(text);
  if (!sheet) {
    sheet = readSheet(text);
    if (known.size > 100) known.clear();
    known.set(text, sheet);
  }
  return sheet;
}

function readSheet(text: string): Sheet {
  const light: StyleRule[] = [];
  const dark: StyleRule[] = [];
  try {
    postcss.parse(text).walkRules((rule) => {
      const where = placeOf(rule);
      if (where !== 'elsewhere') (where === 'dark' ? dark : light).push(...rulesOf(rule));
    });
  } catch {
    return NOTHING;
  }
  const sorted = (rules: StyleRule[]): StyleRule[] => rules.toSorted((a, b) => a.weight - b.weight);
  return { light: sorted(light), dark: sorted([...light, ...dark]) };
}

/** Where a rule holds: not on paper, on phones alone, or under a condition that is not known here. */
function placeOf(rule: Rule): 'light' | 'dark' | 'elsewhere' {
  const { parent } = rule;
  if (parent?.type === 'root') return 'light';
  const { name, params, parent: outer } = parent as AtRule;
  if (parent?.type !== 'atrule' || name.toLowerCase() !== 'media' || outer?.type !== 'root') return 'elsewhere';
  return DARK.test(params) ? 'dark' : EVERYWHERE.test(params.trim()) ? 'light' : 'elsewhere';
}

function rulesOf(rule: Rule): StyleRule[] {
  let [plain, important] = ['', ''];
  rule.walkDecls(({ prop, value, important: goesBefore }) => {
    if (!DECIDES.test(prop)) return;
    // The short form says the colour as well.
    const said = /^background$/i.test(prop) ? `${prop}:${value};background-color:${value};` : `${prop}:${value};`;
    if (goesBefore) important += said;
    else plain += said;
  });
  if (plain === '' && important === '') return [];
  return readSelectors(rule.selector).flatMap((tokens) => {
    const compounds = compoundsOf(tokens);
    return compounds ? [{ compounds, weight: weightOf(tokens), plain, important }] : [];
  });
}

function readSelectors(text: string): Selector[][] {
  try {
    return selectorsOf(text);
  } catch {
    return [];
  }
}

/** Undefined for a selector that asks for more than names and classes of elements and of those around them. */
function compoundsOf(tokens: readonly Selector[]): StyleRule['compounds'] | undefined {
  const compounds: StyleRule['compounds'] = [{ tokens: [], child: false }];
  for (const token of tokens) {
    if (token.type === 'descendant' || token.type === 'child') {
      compounds.push({ tokens: [], child: token.type === 'child' });
    } else if (token.type === 'tag' || token.type === 'universal' || isClass(token)) {
      compounds.at(-1)!.tokens.push(token);
    } else return undefined;
  }
  return compounds;
}

const isClass = (token: Selector): boolean =>
  token.type === 'attribute' && token.name === 'class' && token.action === 'element';

const weightOf = (tokens: readonly Selector[]): number =>
  tokens.reduce((sum, token) => sum + (isClass(token) ? 1000 : token.type === 'tag' ? 1 : 0), 0);

const meets = (tokens: readonly Selector[], { name, classes }: Element): boolean =>
  tokens.every((token) =>
    token.type === 'tag'
      ? token.name.toLowerCase() === name
      : token.type === 'attribute'
        ? classes.has(token.value)
        : token.type === 'universal',
  );

/** Whether a selector whose last compound meets the last element of a way meets it as a whole. Each of its compounds is held against each element once at most. */
function meetsWay(compounds: StyleRule['compounds'], way: readonly Element[]): boolean {
  if (compounds.length === 1) return true;
  // Where the compounds so far can end.
  let ends: number[] = [];
  for (const [n, { tokens, child }] of compounds.entries()) {
    const first = ends[0] ?? way.length;
    ends = way.flatMap((element, at) => {
      const joined = n === 0 || (child ? ends.includes(at - 1) : first < at);
      return joined && meets(tokens, element) ? [at] : [];
    });
    if (ends.length === 0) return false;
  }
  return ends.at(-1) === way.length - 1;
}

/**
 * The style of the last element of a way: its own attribute within what rules say before and after it, so that the last of each property
 * counts.
 */
export function styleOf(rules: readonly StyleRule[], way: readonly Element[], own: string): string {
  let [plain, important] = ['', ''];
  for (const rule of rules) {
    if (!meets(rule.compounds.at(-1)!.tokens, way.at(-1)!) || !meetsWay(rule.compounds, way)) continue;
    plain += rule.plain;
    important += rule.important;
  }
  return `${plain};${own};${important}`;
}
