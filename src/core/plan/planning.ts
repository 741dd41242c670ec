/** One event being planned: notification by notification, each to its customer, its contacts or its staff. */
import { conditionHolds, type OrderFacts } from '../conditions/condition';
import type { SenderKind } from '../mail/services';
import { matchesPattern } from '../mail/withhold';
import { customerName } from '../order/customer';
import { orderFacts } from '../snapshot/facts';
import type { Contact, Order } from '../order/schema';
import { aboutMoment } from '../snapshot/snapshot';
import { comesNext, type Rhythm } from '../time/rhythm';
import { AT_ONCE, dueTimes } from '../time/timing';
import { factsOnDemand } from '../snapshot/facts-on-demand';
import { isCopied } from './copies';
import type { WantedLanguage } from './language';
import { adaptedFor, type LetterWhom } from './letter';
import type { NotificationFacts } from './notification';
import type { Made, Prepared, Way } from './prepared';
import type { Reason } from './reasons';
import { isPaused, subjectAt, type RoutingRule } from './rules';
import { endReached } from './ends';
import type { Plan, PlanEvent, PlannedDelivery, PlanSettings, Recipient } from './types';
import { chooseVersion } from './version';
import { NOTICE, timerOf } from '../moments/registry';

export class Planning {
  readonly result: Plan = { deliveries: [], notWritten: [] };
  private readonly event: PlanEvent;
  private facts?: OrderFacts;
  private factsMoment = '';

  constructor(
    private readonly settings: PlanSettings,
    event: PlanEvent,
  ) {
    const { suppliers } = settings;
    this.event = suppliers?.size ? { ...event, order: withSuppliers(event.order, suppliers) } : event;
  }

  add(prepared: Prepared): void {
    const { notification, schedule } = prepared;
    const { order, channel } = this.event;
    const name = notification.name;
    if (!notification.on) return this.leaveOut(prepared, { code: 'notification-off', notification: name });
    if (notification.offChannels?.includes(order.channel)) {
      const words = channel?.name ?? order.channel;
      return this.leaveOut(prepared, { code: 'off-for-channel', notification: name, channel: words });
    }
    if (timerOf(notification.moment) && this.event.started?.has(notification.id)) {
      return this.leaveOut(prepared, { code: 'started', notification: name });
    }
    if (prepared.timed) {
      const end = endReached(schedule.ends, this.event);
      if (end) return this.leaveOut(prepared, { code: 'ended', notification: name, end });
    }
    const whom = this.event.letter?.whom;
    if (whom) return this.toChosen(prepared, whom);
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
    const name = recipient.name || recipient.address;
    const before = this.result.deliveries.length;
    this.write(
      prepared,
      recipient,
      prepared.notification.moment === NOTICE
        ? { code: 'chosen', name }
        : { code: 'customer-of-order', name, order: order.number },
      this.customerLanguage(),
    );
    this.copy(prepared, this.result.deliveries.slice(before));
  }

  /** For the team, what the customer gets: in their language, marked as a copy, each address once. */
  private copy({ notification }: Prepared, written: readonly PlannedDelivery[]): void {
    const { copies = [] } = this.settings;
    if (copies.length === 0) return;
    const had = new Set(written.map((d) => d.recipient.address.toLowerCase()));
    for (const rule of copies) {
      const { address, name } = rule.recipient;
      if (had.has(address.toLowerCase()) || !isCopied(rule, notification, this.event.order.channel)) continue;
      had.add(address.toLowerCase());
      for (const { optional: _optional, ...own } of written) {
        const reason: Reason = { code: 'copy-of', person: name || address, of: own.recipient.address };
        this.result.deliveries.push({
          ...own,
          recipient: { address, name, role: 'staff' },
          ...(rule.mostADay !== undefined && { copiesMost: rule.mostADay }),
          reasons: [...own.reasons, reason],
        });
      }
    }
  }

