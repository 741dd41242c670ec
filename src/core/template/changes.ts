/** What differs between two templates, in words: for the publishing dialog and the history of editions. */
import { BLOCK_LABELS, segmentsOf, type Block, type Template } from './schema';

export interface TemplateChange {
  kind: 'words' | 'added' | 'removed' | 'moved' | 'settings';
  /** What changed, as people call it. */
  label: string;
  /** For words: the language, and the sources before and after. */
  language?: string;
  before?: string;
  after?: string;
}

/** Lists what turns one template into another; empty when they would make the same messages. */
export function templateChanges(before: Template | undefined, after: Template): TemplateChange[] {
  if (!before) return [{ kind: 'added', label: 'First edition' }];
  const changes: TemplateChange[] = [];
  const old = new Map(before.blocks.map((b) => [b.id, b]));
  const now = new Map(after.blocks.map((b) => [b.id, b]));
  for (const block of before.blocks) {
    if (!now.has(block.id)) changes.push({ kind: 'removed', label: labelOf(before, block) });
  }
  for (const block of after.blocks) {
    const was = old.get(block.id);
    if (!was) changes.push({ kind: 'added', label: labelOf(after, block) });
    else if (JSON.stringify(sorted(was)) !== JSON.stringify(sorted(block))) {
      changes.push({ kind: 'settings', label: labelOf(after, block) });
    }
  }
  const kept = (t: Template, other: Map<string, Block>): string[] =>
    t.blocks.filter((b) => other.has(b.id)).map((b) => b.id);
  const orderBefore = kept(before, now);
  const orderAfter = kept(after, old);
  const moved = movedIds(orderBefore, orderAfter);
  for (const id of moved) changes.push({ kind: 'moved', label: labelOf(after, now.get(id)!) });

  const places = segmentsOf(after);
  for (const language of new Set([...Object.keys(before.words), ...Object.keys(after.words)])) {
    for (const place of places) {
      const from = before.words[language]?.[place.id] ?? '';
      const to = after.words[language]?.[place.id] ?? '';
      if (from !== to) changes.push({ kind: 'words', label: place.label, language, before: from, after: to });
    }
  }
  return changes;
}

function labelOf(template: Template, block: Block): string {
  return segmentsOf(template).find((s) => s.id === block.id)?.label ?? BLOCK_LABELS[block.kind];
}

function sorted(block: Block): [string, unknown][] {
  return Object.entries(block).sort(([a], [b]) => (a < b ? -1 : 1));
}

/** The fewest ids to move to turn one order into another: those outside a longest common subsequence. */
function movedIds(before: string[], after: string[]): string[] {
  const position = new Map(before.map((id, i) => [id, i]));
  const sequence = after.map((id) => position.get(id)!);
  const best: number[] = [];
  const previous: number[] = [];
  sequence.forEach((value, i) => {
    best[i] = 1;
    previous[i] = -1;
    for (let j = 0; j < i; j += 1) {
      if (sequence[j]! < value && best[j]! + 1 > best[i]!) {
        best[i] = best[j]! + 1;
        previous[i] = j;
      }
    }
  });
  let at = best.indexOf(Math.max(0, ...best));
  const stay = new Set<string>();
  while (at >= 0) {
    stay.add(after[at]!);
    at = previous[at] ?? -1;
  }
  return after.filter((id) => !stay.has(id));
}
