import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadConnect } from '@/server/features/orders/connect';
import { ConnectScreen } from '@/ui/orders/ConnectScreen';
import { eventsKeyAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.connectTheShop });

export default async function Connect({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const store = access.store.id;

  return (
    <ConnectScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      {...await loadConnect(access)}
      mayShow={may(access.role, 'api.read')}
      onKey={eventsKeyAction.bind(null, store)}
    />
  );
}
