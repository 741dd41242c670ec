import type { Metadata } from 'next';
import { revalidatePath } from 'next/cache';
import { act } from '@/app/act';
import { orNotFound, pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { switchNotification } from '@/server/views/desk';
import { loadBoard, orderPath } from '@/server/views/journey';
import { listOrders } from '@/server/views/orders';
import { JourneyScreen } from '@/ui/journey/JourneyScreen';

export const metadata: Metadata = { title: 'Journey' };

export default async function Journey({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ order?: string }>;
}) {
  const access = await pageAccess(params);
  const { order } = await searchParams;
  const storeId = access.store.id;
  const [board, orders, path] = await Promise.all([
    loadBoard(access),
    listOrders(access, {}, 200),
    order ? orNotFound(orderPath(access, order)) : undefined,
  ]);

  async function onSwitch(slug: string, on: boolean): Promise<Result<null>> {
    'use server';
    return act(storeId, 'notification.switch', async (who) => {
      await switchNotification(who, slug, on);
      revalidatePath(`/s/${storeId}`, 'layout');
      return null;
    });
  }

  return (
    <JourneyScreen
      base={`/s/${storeId}`}
      zone={access.store.timeZone}
      languages={board.languages}
      cards={board.cards}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName }))}
      path={path}
      maySwitch={may(access.role, 'notification.switch')}
      onSwitch={onSwitch}
    />
  );
}
