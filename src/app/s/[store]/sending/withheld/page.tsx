import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { strayCounts, withheldViews } from '@/server/features/sending/withheld';
import { WithheldScreen } from '@/ui/sending/WithheldScreen';
import { allowAction, withholdAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.doNotSend });

export default async function Withheld({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  const [entries, strays] = await Promise.all([withheldViews(access), strayCounts()]);
  return (
    <WithheldScreen
      base={`/s/${store.id}`}
      entries={entries}
      strays={strays}
      zone={store.timeZone}
      mayEdit={may(access.role, 'withholding.edit')}
      onAdd={withholdAction.bind(null, store.id)}
      onAllow={allowAction.bind(null, store.id)}
    />
  );
}
