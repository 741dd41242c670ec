/** Which colleagues hear of which orders. */
import { Type, type Static } from '@sinclair/typebox';
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

/** Why a rule for all orders holds, or why one for a category does not. */
export function ruleReason({ recipient, scope }: RoutingRule): Reason {
  const person = recipient.name || recipient.address;
  return scope.kind === 'all'
    ? { code: 'rule-all', person }
    : { code: 'rule-no-category', person, category: scope.category };
}
