import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { loadToday } from '@/server/features/today/today';
import { TodayScreen } from '@/ui/today/TodayScreen';
import { say } from '@/words/pages';
import { testManyAction } from '../bench-actions';
import { draftsAction, publishManyAction } from '../journey/actions';

export const generateMetadata = (): Metadata => ({ title: say.today });

export default async function Today({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const today = await loadToday(access);
  return (
    <TodayScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      today={new Date().toISOString().slice(0, 10)}
      {...today}
      onDrafts={draftsAction.bind(null, access.store.id)}
      onPublishMany={publishManyAction.bind(null, access.store.id)}
      onTests={testManyAction.bind(null, access.store.id)}
    />
  );
}
