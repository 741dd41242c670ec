import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadBoard, orderPath, shopMailsOf } from '@/server/features/notifications/board';
import { listOrders } from '@/server/features/orders/orders';
import { JourneyScreen } from '@/ui/journey/JourneyScreen';
import {
  addShopMailAction,
  draftsAction,
  impactAction,
  makeAction,
  publishManyAction,
  removeShopMailAction,
  switchAction,
  switchManyAction,
} from './actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.journey });

export default async function Journey({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ order?: string; view?: string }>;
}) {
  const access = await pageAccess(params);
  const { order, view } = await searchParams;
  const store = access.store.id;
  const [board, orders, path, shopMails] = await Promise.all([
    loadBoard(access),
    listOrders(access, {}, 200),
    order ? orNotFound(orderPath(access, order)) : undefined,
    shopMailsOf(access),
  ]);
  return (
    <JourneyScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      languages={board.languages}
      cards={board.cards}
      doubles={board.doubles}
      shopMails={shopMails}
      orders={orders.rows.map((o) => ({ number: o.number, name: o.customerName }))}
      path={path}
      view={view === 'list' ? 'list' : 'board'}
      maySwitch={may(access.role, 'notification.switch')}
      onSwitch={switchAction.bind(null, store)}
      onImpact={impactAction.bind(null, store)}
      onSwitchMany={switchManyAction.bind(null, store)}
      onDrafts={draftsAction.bind(null, store)}
      onPublishMany={publishManyAction.bind(null, store)}
      onMake={makeAction.bind(null, store)}
      onAddShopMail={addShopMailAction.bind(null, store)}
      onRemoveShopMail={removeShopMailAction.bind(null, store)}
    />
  );
}
