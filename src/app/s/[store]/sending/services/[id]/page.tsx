import type { Metadata } from 'next';
import { cache } from 'react';
import { notFound } from 'next/navigation';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { config } from '@/server/base/config';
import { serviceViews } from '@/server/features/sending/services';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { ServiceScreen } from '@/ui/sending/ServiceScreen';
import { checkAction, findAction, saveServiceAction } from '../../actions';
import { say } from '@/words/pages';

interface Props {
  params: Promise<{ store: string; id: string }>;
}

/** Loaded once for the page and its title; undefined for a new one. */
const load = cache(async (store: string, id: string) => {
  if (id === 'new') return undefined;
  const services = await serviceViews(await pageAccess(Promise.resolve({ store })));
  return services.find((s) => s.id === id) ?? notFound();
});

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  const { store, id } = await params;
  return { title: (await load(store, id))?.name ?? say.connectAService };
}

export default async function Service({ params }: Props) {
  const access = await pageAccess(params);
  const { id } = await params;
  const { store, person, role } = access;
  if (id === 'new' && !may(role, 'service.edit')) {
    const back = { href: `/s/${store.id}/sending/services`, label: say.allServices };
    return <NotAllowed title={say.connectAService} action="service.edit" back={back} />;
  }
  const service = await load(store.id, id);
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
