import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadPhrasebook } from '@/server/features/templates/phrasebook';
import { PhrasebookScreen } from '@/ui/phrasebook/PhrasebookScreen';
import { savePhraseAction } from './actions';
import { say } from '@/words/pages';

export const generateMetadata = (): Metadata => ({ title: say.phrasebook });

export default async function Phrasebook({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const book = await loadPhrasebook(access);
  const { role, store } = access;
  const translates = may(role, 'words.translate') ? store.languages.filter((l) => l !== store.language) : [];
  return (
    <PhrasebookScreen
      {...book}
      editable={may(role, 'phrase.edit') ? store.languages : translates}
      onSave={savePhraseAction.bind(null, access.store.id)}
    />
  );
}
