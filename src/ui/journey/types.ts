/** What the Journey is given of the store's notifications. */
import type { Audience, MomentId } from '@/core/moments';
import type { LeafState } from '../parts/marks';

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
  last?: { state: string; at: string } | undefined;
}

export interface PathStep {
  sent: { id: string; state: string; waits: boolean; at: string; recipient: string }[];
  why: string[];
  would: number;
}

export interface OrderPath {
  number: string;
  sent: number;
  waiting: number;
  failed: number;
  notSent: number;
  byNotification: Record<string, PathStep>;
}

export interface DoubleOnScreen {
  name: string;
  notificationId: string;
  with: { kind: 'notification' | 'shop'; id: string; name: string };
  person: string;
  order: string;
  orders: number;
}

export interface ShopMailOnScreen {
  id: string;
  name: string;
  moment: MomentId;
  audience: Audience;
}

export const LANES: readonly { audience: Audience; name: string; whom: string }[] = [
  { audience: 'customer', name: 'Customer', whom: 'the customer' },
  { audience: 'contact', name: 'Contacts', whom: "the customer's contacts" },
  { audience: 'staff', name: 'Staff', whom: 'staff' },
];