  /** A letter to whom its writer chose, each address once. */
  private toChosen(prepared: Prepared, { customer, others, copies }: LetterWhom): void {
    const { notification } = prepared;
    const { letter } = this.event;
    const own = customerOf(this.event.order);
    const written = new Set<string>();
    if (customer && own.address !== '') {
      written.add(own.address.toLowerCase());
      this.toCustomer(prepared, own);
      // Who has a copy of it already gets no second one.
      for (const d of this.result.deliveries)
        if (d.notificationId === notification.id) written.add(d.recipient.address.toLowerCase());
    }
    const writeOnce = (recipient: Recipient, why: Reason, wanted: WantedLanguage): void => {
      const key = recipient.address.toLowerCase();
      const forbidden = recipient.role === 'staff' ? undefined : this.forbidden(prepared.sender, recipient.address);
      if (written.has(key)) this.not(notification, { code: 'already-written', address: recipient.address }, recipient);
      else if (forbidden) this.not(notification, forbidden, recipient);
      else {
        written.add(key);
        this.write(prepared, recipient, why, wanted);
      }
    };
    for (const { address, name, language } of others) {
      // Whoever types the customer's own address means the customer.
      const role = address.toLowerCase() === own.address.toLowerCase() ? 'customer' : 'contact';
      writeOnce(
        { address, name, role },
        { code: 'typed', person: letter!.by, name: name || address },
        language ? { language, from: 'person' } : this.customerLanguage(),
      );
    }
    for (const { address, name } of copies)
      writeOnce(
        { address, name, role: 'staff' },
        { code: 'copy', person: letter!.by, name: name || address },
        this.customerLanguage(),
      );
  }

