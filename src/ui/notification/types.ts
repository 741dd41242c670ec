/** What the screen of a notification is given. */
import type { ConditionNames } from '@/core/conditions';
import type { Order } from '@/core/order';
import type { BringBack } from '../removed/saidRemoved';
import type { NotificationSettings } from '@/core/plan';
import type { Result } from '@/core/result';
import type { ChangeImpact, Impact, NotificationView, NotificationStore } from '@/contract/notifications';

export interface NotificationProps {
  base: string;
  notification: NotificationView;
  /** Ships with Libellus, and can be turned off but not taken away. */
  ships: boolean;
  orders: { number: string; name: string }[];
  maySwitch: boolean;
  mayStop: boolean;
  onSave: (revision: number, settings: NotificationSettings) => Promise<Result<{ revision: number }>>;
  onSwitch: (slug: string, on: boolean) => Promise<Result<null>>;
  onImpact: (slug: string) => Promise<Result<Impact>>;
  onChangeImpact: (settings: NotificationSettings) => Promise<Result<ChangeImpact | undefined>>;
  onOrder: (number: string) => Promise<Result<{ order: Order; channelName: string | undefined }>>;
  onRemove: () => Promise<Result<{ removed: string }>>;
  onBringBack: BringBack;
  onStop: (id: string) => Promise<Result<null>>;
  onSendNow: (id: string) => Promise<Result<null>>;
}

export function namesOf(store: NotificationStore): ConditionNames {
  const channels = new Map(store.channels.map((c) => [c.id, c.name]));
  const products = new Map(store.products.map((p) => [p.sku, p.name]));
  return { channel: (id) => channels.get(id), product: (sku) => products.get(sku), locale: store.locale };
}
