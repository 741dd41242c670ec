import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { LISTS } from '@/core/exchange';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { ExchangeScreen } from '@/ui/orders/ExchangeScreen';
import { bringFileAction, previewFileAction, takeListBackAction } from './actions';
import { say } from '@/words/pages';
import { say as common } from '@/words/common';

export const generateMetadata = (): Metadata => ({ title: say.importAndExport });

export default async function Exchange({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ list?: string | string[] }>;
}) {
  const access = await pageAccess(params);
  const { list } = await searchParams;
  const { store } = access;
  if (!may(access.role, 'data.export')) {
    const back = { href: `/s/${store.id}/orders`, label: common.allOrders };
    return <NotAllowed title={say.importAndExport} action="data.export" back={back} />;
  }
  return (
    <ExchangeScreen
      base={`/s/${store.id}`}
      list={LISTS.find((kind) => kind === list)}
      currency={store.currency}
      mayBring={may(access.role, 'data.import')}
      mayTakePeople={may(access.role, 'customers.export')}
      onPreview={previewFileAction.bind(null, store.id)}
      onBring={bringFileAction.bind(null, store.id)}
      onTakeBack={takeListBackAction.bind(null, store.id)}
    />
  );
}
