import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { filterOf, loadHistory } from '@/server/auth/history-search';
import { HistoryScreen } from '@/ui/history/HistoryScreen';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import { say } from '@/words/past';
import { say as terms } from '@/words/terms';

export const generateMetadata = (): Metadata => ({ title: say.history });

export default async function History({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { store, role } = await pageAccess(params);
  if (!may(role, 'history.read'))
    return (
      <NotAllowed
        title={say.history}
        action="history.read"
        back={{ href: `/s/${store.id}/store`, label: terms.store }}
      />
    );
  const filter = filterOf(await searchParams);
  return (
    <HistoryScreen
      key={JSON.stringify(filter)}
      {...await loadHistory(store, filter)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
    />
  );
}
