import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadInstallation } from '@/server/features/installation/installation';
import { InstallationScreen } from '@/ui/installation/InstallationScreen';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { say } from '@/words/installation';
import { say as terms } from '@/words/terms';

export const generateMetadata = (): Metadata => ({ title: say.installation });

export default async function Installation({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ show?: string | string[] }>;
}) {
  const access = await pageAccess(params);
  const { store, role } = access;
  if (!may(role, 'installation.read')) {
    return (
      <NotAllowed
        title={say.installation}
        action="installation.read"
        back={{ href: `/s/${store.id}/store`, label: terms.store }}
      />
    );
  }
  return (
    <InstallationScreen
      seen={await loadInstallation(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      show={String((await searchParams).show ?? '')}
    />
  );
}
