/** What a rehearsal's orders are made of: a store's own products, methods, places and languages, and the values that its conditions ask for. */
import type { Condition, Test } from '../conditions/condition';
import { BY_HAND } from '../moments/registry';
import type { PlanSettings } from '../plan/types';
import type { BasketLine } from '../order/placing';
import type { Terms } from '../terms/schema';

export interface Scene {
  /** The store's own language first. */
  languages: readonly string[];
  currency: string;
  /** The shop's own address, without a slash at its end. */
  url: string;
  channels: readonly { id: string; maskedDomain?: string }[];
  /** Goods that can be ordered, one piece each. */
  goods: readonly BasketLine[];
  places: readonly string[];
  terms: Pick<Terms, 'payments' | 'shipping' | 'carriers'>;
  /** Messages that colleagues write about an order. */
  byHand: readonly { id: string; name: string }[];
  /** Summaries of orders, with the colleagues who get them; and notices to many. */
  summaries: readonly { id: string; readers: readonly { address: string; name: string }[] }[];
  notices: readonly { id: string }[];
  asked: Asked;
}

/** The values that conditions and rules of a store ask for. */
export interface Asked {
  skus: readonly string[];
  categories: readonly string[];
  suppliers: readonly string[];
  countries: readonly string[];
  payments: readonly string[];
  places: readonly string[];
  /** The greatest amount that a condition begins or ends at, in minor units; 0 where none does. */
  value: number;
  /** Labels of customers' further contacts. */
  labels: readonly string[];
  /** What colleagues are to an order that names them, and the domain that their addresses may have. */
  roles: readonly string[];
  peopleDomain?: string;
}

/** Goods for a store that has brought in no products yet. */
export const MADE_UP_GOODS: readonly BasketLine[] = [
  { product: { sku: 'R-1', name: 'Sample product 1', category: 'first' }, quantity: 1, unitPrice: 1290, taxRate: 20 },
  { product: { sku: 'R-2', name: 'Sample product 2', category: 'second' }, quantity: 1, unitPrice: 850, taxRate: 20 },
];

/** All conditions that decide about a store's messages: of notifications, versions and rules. */
function conditionsOf({ notifications, rules }: PlanSettings): Condition[] {
  return [
    ...notifications.flatMap((n) => [n.when, ...n.variants.map((v) => v.when)]),
    ...rules.map(({ scope }) => (scope.kind === 'when' ? scope.when : undefined)),
  ].filter((c) => c !== undefined);
}

/** What a store's conditions and rules ask of an order. */
export function askedBy(settings: PlanSettings): Asked {
  const tests = conditionsOf(settings).flatMap((c) => c.tests);
  const values = (about: Test['about']): string[] => [
    ...new Set(tests.flatMap((t) => (t.about === about && 'of' in t ? t.of.map(String) : []))),
  ];
  const categories = settings.rules.flatMap(({ scope }) => (scope.kind === 'category' ? [scope.category] : []));
  const [peopleDomain] = settings.peopleDomains ?? [];
  return {
    skus: values('product'),
    categories: [...new Set([...values('category'), ...categories])],
    suppliers: values('supplier'),
    countries: values('country'),
    payments: values('payment'),
    places: values('location'),
    value: Math.max(0, ...tests.flatMap((t) => (t.about === 'value' ? [t.amount] : []))),
    labels: [...new Set(settings.notifications.flatMap((n) => (n.audience === 'contact' ? (n.labels ?? []) : [])))],
    roles: [...new Set(settings.rules.flatMap((r) => r.recipient.role ?? []))],
    ...(peopleDomain !== undefined && { peopleDomain }),
  };
}

/** The messages that colleagues write about an order, of those that are on. */
export const byHandIn = ({ notifications }: PlanSettings): Scene['byHand'] =>
  notifications.filter((n) => n.on && n.moment === BY_HAND).map(({ id, name }) => ({ id, name }));
