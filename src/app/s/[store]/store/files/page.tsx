import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadFiles } from '@/server/features/files/files';
import { FilesScreen } from '@/ui/files/FilesScreen';
import { addFileAction, removeFileAction } from '../../file-actions';
import { say } from '@/words/files';

export const generateMetadata = (): Metadata => ({ title: say.files });

export default async function Files({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { store, role, person } = access;
  return (
    <FilesScreen
      {...await loadFiles(access)}
      base={`/s/${store.id}`}
      zone={store.timeZone}
      person={person.name}
      mayBring={may(role, 'file.bring')}
      onBring={addFileAction.bind(null, store.id)}
      onRemove={removeFileAction.bind(null, store.id)}
    />
  );
}
