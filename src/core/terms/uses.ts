/** Where what a store's terms name is used: by newer orders, by messages that wait, and by conditions. */
import type { Condition } from '../conditions';
import type { Order } from '../order';
import type { NameKind } from './names';

/** What can be used: what has a name in the terms, and the goods that notes are of. */
export type UsedKind = NameKind | 'carrier' | 'product' | 'category';

/** A notification or version whose condition, block or rule asks for something. */
export interface AskedBy {
  /** Its screen, below that of the store. */
  path: string;
  name: string;
}

export interface TermUse {
  /** How many of the newer orders name it. */
  orders: number;
  /** How many messages about these orders wait: they are made with the terms as they are when they go. */
  waiting: number;
  /** What asks for it, each once. */
  asked: AskedBy[];
}

export interface UsingOrder {
  order: Order;
  /** How many messages about it wait. */
  waiting: number;
}

/** One name is another's whatever its capitals and spaces: see `nameIn`. */
export const usageKey = (kind: UsedKind, name: string): string => `${kind} ${name.trim().toLowerCase()}`;

/** What an order names, each once; `channels` are names by id. */
export function namedBy(order: Order, channels: ReadonlyMap<string, string>): [UsedKind, string][] {
  const named: [UsedKind, string | undefined][] = [
    ['payment', order.payment?.method],
    ['shipping', order.shipping?.method],
    ['channel', channels.get(order.channel)],
    ['place', order.location],
    ...(order.shipments ?? []).flatMap((s): [UsedKind, string | undefined][] => [
      ['carrier', s.carrier],
      ['place', s.location],
    ]),
    ...(order.discounts ?? []).map((d): [UsedKind, string | undefined] => ['discount', d.label]),
    ...(order.taxes ?? []).map((t): [UsedKind, string | undefined] => ['tax', t.label]),
    ...order.lines.flatMap(({ product }): [UsedKind, string | undefined][] => [
      ['product', product.sku],
      ['category', product.category],
    ]),
  ];
  const once = new Map<string, [UsedKind, string]>();
  for (const [kind, name] of named) if (name?.trim()) once.set(usageKey(kind, name), [kind, name.trim()]);
  return [...once.values()];
}

/** What a condition asks an order for by name; `channels` are names by id. */
function askedIn({ tests }: Condition, channels: ReadonlyMap<string, string>): string[] {
  return tests.flatMap((t) => {
    switch (t.about) {
      case 'payment':
      case 'product':
      case 'category':
        return t.of.map((name) => usageKey(t.about, name));
      case 'location':
        return t.of.map((name) => usageKey('place', name));
      case 'channel':
        return t.of.flatMap((id) => usageKey('channel', channels.get(id) ?? id));
      default:
        return [];
    }
  });
}

/** Uses by {@link usageKey}: of what is named by some order, or asked for by some condition. */
export function termUses(
  orders: readonly UsingOrder[],
  conditions: readonly (AskedBy & { when: Condition })[],
  channels: ReadonlyMap<string, string>,
): Record<string, TermUse> {
  const uses = new Map<string, TermUse>();
  const use = (key: string): TermUse => {
    const there = uses.get(key) ?? { orders: 0, waiting: 0, asked: [] };
    uses.set(key, there);
    return there;
  };
  for (const { order, waiting } of orders) {
    for (const [kind, name] of namedBy(order, channels)) {
      const found = use(usageKey(kind, name));
      found.orders += 1;
      found.waiting += waiting;
    }
  }
  for (const { path, name, when } of conditions) {
    for (const key of askedIn(when, channels)) {
      const { asked } = use(key);
      if (!asked.some((a) => a.path === path)) asked.push({ path, name });
    }
  }
  return Object.fromEntries(uses);
}
