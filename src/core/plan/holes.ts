/** Orders of which nobody on the staff would have heard: what the rules leave out between them. */
import type { Order } from '../order/schema';
import { momentOf } from '../moments/registry';
import { planner } from './plan';
import type { Reason } from './reasons';
import type { PlanSettings } from './types';

const BY_RULE: readonly Reason['code'][] = [
  'rule-no-category',
  'rule-when-not',
  'rule-paused',
  'nobody-in-order',
  'domain-not-allowed',
];

/**
 * For each staff notification that is on and has rules: numbers of the orders of which all of its rules leave everybody out. What a
 * notification leaves out by its own condition or version is meant so, and is no hole. Orders newest first, `at` in ms.
 */
export function holes(
  settings: PlanSettings,
  orders: readonly { order: Order; at: number }[],
): { notificationId: string; orders: string[] }[] {
  const { plan } = planner(settings);
  const open = settings.notifications.filter(
    (n) =>
      n.audience === 'staff' &&
      n.on &&
      momentOf(n.moment).about !== 'product' &&
      settings.rules.some((r) => r.notificationId === n.id),
  );
  return open.map(({ id, moment }) => ({
    notificationId: id,
    orders: orders.flatMap(({ order, at }) => {
      const { deliveries, notWritten } = plan({ moment, order, at });
      const heard = deliveries.some((d) => d.notificationId === id);
      const left = notWritten.filter((n) => n.notificationId === id);
      const byRule = left.length > 0 && left.every((n) => n.reasons.every((r) => BY_RULE.includes(r.code)));
      return !heard && byRule ? [order.number] : [];
    }),
  }));
}
