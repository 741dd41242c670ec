import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/server/auth/policy';
import { channelNames, listOrders } from '@/server/views/orders';
import { OrdersScreen } from '@/ui/orders/OrdersScreen';

export const metadata: Metadata = { title: 'Orders' };

export default async function Orders({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ search?: string; before?: string }>;
}) {
  const access = await pageAccess(params);
  const { search = '', before } = await searchParams;
  const page = await listOrders(access, { search: search.trim(), ...(before && { before }) });
  return (
    <OrdersScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      search={search.trim()}
      rows={page.rows}
      next={page.next}
      channels={await channelNames(access)}
      mayPlace={may(access.role, 'order.place')}
    />
  );
}
