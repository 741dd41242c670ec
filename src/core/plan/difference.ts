/** What differs between two plans for the same event: who would get more, fewer, another version, earlier or later. */
import type { PlannedDelivery } from './types';

export const PLAN_CHANGES = ['more', 'fewer', 'version', 'language', 'earlier', 'later'] as const;
export type PlanChange = (typeof PLAN_CHANGES)[number];

type Compared = Pick<PlannedDelivery, 'variantId' | 'language' | 'dueAt' | 'turn' | 'recipient'>;

/** The changes from one plan to another, one for each message that differs; a message is told by its recipient and its place in a row. */
export function planChanges(before: readonly Compared[], after: readonly Compared[], at: number): PlanChange[] {
  const keyOf = ({ recipient, turn }: Compared): string => `${recipient.address.toLowerCase()} ${turn}`;
  const was = new Map(before.map((d) => [keyOf(d), d]));
  const is = new Map(after.map((d) => [keyOf(d), d]));
  const changes: PlanChange[] = [];
  for (const [key, now] of is) {
    const then = was.get(key);
    if (!then) changes.push('more');
    else if (then.variantId !== now.variantId) changes.push('version');
    else if (then.language !== now.language) changes.push('language');
    else {
      const [from, to] = [then.dueAt ?? at, now.dueAt ?? at];
      if (to !== from) changes.push(to < from ? 'earlier' : 'later');
    }
  }
  for (const key of was.keys()) if (!is.has(key)) changes.push('fewer');
  return changes;
}
