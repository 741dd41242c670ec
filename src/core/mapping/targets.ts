/** The places of an order and of what an event tells besides it, read off the schema. */
import { MomentDetailsSchema } from '../moments/details';
import { OrderSchema } from '../order/schema';
import type { Target, TargetKind } from './schema';

/** What the walk reads of a JSON Schema. */
interface Node {
  type?: string;
  format?: string;
  pattern?: string;
  maximum?: number;
  properties?: Record<string, Node>;
  required?: readonly string[];
  items?: Node;
  anyOf?: readonly { const?: unknown }[];
}

/** Amounts are the only whole numbers that may be as large. */
const MONEY = 1_000_000_000_000;

/** What no webhook of a shop is read for: it has a way of its own, or nobody outside can know it. */
const LEFT_OUT = new Set([
  '/order/people',
  '/order/customer/contacts',
  '/details/files',
  '/details/bounce',
  '/details/stock',
  '/details/summary',
  '/details/account',
  '/details/reset',
  '/details/preferences',
]);

function kindOf(node: Node): TargetKind {
  if (node.type === 'integer') return node.maximum === MONEY ? 'money' : 'whole';
  if (node.type === 'number') return 'number';
  if (node.type === 'boolean') return 'yes-no';
  return node.format === 'date-time' ? 'time' : 'text';
}

function walk(node: Node, to: string, required: boolean, found: Target[], lists: string[]): void {
  if (LEFT_OUT.has(to)) return;
  if (node.properties) {
    for (const [name, inner] of Object.entries(node.properties)) {
      walk(inner, `${to}/${name}`, required && node.required?.includes(name) === true, found, lists);
    }
    return;
  }
  if (node.type === 'array' && node.items?.properties) {
    lists.push(to);
    return walk(node.items, `${to}/*`, required, found, lists);
  }
  const choices = node.anyOf?.flatMap((c) => (typeof c.const === 'string' ? [c.const] : []));
  found.push({
    ...{ to, required },
    kind: node.type === 'array' ? 'texts' : kindOf(node),
    ...(choices?.length && { choices }),
    ...(node.format === 'language' && { form: 'language' as const }),
    ...((node.format === 'currency' || node.pattern === '^[A-Z]{2}$') && { form: 'capitals' as const }),
  });
}

const read = (() => {
  const found: Target[] = [];
  const lists: string[] = [];
  walk(OrderSchema as unknown as Node, '/order', true, found, lists);
  walk(MomentDetailsSchema as unknown as Node, '/details', false, found, lists);
  return { found, lists };
})();

/** Every place that a mapping can fill, in the order of the schema. */
export const TARGETS: readonly Target[] = read.found;
/** Every list in it, as a place: what is in one has `/*` behind it. */
export const LISTS: readonly string[] = read.lists;

const byPlace = new Map(TARGETS.map((t) => [t.to, t]));
export const targetAt = (to: string): Target | undefined => byPlace.get(to);

/** The innermost list that a place is in, if it is in one. */
export function listOf(to: string): string | undefined {
  const end = to.lastIndexOf('/*');
  return end === -1 ? undefined : to.slice(0, end);
}
