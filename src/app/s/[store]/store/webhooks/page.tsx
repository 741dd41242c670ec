import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadHooks } from '@/server/features/hooks/hooks';
import { HooksScreen } from '@/ui/hooks/HooksScreen';
import { changeHookAction, makeHookAction, removeHookAction, repeatCallAction, testHookAction } from './actions';
import { say } from '@/words/hooks';

export const generateMetadata = (): Metadata => ({ title: say.webhooks });

export default async function Webhooks({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <HooksScreen
      hooks={await loadHooks(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayEdit={may(role, 'key.edit')}
      onMake={makeHookAction.bind(null, store.id)}
      onChange={changeHookAction.bind(null, store.id)}
      onRemove={removeHookAction.bind(null, store.id)}
      onRepeat={repeatCallAction.bind(null, store.id)}
      onTest={testHookAction.bind(null, store.id)}
    />
  );
}