  private toContacts(prepared: Prepared): void {
    const { notification } = prepared;
    const { order, customer } = this.event;
    const { labels = [] } = notification;
    const kept = customer?.contacts ?? [];
    const all = [...(order.customer.contacts ?? []).map((contact) => withChoice(contact, kept)), ...kept];
    const own = customerOf(order).address.toLowerCase();
    const written = new Set<string>([own]);
    let any = false;
    for (const contact of all) {
      if (!isForContact(notification, contact)) continue;
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
          contact.messages
            ? { code: 'contact-chosen', name: contact.name || contact.email, notification: notification.name }
            : { code: 'contact', label: contact.label, name: contact.name || contact.email, order: order.number },
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
    const { madeFor } = this.event;
    if (madeFor) {
      const own = ways.find((way) => way.key === madeFor.address.toLowerCase());
      if (!own) return;
      if (!isPaused(own.rule, this.event.at)) this.write(prepared, own.recipient, madeFor.why, own.wanted);
      else if (own.standIn) this.write(prepared, own.standIn.recipient, standsIn(own), own.standIn.wanted);
      else this.not(notification, pausedReason(own), own.recipient);
      return;
    }
    // Most colleagues get the same version at once: which one is settled for all of them.
    const taken = prepared.oneForAll && !prepared.timed ? this.taken(prepared, undefined) : undefined;
    const written = prepared.distinct ? undefined : new Set<string>();
    for (const way of ways) {
      const own = this.resolved(prepared, way);
      if (!own) continue;
      const paused = isPaused(own.rule, this.event.at);
      if (paused && !own.standIn) {
        this.not(notification, pausedReason(own), own.recipient.address === '' ? undefined : own.recipient);
        continue;
      }
      const taking = (paused && own.standIn) || own;
      const holds = taking.why ?? this.holds(prepared, taking);
      const why = holds && taking !== own ? standsIn(own) : holds;
      if (!why) {
        notWritten.push(taking.not);
        continue;
      }
      if (written) {
        if (written.has(taking.key)) {
          this.not(notification, { code: 'already-written', address: taking.rule.recipient.address }, taking.recipient);
          continue;
        }
        written.add(taking.key);
      }
      const { together } = taking.rule;
      if (together && !prepared.timed && !this.event.letter) {
        const before = deliveries.length;
        this.write(prepared, taking.recipient, why, taking.wanted);
        for (const delivery of deliveries.slice(before)) this.gather(delivery, together);
        continue;
      }
      if (taken === undefined || !taking.why || taking !== own || this.event.letter || this.event.because) {
        this.write(prepared, taking.recipient, why, taking.wanted);
        continue;
      }
      const made = (taking.made[taken] ??= this.make(prepared, taking, why));
      if (made.kind === 'nothing') notWritten.push(made.not);
      else deliveries.push(made.delivery);
    }
  }

  /** Lets a message wait for the others of its time. */
  private gather(delivery: PlannedDelivery, rhythm: Rhythm): void {
    const { timeZone, daysOff } = this.settings.store;
    delivery.dueAt = comesNext(rhythm, this.event.at, timeZone, daysOff);
    delivery.timed = true;
    delivery.gathers = true;
    delivery.reasons.push({ code: 'together', rhythm: JSON.stringify(rhythm) });
  }

  /** A way with whom the order names, where it is for whoever looks after the order; undefined, with the reason told, where that is nobody. */
  private resolved(prepared: Prepared, way: Way): Way | undefined {
    const { role } = way.rule.recipient;
    if (role === undefined) return way;
    const { order } = this.event;
    const person = order.people?.find((p) => p.role.toLowerCase() === role.toLowerCase());
    // While somebody stands in, it does not matter whom the order names.
    if (isPaused(way.rule, this.event.at)) return way;
    const why: Reason | undefined = !person
      ? { code: 'nobody-in-order', role, order: order.number }
      : this.isAllowed(person.email)
        ? undefined
        : { code: 'domain-not-allowed', role, address: person.email };
    if (why) {
      this.not(prepared.notification, why);
      return undefined;
    }
    const { email: address, name = '', language } = person!;
    return prepared.wayOf({ ...way.rule, recipient: { address, name, ...(language && { language }) } });
  }

  /** Whether an address that an order names is of a domain that the store allows, or of one below it. */
  private isAllowed(address: string): boolean {
    const domain = address.slice(address.lastIndexOf('@') + 1).toLowerCase();
    return (this.settings.peopleDomains ?? []).some((d) => domain === d || domain.endsWith(`.${d}`));
  }

  /** Why a rule for some orders holds, or undefined. */
  private holds({ notification }: Prepared, { rule, met }: Way): Reason | undefined {
    const { recipient, scope } = rule;
    if (scope.kind === 'all') return undefined;
    if (scope.kind === 'when') {
      const facts = this.factsOf(notification.moment, undefined);
      return conditionHolds(scope.when, facts, this.settings.store.language) ? met : undefined;
    }
    for (const { product } of this.event.order.lines) {
      if (product.category === scope.category) {
        return {
          code: 'rule-category',
          person: recipient.name || recipient.address,
          category: scope.category,
          product: product.name,
          ...(subjectAt(notification.moment) && { of: 'product' }),
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
    if (customer?.language && customer.languageKept) return { language: customer.language, from: 'customer' };
    if (order.language) return { language: order.language, from: 'order' };
    return customer?.language ? { language: customer.language, from: 'customer' } : undefined;
  }

  private write(prepared: Prepared, recipient: Recipient, why: Reason, wanted: WantedLanguage): void {
    const { schedule, timed } = prepared;
    if (!timed) return this.writeOnce(prepared, recipient, why, wanted, 0, undefined);
    const { timeZone, daysOff } = this.settings.store;
    dueTimes(schedule, this.event.at, timeZone, daysOff).forEach((dueAt, i) =>
      this.writeOnce(prepared, recipient, why, wanted, i, dueAt),
    );
  }

  private writeOnce(
    { notification, schedule, sender, optional, because, timed }: Prepared,
    recipient: Recipient,
    why: Reason,
    wanted: WantedLanguage,
    i: number,
    dueAt: number | undefined,
  ): void {
    const { store, names } = this.settings;
    if (optional && recipient.role === 'customer' && this.event.customer?.unsubscribed?.includes(optional)) {
      return this.not(notification, { code: 'unsubscribed', address: recipient.address, kind: optional }, recipient);
    }
    if (optional === 'offers' && notification.moment === NOTICE && !this.event.customer?.agreed) {
      return this.not(notification, { code: 'no-consent', address: recipient.address }, recipient);
    }
    const facts = this.factsOf(notification.moment, schedule.row.length > 1 ? i + 1 : undefined);
    const version = chooseVersion(notification, {
      facts,
      wanted,
      own: store.language,
      fallbacks: store.fallbacks,
      names,
    });
    if (version.kind === 'nothing') return this.not(notification, version.reason, recipient);
    const { letter } = this.event;
    const reasons: Reason[] = [
      letter ? { code: 'by-hand', person: letter.by, notification: notification.name } : because,
      why,
    ];
    if (this.event.because) reasons.splice(1, 0, this.event.because);
    if (timed) reasons.push(dueReason(notification, i));
    for (const reason of version.reasons) reasons.push(reason);
    if (letter && adaptedFor(letter, version.editionId, version.language)) {
      reasons.push({ code: 'adapted', person: letter.by });
    }
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
    if (optional) delivery.optional = optional;
    this.result.deliveries.push(delivery);
  }

  private factsOf(moment: string, turn: number | undefined): OrderFacts {
    const { order } = this.event;
    if (!this.facts || this.factsMoment !== moment) {
      this.facts = factsOnDemand(order, moment);
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

function dueReason({ schedule = AT_ONCE, name }: NotificationFacts, i: number): Reason {
  return {
    code: 'due',
    notification: name,
    timing: JSON.stringify(schedule.row[i]!),
    ends: schedule.ends.join(', '),
  };
}

/** An order with who supplies its products, where it does not say so itself. */
function withSuppliers(order: Order, suppliers: ReadonlyMap<string, string>): Order {
  const unsaid = order.lines.some((l) => l.product.supplier === undefined && suppliers.has(l.product.sku));
  if (!unsaid) return order;
  return {
    ...order,
    lines: order.lines.map((line) => {
      const supplier = line.product.supplier ?? suppliers.get(line.product.sku);
      return supplier === undefined ? line : { ...line, product: { ...line.product, supplier } };
    }),
  };
}

/** A contact as an order names them, with the messages that are chosen where they are kept. */
function withChoice(contact: Contact, kept: readonly Contact[]): Contact {
  const { messages } = kept.find((k) => k.email.toLowerCase() === contact.email.toLowerCase()) ?? {};
  return contact.messages || !messages ? contact : { ...contact, messages };
}

/** Whether a contact gets a notification: one they chose, or without a choice one that goes to their label. */
function isForContact({ slug, labels = [] }: NotificationFacts, { label, messages }: Contact): boolean {
  if (messages) return slug !== undefined && messages.includes(slug);
  return labels.length === 0 || labels.some((l) => l.toLowerCase() === label.toLowerCase());
}

function customerOf(order: Order): Recipient {
  return { address: order.customer.email, name: customerName(order), role: 'customer' };
}

/** Who a rule is for, in words. */
const whoOf = ({ recipient: { name, address, role = '' } }: RoutingRule): string => name || address || role;

/** Why somebody gets what is another's. */
const standsIn = ({ rule, standIn }: Way): Reason => ({
  code: 'stand-in',
  person: standIn!.recipient.name || standIn!.recipient.address,
  instead: whoOf(rule),
});

const pausedReason = ({ rule }: Way): Reason => ({
  code: 'rule-paused',
  person: whoOf(rule),
  ...(rule.pause?.until !== undefined && { until: new Date(rule.pause.until).toISOString() }),
});
