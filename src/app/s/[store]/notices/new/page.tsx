import { randomUUID } from 'node:crypto';
import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadNewNotice } from '@/server/features/notices/notices';
import { NewNotice } from '@/ui/notices/NewNotice';
import { NotAllowed } from '@/ui/parts/NotAllowed';
import {
  beginNoticeAction,
  forecastNoticeAction,
  removeSelectionAction,
  saveSelectionAction,
  testNoticeAction,
} from '../actions';
import { say } from '@/words/notices';

export const generateMetadata = (): Metadata => ({ title: say.newNotice });

export default async function New({
  params,
  searchParams,
}: {
  params: Promise<{ store: string }>;
  searchParams: Promise<{ message?: string }>;
}) {
  const access = await pageAccess(params);
  const { store, person } = access;
  const base = `/s/${store.id}`;
  if (!may(access.role, 'notice.send')) {
    const back = { href: `${base}/notices`, label: say.allNotices };
    return <NotAllowed title={say.newNotice} action="notice.send" back={back} />;
  }
  return (
    <NewNotice
      {...await loadNewNotice(access)}
      base={base}
      zone={store.timeZone}
      id={randomUUID()}
      chosen={(await searchParams).message}
      ownAddress={person.email}
      onForecast={forecastNoticeAction.bind(null, store.id)}
      onTest={testNoticeAction.bind(null, store.id, person.email, store.language)}
      onBegin={beginNoticeAction.bind(null, store.id)}
      onSave={saveSelectionAction.bind(null, store.id)}
      onRemove={removeSelectionAction.bind(null, store.id)}
    />
  );
}
