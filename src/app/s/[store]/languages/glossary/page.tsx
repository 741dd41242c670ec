import type { Metadata } from 'next';
import { pageAccess } from '@/app/page-access';
import { may } from '@/contract/policy';
import { loadGlossary } from '@/server/features/glossary/page';
import { GlossaryScreen } from '@/ui/glossary/GlossaryScreen';
import { say } from '@/words/glossary';
import {
  bringGlossaryAction,
  deleteTermAction,
  lookAtGlossaryAction,
  saveTermAction,
  takeBackGlossaryAction,
} from './actions';

export const generateMetadata = (): Metadata => ({ title: say.glossary });

export default async function Glossary({ params }: { params: Promise<{ store: string }> }) {
  const access = await pageAccess(params);
  const { id } = access.store;
  return (
    <GlossaryScreen
      base={`/s/${id}`}
      page={await loadGlossary(access)}
      mayEdit={may(access.role, 'glossary.edit')}
      onlyGiven={access.translates?.languages !== undefined}
      onSave={saveTermAction.bind(null, id)}
      onDelete={deleteTermAction.bind(null, id)}
      onLook={lookAtGlossaryAction.bind(null, id)}
      onBring={bringGlossaryAction.bind(null, id)}
      onTakeBack={takeBackGlossaryAction.bind(null, id)}
    />
  );
}
