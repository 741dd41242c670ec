/**
 * From an event to deliveries: who is written to at this moment, when, with which edition and in which language, and who is
 * not, each with the reasons. Pure: the same function plans, explains, and answers "who would hear of this order?".
 */
import { conditionHolds, type OrderFacts } from '../conditions/condition';
import { conditionWords, type ConditionNames } from '../conditions/sentence';
import { senderKindOf, type SenderKind } from '../mail/services';
import { matchesPattern } from '../mail/withhold';
import { orderFacts } from '../order/facts';
import type { Contact, Order } from '../order/schema';
import { aboutMoment } from '../order/snapshot';
import { momentOf } from '../placeholders/moments';
import { ruleHolds, type RoutingRule } from '../routing/rules';
import { AT_ONCE, dueTimes, timingWords, type End } from '../time/timing';
import { pickLanguage, type WantedLanguage } from './language';
import type { NotificationFacts, VariantFacts } from './notification';
import type { Reason } from './reasons';
import { endReached, TIMERS, timersStartedBy, type OrderState } from './timers';

/** What a store has set: prepared once, for planning any number of events. */
export interface PlanSettings {
  store: { language: string; timeZone: string };
  notifications: readonly NotificationFacts[];
  rules: readonly RoutingRule[];
  /** Names for what conditions hold by id. */
  names?: ConditionNames;
}

export interface PlanEvent {
  moment: string;
  order: Order;
  /** When it happened, in ms since the epoch. */
  at: number;
  channel?: {
    name: string;
    customerMail: boolean;
    /** Domain of addresses that stand for the customers' own, and the kinds that may go to them (none named: all). */
    maskedDomain?: string;
    maskedKinds?: readonly SenderKind[];
  };
  /** What is kept about the customer besides the order. */
  customer?: { language?: string; contacts?: readonly Contact[] };
  /** Ids of timed notifications that this order has started already. */
  started?: ReadonlySet<string>;
  answered?: boolean;
}

export interface Recipient {
  address: string;
  name: string;
  role: 'customer' | 'contact' | 'staff';
}

export interface PlannedDelivery {
  notificationId: string;
  variantId: string;
  editionId: string;
  /** The moment it speaks of: a timer's own, not the one that started it. */
  moment: string;
  recipient: Recipient;
  /** Which of the store's senders it goes out as. */
  sender: SenderKind;
  language: string;
  /** In ms since the epoch. */
  dueAt: number;
  /** Its place in a row, from 1. */
  turn: number;
  /** True for what waits: it is looked at again when it is due. */
  timed: boolean;
  ends: readonly End[];
  reasons: Reason[];
}

export interface NotWritten {
  notificationId: string;
  recipient?: Recipient;
  reasons: Reason[];
}

export interface Plan {
  deliveries: PlannedDelivery[];
  notWritten: NotWritten[];
}

/** A planner for what a store has set. */
export interface Planner {
  plan: (event: PlanEvent) => Plan;
}

interface Prepared {
  notification: NotificationFacts;
  rules: readonly RoutingRule[];
  sender: SenderKind;
  because: Reason;
  timed: boolean;
}

/** Sorts settings by moment, so that an event looks at its own notifications and rules only. */
export function planner(settings: PlanSettings): Planner {
  const rulesOf = new Map<string, RoutingRule[]>();
  for (const rule of settings.rules) {
    const list = rulesOf.get(rule.notificationId);
    if (list) list.push(rule);
    else rulesOf.set(rule.notificationId, [rule]);
  }
  const byMoment = new Map<string, Prepared[]>();
  for (const notification of settings.notifications) {
    const { schedule = AT_ONCE } = notification;
    const prepared: Prepared = {
      notification,
      rules: rulesOf.get(notification.id) ?? [],
      sender: senderKindOf(notification),
      because: {
        code: 'moment',
        notification: notification.name,
        moment: momentOf(notification.moment)?.words ?? `at ${notification.moment}`,
      },
      timed: schedule.row.length > 0,
    };
    const list = byMoment.get(notification.moment);
    if (list) list.push(prepared);
    else byMoment.set(notification.moment, [prepared]);
  }
  return {
    plan: (event) => {
      const planning = new Planning(settings, event);
      for (const prepared of byMoment.get(event.moment) ?? []) planning.add(prepared, event.moment);
      for (const timer of timersStartedBy(event.moment)) {
        if (TIMERS[timer]!.unless?.(event.order)) continue;
        for (const prepared of byMoment.get(timer) ?? []) planning.add(prepared, timer);
      }
      return planning.result;
    },
  };
}

/** Plans one event: for many, prepare a {@link planner}. */
export function plan({ store, notifications, rules, names, ...event }: PlanSettings & PlanEvent): Plan {
  return planner({ store, notifications, rules, ...(names && { names }) }).plan(event);
}

class Planning {
  readonly result: Plan = { deliveries: [], notWritten: [] };
  private facts?: OrderFacts;

