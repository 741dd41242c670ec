import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { foreseeOwn, loadOwnOrders } from '@/server/features/rehearsal/own-orders';
import { OwnOrdersScreen } from '@/ui/rehearsal/OwnOrdersScreen';
import {
  foreseeOwnAction,
  keepRecordedAction,
  nameOwnAction,
  removeOwnAction,
  saveOwnAction,
  switchOwnAction,
} from '../own-actions';
import { say } from '@/words/ownOrders';

export const generateMetadata = (): Metadata => ({ title: say.ownOrders });

export default async function OwnOrders({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ order?: string }>;
}) {
  const access = await pageAccess(params);
  const { store } = access;
  const { order } = await searchParams;
  const { orders, choices } = await loadOwnOrders(access);
  const shown = orders.find((o) => o.id === order);
  const mayEdit = may(access.role, 'rehearsal.run');
  return (
    <OwnOrdersScreen
      base={`/s/${store.id}`}
      zone={store.timeZone}
      {...{ orders, choices, mayEdit }}
      opened={order?.slice(0, 40)}
      foreseen={
        shown && !(shown.script && mayEdit) ? await orNotFound(foreseeOwn(access, { id: shown.id })) : undefined
      }
      onSave={saveOwnAction.bind(null, store.id)}
      onForesee={foreseeOwnAction.bind(null, store.id)}
      onRecorded={keepRecordedAction.bind(null, store.id)}
      onName={nameOwnAction.bind(null, store.id)}
      onSwitch={switchOwnAction.bind(null, store.id)}
      onRemove={removeOwnAction.bind(null, store.id)}
    />
  );
}
