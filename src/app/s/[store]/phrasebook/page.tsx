import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { targetsOf } from '@/server/auth/translators';
import { loadPhrasebook } from '@/server/features/templates/phrasebook';
import { PhrasebookScreen } from '@/ui/phrasebook/PhrasebookScreen';
import { savePhraseAction } from './actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.phrasebook });

export default async function Phrasebook({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const book = await loadPhrasebook(access);
  const { role, store } = access;
  const translates = may(role, 'words.translate') ? targetsOf(access) : [];
  return (
    <PhrasebookScreen
      {...book}
      editable={may(role, 'phrase.edit') ? store.languages : translates}
      onSave={savePhraseAction.bind(null, access.store.id)}
    />
  );
}
