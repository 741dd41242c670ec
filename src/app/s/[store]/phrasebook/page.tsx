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
  return (
    <PhrasebookScreen
      {...book}
      mayEdit={may(access.role, 'phrase.edit')}
      onSave={savePhraseAction.bind(null, access.store.id)}
    />
  );
}