  constructor(
    private readonly settings: PlanSettings,
    private readonly event: PlanEvent,
  ) {}

  add(prepared: Prepared, moment: string): void {
    const { notification } = prepared;
    const { order, channel } = this.event;
    const name = notification.name;
    const customer = notification.audience === 'customer' ? customerOf(order) : undefined;
    if (!notification.on) return this.not(notification, { code: 'notification-off', notification: name }, customer);
    if (notification.offChannels?.includes(order.channel)) {
      const words = channel?.name ?? order.channel;
      return this.not(notification, { code: 'off-for-channel', notification: name, channel: words }, customer);
    }
    if (TIMERS[moment] && this.event.started?.has(notification.id)) {
      return this.not(notification, { code: 'started', notification: name }, customer);
    }
    const { schedule = AT_ONCE } = notification;
    if (prepared.timed) {
      const end = endReached(schedule.ends, this.event);
      if (end) return this.not(notification, { code: 'ended', notification: name, end }, customer);
    }
    switch (notification.audience) {
      case 'customer':
        return this.toCustomer(prepared, customer!);
      case 'contact':
        return this.toContacts(prepared);
      case 'staff':
        return this.toStaff(prepared);
    }
  }

  private toCustomer(prepared: Prepared, recipient: Recipient): void {
    const { order } = this.event;
    const forbidden = this.forbidden(prepared.sender, recipient.address);
    if (forbidden) return this.not(prepared.notification, forbidden, recipient);
    this.write(
      prepared,
      recipient,
      { code: 'customer-of-order', name: recipient.name || recipient.address, order: order.number },
      this.customerLanguage(),
    );
  }

  private toContacts(prepared: Prepared): void {
    const { notification } = prepared;
    const { order, customer } = this.event;
    const { labels = [] } = notification;
    const all = [...(order.customer.contacts ?? []), ...(customer?.contacts ?? [])];
    const own = customerOf(order).address.toLowerCase();
    const written = new Set<string>([own]);
    let any = false;
    for (const contact of all) {
      if (labels.length > 0 && !labels.some((l) => l.toLowerCase() === contact.label.toLowerCase())) continue;
      const key = contact.email.toLowerCase();
      if (key !== own && written.has(key)) continue;
      any = true;
      const recipient: Recipient = { address: contact.email, name: contact.name ?? '', role: 'contact' };
      const forbidden = this.forbidden(prepared.sender, contact.email);
      if (forbidden) this.not(notification, forbidden, recipient);
      else if (key === own) this.not(notification, { code: 'is-customer', address: contact.email }, recipient);
      else {
        written.add(key);
        this.write(
          prepared,
          recipient,
          { code: 'contact', label: contact.label, name: contact.name || contact.email, order: order.number },
          contact.language ? { language: contact.language, from: 'person' } : this.customerLanguage(),
        );
      }
    }
    if (!any) {
      this.not(notification, {
        code: 'no-contacts',
        notification: notification.name,
        labels: labels.length > 0 ? labels.join(', ') : 'any label',
      });
    }
  }

  private toStaff(prepared: Prepared): void {
    const { notification, rules } = prepared;
    if (rules.length === 0) return this.not(notification, { code: 'no-rules', notification: notification.name });
    const written = new Set<string>();
    for (const rule of rules) {
      const recipient: Recipient = { address: rule.recipient.address, name: rule.recipient.name, role: 'staff' };
      const { holds, reason } = ruleHolds(rule, this.event.order);
      if (!holds) {
        this.not(notification, reason, recipient);
        continue;
      }
      const key = rule.recipient.address.toLowerCase();
      if (written.has(key)) {
        this.not(notification, { code: 'already-written', address: rule.recipient.address }, recipient);
        continue;
      }
      written.add(key);
      const { language } = rule.recipient;
      this.write(prepared, recipient, reason, language ? { language, from: 'person' } : undefined);
    }
  }

  /** Why nobody but the shop may be written to about an order of this channel. */
  private forbidden(sender: SenderKind, address: string): Reason | undefined {
    const { channel } = this.event;
    if (!channel) return undefined;
    if (!channel.customerMail) return { code: 'channel-forbids', channel: channel.name };
    if (!channel.maskedDomain || !matchesPattern(`@${channel.maskedDomain}`, address)) return undefined;
    const kinds = channel.maskedKinds ?? [];
    return kinds.length > 0 && !kinds.includes(sender) ? { code: 'masked-kind', channel: channel.name } : undefined;
  }

  private customerLanguage(): WantedLanguage {
    const { order, customer } = this.event;
    if (order.language) return { language: order.language, from: 'order' };
    return customer?.language ? { language: customer.language, from: 'customer' } : undefined;
  }

