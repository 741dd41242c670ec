import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { orderChoices } from '@/server/features/orders/placing';
import { PlaceOrderScreen } from '@/ui/orders/PlaceOrderScreen';
import { forecastPlacingAction, placeAction } from '../actions';
import { say } from '@/words/pages';
import { say as common } from '@/words/common';

export const generateMetadata = (): Metadata => ({ title: say.placeAnOrder });

export default async function PlaceOrder({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const store = access.store.id;
  if (!may(access.role, 'order.place')) {
    const back = { href: `/s/${store}/orders`, label: common.allOrders };
    return <NotAllowed title={say.placeAnOrder} action="order.place" back={back} />;
  }
  return (
    <PlaceOrderScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      {...await orderChoices(access)}
      onPlace={placeAction.bind(null, store)}
      onForecast={forecastPlacingAction.bind(null, store)}
    />
  );
}
