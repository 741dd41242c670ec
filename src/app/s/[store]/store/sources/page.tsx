import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadSources } from '@/server/features/sources/sources';
import { SourcesScreen } from '@/ui/sources/SourcesScreen';
import { makeSourceAction, readRequestAction, takeRequestsAgainAction } from './actions';
import { say } from '@/words/sources';

export const generateMetadata = (): Metadata => ({ title: say.sources });

export default async function Sources({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <SourcesScreen
      {...await loadSources(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      mayEdit={may(role, 'source.edit')}
      onMake={makeSourceAction.bind(null, store.id)}
      onRead={readRequestAction.bind(null, store.id, '')}
      onTakeAgain={takeRequestsAgainAction.bind(null, store.id, '')}
    />
  );
}
