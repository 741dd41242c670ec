import type { Metadata } from 'next';
import { redirect } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { countHeld, serviceViews } from '@/server/features/sending/services';
import { ServicesScreen } from '@/ui/sending/ServicesScreen';
import { moveAction, pauseAction, removeServiceAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.services });

export default async function Services({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  const [services, held] = await Promise.all([serviceViews(access), countHeld(store.id)]);
  if (services.length === 0) redirect(`/s/${store.id}/sending/services/new`);
  return (
    <ServicesScreen
      base={`/s/${store.id}`}
      services={services}
      held={held}
      now={Date.now()}
      zone={store.timeZone}
      mayEdit={may(access.role, 'service.edit')}
      onPause={pauseAction.bind(null, store.id)}
      onMove={moveAction.bind(null, store.id)}
      onRemove={removeServiceAction.bind(null, store.id)}
    />
  );
}
