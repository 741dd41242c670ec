import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { listNotices } from '@/server/features/notices/notices';
import { NoticesScreen } from '@/ui/notices/NoticesScreen';
import { say } from '@/words/notices';

export const generateMetadata = (): Metadata => ({ title: say.notices });

export default async function Notices({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  return (
    <NoticesScreen
      base={`/s/${access.store.id}`}
      zone={access.store.timeZone}
      notices={await listNotices(access)}
      maySend={may(access.role, 'notice.send')}
    />
  );
}
