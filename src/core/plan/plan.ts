/**
 * From an event to deliveries: who is written to at this moment, when, with which edition and in which language, and who is
 * not, each with the reasons. Pure: the same function plans, explains, and answers "who would hear of this order?".
 */
import { conditionHolds, type OrderFacts } from '../conditions/condition';
import type { ConditionNames } from '../conditions/sentence';
import { senderKindOf, type SenderKind } from '../mail/services';
import { matchesPattern } from '../mail/withhold';
import { orderFacts } from '../order/facts';
import type { Contact, Order } from '../order/schema';
import { aboutMoment } from '../order/snapshot';
import { momentOf } from '../placeholders/moments';
import { ruleReason, type RoutingRule } from '../routing/rules';
import { AT_ONCE, dueTimes, timingWords, type End, type Schedule } from '../time/timing';
import type { WantedLanguage } from './language';
import type { NotificationFacts } from './notification';
import type { Reason } from './reasons';
import { endReached, TIMERS } from './timers';
import { chooseVersion } from './version';

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
  /** When it waits: in ms since the epoch. Left out for what goes out at once. */
  dueAt?: number;
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

/** A rule of a notification, with everything about it that no event changes. */
interface Way {
  rule: RoutingRule;
  recipient: Recipient;
  key: string;
  wanted: WantedLanguage;
  /** Why it does not hold, when it does not. */
  not: NotWritten;
  /** Set for a rule that holds for all orders. */
  why?: Reason;
  /** What is planned by it, by the variant that is taken: made once. */
  made: (Made | undefined)[];
}

/** What is planned for a recipient, at once; or that nothing is. Shared by all plans: plans are read and not changed. */
type Made = { kind: 'write'; delivery: PlannedDelivery } | { kind: 'nothing'; not: NotWritten };

interface Prepared {
  notification: NotificationFacts;
  schedule: Schedule;
  sender: SenderKind;
  because: Reason;
  timed: boolean;
  /** No condition asks for the language or the place in a row: one variant is taken for all recipients. */
  oneForAll: boolean;
  /** No two rules name one address. */
  distinct: boolean;
  ways: Way[];
}

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
    const prepared = prepare(notification, rulesOf.get(notification.id) ?? []);
    const list = byMoment.get(notification.moment);
    if (list) list.push(prepared);
    else byMoment.set(notification.moment, [prepared]);
  }
  const timers = new Map<string, { timer: string; prepared: Prepared[] }[]>();
  for (const timer of Object.keys(TIMERS)) {
    const prepared = byMoment.get(timer);
    if (!prepared) continue;
    for (const start of TIMERS[timer]!.starts) {
      const list = timers.get(start);
      if (list) list.push({ timer, prepared });
      else timers.set(start, [{ timer, prepared }]);
    }
  }
  return {
    plan: (event) => {
      const planning = new Planning(settings, event);
      const own = byMoment.get(event.moment);
      if (own) for (const prepared of own) planning.add(prepared);
      const started = timers.get(event.moment);
      if (started) {
        for (const { timer, prepared } of started) {
          if (TIMERS[timer]!.unless?.(event.order)) continue;
          for (const p of prepared) planning.add(p);
        }
      }
      return planning.result;
    },
  };
}

function prepare(notification: NotificationFacts, rules: readonly RoutingRule[]): Prepared {
  const { schedule = AT_ONCE, id, name, when, variants } = notification;
  const asks = [when, ...variants.map((v) => v.when)].flatMap((c) => c?.tests ?? []);
  const ways = rules.map((rule): Way => {
    const recipient: Recipient = { address: rule.recipient.address, name: rule.recipient.name, role: 'staff' };
    const { language } = rule.recipient;
    const everything = rule.scope.kind === 'all';
    return {
      rule,
      recipient,
      key: rule.recipient.address.toLowerCase(),
      wanted: language ? { language, from: 'person' } : undefined,
      not: { notificationId: id, recipient, reasons: [ruleReason(rule)] },
      ...(everything && { why: ruleReason(rule) }),
      made: [],
    };
  });
  return {
    notification,
    schedule,
    sender: senderKindOf(notification),
    because: {
      code: 'moment',
      notification: name,
      moment: momentOf(notification.moment)?.words ?? `at ${notification.moment}`,
    },
    timed: schedule.row.length > 0,
    oneForAll: !asks.some((t) => t.about === 'language' || t.about === 'turn'),
    distinct: new Set(ways.map((w) => w.key)).size === ways.length,
    ways,
  };
}

