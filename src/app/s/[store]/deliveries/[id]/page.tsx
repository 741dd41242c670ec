import type { Metadata } from 'next';
import { act } from '@/app/act';
import { orNotFound, pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { deliveryDetail, tryAgain } from '@/server/views/deliveries';
import { releaseOnce } from '@/server/views/withheld';
import { DeliveryScreen } from '@/ui/deliveries/DeliveryScreen';

export const metadata: Metadata = { title: 'Delivery' };

export default async function DeliveryPage({ params }: { params: Promise<{ store: string; id: string }> }) {
  const access = await pageAccess(params);
  const { id } = await params;
  const storeId = access.store.id;
  const delivery = await orNotFound(deliveryDetail(access, id));

  async function onTry(): Promise<Result<null>> {
    'use server';
    return act(storeId, 'delivery.resend', async (who) => {
      await tryAgain(who, id);
      return null;
    });
  }

  async function onRelease(): Promise<Result<null>> {
    'use server';
    return act(storeId, 'delivery.release', async (who) => {
      await releaseOnce(who, id);
      return null;
    });
  }

  return (
    <DeliveryScreen
      base={`/s/${storeId}`}
      zone={access.store.timeZone}
      delivery={delivery}
      mayTry={may(access.role, 'delivery.resend')}
      onTry={onTry}
      mayRelease={may(access.role, 'delivery.release')}
      onRelease={onRelease}
    />
  );
}