  private write(prepared: Prepared, recipient: Recipient, why: Reason, wanted: WantedLanguage): void {
    const { notification, sender, because, timed } = prepared;
    const { store, names } = this.settings;
    const { schedule = AT_ONCE } = notification;
    const times = timed ? dueTimes(schedule, this.event.at, store.timeZone) : [this.event.at];
    for (const [i, dueAt] of times.entries()) {
      const version = chooseVersion(notification, {
        facts: this.factsOf(notification.moment, schedule.row.length > 1 ? i + 1 : undefined),
        wanted,
        own: store.language,
        ...(names && { names }),
      });
      if (version.kind === 'nothing') {
        this.not(notification, version.reason, recipient);
        continue;
      }
      const reasons: Reason[] = [because, why];
      if (timed) reasons.push(dueReason(notification, i));
      reasons.push(...version.reasons);
      this.result.deliveries.push({
        notificationId: notification.id,
        variantId: version.variant.id,
        editionId: version.editionId,
        moment: notification.moment,
        recipient,
        sender,
        language: version.language,
        dueAt,
        turn: i + 1,
        timed,
        ends: schedule.ends,
        reasons,
      });
    }
  }

  private factsOf(moment: string, turn: number | undefined): OrderFacts {
    const { order } = this.event;
    this.facts ??= orderFacts(order, aboutMoment(order, moment));
    return turn === undefined ? this.facts : { ...this.facts, turn };
  }

  private not(notification: NotificationFacts, reason: Reason, recipient?: Recipient): void {
    this.result.notWritten.push({
      notificationId: notification.id,
      ...(recipient && { recipient }),
      reasons: [reason],
    });
  }
}

function dueReason({ schedule = AT_ONCE, name }: NotificationFacts, i: number): Reason {
  return {
    code: 'due',
    notification: name,
    timing: timingWords(schedule.row[i]!),
    ends: schedule.ends.join(', '),
  };
}

export interface VersionFor {
  facts: OrderFacts;
  wanted: WantedLanguage;
  /** The store's own language. */
  own: string;
  names?: ConditionNames;
}

export type Version =
  | { kind: 'write'; variant: VariantFacts; editionId: string; language: string; reasons: Reason[] }
  | { kind: 'nothing'; reason: Reason };

/** Which version of a notification an order gets: the first variant that fits, or nothing, with the reasons. */
export function chooseVersion(notification: NotificationFacts, { facts, wanted, own, names }: VersionFor): Version {
  const { name, when, variants } = notification;
  const asked = wanted?.language ?? own;
  if (when && !conditionHolds(when, facts, asked)) {
    return { kind: 'nothing', reason: { code: 'condition', notification: name, words: conditionWords(when, names) } };
  }
  const variant = variants.find((v) => !v.when || conditionHolds(v.when, facts, asked));
  if (!variant) return { kind: 'nothing', reason: { code: 'no-variant', notification: name } };
  const words = variant.when ? conditionWords(variant.when, names) : '';
  if (variant.nothing) {
    return {
      kind: 'nothing',
      reason: { code: 'variant-nothing', notification: name, variant: variant.name, words },
    };
  }
  const { edition } = variant;
  if (!edition) {
    return {
      kind: 'nothing',
      reason: { code: 'not-published', notification: variant.name ? `${name}, ${variant.name}` : name },
    };
  }
  const { language, reason } = pickLanguage(wanted, edition.languages, own);
  const reasons: Reason[] = [];
  if (variant.when) reasons.push({ code: 'variant', variant: variant.name, words });
  if (reason) reasons.push(reason);
  reasons.push({ code: 'edition', edition: String(edition.number) });
  return { kind: 'write', variant, editionId: edition.id, language, reasons };
}

export interface DueAgain {
  notification: NotificationFacts;
  state: OrderState;
  moment: string;
  turn: number;
  wanted: WantedLanguage;
  own: string;
  names?: ConditionNames;
}

/** What has waited is looked at again when it is due: whether it is still to go out, and in which version. */
export function planDue({ notification, state, moment, turn, wanted, own, names }: DueAgain): Version {
  const { name, schedule = AT_ONCE, offChannels } = notification;
  const { order } = state;
  if (!notification.on) return { kind: 'nothing', reason: { code: 'notification-off', notification: name } };
  if (offChannels?.includes(order.channel)) {
    return { kind: 'nothing', reason: { code: 'off-for-channel', notification: name, channel: order.channel } };
  }
  const end = endReached(schedule.ends, state);
  if (end) return { kind: 'nothing', reason: { code: 'ended', notification: name, end } };
  return chooseVersion(notification, {
    facts: orderFacts(order, { ...aboutMoment(order, moment), ...(schedule.row.length > 1 && { turn }) }),
    wanted,
    own,
    ...(names && { names }),
  });
}

function customerOf(order: Order): Recipient {
  return { address: order.customer.email, name: customerName(order), role: 'customer' };
}

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName, lastName, company } = order.customer;
  return [firstName, lastName].filter(Boolean).join(' ').trim() || (company ?? '');
}
