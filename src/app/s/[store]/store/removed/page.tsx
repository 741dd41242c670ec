import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadRemoved } from '@/server/features/removed/use-cases';
import { RemovedScreen } from '@/ui/removed/RemovedScreen';
import { say } from '@/words/removed';
import { bringBackAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.removed });

export default async function Removed({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <RemovedScreen
      things={await loadRemoved(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayBringBack={may(role, 'notification.switch')}
      onBringBack={bringBackAction.bind(null, store.id)}
    />
  );
}
