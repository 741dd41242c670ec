import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { settingsOf } from '@/server/features/settings/settings';
import { SettingsScreen } from '@/ui/settings/SettingsScreen';
import { lookAtSettingsAction, readHolidaysAction, saveSettingsAction } from './actions';
import { say } from '@/words/settings';

export const generateMetadata = (): Metadata => ({ title: say.settings });

export default async function Settings({ params }: { params: Promise<{ store: string }> }) {
  const { store, role } = await pageAccess(params);
  return (
    <SettingsScreen
      settings={settingsOf(store)}
      currencies={Intl.supportedValuesOf('currency')}
      timeZones={Intl.supportedValuesOf('timeZone')}
      base={`/s/${store.id}`}
      mayEdit={may(role, 'settings.edit')}
      onLook={lookAtSettingsAction.bind(null, store.id)}
      onSave={saveSettingsAction.bind(null, store.id)}
      onReadHolidays={readHolidaysAction.bind(null, store.id)}
    />
  );
}
