/** What a store has set about one notification, worked out as far as no event changes it. */
import type { ConditionNames } from '../conditions/sentence';
import { senderKindOf, type SenderKind } from '../mail/services';
import { namesAt, ruleReason, type RoutingRule } from './rules';
import { AT_ONCE, type Schedule } from '../time/timing';
import type { WantedLanguage } from './language';
import type { NotificationFacts } from './notification';
import type { Reason } from './reasons';
import type { NotWritten, PlannedDelivery, Recipient } from './types';
import { optionalKindOf, type OptionalKind } from '../moments/optional';

/** A rule of a notification, with everything about it that no event changes. */
export interface Way {
  rule: RoutingRule;
  recipient: Recipient;
  key: string;
  wanted: WantedLanguage;
  /** Why it does not hold, when it does not. */
  not: NotWritten;
  /** Set for a rule that holds for all orders. */
  why?: Reason;
  /** Why one with a condition holds, when it does. */
  met?: Reason;
  /** Of who gets messages while the rule is paused. */
  standIn?: Way;
  /** What is planned by it, by the variant that is taken: made once. */
  made: (Made | undefined)[];
}

/** What is planned for a recipient, at once; or that nothing is. Shared by all plans: plans are read and not changed. */
export type Made = { kind: 'write'; delivery: PlannedDelivery } | { kind: 'nothing'; not: NotWritten };

export interface Prepared {
  notification: NotificationFacts;
  schedule: Schedule;
  sender: SenderKind;
  /** What its readers can unsubscribe from. */
  optional: OptionalKind | undefined;
  because: Reason;
  timed: boolean;
  /** No condition asks for the language or the place in a row: one variant is taken for all recipients. */
  oneForAll: boolean;
  /** No two rules name one address. */
  distinct: boolean;
  ways: Way[];
  /** A rule of this notification as a way: for recipients that only an order names. */
  wayOf: (rule: RoutingRule) => Way;
}

/** Works out what the rules and conditions of a notification are before any event is known. */
export function prepare(
  notification: NotificationFacts,
  rules: readonly RoutingRule[],
  names: ConditionNames = {},
): Prepared {
  const { schedule = AT_ONCE, id, name, when, variants } = notification;
  const asks = [when, ...variants.map((v) => v.when)].flatMap((c) => c?.tests ?? []);
  const wayOf = (rule: RoutingRule): Way => {
    const recipient: Recipient = { address: rule.recipient.address, name: rule.recipient.name, role: 'staff' };
    const { language } = rule.recipient;
    const reason = ruleReason(rule, namesAt(notification.moment, names));
    return {
      rule,
      recipient,
      key: rule.recipient.address.toLowerCase(),
      wanted: language ? { language, from: 'person' } : undefined,
      not: { notificationId: id, recipient, reasons: [reason] },
      ...(reason.code === 'rule-all' && { why: reason }),
      ...(reason.code === 'rule-when-not' && { met: { ...reason, code: 'rule-when' } }),
      made: [],
    };
  };
  const fromOrder = rules.some((r) => r.recipient.role !== undefined);
  const ways = rules.map((rule): Way => {
    const way = wayOf(rule);
    const { standIn } = rule.pause ?? {};
    if (!standIn) return way;
    const { pause: _pause, ...open } = rule;
    return { ...way, standIn: wayOf({ ...open, recipient: standIn }) };
  });
  return {
    notification,
    schedule,
    sender: senderKindOf(notification),
    optional: optionalKindOf(notification.moment, notification.offers),
    because: {
      code: 'moment',
      notification: name,
      moment: notification.moment,
    },
    timed: schedule.row.length > 0,
    oneForAll: !asks.some((t) => t.about === 'language' || t.about === 'turn'),
    distinct: new Set(ways.map((w) => w.key)).size === ways.length && !fromOrder && !ways.some((w) => w.standIn),
    wayOf,
    ways,
  };
}
