/** What the board, the list and the screen of a notification are given. */
import type { DeliveryState } from '@/core/mail/state';
import type { Audience, MomentId } from '@/core/moments';
import type { NotificationSettings } from '@/core/plan';

export type LeafState = 'off' | 'draft' | 'live' | 'failing' | 'stale';

export interface Card {
  slug: string;
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
  on: boolean;
  mark: LeafState;
  edition?: number | undefined;
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
  variants: { id: string; address: string; edition?: number | undefined; changed: boolean; complete: string[] }[];
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
  products: readonly { sku: string; name: string; category: string }[];
  locations: readonly string[];
}
