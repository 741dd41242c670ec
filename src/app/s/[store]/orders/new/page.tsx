import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { orderChoices } from '@/server/features/orders/placing';
import { PlaceOrderScreen } from '@/ui/orders/PlaceOrderScreen';
import { placeAction } from '../actions';

export const metadata: Metadata = { title: 'Place an order' };

export default async function PlaceOrder({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const store = access.store.id;
  return (
    <PlaceOrderScreen base={`/s/${store}`} {...await orderChoices(access)} onPlace={placeAction.bind(null, store)} />
  );
}
