import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadHealth } from '@/server/features/stores/closing';
import { StoresScreen } from '@/ui/stores/StoresScreen';
import { closeStoreAction, lookAtClosingAction, reopenStoreAction } from './actions';
import { say } from '@/words/stores';

export const generateMetadata = (): Metadata => ({ title: say.stores });

export default async function Stores({ params }: { params: Promise<{ store: string }> }) {
  const { store, person, role } = await pageAccess(params);
  return (
    <StoresScreen
      stores={await loadHealth(person)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayMake={may(role, 'store.make')}
      onLookAtClosing={lookAtClosingAction}
      onClose={closeStoreAction}
      onReopen={reopenStoreAction}
    />
  );
}
