import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { storesOf } from '@/server/auth/access';
import { loadColleagues } from '@/server/features/colleagues/colleagues';
import { ColleaguesScreen } from '@/ui/colleagues/ColleaguesScreen';
import {
  changeColleagueAction,
  colleagueStoresAction,
  inviteAction,
  inviteAgainAction,
  placeColleagueAction,
  removeColleagueAction,
  requireFactorAction,
  resetFactorAction,
  takeInvitationBackAction,
} from './actions';
import { say } from '@/words/colleagues';

export const generateMetadata = (): Metadata => ({ title: say.colleagues });

export default async function Colleagues({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role, person } = access;
  return (
    <ColleaguesScreen
      {...await loadColleagues(access)}
      base={`/s/${store.id}`}
      store={store.name}
      zone={store.timeZone}
      own={person.id}
      hasStores={(await storesOf(person)).filter((s) => s.role === 'owner').length > 1}
      mayEdit={may(role, 'colleague.edit')}
      onInvite={inviteAction.bind(null, store.id)}
      onInviteAgain={inviteAgainAction.bind(null, store.id)}
      onTakeBack={takeInvitationBackAction.bind(null, store.id)}
      onChange={changeColleagueAction.bind(null, store.id)}
      onRequire={requireFactorAction.bind(null, store.id)}
      onReset={resetFactorAction.bind(null, store.id)}
      onReadStores={colleagueStoresAction.bind(null, store.id)}
      onPlace={placeColleagueAction}
      onRemove={removeColleagueAction.bind(null, store.id)}
    />
  );
}
