/** How large what is posted to each place may be, and whom a large body is taken from. */
import type { SizeLimits } from '@/core/size';

/** Deeper and more than anything that is sent here; beyond it a reader may run out of stack, or take long. */
export const BODY_SIZE: SizeLimits = { depth: 64, values: 30_000 };

export interface BodyRule {
  most: number;
  /** A body above this is read only from somebody who is signed in. */
  openTo: number;
  /** The handler reads the body by itself, within the limit, and says so in its own form. */
  handled?: true;
}

const KB = 1_000;
const MB = 1_000 * KB;
/** What a form of somebody who is not signed in needs at most. */
const SMALL = 16 * KB;

/** The largest list that can be imported, in bytes. */
export const MOST_LIST_BYTES = 12 * MB;

const WITH_FILES: [RegExp, BodyRule][] = [
  [/^\/s\/[^/]+\/orders\/exchange$/, { most: MOST_LIST_BYTES + 100 * KB, openTo: SMALL }],
  [/^\/s\//, { most: 11 * MB, openTo: SMALL }],
];

const RULES: [RegExp, BodyRule][] = [
  [/^\/api\/v1\/(?:events|sources\/[^/]+)$/, { most: Infinity, openTo: Infinity, handled: true }],
  [/^\/api\/auth\//, { most: 8 * KB, openTo: 8 * KB }],
  // A look comes with its pictures.
  [/^\/s\/[^/]+\/look$/, { most: 3 * MB, openTo: SMALL }],
  [/^\/s\//, { most: 512 * KB, openTo: SMALL }],
];

/** The rule for a body of a type that is posted to a path. */
export function bodyRule(path: string, type: string): BodyRule {
  const rules = type.startsWith('multipart/form-data') ? [...WITH_FILES, ...RULES] : RULES;
  return rules.find(([place]) => place.test(path))?.[1] ?? { most: SMALL, openTo: SMALL };
}
