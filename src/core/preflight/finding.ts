/** What a check found, and what a click would do about it. Plain data: findings travel between threads. */
import { languageName } from '../names';
import type { SchemaProblem } from '../schema';
import type { Block } from '../template/schema';

export type Severity = 'blocker' | 'warning' | 'hint';

/** A change to the template that mends a finding. */
export type Fix =
  | { label: string; kind: 'words'; language: string; segment: string; source: string }
  | { label: string; kind: 'block'; id: string; change: Partial<Block> }
  | { label: string; kind: 'remove'; id: string }
  | { label: string; kind: 'detach'; id: string };

export interface Finding {
  severity: Severity;
  /** What is wrong and what to do, in words. */
  message: string;
  /** Where: a block's id, `subject`, `preheader`, `message` for the whole, or `look`. */
  place: string;
  placeLabel: string;
  language?: string;
  /** Offsets in the segment's source. */
  start?: number;
  end?: number;
  fix?: Fix;
}

/** A finding as what is wrong at a place: "Text 1, German". */
export function findingProblem({ placeLabel, language, message }: Finding): SchemaProblem {
  return { path: language ? `${placeLabel}, ${languageName(language)}` : placeLabel, message };
}

const WEIGHT: Record<Severity, number> = { blocker: 0, warning: 1, hint: 2 };

/** Blockers first, otherwise in the order they were found. */
export function byWeight(findings: readonly Finding[]): Finding[] {
  return [...findings].sort((a, b) => WEIGHT[a.severity] - WEIGHT[b.severity]);
}
