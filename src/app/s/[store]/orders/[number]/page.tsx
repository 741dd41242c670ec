import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { actionsFor } from '@/server/features/orders/order-actions';
import { orderDetail } from '@/server/features/orders/orders';
import { OrderScreen } from '@/ui/orders/OrderScreen';
import { sendNowAction, stopAction } from '../../deliveries/actions';
import { orderDoAction, orderForecastAction } from '../actions';

interface Props {
  params: Promise<{ store: string; number: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: decodeURIComponent((await params).number) };
}

export default async function OrderPage({ params }: Props) {
  const access = await pageAccess(params);
  const number = decodeURIComponent((await params).number);
  const store = access.store.id;
  const detail = await orNotFound(orderDetail(access, number));
  return (
    <OrderScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      {...detail}
      possible={actionsFor(detail.order)}
      mayAct={may(access.role, 'order.place')}
      mayWrite={may(access.role, 'message.write')}
      mayStop={may(access.role, 'delivery.resend')}
      onDo={orderDoAction.bind(null, store, number)}
      onForecast={orderForecastAction.bind(null, store, number)}
      onStop={stopAction.bind(null, store)}
      onSendNow={sendNowAction.bind(null, store)}
    />
  );
}
