/** What differs between two looks, in words. */
import { COLOUR_LABELS, type ColourRole, type Look } from './schema';
import { inEachLanguage } from '../../words/speak';
import { say } from '../../words/names';
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
}

const same = (a: unknown, b: unknown): boolean => JSON.stringify(a) === JSON.stringify(b);

/** One line for each part that differs; empty when messages look the same. */
export function lookChanges(before: Look, after: Look): LookChange[] {
  const changes: LookChange[] = [];
  const roles = (Object.keys(COLOUR_LABELS) as ColourRole[]).filter((r) => before.colours[r] !== after.colours[r]);
  if (roles.length > 0) {
    changes.push({ label: say.colours, detail: roles.map((r) => inSentence(COLOUR_LABELS[r])).join(', ') });
  }
  for (const [key, label] of PARTS) {
    const [a, b] = [before[key], after[key]];
    if (same(a, b)) continue;
    changes.push({ label, detail: detailOf(a, b) });
  }
  return changes;
}

const words = (key: string): string => key.replace(/([A-Z])/g, ' $1').toLowerCase();

function detailOf(a: unknown, b: unknown): string {
  if (a === null || a === '') return 'set';
  if (b === null || b === '') return 'removed';
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return say.settingsChanged;
  const [x, y] = [a as Record<string, unknown>, b as Record<string, unknown>];
  return [...new Set([...Object.keys(x), ...Object.keys(y)])]
    .filter((key) => !same(x[key], y[key]))
    .map(words)
    .join(', ');
}
