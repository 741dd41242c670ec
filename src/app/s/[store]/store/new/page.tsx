import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadModels } from '@/server/features/stores/new-store';
import { SHIPPED_LANGUAGES } from '@/core/shipped';
import { NewStoreScreen } from '@/ui/stores/NewStoreScreen';
import { say } from '@/words/stores';
import { makeStoreAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.newStore });

export default async function NewStore({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  return (
    <NewStoreScreen
      mayMake={may(access.role, 'store.make')}
      models={(await loadModels(access.person)).filter((m) => may(m.role, 'set.take'))}
      shipped={SHIPPED_LANGUAGES}
      currencies={Intl.supportedValuesOf('currency')}
      timeZones={Intl.supportedValuesOf('timeZone')}
      start={{ currency: access.store.currency, timeZone: access.store.timeZone, language: access.store.language }}
      onMake={makeStoreAction.bind(null, access.store.id)}
    />
  );
}
