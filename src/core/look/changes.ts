/** What differs between two looks, in words. */
import { COLOUR_LABELS, type ColourRole, type Look } from './schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';
import { changedSetting } from '../changed-setting';
import { languageName } from '../names';
import { inSentence } from '../../words/speak';

const PARTS: [keyof Look, string][] = inEachLanguage(() => [
  ['logo', say.logo],
  ['dark', say.inTheDark],
  ['type', say.type],
  ['shape', say.shape],
  ['masthead', say.header],
  ['items', say.itemsTable],
  ['addresses', say.addresses],
  ['footer', say.footer],
  ['css', say.ownCss],
]);

export interface LookChange {
  label: string;
  detail: string;
  /** Of the look's own CSS: the source before and after. */
  before?: string;
  after?: string;
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** One line for each part that differs; empty when messages look the same. */
export function lookChanges(before: Look, after: Look): LookChange[] {
  const changes: LookChange[] = [];
  const roles = (Object.keys(COLOUR_LABELS) as ColourRole[]).filter((r) => before.colours[r] !== after.colours[r]);
  if (roles.length > 0) {
    changes.push({
      label: say.colours,
      detail: roles
        .map((r) => changedSetting(inSentence(COLOUR_LABELS[r]), before.colours[r], after.colours[r]))
        .join('; '),
    });
  }
  for (const [key, label] of PARTS) {
    const [a, b] = [before[key], after[key]];
    if (same(a, b)) continue;
    if (key === 'css') changes.push({ label, detail: replaced(a, b), before: before.css, after: after.css });
    else changes.push(...partChanges(label, a, b));
  }
  return changes;
}

const words = (key: string): string => key.replace(/([A-Z])/g, ' $1').toLowerCase();

const empty = (value: unknown): boolean => value === null || value === undefined || value === '';

const replaced = (a: unknown, b: unknown): string => (empty(a) ? 'set' : empty(b) ? 'removed' : say.settingsChanged);

/** Longer texts than this are shown with words struck and added. */
const FEW_LETTERS = 24;

/** What is set otherwise in a part, in one line, and each text of several words by itself. */
function partChanges(label: string, a: unknown, b: unknown): LookChange[] {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null)
    return [{ label, detail: replaced(a, b) }];
  const plain: string[] = [];
  const texts: LookChange[] = [];
  for (const [path, was, is] of leaves(a, b)) {
    const name = path.map(named).join(' ');
    const isText = [was, is].some((v) => typeof v === 'string' && v.length > FEW_LETTERS);
    if (isText && [was, is].every((v) => empty(v) || typeof v === 'string'))
      texts.push({
        label: `${label}, ${name}`,
        detail: replaced(was, is),
        before: empty(was) ? '' : String(was),
        after: empty(is) ? '' : String(is),
      });
    else plain.push(changedSetting(name, was, is));
  }
  return [...(plain.length > 0 ? [{ label, detail: plain.join('; ') }] : []), ...texts];
}

/** A step on the way to a setting, as people read it: what it is called, which of several, or the language. */
const named = (step: string, at: number, path: readonly string[]): string =>
  /^\d+$/.test(step)
    ? String(Number(step) + 1)
    : LANGUAGE_KEYS.has(path[at - 1] ?? '')
      ? languageName(step)
      : words(step);

const LANGUAGE_KEYS: ReadonlySet<string> = new Set(['straplines', 'legal', 'labels']);

/** Where two values differ: the way there, and both. */
function leaves(
  a: unknown,
  b: unknown,
  path: readonly string[] = [],
): [path: readonly string[], was: unknown, is: unknown][] {
  if (same(a, b)) return [];
  const inside =
    [a, b].every((v) => (typeof v === 'object' && v !== null) || v === undefined) && (a ?? b) !== undefined;
  const lists = [a, b].some((v) => Array.isArray(v) && v.every((x) => typeof x !== 'object'));
  if (!inside || lists) return [[path, a, b]];
  const keys = new Set([...Object.keys(a ?? {}), ...Object.keys(b ?? {})]);
  return [...keys].flatMap((key) =>
    leaves((a as Record<string, unknown>)?.[key], (b as Record<string, unknown>)?.[key], [...path, key]),
  );
}
