/** Two messages that would reach one person for one moment, found by planning real and sample orders. */
import type { Audience } from '../moments/audience';
import { goesByHand, momentOf, startsOf, type MomentId } from '../moments/registry';
import { planner } from './plan';
import type { PlanEvent, PlanSettings } from './types';

/** A message the shop system sends by itself. */
export interface ShopMail {
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
}

export interface Double {
  moment: MomentId;
  audience: Audience;
  /** The notification, and what else goes out with it. */
  notificationId: string;
  with: { kind: 'notification'; id: string; name: string } | { kind: 'shop'; id: string; name: string };
  /** Who would get both, and for which order. */
  person: string;
  order: string;
  /** For how many of the orders looked at. */
  orders: number;
}

/**
 * Plans every moment at which two things could go out for each of the orders. Conditions that exclude each other make no double;
 * ones that overlap in one order do. One entry for each pair.
 */
export function findDoubles(
  settings: PlanSettings,
  shopMails: readonly ShopMail[],
  orders: readonly Omit<PlanEvent, 'moment'>[],
): Double[] {
  // Who writes by hand sees what the person has had already.
  // What is worked out here is about no order; a summary a day and one a week are two by intent.
  const on = settings.notifications.filter(
    (n) => n.on && !goesByHand(n.moment) && momentOf(n.moment).toldBy !== 'reckoned',
  );
  const nameOf = new Map(on.map((n) => [n.id, n.name]));
  const found = new Map<string, Double>();
  const note = (key: string, double: Omit<Double, 'orders'>): void => {
    const there = found.get(key);
    if (there) there.orders += 1;
    else found.set(key, { ...double, orders: 1 });
  };
  const { plan } = planner({ ...settings, notifications: on, copies: [] });
  for (const moment of new Set(on.map((n) => n.moment))) {
    const mails = shopMails.filter((m) => m.moment === moment);
    if (mails.length === 0 && on.filter((n) => n.moment === moment).length < 2) continue;
    for (const about of orders) {
      const starts = startsOf(moment)[0]!;
      const planned = plan({ ...about, moment: starts }).deliveries.filter((d) => d.moment === moment);
      const seen = new Set<string>();
      planned.forEach((d, i) => {
        const address = d.recipient.address.toLowerCase();
        const common = {
          moment,
          audience: d.recipient.role,
          notificationId: d.notificationId,
          person: d.recipient.name || d.recipient.address,
          order: about.order.number,
        };
        for (const other of planned.slice(0, i)) {
          if (other.notificationId === d.notificationId || other.recipient.address.toLowerCase() !== address) continue;
          const key = [d.notificationId, other.notificationId].toSorted().join(' ');
          if (seen.has(key)) continue;
          seen.add(key);
          const id = other.notificationId;
          note(key, { ...common, with: { kind: 'notification', id, name: nameOf.get(id) ?? '' } });
        }
        for (const mail of mails) {
          const key = `${d.notificationId} ${mail.id}`;
          if (mail.audience !== d.recipient.role || seen.has(key)) continue;
          seen.add(key);
          note(key, { ...common, with: { kind: 'shop', id: mail.id, name: mail.name } });
        }
      });
    }
  }
  return [...found.values()];
}
