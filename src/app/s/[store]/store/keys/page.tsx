import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadKeys } from '@/server/features/keys/keys';
import { KeysScreen } from '@/ui/keys/KeysScreen';
import { makeKeyAction, replaceKeyAction, revokeKeyAction } from './actions';
import { say } from '@/words/keys';

export const generateMetadata = (): Metadata => ({ title: say.keys });

export default async function Keys({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <KeysScreen
      keys={await loadKeys(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayEdit={may(role, 'key.edit')}
      onMake={makeKeyAction.bind(null, store.id)}
      onReplace={replaceKeyAction.bind(null, store.id)}
      onRevoke={revokeKeyAction.bind(null, store.id)}
    />
  );
}
