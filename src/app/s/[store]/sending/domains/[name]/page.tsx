import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadDomain } from '@/server/features/sending/domains';
import { DomainScreen } from '@/ui/sending/DomainScreen';
import { lookAction, newKeyAction, removeDomainAction } from '../../actions';

interface Props {
  params: Promise<{ store: string; name: string }>;
}

export async function generateMetadata({ params }: Props): Promise<Metadata> {
  return { title: decodeURIComponent((await params).name) };
}

export default async function Domain({ params }: Props) {
  const access = await pageAccess(params);
  const { name } = await params;
  const store = access.store.id;
  return (
    <DomainScreen
      base={`/s/${store}`}
      {...await orNotFound(loadDomain(access, name))}
      mayEdit={may(access.role, 'domain.edit')}
      onLook={lookAction.bind(null, store, name)}
      onNewKey={newKeyAction.bind(null, store, name)}
      onRemove={removeDomainAction.bind(null, store, name)}
    />
  );
}
