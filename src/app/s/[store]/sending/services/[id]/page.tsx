import type { Metadata } from 'next';
import { notFound } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { config } from '@/server/base/config';
import { serviceViews } from '@/server/features/sending/services';
import { ServiceScreen } from '@/ui/sending/ServiceScreen';
import { checkAction, findAction, saveServiceAction } from '../../actions';

export const metadata: Metadata = { title: 'Service' };

export default async function Service({ params }: { params: Promise<{ store: string; id: string }> }) {
  const access = await pageAccess(params);
  const { id } = await params;
  const { store, person, role } = access;
  const service = id === 'new' ? undefined : (await serviceViews(access)).find((s) => s.id === id);
  if (id !== 'new' && !service) notFound();
  return (
    <ServiceScreen
      base={`/s/${store.id}`}
      service={service}
      person={person.email}
      zone={store.timeZone}
      mailboxes={config().mailboxesUrl}
      mayEdit={may(role, 'service.edit')}
      mayCheck={may(role, 'service.check')}
      onSave={saveServiceAction.bind(null, store.id)}
      onCheck={checkAction.bind(null, store.id)}
      onFind={findAction.bind(null, store.id)}
    />
  );
}
