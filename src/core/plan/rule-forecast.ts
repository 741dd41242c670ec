/** What a change of rules would have meant for the orders of late: who would have had more messages, who fewer, and how many a day. */
import { momentOf } from '../moments/registry';
import type { Order } from '../order/schema';
import { lacksForMoment } from '../snapshot/fits';
import { holes } from './holes';
import { planner } from './plan';
import type { RoutingRule } from './rules';
import type { PlanSettings } from './types';

/** So many messages a day of one notification are more than anybody reads. */
export const FLOOD = 20;

export interface RuleForecast {
  /** Orders that were looked at, and over how many days they came. */
  orders: number;
  days: number;
  /** Whoever would have had more or fewer messages, most first. */
  who: { name: string; address: string; before: number; after: number; mostADay: number }[];
  /** Orders of which nobody would have heard, before and after. */
  unheard: { before: number; after: number };
}

const DAY_MS = 86_400_000;

/**
 * Plans past orders by the rules of one notification as they are and as they would be. Of moments that come only to some orders (a refund),
 * those are looked at that had it. Orders newest first, `at` in ms; days are those of `dayOf`.
 */
export function forecastRules(
  settings: PlanSettings,
  orders: readonly { order: Order; at: number }[],
  notificationId: string,
  rules: readonly RoutingRule[],
  dayOf: (at: number) => string,
): RuleForecast {
  const notification = settings.notifications.find((n) => n.id === notificationId);
  const about = notification && momentOf(notification.moment).about;
  const fitting =
    !notification || about === 'product' || about === 'account'
      ? []
      : orders.filter(({ order }) => lacksForMoment(order, notification.moment) === undefined);
  const only = { ...settings, notifications: notification ? [{ ...notification, on: true }] : [] };
  const now = heardBy({ ...only, rules: settings.rules }, fitting, dayOf);
  const then = heardBy({ ...only, rules }, fitting, dayOf);
  const who = [...new Set([...now.keys(), ...then.keys()])]
    .map((address) => {
      const [before, after] = [now.get(address), then.get(address)];
      return {
        name: (after ?? before)!.name,
        address,
        before: before?.count ?? 0,
        after: after?.count ?? 0,
        mostADay: Math.max(0, ...(after?.days.values() ?? [])),
      };
    })
    .filter((w) => w.before !== w.after)
    .toSorted((a, b) => b.after - a.after);
  const times = fitting.map((o) => o.at);
  const unheard = (of: readonly RoutingRule[]): number =>
    holes({ ...only, rules: of }, fitting).find((h) => h.notificationId === notificationId)?.orders.length ?? 0;
  return {
    orders: fitting.length,
    days: times.length === 0 ? 0 : Math.max(1, Math.ceil((Math.max(...times) - Math.min(...times)) / DAY_MS)),
    who,
    unheard: { before: unheard(settings.rules), after: unheard(rules) },
  };
}

interface Heard {
  name: string;
  count: number;
  days: Map<string, number>;
  times: Set<number>;
}

/** How many messages each address would have had, in all and by day. */
function heardBy(
  settings: PlanSettings,
  orders: readonly { order: Order; at: number }[],
  dayOf: (at: number) => string,
): Map<string, Heard> {
  const heard = new Map<string, Heard>();
  const [notification] = settings.notifications;
  if (!notification) return heard;
  const { plan } = planner(settings);
  for (const { order, at } of orders) {
    for (const { recipient, turn, gathers, dueAt } of plan({ moment: notification.moment, order, at }).deliveries) {
      if (turn > 1) continue;
      const own = heard.get(recipient.address) ?? {
        ...{ name: recipient.name, count: 0 },
        ...{ days: new Map<string, number>(), times: new Set<number>() },
      };
      heard.set(recipient.address, own);
      // Of what goes out together, one mail comes.
      const time = gathers && dueAt !== undefined ? dueAt : at;
      if (gathers && own.times.has(time)) continue;
      own.times.add(time);
      own.count += 1;
      const day = dayOf(time);
      own.days.set(day, (own.days.get(day) ?? 0) + 1);
    }
  }
  return heard;
}
