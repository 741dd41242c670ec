import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { storesOf } from '@/server/auth/access';
import { SetsScreen } from '@/ui/sets/SetsScreen';
import { say } from '@/words/sets';
import { draftsAction, publishManyAction } from '../../journey/actions';
import { bringBackAction } from '../removed/actions';
import { bringSetAction, lookAtSetAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.sets });

export default async function Sets({ params }: { params: Promise<{ store: string }> }) {
  const { store, role, person } = await pageAccess(params);
  const others = (await storesOf(person)).filter((s) => s.id !== store.id && may(s.role, 'set.take'));
  return (
    <SetsScreen
      base={`/s/${store.id}`}
      languages={store.languages}
      others={others.map(({ id, name }) => ({ id, name }))}
      mayTake={may(role, 'set.take')}
      mayBring={may(role, 'set.bring')}
      onLook={lookAtSetAction.bind(null, store.id)}
      onBring={bringSetAction.bind(null, store.id)}
      onBack={bringBackAction.bind(null, store.id)}
      onDrafts={draftsAction.bind(null, store.id)}
      onPublishMany={publishManyAction.bind(null, store.id)}
    />
  );
}
