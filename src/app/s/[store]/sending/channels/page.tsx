import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { channelViews } from '@/server/features/sending/channels';
import { loadUses } from '@/server/features/terms/uses';
import { ChannelsScreen } from '@/ui/sending/ChannelsScreen';
import { channelsAction } from '../actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.channels });

export default async function Channels({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  return (
    <ChannelsScreen
      base={`/s/${store.id}`}
      channels={await channelViews(access)}
      uses={await loadUses(store.id)}
      pictures={store.pictures}
      mayEdit={may(access.role, 'sender.edit')}
      onSave={channelsAction.bind(null, store.id)}
    />
  );
}
