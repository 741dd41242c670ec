import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { channelNames, listOrders, readOrderFilter } from '@/server/features/orders/orders';
import { languageName } from '@/core/names';
import { OrdersScreen } from '@/ui/orders/OrdersScreen';
import { startWalkAction } from './actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.orders });

export default async function Orders({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const access = await pageAccess(params);
  const filter = readOrderFilter(await searchParams);
  const page = await listOrders(access, filter);
  return (
    <OrdersScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      filter={{
        search: filter.search ?? '',
        status: filter.status ?? '',
        channel: filter.channel ?? '',
        language: filter.language ?? '',
      }}
      rows={page.rows}
      next={page.next}
      channels={await channelNames(access)}
      mayPlace={may(access.role, 'order.place')}
      mayWrite={may(access.role, 'message.write')}
      me={{ name: access.person.name, email: access.person.email }}
      languages={access.store.languages.map((l) => ({ id: l, name: languageName(l) }))}
      onStart={startWalkAction.bind(null, access.store.id)}
    />
  );
}
