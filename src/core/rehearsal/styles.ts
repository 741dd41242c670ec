/**
 * Rules of a message's style sheets, as far as they decide about words and their ground: which of them meet an element, in the light and
 * in the dark (Media Queries 5, `prefers-color-scheme`), with the weight of CSS Cascading 4.
 */
import { parse as selectorsOf, type Selector } from 'css-what';
import postcss, { type AtRule, type Rule } from 'postcss';

/** Where a message is read. */
export type Where = 'light' | 'dark';

/** An element by its name, its classes and those around it: all that rules ask of it. */
export interface Spot {
  name: string;
  classes: ReadonlySet<string>;
  /** Undefined for the root, which is no element. */
  around: Spot | undefined;
  /** Those in it, by name and classes. */
  within: Map<string, Spot>;
  /** What rules say of it, once it was asked. */
  said: Partial<Record<Where, Said>>;
}

/** What rules say of an element: what its own style goes before, and what goes before that. */
interface Said {
  plain: string;
  important: string;
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

export interface Sheet extends Readonly<Record<Where, readonly StyleRule[]>> {
  /** Elements that were met, from the root: messages of a look have the same. */
  root: Spot;
  spots: number;
}

/** Elements that are remembered of a sheet. */
const MOST_SPOTS = 5_000;

const EVERYWHERE = /^(all|screen|only screen)?$/i;
const DARK = /^\(\s*prefers-color-scheme\s*:\s*dark\s*\)$/i;
const DECIDES =
  /^(color|background|background-color|background-image|display|visibility|opacity|max-height|font-size|font-weight)$/i;

/** Sheets by their text: the messages of a look have the same. */
const known = new Map<string, Sheet>();
const sheetWith = (rules: Record<Where, readonly StyleRule[]>): Sheet => ({ ...rules, root: rootSpot(), spots: 0 });

/** The rules in a message's HTML. What cannot be read as CSS has none, as mail programs have it. */
export function sheetOf(html: string): Sheet {
  const text = [...html.matchAll(/<style\b[^>]*>([\s\S]*?)<\/style>/gi)].map((m) => m[1]!).join('\n');
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
    return sheetWith({ light: [], dark: [] });
  }
  const sorted = (rules: StyleRule[]): StyleRule[] => rules.toSorted((a, b) => a.weight - b.weight);
  return sheetWith({ light: sorted(light), dark: sorted([...light, ...dark]) });
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

const meets = (tokens: readonly Selector[], { name, classes }: Pick<Spot, 'name' | 'classes'>): boolean =>
  tokens.every((token) =>
    token.type === 'tag'
      ? token.name.toLowerCase() === name
      : token.type === 'attribute'
        ? classes.has(token.value)
        : token.type === 'universal',
  );

/** Whether a selector whose last compound meets the last element of a way meets it as a whole. Each of its compounds is held against each element once at most. */
function meetsWay(compounds: StyleRule['compounds'], way: readonly Spot[]): boolean {
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

const rootSpot = (): Spot => ({ name: '', classes: new Set(), around: undefined, within: new Map(), said: {} });

/** Where reading a message with this sheet begins. */
export function rootOf(sheet: Sheet): Spot {
  if (sheet.spots > MOST_SPOTS) Object.assign(sheet, { root: rootSpot(), spots: 0 });
  return sheet.root;
}

/** An element with a class attribute as it is written, right within another. */
export function spotIn(sheet: Sheet, around: Spot, name: string, classes: string): Spot {
  const key = `${name} ${classes}`;
  let spot = around.within.get(key);
  if (!spot) {
    spot = { name, classes: new Set(classes.split(/\s+/)), around, within: new Map(), said: {} };
    around.within.set(key, spot);
    sheet.spots += 1;
  }
  return spot;
}

/** The style of an element: its own attribute within what rules say before and after it, so that the last of each property counts. */
export function styleAt(sheet: Sheet, where: Where, spot: Spot, own: string): string {
  const { plain, important } = (spot.said[where] ??= saidOf(sheet[where], spot));
  return `${plain};${own};${important}`;
}

function saidOf(rules: readonly StyleRule[], spot: Spot): Said {
  const way: Spot[] = [];
  for (let at: Spot = spot; at.around; at = at.around) way.unshift(at);
  const meeting = rules.filter(({ compounds }) => meets(compounds.at(-1)!.tokens, spot) && meetsWay(compounds, way));
  const all = (of: keyof Said): string => meeting.map((rule) => rule[of]).join('');
  return { plain: all('plain'), important: all('important') };
}
