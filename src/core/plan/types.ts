/** What goes into planning and what comes out of it. */
import type { OptionalKind } from '../moments/optional';
import type { ConditionNames } from '../conditions/sentence';
import type { SenderKind } from '../mail/services';
import type { Contact, Order } from '../order/schema';
import type { CopyRule } from './copies';
import type { RoutingRule } from './rules';
import type { DaysOff } from '../time/holidays';
import type { End } from '../time/timing';
import type { Fallbacks } from './language';
import type { Letter } from './letter';
import type { NotificationFacts } from './notification';
import type { Reason } from './reasons';
import type { MomentId } from '../moments/registry';

/** What a store has set: prepared once, for planning any number of events. */
export interface PlanSettings {
  store: {
    language: string;
    timeZone: string;
    fallbacks?: Fallbacks;
    /** No working days, besides Saturdays and Sundays. */
    daysOff?: DaysOff;
  };
  notifications: readonly NotificationFacts[];
  rules: readonly RoutingRule[];
  /** Copies for the team of what goes out to customers. */
  copies?: readonly CopyRule[];
  /** Domains that addresses which an order names may have, in small letters; none where the store allows none. */
  peopleDomains?: readonly string[];
  /** Who supplies a product, by stock number, for orders that do not say it. */
  suppliers?: ReadonlyMap<string, string>;
  /** Names for what conditions hold by id. */
  names?: ConditionNames;
}

export interface PlanEvent {
  moment: MomentId;
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
  customer?: {
    language?: string;
    /** They or a colleague chose it: it goes before the language of an order. */
    languageKept?: boolean;
    contacts?: readonly Contact[];
    unsubscribed?: readonly OptionalKind[];
    /** They agreed to get news and offers; asked before a notice of that kind. */
    agreed?: boolean;
  };
  /** Ids of timed notifications that this order has started already. */
  started?: ReadonlySet<string>;
  answered?: boolean;
  /** Why the moment came, where it was worked out here. */
  because?: Reason;
  /** Of a summary: which it is, the one colleague it was made for, and why. */
  madeFor?: { notificationId: string; address: string; why: Reason };
  /** Of what is written by hand: the one notification that was chosen. */
  letter?: Letter;
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
  moment: MomentId;
  recipient: Recipient;
  /** Which of the store's senders it goes out as. */
  sender: SenderKind;
  /** For what its reader can unsubscribe from: as which kind. */
  optional?: OptionalKind;
  /** Of a copy: how many its reader gets in 24 hours at most. */
  copiesMost?: number;
  language: string;
  /** When it waits: in ms since the epoch. Left out for what goes out at once. */
  dueAt?: number;
  /** Its place in a row, from 1. */
  turn: number;
  /** True for what waits: it is looked at again when it is due. */
  timed: boolean;
  /** It waits for others of its notification to the same reader, and goes out in one mail with them. */
  gathers?: true;
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
