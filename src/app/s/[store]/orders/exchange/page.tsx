import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { ExchangeScreen } from '@/ui/orders/ExchangeScreen';
import { bringFileAction, previewFileAction } from './actions';

export const metadata: Metadata = { title: 'Bring in, take out' };

export default async function Exchange({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  return (
    <ExchangeScreen
      base={`/s/${store.id}`}
      currency={store.currency}
      mayBring={may(access.role, 'data.import')}
      onPreview={previewFileAction.bind(null, store.id)}
      onBring={bringFileAction.bind(null, store.id)}
    />
  );
}
