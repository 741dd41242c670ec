import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { currentSession } from '@/server/auth/access';
import { loadOwnPage } from '@/server/features/colleagues/own';
import { OwnScreen } from '@/ui/colleagues/OwnScreen';
import { changePasswordAction, endSessionAction, saveNameAction } from './actions';
import { say } from '@/words/colleagues';

export const generateMetadata = (): Metadata => ({ title: say.yourPage });

export default async function You({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  return (
    <OwnScreen
      {...await loadOwnPage(access, (await currentSession())?.id)}
      zone={store.timeZone}
      onName={saveNameAction.bind(null, store.id)}
      onPassword={changePasswordAction.bind(null, store.id)}
      onEnd={endSessionAction.bind(null, store.id)}
    />
  );
}
