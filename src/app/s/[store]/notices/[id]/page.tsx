import type { Metadata } from 'next';
import { orNotFound, pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { noticeDetail } from '@/server/features/notices/notices';
import { NoticeScreen } from '@/ui/notices/NoticeScreen';
import { pauseNoticeAction, resumeNoticeAction, stopNoticeAction } from '../actions';
import { say } from '@/words/notices';

export const generateMetadata = (): Metadata => ({ title: say.notice });

export default async function Notice({ params }: { params: Promise<{ store: string; id: string }> }) {
  const access = await pageAccess(params);
  const { id } = await params;
  const { store, role } = access;
  return (
    <NoticeScreen
      base={`/s/${store.id}`}
      zone={store.timeZone}
      notice={await orNotFound(noticeDetail(access, id))}
      maySend={may(role, 'notice.send')}
      onPause={pauseNoticeAction.bind(null, store.id, id)}
      onResume={resumeNoticeAction.bind(null, store.id, id)}
      onStop={stopNoticeAction.bind(null, store.id, id)}
    />
  );
}
