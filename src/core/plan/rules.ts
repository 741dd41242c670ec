/** Which colleagues hear of which orders. */
import { Type, type Static } from '@sinclair/typebox';
import { ConditionSchema, type TestAbout } from '../conditions/condition';
import { contradiction } from '../conditions/contradiction';
import { conditionWords, testWords, type ConditionNames } from '../conditions/sentence';
import { momentOf } from '../moments/registry';
import type { Reason } from './reasons';
import type { SchemaProblem } from '../schema';
import type { Rhythm } from '../time/rhythm';
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
  recipient: RuleRecipient;
  scope: Scope;
  /** Nobody gets messages by it, or somebody else does: until a time (ms since the epoch), or until it goes on. */
  pause?: { until?: number; standIn?: RuleRecipient };
  /** Its messages wait for the next of these times, and go out in one mail; without it each goes out when it is written. */
  together?: Rhythm;
}

export interface RuleRecipient {
  /** Empty for whom an order names. */
  address: string;
  name: string;
  /** What they are to the order: its address is the one that the order says. */
  role?: string;
  language?: string;
}

/** Whether messages of a moment can wait for each other: a summary is one mail already. */
export const canGather = (moment: string): boolean => momentOf(moment)?.about !== 'summary';

/** Whether a rule is paused at a time, in ms since the epoch. */
export const isPaused = ({ pause }: Pick<RoutingRule, 'pause'>, at: number): boolean =>
  pause !== undefined && (pause.until === undefined || at < pause.until);

/** What a rule can ask of an order: not what a message is written in, or which of a row it is. */
export const RULE_ABOUTS: readonly TestAbout[] = [
  'category',
  'product',
  'supplier',
  'location',
  'channel',
  'country',
  'value',
  'payment',
  'paid',
  'customer',
  'first-order',
];

/** What a summary can ask of its orders: who supplies a product is looked up as each order comes. */
const OF_ORDER_ALONE: readonly TestAbout[] = RULE_ABOUTS.filter((about) => about !== 'supplier');

/** The same of a product that is running out: no more is known of it. */
const PRODUCT_ABOUTS: readonly TestAbout[] = ['category', 'product', 'location'];

/** What a rule for a moment can ask. */
export const ruleAboutsAt = (moment: string): readonly TestAbout[] =>
  subjectAt(moment) === 'product'
    ? PRODUCT_ABOUTS
    : momentOf(moment)?.about === 'summary'
      ? OF_ORDER_ALONE
      : RULE_ABOUTS;

/** What rules for a moment are about, when it is no order. */
export const subjectAt = (moment: string): 'product' | undefined =>
  momentOf(moment)?.about === 'product' ? 'product' : undefined;

/** Names as a rule for a moment speaks of it. */
export function namesAt(moment: string, names: ConditionNames): ConditionNames {
  const subject = subjectAt(moment);
  return subject ? { ...names, subject } : names;
}

/** What keeps a scope from being a rule for a moment, at its place. */
export function scopeProblems(scope: Scope, moment: string, names: ConditionNames = {}): SchemaProblem[] {
  if (scope.kind !== 'when') return [];
  const { when } = scope;
  const problems = when.tests.flatMap((t, i) =>
    ruleAboutsAt(moment).includes(t.about)
      ? []
      : [
          {
            path: `/scope/when/tests/${i}/about`,
            message: subjectAt(moment)
              ? 'Choose another condition: a rule for stock can only ask about the product and where it is.'
              : 'Choose another condition: a rule can only ask about the order.',
          },
        ],
  );
  const found = contradiction(when);
  if (found) {
    const [a, b] = found.tests.map((i) => testWords(when.tests[i]!, namesAt(moment, names)));
    problems.push({
      path: '/scope/when',
      message: `No ${subjectAt(moment) ?? 'order'} can match both “${a}” and “${b}”.`,
    });
  }
  return problems;
}

/** Which orders a rule is for, as the end of "Lene hears of ...". */
export function scopeWords(scope: Scope, names: ConditionNames = {}): string {
  const ofProduct = names.subject === 'product';
  switch (scope.kind) {
    case 'all':
      return ofProduct ? say.allProducts : say.allOrders;
    case 'category':
      return ofProduct ? scope.category : say.ordersWith({ category: scope.category });
    case 'when':
      return (ofProduct ? say.productsWhere : say.ordersWhere)({ condition: conditionWords(scope.when, names) });
  }
}

/** Why a rule for all orders holds, and why one for some of them does not. */
export function ruleReason({ recipient, scope }: RoutingRule, names: ConditionNames = {}): Reason {
  const person = recipient.name || recipient.address;
  const of = names.subject && { of: names.subject };
  switch (scope.kind) {
    case 'all':
      return { code: 'rule-all', person, ...of };
    case 'category':
      return { code: 'rule-no-category', person, category: scope.category, ...of };
    case 'when':
      return { code: 'rule-when-not', person, words: kept(() => conditionWords(scope.when, names)), ...of };
  }
}