/** Plans one event: for many, prepare a {@link planner}. */
export function plan({ store, notifications, rules, names, ...event }: PlanSettings & PlanEvent): Plan {
  return planner({ store, notifications, rules, ...(names && { names }) }).plan(event);
}

class Planning {
  readonly result: Plan = { deliveries: [], notWritten: [] };
  private facts?: OrderFacts;
  private factsMoment = '';

  constructor(
    private readonly settings: PlanSettings,
    private readonly event: PlanEvent,
  ) {}

  add(prepared: Prepared): void {
    const { notification, schedule } = prepared;
    const { order, channel } = this.event;
    const name = notification.name;
    if (!notification.on) return this.leaveOut(prepared, { code: 'notification-off', notification: name });
    if (notification.offChannels?.includes(order.channel)) {
      const words = channel?.name ?? order.channel;
      return this.leaveOut(prepared, { code: 'off-for-channel', notification: name, channel: words });
    }
    if (TIMERS[notification.moment] && this.event.started?.has(notification.id)) {
      return this.leaveOut(prepared, { code: 'started', notification: name });
    }
    if (prepared.timed) {
      const end = endReached(schedule.ends, this.event);
      if (end) return this.leaveOut(prepared, { code: 'ended', notification: name, end });
    }
    switch (notification.audience) {
      case 'customer':
        return this.toCustomer(prepared, customerOf(order));
      case 'contact':
        return this.toContacts(prepared);
      case 'staff':
        return this.toStaff(prepared);
    }
  }

  private leaveOut({ notification }: Prepared, reason: Reason): void {
    this.not(notification, reason, notification.audience === 'customer' ? customerOf(this.event.order) : undefined);
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
    const { notification, ways } = prepared;
    const { deliveries, notWritten } = this.result;
    if (ways.length === 0) return this.not(notification, { code: 'no-rules', notification: notification.name });
    // Most colleagues get the same version at once: which one is settled for all of them.
    const taken = prepared.oneForAll && !prepared.timed ? this.taken(prepared, undefined) : undefined;
    const written = prepared.distinct ? undefined : new Set<string>();
    for (const way of ways) {
      const why = way.why ?? this.holds(way.rule);
      if (!why) {
        notWritten.push(way.not);
        continue;
      }
      if (written) {
        if (written.has(way.key)) {
          this.not(notification, { code: 'already-written', address: way.rule.recipient.address }, way.recipient);
          continue;
        }
        written.add(way.key);
      }
      if (taken === undefined || !way.why) {
        this.write(prepared, way.recipient, why, way.wanted);
        continue;
      }
      const made = (way.made[taken] ??= this.make(prepared, way, why));
      if (made.kind === 'nothing') notWritten.push(made.not);
      else deliveries.push(made.delivery);
    }
  }

  /** Why a rule for one category holds, or undefined. */
  private holds({ recipient, scope }: RoutingRule): Reason | undefined {
    if (scope.kind === 'all') return undefined;
    for (const { product } of this.event.order.lines) {
      if (product.category === scope.category) {
        return {
          code: 'rule-category',
          person: recipient.name || recipient.address,
          category: scope.category,
          product: product.name,
        };
      }
    }
    return undefined;
  }

  /** The place of the variant an order takes; past the last when none fits, and past that when the notification's condition does not hold. */
  private taken({ notification }: Prepared, turn: number | undefined): number {
    const { when, variants } = notification;
    const own = this.settings.store.language;
    if (when && !conditionHolds(when, this.factsOf(notification.moment, turn), own)) return variants.length + 1;
    const facts = this.factsOf(notification.moment, turn);
    const i = variants.findIndex((v) => !v.when || conditionHolds(v.when, facts, own));
    return i < 0 ? variants.length : i;
  }

