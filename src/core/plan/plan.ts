/**
 * From an event to deliveries: who is written to at this moment, with which edition and in which language, and who is
 * not, each with the reasons. Pure: the same function plans, explains, and answers "who would hear of this order?".
 */
import { senderKindOf, type SenderKind } from '../mail/services';
import { matchesPattern } from '../mail/withhold';
import type { Order } from '../order/schema';
import { momentOf } from '../placeholders/moments';
import { ruleHolds, type RoutingRule } from '../routing/rules';
import type { Reason } from './reasons';

export interface NotificationFacts {
  id: string;
  /** What the team calls it. */
  name: string;
  moment: string;
  audience: 'customer' | 'staff';
  on: boolean;
  /** The published edition, if any, and the languages it has words in. */
  edition?: { id: string; number: number; languages: readonly string[] };
}

export interface PlanInput {
  moment: string;
  order: Order;
  store: { language: string };
  channel?: {
    name: string;
    customerMail: boolean;
    /** Domain of addresses that stand for the customers' own, and the kinds that may go to them (none named: all). */
    maskedDomain?: string;
    maskedKinds?: readonly SenderKind[];
  };
  /** What is kept about the customer besides the order. */
  customer?: { language?: string };
  notifications: readonly NotificationFacts[];
  rules: readonly RoutingRule[];
}

export interface Recipient {
  address: string;
  name: string;
  role: 'customer' | 'staff';
}

export interface PlannedDelivery {
  notificationId: string;
  editionId: string;
  recipient: Recipient;
  /** Which of the store's senders it goes out as. */
  sender: SenderKind;
  language: string;
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

/** Plans all notifications of one moment for one order. */
export function plan(input: PlanInput): Plan {
  const result: Plan = { deliveries: [], notWritten: [] };
  for (const notification of input.notifications) {
    if (notification.moment === input.moment) planNotification(input, notification, result);
  }
  return result;
}

function planNotification(input: PlanInput, notification: NotificationFacts, result: Plan): void {
  const { order } = input;
  const name = notification.name;
  const customer: Recipient = {
    address: order.customer.email,
    name: customerName(order),
    role: 'customer',
  };
  const no = (reason: Reason, recipient?: Recipient): void => {
    result.notWritten.push({ notificationId: notification.id, ...(recipient && { recipient }), reasons: [reason] });
  };
  const whom = notification.audience === 'customer' ? customer : undefined;
  if (!notification.on) return no({ code: 'notification-off', notification: name }, whom);
  const { edition } = notification;
  if (!edition) return no({ code: 'not-published', notification: name }, whom);

  const sender = senderKindOf(notification);
  const because: Reason = {
    code: 'moment',
    notification: name,
    moment: momentOf(input.moment)?.words ?? `at ${input.moment}`,
  };
  const write = (recipient: Recipient, why: Reason, wanted: WantedLanguage): void => {
    const { language, reasons } = pickLanguage(wanted, edition.languages, input.store.language);
    result.deliveries.push({
      notificationId: notification.id,
      editionId: edition.id,
      recipient,
      sender,
      language,
      reasons: [because, why, ...reasons, { code: 'edition', edition: String(edition.number) }],
    });
  };

  if (notification.audience === 'customer') {
    if (input.channel && !input.channel.customerMail) {
      return no({ code: 'channel-forbids', channel: input.channel.name }, customer);
    }
    const { channel } = input;
    const masked = channel?.maskedDomain && matchesPattern(`@${channel.maskedDomain}`, customer.address);
    const kinds = channel?.maskedKinds ?? [];
    if (channel && masked && kinds.length > 0 && !kinds.includes(sender)) {
      return no({ code: 'masked-kind', channel: channel.name }, customer);
    }
    return write(
      customer,
      { code: 'customer-of-order', name: customer.name || customer.address, order: order.number },
      order.language
        ? { language: order.language, from: 'order' }
        : input.customer?.language
          ? { language: input.customer.language, from: 'customer' }
          : undefined,
    );
  }

  const rules = input.rules.filter((r) => r.notificationId === notification.id);
  if (rules.length === 0) return no({ code: 'no-rules', notification: name });
  const written = new Set<string>();
  for (const rule of rules) {
    const recipient: Recipient = { address: rule.recipient.address, name: rule.recipient.name, role: 'staff' };
    const { holds, reason } = ruleHolds(rule, order);
    const key = rule.recipient.address.toLowerCase();
    if (!holds) no(reason, recipient);
    else if (written.has(key)) no({ code: 'already-written', address: rule.recipient.address }, recipient);
    else {
      written.add(key);
      write(
        recipient,
        reason,
        rule.recipient.language ? { language: rule.recipient.language, from: 'person' } : undefined,
      );
    }
  }
}

type WantedLanguage = { language: string; from: 'order' | 'customer' | 'person' } | undefined;

/** The edition's language nearest to the wanted one (RFC 4647 look-up), or the store's own, or the first it has. */
function pickLanguage(
  wanted: WantedLanguage,
  has: readonly string[],
  own: string,
): { language: string; reasons: Reason[] } {
  if (wanted) {
    let tag = wanted.language;
    while (tag !== '') {
      const found = has.find((l) => l.toLowerCase() === tag.toLowerCase());
      if (found) {
        const code = (
          { order: 'language-of-order', customer: 'language-of-customer', person: 'language-of-person' } as const
        )[wanted.from];
        return { language: found, reasons: [{ code, language: wanted.language }] };
      }
      tag = tag.slice(0, Math.max(0, tag.lastIndexOf('-')));
    }
  }
  const language = has.includes(own) ? own : (has[0] ?? own);
  return {
    language,
    reasons: wanted ? [{ code: 'language-default', wanted: wanted.language, language }] : [],
  };
}

/** The customer's name as an order has it, or an empty string. */
export function customerName(order: Pick<Order, 'customer'>): string {
  const { firstName, lastName, company } = order.customer;
  return [firstName, lastName].filter(Boolean).join(' ').trim() || (company ?? '');
}
