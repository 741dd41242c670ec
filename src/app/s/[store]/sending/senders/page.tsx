import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { senderViews } from '@/server/features/sending/senders';
import { SendersScreen } from '@/ui/sending/SendersScreen';
import { sendersAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.senders });

export default async function Senders({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  return (
    <SendersScreen
      base={`/s/${store.id}`}
      senders={await senderViews(access)}
      storeName={store.name}
      mayEdit={may(access.role, 'sender.edit')}
      onSave={sendersAction.bind(null, store.id)}
    />
  );
}
