/** What the screen of a notification is given. */
import type { ConditionNames } from '@/core/conditions';
import type { Order } from '@/core/order';
import type { Audience, MomentId } from '@/core/moments';
import type { NotificationSettings } from '@/core/plan';
import type { Result } from '@/core/result';
import type { ConditionStore } from '../conditions/TestFields';
import type { DoubleOnScreen } from '../journey/types';
import type { ImpactOnScreen } from '../journey/TurnOnDialog';

export interface NotificationStore extends ConditionStore {
  timeZone: string;
  locale: string;
}

export interface NotificationOnScreen {
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
  doubles: DoubleOnScreen[];
  waiting: { id: string; order: string; recipient: string; dueAt: string }[];
  history: { id: string; who: string; action: string; what: string; at: string }[];
}

export interface NotificationProps {
  base: string;
  notification: NotificationOnScreen;
  /** Ships with Libellus, and can be turned off but not taken away. */
  ships: boolean;
  orders: { number: string; name: string }[];
  maySwitch: boolean;
  mayStop: boolean;
  onSave: (revision: number, settings: NotificationSettings) => Promise<Result<{ revision: number }>>;
  onSwitch: (slug: string, on: boolean) => Promise<Result<null>>;
  onImpact: (slug: string) => Promise<Result<ImpactOnScreen>>;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onRemove: () => Promise<Result<null>>;
  onStop: (id: string) => Promise<Result<null>>;
  onSendNow: (id: string) => Promise<Result<null>>;
}

export function namesOf(store: NotificationStore): ConditionNames {
  const channels = new Map(store.channels.map((c) => [c.id, c.name]));
  const products = new Map(store.products.map((p) => [p.sku, p.name]));
  return { channel: (id) => channels.get(id), product: (sku) => products.get(sku), locale: store.locale };
}
