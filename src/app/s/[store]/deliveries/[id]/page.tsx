import type { Metadata } from 'next';
import { cache } from 'react';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { deliveryDetail } from '@/server/features/deliveries/deliveries';
import { DeliveryScreen } from '@/ui/deliveries/DeliveryScreen';
import { againAction, releaseAction, sendNowAction, stopAction, tryAction, tryAllAction } from '../actions';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; id: string }>;
}

/** Loaded once for the page and its title. */
const load = cache(async (store: string, id: string) =>
  orNotFound(deliveryDetail(await pageAccess(Promise.resolve({ store })), id)),
);

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { store, id } = await params;
  const { notification, recipientName, recipient } = await load(store, id);
  return { title: say.notificationToN({ notification, n: recipientName || recipient }) };
}

export default async function DeliveryPage({ params }: Props) {
  const access = await pageAccess(params);
  const { id } = await params;
  const store = access.store.id;
  return (
    <DeliveryScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      delivery={await load(store, id)}
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