  private make(prepared: Prepared, way: Way, why: Reason): Made {
    const made = new Planning(this.settings, this.event);
    made.write(prepared, way.recipient, why, way.wanted);
    const [delivery] = made.result.deliveries;
    return delivery ? { kind: 'write', delivery } : { kind: 'nothing', not: made.result.notWritten[0]! };
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
    const { schedule, timed } = prepared;
    if (!timed) return this.writeOnce(prepared, recipient, why, wanted, 0, undefined);
    dueTimes(schedule, this.event.at, this.settings.store.timeZone).forEach((dueAt, i) =>
      this.writeOnce(prepared, recipient, why, wanted, i, dueAt),
    );
  }

  private writeOnce(
    { notification, schedule, sender, because, timed }: Prepared,
    recipient: Recipient,
    why: Reason,
    wanted: WantedLanguage,
    i: number,
    dueAt: number | undefined,
  ): void {
    const { store, names } = this.settings;
    const facts = this.factsOf(notification.moment, schedule.row.length > 1 ? i + 1 : undefined);
    const version = chooseVersion(notification, { facts, wanted, own: store.language, names });
    if (version.kind === 'nothing') return this.not(notification, version.reason, recipient);
    const reasons: Reason[] = [because, why];
    if (timed) reasons.push(dueReason(notification, i));
    for (const reason of version.reasons) reasons.push(reason);
    const delivery: PlannedDelivery = {
      notificationId: notification.id,
      variantId: version.variant.id,
      editionId: version.editionId,
      moment: notification.moment,
      recipient,
      sender,
      language: version.language,
      turn: i + 1,
      timed,
      ends: schedule.ends,
      reasons,
    };
    if (dueAt !== undefined) delivery.dueAt = dueAt;
    this.result.deliveries.push(delivery);
  }

  private factsOf(moment: string, turn: number | undefined): OrderFacts {
    const { order } = this.event;
    if (!this.facts || this.factsMoment !== moment) {
      this.facts = new FactsOnDemand(order, moment);
      this.factsMoment = moment;
    }
    return turn === undefined ? this.facts : orderFacts(order, { ...aboutMoment(order, moment), turn });
  }

  private not(notification: NotificationFacts, reason: Reason, recipient?: Recipient): void {
    this.result.notWritten.push({
      notificationId: notification.id,
      ...(recipient && { recipient }),
      reasons: [reason],
    });
  }
}

/** An order's facts for conditions, each read when it is first asked for: most conditions ask one thing. */
class FactsOnDemand implements OrderFacts {
  private all?: OrderFacts;

  constructor(
    private readonly order: Order,
    private readonly moment: string,
  ) {}

  private get rest(): OrderFacts {
    return (this.all ??= orderFacts(this.order, aboutMoment(this.order, this.moment)));
  }
  get guest() {
    return this.order.customer.guest ?? false;
  }
  get firstOrder() {
    return this.order.customer.firstOrder ?? false;
  }
  get channel() {
    return this.order.channel;
  }
  get location() {
    return this.rest.location!;
  }
  get country() {
    return this.order.shippingAddress?.country as string;
  }
  get payment() {
    return this.order.payment?.method as string;
  }
  get tracking() {
    return this.rest.tracking;
  }
  get wholeShipment() {
    return this.rest.wholeShipment as boolean;
  }
  get products() {
    return this.rest.products;
  }
  get categories() {
    return this.rest.categories;
  }
  get total() {
    return this.rest.total;
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

function customerOf(order: Order): Recipient {
  return { address: order.customer.email, name: customerName(order), role: 'customer' };
}

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName = '', lastName = '', company = '' } = order.customer;
  return (firstName && lastName ? `${firstName} ${lastName}` : firstName || lastName).trim() || company;
}
