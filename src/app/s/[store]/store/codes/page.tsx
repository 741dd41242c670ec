import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadCodes } from '@/server/features/codes/codes';
import { CodesScreen } from '@/ui/codes/CodesScreen';
import { say } from '@/words/codes';
import { deleteCodeAction, deleteSeriesAction, saveCodeAction, saveSeriesAction } from './actions';

export const generateMetadata = (): Metadata => ({ title: say.discountCodes });

export default async function Codes({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role } = access;
  return (
    <CodesScreen
      {...await loadCodes(access)}
      base={`/s/${store.id}`}
      mayEdit={may(role, 'code.edit')}
      onSaveCode={saveCodeAction.bind(null, store.id)}
      onDeleteCode={deleteCodeAction.bind(null, store.id)}
      onSaveSeries={saveSeriesAction.bind(null, store.id)}
      onDeleteSeries={deleteSeriesAction.bind(null, store.id)}
    />
  );
}
