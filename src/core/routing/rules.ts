/** Which colleagues hear of which orders. */
import { Type, type Static } from '@sinclair/typebox';
import type { Order } from '../order/schema';
import type { Reason } from '../plan/reasons';

export const ScopeSchema = Type.Union([
  Type.Object({ kind: Type.Literal('all') }, { additionalProperties: false }),
  Type.Object(
    { kind: Type.Literal('category'), category: Type.String({ minLength: 1, maxLength: 80 }) },
    { additionalProperties: false },
  ),
]);
export type Scope = Static<typeof ScopeSchema>;

export interface RoutingRule {
  id: string;
  notificationId: string;
  /** A colleague, or an address typed in. */
  recipient: { address: string; name: string; language?: string };
  scope: Scope;
}

/** Whether a rule holds for an order, and the reason either way. */
export function ruleHolds(rule: RoutingRule, order: Order): { holds: boolean; reason: Reason } {
  const person = rule.recipient.name || rule.recipient.address;
  if (rule.scope.kind === 'all') return { holds: true, reason: { code: 'rule-all', person } };
  const { category } = rule.scope;
  const line = order.lines.find((l) => l.product.category === category);
  return line
    ? { holds: true, reason: { code: 'rule-category', person, category, product: line.product.name } }
    : { holds: false, reason: { code: 'rule-no-category', person, category } };
}
