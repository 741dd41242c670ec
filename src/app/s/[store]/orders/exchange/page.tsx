import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { ExchangeScreen } from '@/ui/orders/ExchangeScreen';
import { bringFileAction, previewFileAction } from './actions';

export const metadata: Metadata = { title: 'Import and export' };

export default async function Exchange({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  if (!may(access.role, 'data.export')) {
    const back = { href: `/s/${store.id}/orders`, label: 'All orders' };
    return <NotAllowed title="Import and export" action="data.export" back={back} />;
  }
  return (
    <ExchangeScreen
      base={`/s/${store.id}`}
      currency={store.currency}
      mayBring={may(access.role, 'data.import')}
      mayTakePeople={may(access.role, 'customers.export')}
      onPreview={previewFileAction.bind(null, store.id)}
      onBring={bringFileAction.bind(null, store.id)}
    />
  );
}
