/**
 * From an event to deliveries: who is written to at this moment, when, with which edition and in which language, and who is
 * not, each with the reasons. Pure: the same function plans, explains, and answers "who would hear of this order?".
 */
import { goesByHand, type Timer, TIMED_MOMENTS, timerOf } from '../moments/registry';
import type { RoutingRule } from './rules';
import { Planning } from './planning';
import { prepare, type Prepared } from './prepared';
import type { Plan, PlanEvent, Planner, PlanSettings } from './types';

/** Sorts settings by moment and works out what no event changes, so that an event looks at its own notifications and rules only. */
export function planner(settings: PlanSettings): Planner {
  const byMoment = new Map<string, Prepared[]>();
  const rulesOf = new Map<string, RoutingRule[]>();
  for (const rule of settings.rules) {
    const list = rulesOf.get(rule.notificationId);
    if (list) list.push(rule);
    else rulesOf.set(rule.notificationId, [rule]);
  }
  for (const notification of settings.notifications) {
    const prepared = prepare(notification, rulesOf.get(notification.id) ?? [], settings.names);
    const list = byMoment.get(notification.moment);
    if (list) list.push(prepared);
    else byMoment.set(notification.moment, [prepared]);
  }
  // By the moment that starts them.
  const timers = new Map<string, { timer: Timer; prepared: Prepared[] }[]>();
  for (const moment of TIMED_MOMENTS) {
    const timer = timerOf(moment);
    const prepared = byMoment.get(moment);
    if (!timer || !prepared) continue;
    for (const start of timer.starts) {
      const list = timers.get(start);
      if (list) list.push({ timer, prepared });
      else timers.set(start, [{ timer, prepared }]);
    }
  }
  return {
    plan: (event) => {
      const planning = new Planning(settings, event);
      const own = byMoment.get(event.moment);
      if (own) for (const prepared of own) if (isMeant(event, prepared)) planning.add(prepared);
      const started = timers.get(event.moment);
      if (started) {
        for (const { timer, prepared } of started) {
          if (timer.unless(event.order)) continue;
          for (const p of prepared) planning.add(p);
        }
      }
      return planning.result;
    },
  };
}

const isMeant = ({ moment, letter, madeFor }: PlanEvent, { notification }: Prepared): boolean =>
  madeFor
    ? notification.id === madeFor.notificationId
    : !goesByHand(moment) || notification.id === letter?.notificationId;
/** Plans one event: for many, prepare a {@link planner}. */
export function plan({
  store,
  notifications,
  rules,
  copies = [],
  names,
  peopleDomains = [],
  suppliers = new Map(),
  ...event
}: PlanSettings & PlanEvent): Plan {
  const settings = { store, notifications, rules, copies, peopleDomains, suppliers, ...(names && { names }) };
  return planner(settings).plan(event);
}
