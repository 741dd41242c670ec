import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { orderDetail } from '@/server/views/orders';
import { OrderScreen } from '@/ui/orders/OrderScreen';

interface Props {
  params: Promise<{ store: string; number: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: decodeURIComponent((await params).number) };
}

export default async function OrderPage({ params }: Props) {
  const access = await pageAccess(params);
  const detail = await orNotFound(orderDetail(access, decodeURIComponent((await params).number)));
  return <OrderScreen base={`/s/${access.store.id}`} zone={access.store.timeZone} {...detail} />;
}
