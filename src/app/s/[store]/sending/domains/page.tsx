import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { domainViews } from '@/server/features/sending/domains';
import { senderViews } from '@/server/features/sending/senders';
import { DomainsScreen } from '@/ui/sending/DomainsScreen';
import { addDomainAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.domains });

export default async function Domains({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  const [domains, senders] = await Promise.all([domainViews(access), senderViews(access)]);
  const suggested = senders
    .map((s) => s.address.slice(s.address.lastIndexOf('@') + 1))
    .find((name) => !domains.some((d) => d.name === name));
  return (
    <DomainsScreen
      base={`/s/${store.id}`}
      domains={domains}
      suggested={suggested}
      mayEdit={may(access.role, 'domain.edit')}
      onAdd={addDomainAction.bind(null, store.id)}
    />
  );
}
