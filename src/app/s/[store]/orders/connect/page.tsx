import type { Metadata } from 'next';
import { act } from '@/app/act';
import { pageAccess } from '@/app/page-access';
import type { Result } from '@/core/result';
import { may } from '@/server/auth/policy';
import { eventsKey, loadConnect } from '@/server/views/connect';
import { ConnectScreen } from '@/ui/orders/ConnectScreen';

export const metadata: Metadata = { title: 'Connect the shop' };

export default async function Connect({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const store = access.store.id;

  async function onKey(): Promise<Result<string>> {
    'use server';
    return act(store, 'api.read', (who) => eventsKey(who));
  }

  return (
    <ConnectScreen
      base={`/s/${store}`}
      zone={access.store.timeZone}
      {...await loadConnect(access)}
      mayShow={may(access.role, 'api.read')}
      onKey={onKey}
    />
  );
}
