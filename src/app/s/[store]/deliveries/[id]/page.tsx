import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { DeliveryScreen } from '@/ui/deliveries/DeliveryScreen';
import { againAction, releaseAction, sendNowAction, stopAction, tryAction, tryAllAction } from '../actions';

export const metadata: Metadata = { title: 'Delivery' };

export default async function DeliveryPage({ params }: { params: Promise<{ store: string; id: string }> }) {
  const access = await pageAccess(params);
  const { id } = await params;
  const store = access.store.id;
  return (
    <DeliveryScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      delivery={await orNotFound(deliveryDetail(access, id))}
      mayTry={may(access.role, 'delivery.resend')}
      mayRelease={may(access.role, 'delivery.release')}
      onTry={tryAction.bind(null, store, id)}
      onTryAll={tryAllAction.bind(null, store, id)}
      onAgain={againAction.bind(null, store, id)}
      onRelease={releaseAction.bind(null, store, id)}
      onSendNow={sendNowAction.bind(null, store, id)}
      onStop={stopAction.bind(null, store, id)}
    />
  );
}
