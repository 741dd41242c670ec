import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { recordByNotification } from '@/server/features/deliveries/by-notification';
import { ByNotificationScreen } from '@/ui/deliveries/ByNotificationScreen';
import { say } from '@/words/deliveries';

export const generateMetadata = (): Metadata => ({ title: say.byNotificationTitle });

export default async function DeliveriesByNotification({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  return (
    <ByNotificationScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      records={await recordByNotification(access)}
    />
  );
}
