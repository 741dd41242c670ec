import type { Metadata } from 'next';
import { act } from '@/app/act';
import { pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { orderChoices, placeOrder } from '@/server/views/orders';
import { PlaceOrderScreen } from '@/ui/orders/PlaceOrderScreen';

export const metadata: Metadata = { title: 'Place an order' };

export default async function PlaceOrder({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const storeId = access.store.id;

  async function onPlace(order: unknown): Promise<Result<{ number: string }>> {
    'use server';
    return act(storeId, 'order.place', async (who) => ({ number: (await placeOrder(who, order)).number }));
  }

  return <PlaceOrderScreen base={`/s/${storeId}`} {...await orderChoices(access)} onPlace={onPlace} />;
}
