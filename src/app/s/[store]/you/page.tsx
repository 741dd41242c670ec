import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { currentSession } from '@/server/auth/access';
import { loadOwnPage } from '@/server/features/colleagues/own';
import { OwnScreen } from '@/ui/colleagues/OwnScreen';
import { passkeysOf } from '@/server/auth/passkeys';
import { factorOf } from '@/server/auth/second-factor';
import {
  addPasskeyAction,
  beginFactorAction,
  beginPasskeyAction,
  confirmFactorAction,
  endFactorAction,
  removePasskeyAction,
  renamePasskeyAction,
  renewRecoveryCodesAction,
} from '@/app/two-factors/actions';
import { changePasswordAction, chooseAlertAction, endSessionAction, saveNameAction } from './actions';
import { say } from '@/words/colleagues';

export const generateMetadata = (): Metadata => ({ title: say.yourPage });

export default async function You({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store } = access;
  return (
    <OwnScreen
      {...await loadOwnPage(access, (await currentSession())?.id)}
      factor={await factorOf(access.person)}
      passkeys={await passkeysOf(access.person)}
      zone={store.timeZone}
      onName={saveNameAction.bind(null, store.id)}
      onPassword={changePasswordAction.bind(null, store.id)}
      onBegin={beginFactorAction}
      onConfirm={confirmFactorAction}
      onRenew={renewRecoveryCodesAction}
      onEndFactor={endFactorAction}
      onBeginPasskey={beginPasskeyAction}
      onAddPasskey={addPasskeyAction}
      onRenamePasskey={renamePasskeyAction}
      onRemovePasskey={removePasskeyAction}
      onEnd={endSessionAction.bind(null, store.id)}
      onAlert={chooseAlertAction.bind(null, store.id)}
    />
  );
}
