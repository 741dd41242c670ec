import type { Metadata } from 'next';
import { cache } from 'react';
import { orNotFound, pageAccess } from '@/app/page-access';
import { SHIPPED_NOTIFICATIONS } from '@/core/shipped';
import { may } from '@/contract/policy';
import { loadNotification } from '@/server/features/notifications/notification';
import { listOrders } from '@/server/features/orders/orders';
import { NotificationScreen } from '@/ui/notification/NotificationScreen';
import { orderAction } from '../../bench-actions';
import { sendNowAction, stopAction } from '../../deliveries/actions';
import { bringBackAction } from '../../store/removed/actions';
import { changeImpactAction, impactAction, removeAction, saveNotificationAction, switchAction } from '../actions';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; slug: string }>;
}

/** Loaded once for the page and its title. */
const load = cache(async (store: string, slug: string) =>
  orNotFound(loadNotification(await pageAccess(Promise.resolve({ store })), slug)),
);

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { store, slug } = await params;
  return { title: say.howNameGoesOut({ name: (await load(store, slug)).settings.name }) };
}

export default async function Notification({ params }: Props) {
  const access = await pageAccess(params);
  const { slug } = await params;
  const store = access.store.id;
  const [notification, orders] = await Promise.all([load(store, slug), listOrders(access, {}, 200)]);
  return (
    <NotificationScreen
      key={slug}
      base={`/s/${store}`}
      notification={notification}
      ships={SHIPPED_NOTIFICATIONS.some((n) => n.slug === slug)}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName }))}
      now={requestTime()}
      maySwitch={may(access.role, 'notification.switch')}
      mayStop={may(access.role, 'delivery.resend')}
      onSave={saveNotificationAction.bind(null, store, slug)}
      onSwitch={switchAction.bind(null, store)}
      onImpact={impactAction.bind(null, store)}
      onChangeImpact={changeImpactAction.bind(null, store, slug)}
      onOrder={orderAction.bind(null, store)}
      onBringBack={bringBackAction.bind(null, store)}
      onRemove={removeAction.bind(null, store, slug)}
      onStop={stopAction.bind(null, store)}
      onSendNow={sendNowAction.bind(null, store)}
    />
  );
}

const requestTime = (): number => Date.now();
