/** What a life is expected to send: its events planned one after the other, and what waits looked at again when it is due. */
import { customerName } from '../order/customer';
import type { Order } from '../order/schema';
import { momentOf, TIMED_MOMENTS, type MomentId } from '../moments/registry';
import type { MomentDetails } from '../moments/details';
import { notSaid } from '../plan/event-standing';
import type { Planner, PlanEvent, PlannedDelivery, PlanSettings, Recipient } from '../plan/types';
import { planDue } from '../plan/version';
import type { LifeEvent } from './event';

/** A message that is to come. */
export interface Expected {
  /** Place of the event that it is planned for, from 0. */
  event: number;
  notificationId: string;
  variantId: string;
  editionId: string;
  recipient: Recipient;
  language: string;
  /** The moment it speaks of. */
  moment: MomentId;
  turn: number;
  /** When it is to come, ms since the epoch. */
  at: number;
  /** The order as the message has it: as it was at its event, or for what waited, as it was then. */
  order: Order;
  details: MomentDetails;
  /** What its reader can unsubscribe from. */
  optional: boolean;
  /** A copy for the team of what a customer gets. */
  copy: boolean;
}

/** Somebody who is to hear nothing at an event. */
export interface Silent {
  event: number;
  notificationId: string;
  recipient?: Recipient;
}

export interface Expectation {
  messages: Expected[];
  silent: Silent[];
}

interface Waiting {
  planned: PlannedDelivery & { dueAt: number };
  event: number;
}

export interface ExpectWith {
  planner: Planner;
  settings: PlanSettings;
  channels: ReadonlyMap<string, NonNullable<PlanEvent['channel']>>;
}

/** Whom a planned message goes to, as an {@link Expected} and a delivery are told apart. */
export const messageKey = (m: { event: number; notificationId: string; turn: number }, recipient: string): string =>
  `${m.event} ${m.notificationId} ${m.turn} ${recipient.toLowerCase()}`;

/** All that a life is to send, in the order in which it comes, and who is to hear nothing. */
export function expectedOf(events: readonly LifeEvent[], { planner, settings, channels }: ExpectWith): Expectation {
  const found: Expectation = { messages: [], silent: [] };
  const byId = new Map(settings.notifications.map((n) => [n.id, n]));
  const started = new Set<string>();
  const had = new Set<MomentId>();
  let waiting: Waiting[] = [];
  let known: Order | undefined;
  let answered = false;
  /** Lets what is due by then go out, or stops it. */
  const passTo = (time: number): void => {
    const due = waiting.filter((w) => w.planned.dueAt <= time).toSorted((a, b) => a.planned.dueAt - b.planned.dueAt);
    waiting = waiting.filter((w) => w.planned.dueAt > time);
    for (const { planned, event } of due) {
      const notification = byId.get(planned.notificationId)!;
      const order = known ?? events[event]!.order;
      const wanted = planned.recipient.role === 'customer' ? (order.language ?? planned.language) : planned.language;
      const version = planDue({
        notification,
        state: { order, answered },
        moment: notification.moment,
        turn: planned.turn,
        wanted: { language: wanted, from: 'order' },
        own: settings.store.language,
        fallbacks: settings.store.fallbacks,
        ...(settings.names && { names: settings.names }),
      });
      if (version.kind === 'nothing') {
        found.silent.push({ event, notificationId: planned.notificationId, recipient: planned.recipient });
        continue;
      }
      const { editionId, language, variant } = version;
      found.messages.push(
        messageOf({ ...planned, editionId, language, variantId: variant.id }, event, planned.dueAt, order, events),
      );
    }
  };
  for (const [i, { moment, at, order, letter, reckoned }] of events.entries()) {
    passTo(at);
    const aboutOrder = !reckoned && momentOf(moment).about !== 'account';
    const cancelled = known?.status === 'OrderCancelled';
    const unsaid = notSaid({ moment, at, now: at, order: order.number, cancelled, had });
    if (moment === 'feedback.answered') answered = true;
    const channel = channels.get(order.channel);
    const plan = planner.plan({
      moment,
      order,
      at,
      started,
      answered,
      ...(channel && { channel }),
      ...(letter && { letter }),
      ...reckoned,
    });
    for (const n of unsaid ? [...plan.notWritten, ...plan.deliveries] : plan.notWritten) {
      const { notificationId, recipient } = n;
      found.silent.push({ event: i, notificationId, ...(recipient && { recipient }) });
    }
    for (const planned of unsaid ? [] : plan.deliveries) {
      if (TIMED_MOMENTS.includes(planned.moment)) started.add(planned.notificationId);
      const { dueAt } = planned;
      if (dueAt !== undefined) waiting.push({ planned: { ...planned, dueAt }, event: i });
      else found.messages.push(messageOf(planned, i, at, order, events));
    }
    if (aboutOrder) {
      known = order;
      had.add(moment);
    }
  }
  passTo(Infinity);
  return found;
}

function messageOf(
  planned: PlannedDelivery,
  event: number,
  at: number,
  now: Order,
  events: readonly LifeEvent[],
): Expected {
  const { notificationId, variantId, editionId, recipient, language, moment, turn, optional, reasons } = planned;
  const told = events[event]!;
  // A timer speaks of the order as it is when it comes; everything else of what was true when it happened.
  const order = momentOf(moment).timer ? now : told.order;
  return {
    ...{ event, notificationId, variantId, editionId, language, moment, turn, at, order },
    recipient: recipient.role === 'customer' ? { ...recipient, name: customerName(order) } : recipient,
    details: told.details ?? {},
    optional: optional !== undefined,
    copy: reasons.some((r) => r.code === 'copy-of'),
  };
}
