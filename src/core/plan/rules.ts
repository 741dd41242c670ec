/** Which colleagues hear of which orders. */
import { Type, type Static } from '@sinclair/typebox';
import { ConditionSchema, type TestAbout } from '../conditions/condition';
import { contradiction } from '../conditions/contradiction';
import { conditionWords, testWords, type ConditionNames } from '../conditions/sentence';
import type { Reason } from './reasons';
import type { SchemaProblem } from '../schema';
import { say } from '../../words/reasons';
import { kept } from '../../words/kept';

const strict = { additionalProperties: false } as const;

export const ScopeSchema = Type.Union([
  Type.Object({ kind: Type.Literal('all') }, strict),
  Type.Object({ kind: Type.Literal('category'), category: Type.String({ minLength: 1, maxLength: 80 }) }, strict),
  Type.Object({ kind: Type.Literal('when'), when: ConditionSchema }, strict),
]);
export type Scope = Static<typeof ScopeSchema>;

export interface RoutingRule {
  id: string;
  notificationId: string;
  /** A colleague, or an address typed in. */
  recipient: { address: string; name: string; language?: string };
  scope: Scope;
}

/** What a rule can ask of an order: not what a message is written in, or which of a row it is. */
export const RULE_ABOUTS: readonly TestAbout[] = [
  'category',
  'product',
  'location',
  'channel',
  'country',
  'value',
  'payment',
  'customer',
  'first-order',
];

/** What keeps a scope from being a rule, at its place. */
export function scopeProblems(scope: Scope, names: ConditionNames = {}): SchemaProblem[] {
  if (scope.kind !== 'when') return [];
  const { when } = scope;
  const problems = when.tests.flatMap((t, i) =>
    RULE_ABOUTS.includes(t.about)
      ? []
      : [
          {
            path: `/scope/when/tests/${i}/about`,
            message: 'Choose another condition: a rule can only ask about the order.',
          },
        ],
  );
  const found = contradiction(when);
  if (found) {
    const [a, b] = found.tests.map((i) => testWords(when.tests[i]!, names));
    problems.push({ path: '/scope/when', message: `No order can match both “${a}” and “${b}”.` });
  }
  return problems;
}

/** Which orders a rule is for, as the end of "Lene hears of ...". */
export function scopeWords(scope: Scope, names: ConditionNames = {}): string {
  switch (scope.kind) {
    case 'all':
      return say.allOrders;
    case 'category':
      return say.ordersWith({ category: scope.category });
    case 'when':
      return say.ordersWhere({ condition: conditionWords(scope.when, names) });
  }
}

/** Why a rule for all orders holds, and why one for some of them does not. */
export function ruleReason({ recipient, scope }: RoutingRule, names: ConditionNames = {}): Reason {
  const person = recipient.name || recipient.address;
  switch (scope.kind) {
    case 'all':
      return { code: 'rule-all', person };
    case 'category':
      return { code: 'rule-no-category', person, category: scope.category };
    case 'when':
      return { code: 'rule-when-not', person, words: kept(() => conditionWords(scope.when, names)) };
  }
}
