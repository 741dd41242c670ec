/** What the board, the list and the screen of a notification are given. */
import type { DeliveryState } from '@/core/mail/state';
import type { Audience, MomentId } from '@/core/moments';
import type { NotificationSettings, PlanChange } from '@/core/plan';
import type { LeafState } from '@/core/standing';
import type { TemplateChange } from '@/core/template';

export type { LeafState } from '@/core/standing';

export interface Card {
  slug: string;
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
  on: boolean;
  mark: LeafState;
  edition?: number | undefined;
  /** On, and a version of it can go out. */
  live: boolean;
  changed: boolean;
  published: boolean;
  variants: number;
  timing: string;
  row: string[];
  when?: string | undefined;
  offChannels: string[];
  labels?: string[] | undefined;
  owner: string;
  complete: string[];
  rules?: number | undefined;
  waiting: number;
  failures: number;
  double: boolean;
  last?: { state: DeliveryState; at: string } | undefined;
}

export interface BulkOutcome {
  done: string[];
  /** What was not done, with why. */
  refused: { name: string; why: string }[];
}

/** A draft that could be published with others. */
export interface ManyDraft {
  /** Of the version, in addresses. */
  slug: string;
  name: string;
  revision: number;
  on: boolean;
  /** Of the live edition; none where it never went out. */
  edition?: number;
  changes: TemplateChange[];
  /** What stops it, each at its place. */
  blockers: string[];
}

export interface PathStep {
  sent: { id: string; state: DeliveryState; waits: boolean; at: string; recipient: string }[];
  why: string[];
  would: number;
}

export interface OrderPath {
  number: string;
  name: string;
  sent: number;
  waiting: number;
  failed: number;
  notSent: number;
  byNotification: Record<string, PathStep>;
}

export interface DoubleView {
  name: string;
  notificationId: string;
  with: { kind: 'notification' | 'shop'; id: string; name: string };
  person: string;
  order: string;
  orders: number;
}

export interface ShopMailView {
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
}

export interface Impact {
  /** Nothing goes out by itself: what is counted is where it would be offered. */
  byHand: boolean;
  /** What stands instead of how many messages and orders there were. */
  words?: string;
  /** Messages it would have sent, and orders they were about. */
  messages: number;
  orders: number;
  byLanguage: { name: string; messages: number }[];
  byVariant: { name: string; messages: number }[];
  /** Why others would not have had it. */
  without: { why: string; orders: number }[];
  /** How many events were looked at, and whether there were more. */
  looked: number;
  more: boolean;
  /** Versions that have never been published: until they are, it cannot be turned on. */
  unpublished: { slug: string; name: string }[];
  /** What would reach the same people for the same moment. */
  doubles: { name: string; person: string; order: string }[];
}

/** What settings that are not saved yet would have changed over the last 30 days. */
export interface ChangeImpact {
  /** How many events were looked at, and whether there were more. */
  looked: number;
  more: boolean;
  /** Messages that wait now, which keep what they were planned with. */
  waiting: number;
  changes: { change: PlanChange; messages: number; orders: number; examples: string[] }[];
}

export interface NotificationStore extends ConditionStore {
  timeZone: string;
  locale: string;
}

export interface NotificationView {
  slug: string;
  moment: MomentId;
  momentLabel: string;
  audience: Audience;
  on: boolean;
  revision: number;
  settings: NotificationSettings;
  rules: number;
  /** Without it, customers would hear nothing of its moment. */
  tellsAlone: boolean;
  variants: {
    id: string;
    address: string;
    edition?: number | undefined;
    changed: boolean;
    complete: string[];
    /** Id of the version that it follows. */
    follows?: string | undefined;
  }[];
  store: NotificationStore;
  people: string[];
  doubles: DoubleView[];
  waiting: { id: string; order: string; recipient: string; dueAt: string }[];
  history: { id: string; words: string; at: string }[];
}

/** What of a store conditions are made from. */
export interface ConditionStore {
  language: string;
  languages: readonly string[];
  currency: string;
  channels: readonly { id: string; name: string }[];
  products: readonly { sku: string; name: string; category: string; supplier?: string }[];
  locations: readonly string[];
}
