import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { listDeliveries, readDeliveryFilter } from '@/server/features/deliveries/deliveries';
import { DeliveriesScreen } from '@/ui/deliveries/DeliveriesScreen';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.deliveries });

export default async function Deliveries({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const access = await pageAccess(params);
  const filter = readDeliveryFilter(await searchParams);
  const page = await listDeliveries(access.store.id, filter);
  return (
    <DeliveriesScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      filter={{
        state: filter.overdue ? 'overdue' : (filter.states?.join(',') ?? ''),
        role: filter.role ?? '',
        recipient: filter.recipient ?? '',
        order: filter.order ?? '',
        notification: filter.notification ?? '',
        notice: filter.notice ?? '',
      }}
      rows={page.rows}
      next={page.next}
    />
  );
}
